/** Letting others ask a model of one's own, and giving it to everyone. */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { api, type ModelView, type Share } from '../app/api';
import { ConfirmDialog } from '../parts/ConfirmDialog';
import { ShareDialog } from '../parts/ShareDialog';

type Asks = Share<'ask'>;
const asking = (people: ModelView['sharedWith']): readonly Asks[] =>
  people.map((person) => ({ ...person, right: 'ask' as const }));

export function ShareModelDialog({
  model,
  isOpen,
  onClose,
}: {
  model: ModelView;
  isOpen: boolean;
  onClose: () => void;
}) {
  const client = useQueryClient();
  const set = async (person: string, right: 'ask' | null): Promise<readonly Asks[]> => {
    const others = (await api.model(model.id)).sharedWith
      .map(({ personId }) => personId)
      .filter((other) => other !== person);
    const now = await api.shareModel(model.id, { people: right === null ? others : [...others, person] });
    void client.invalidateQueries({ queryKey: ['model', model.id] });
    return asking(now.sharedWith);
  };
  return (
    <ShareDialog<'ask'>
      kept={['model', model.id]}
      title={`Who may ask “${model.name}”`}
      rights={[['ask', 'may ask']]}
      fetch={async () => asking((await api.model(model.id)).sharedWith)}
      set={set}
      isOpen={isOpen}
      onClose={onClose}
    />
  );
}

export function EveryoneDialog({ model, onClose }: { model: ModelView; onClose: () => void }) {
  const client = useQueryClient();
  const give = useMutation({
    mutationFn: () => api.shareModel(model.id, { everyone: true }),
    onSuccess: async () => {
      await client.invalidateQueries();
      onClose();
    },
  });
  return (
    <ConfirmDialog
      title={`Give “${model.name}” to everyone?`}
      text="Everyone may then ask it, and queries in SQL may read its tables. Stewards keep it from then on; it cannot be taken back."
      act="Give it to everyone"
      isOpen
      error={give.error}
      onConfirm={() => give.mutate()}
      onClose={onClose}
    />
  );
}
