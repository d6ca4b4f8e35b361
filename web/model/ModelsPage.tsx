import { useQuery } from '@tanstack/react-query';
import { api } from '../app/api';
import { Page } from '../app/Page';
import { List, Title } from '../parts/List';
import { Failure, Loading, Message } from '../parts/states';

export function ModelsPage() {
  const models = useQuery({ queryKey: ['models'], queryFn: api.models });
  return (
    <Page>
      <Title>Models</Title>
      {models.isPending ? <Loading what="Looking for models" />
      : models.isError ? <Failure error={models.error} onRetry={() => void models.refetch()} />
      : models.data.length === 0 ? <Message title="No models yet">A steward loads tables and a model file over the API; the README says how.</Message>
      : <List label="Models" entries={models.data.map((model) => ({ id: model.id, to: `/models/${model.id}`, title: model.name, about: `${model.description ?? ''} ${model.measures} measures, ${model.levels} levels` }))} />}
    </Page>
  );
}
