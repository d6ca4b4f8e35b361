/** A decision in words. */
import type { DecisionView } from '@zud/core/contract/decisions';

const dayText = (day: string) =>
  new Date(`${day}T00:00:00Z`).toLocaleDateString(undefined, {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  });

/** Who and by when, or how it ended. */
export function termsOf({ who, due, state, endedAt }: DecisionView): string {
  const doer = who?.name ?? 'nobody: who was to do it left';
  if (state === 'done') return `Done by ${doer}${endedAt === null ? '' : `, ${dayText(endedAt.slice(0, 10))}`}`;
  if (state === 'dropped') return `Dropped${endedAt === null ? '' : `, ${dayText(endedAt.slice(0, 10))}`}`;
  return `${doer}${due === null ? '' : `, by ${dayText(due)}`}`;
}
