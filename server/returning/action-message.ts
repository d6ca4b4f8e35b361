/** An action as it goes out, and what is written of it where it came to its end. */
import type { Message } from '../outlets/outlet';
import { actionById, sentOf } from '../store/actions';
import type { Store } from '../store/database';
import type { OutboxRow } from '../store/outbox';
import { audit } from '../store/schema';
import type { NotSent } from './composing';

export async function actionMessage(row: OutboxRow, id: string, store: Store): Promise<Message | NotSent> {
  const there = await actionById(store, id);
  if (there === null) return { state: 'nothing', said: 'The action was removed before it was sent.' };
  const { action, by } = there;
  return {
    key: row.key,
    subject: action.name,
    blocks: [],
    attachments: [],
    why: '',
    unsubscribe: null,
    type: 'zud.action',
    data: { action: action.id, name: action.name, by, at: action.at.toISOString(), values: sentOf(action.filled) },
  };
}

/** What came back, for the audit list. */
export async function noteAnswer(
  kept: Pick<Store, 'insert'>,
  { about, ownerId }: Pick<OutboxRow, 'about' | 'ownerId'>,
  taken: boolean,
  said: string,
): Promise<void> {
  if (about.kind !== 'action') return;
  await kept.insert(audit).values({
    personId: ownerId,
    action: taken ? 'action taken' : 'action failed',
    subject: about.id,
    detail: { answered: said },
  });
}
