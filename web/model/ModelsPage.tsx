import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import styled from 'styled-components';
import { api } from '../app/api';
import { Page } from '../app/Page';
import { isSteward, usePerson } from '../app/session';
import { List, Title } from '../parts/List';
import { Failure, Loading, Message } from '../parts/states';
import { copyWords } from './copy-words';
import { keptWords } from './keeping';

const Copy = styled.section`
  margin-top: 28px;
  font-size: 13px;
  color: var(--quiet);
  display: grid;
  gap: 8px;
  max-width: 70ch;
  progress {
    width: 260px;
    height: 6px;
    accent-color: var(--ink);
  }
`;

const Bring = styled.p`
  margin-bottom: 14px;
  color: var(--quiet);
  a {
    color: var(--ink);
    font-weight: 600;
  }
`;

/** Milliseconds between looks at how far the copy is: while it is made, and when it is whole. */
const SOON = 1000;
const LATER = 15_000;

const counted = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`;

export function ModelsPage() {
  const person = usePerson();
  const models = useQuery({ queryKey: ['models'], queryFn: api.models });
  const health = useQuery({
    queryKey: ['health'],
    queryFn: api.health,
    refetchInterval: ({ state }) => (state.data?.copy && copyWords(state.data.copy).progress !== null ? SOON : LATER),
  });
  const copy = health.data?.copy ? copyWords(health.data.copy) : null;
  return (
    <Page>
      <Title>Models</Title>
      {person.role === 'viewer' ? null : (
        <Bring>
          <Link to="/models/bring">Bring data</Link>: a file, and the first question a minute later
          {isSteward(person) ? '' : ', for you alone until you share it'}.{' '}
          <Link to="/tables">{isSteward(person) ? 'Tables' : 'Your tables'}</Link>: what was loaded, and what their
          columns have to keep to.
        </Bring>
      )}
      {models.isPending ? (
        <Loading what="Looking for models" />
      ) : models.isError ? (
        <Failure error={models.error} onRetry={() => void models.refetch()} />
      ) : models.data.length === 0 ? (
        <Message title="No models yet">
          {person.role === 'viewer'
            ? 'Nothing is shared with you yet. Whoever brings a file can share what they made of it.'
            : 'Bring a file, and ask of it a minute later; a steward can also load tables and a model file over the API, as the README says.'}
        </Message>
      ) : (
        <List
          label="Models"
          entries={models.data.map((model) => ({
            id: model.id,
            to: `/models/${model.id}`,
            title: model.name,
            about:
              model.fault === null
                ? [
                    keptWords(model.kept),
                    model.description,
                    `${counted(model.measures, 'measure')}, ${counted(model.levels, 'level')}`,
                  ]
                    .filter(Boolean)
                    .join(' ')
                : `Cannot be asked just now: ${model.fault}`,
          }))}
        />
      )}
      {copy === null ? null : (
        <Copy aria-label="Columnar copy">
          <p role="status">{copy.text}</p>
          {copy.progress === null ? null : (
            <progress aria-label="Progress of the copy" value={copy.progress.done} max={copy.progress.of} />
          )}
        </Copy>
      )}
    </Page>
  );
}
