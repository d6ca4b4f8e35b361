/** What became of an action, in words. */
import type { ActionView } from '@zud/core/contract/actions';

export const isUnderWay = ({ state }: ActionView): boolean =>
  state === 'waiting' || state === 'queued' || state === 'sending';

export function stateOfAction({ state, program, said }: ActionView): string {
  switch (state) {
    case 'sent':
      return `${program} took it.`;
    case 'failed':
      return `It was not done. ${said ?? ''}`.trim();
    case 'unsure':
      return `It may have reached ${program}: the server ended while it was being sent.`;
    case 'nothing':
    case 'withheld':
      return `It was not sent. ${said ?? ''}`.trim();
    case 'waiting':
    case 'queued':
    case 'sending':
      return said === null ? `On its way to ${program} …` : `It is tried again. ${said}`;
  }
}
