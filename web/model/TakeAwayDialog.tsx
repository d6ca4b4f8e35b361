/** Before a model is taken away: what hangs on it, and what stays. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { api } from '../app/api';
import { SERIF } from '../app/theme';
import { Button, Dialog, PrimaryButton } from '../parts/controls';
import { Failure, Loading } from '../parts/states';

const Said = styled.p`
  font: 400 16px/1.5 ${SERIF};
  margin-bottom: 14px;
`;

export function TakeAwayDialog({ modelId, name, onClose }: { modelId: string; name: string; onClose: () => void }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const uses = useQuery({ queryKey: ['model uses', modelId], queryFn: () => api.modelUses(modelId), staleTime: 0 });
  const remove = useMutation({
    mutationFn: () => api.deleteModel(modelId),
    onSuccess: () => {
      void client.invalidateQueries({ queryKey: ['models'] });
      void navigate('/models');
    },
  });
  return (
    <Dialog title={`Take “${name}” away?`} isOpen onClose={onClose}>
      {uses.isPending ? (
        <Loading what="Looking what hangs on it" />
      ) : uses.isError ? (
        <Failure error={uses.error} onRetry={() => void uses.refetch()} />
      ) : (
        <Said>
          {uses.data.words === null
            ? 'Nothing was asked of it yet.'
            : `On it hang ${uses.data.words}. They stay readable, with the headlines and sentences they had, but nothing new can be computed.`}{' '}
          Its tables stay. A model made under the same id takes its place.
        </Said>
      )}
      {remove.isError ? <Failure error={remove.error} /> : null}
      <div style={{ display: 'flex', gap: 10 }}>
        <PrimaryButton isDisabled={!uses.isSuccess || remove.isPending} onPress={() => remove.mutate()}>
          Take it away
        </PrimaryButton>
        <Button onPress={onClose}>Keep it</Button>
      </div>
    </Dialog>
  );
}
