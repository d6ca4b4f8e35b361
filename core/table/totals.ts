/** Totals of an answer: further readings over the same records, so that what does not add up is computed and not summed. */
import type { Edit } from '../reading/edit-schema';
import type { Breakdown, Reading } from '../reading/schema';

/** Why an answer has no totals; null where it has. */
export function totalsFault(reading: Reading): string | null {
  if (reading.rows !== null) return 'A listing has no totals.';
  if (reading.by.length === 0) return 'A total needs rows that it is of.';
  if (reading.shown.some((one) => one.transform !== null))
    return 'Shares, changes and running figures have no total of their own.';
  if (reading.by.some((one) => one.kind === 'sets')) return 'Named sets may share members, so they have no total.';
  if (reading.against !== null && reading.against.kind !== 'members' && reading.when === null)
    return 'A total beside another period needs a period; name one.';
  return null;
}

/** The edits that give the total by some of the breakdowns: of all records in scope, whatever a rank shows of them. */
export function totalEdits(by: readonly Breakdown[]): Edit[] {
  const whole: Edit[] = [
    { do: 'rank', rank: null },
    { do: 'order', order: null },
  ];
  return [
    ...whole,
    by.length === 0 ? { do: 'clear', what: 'breakdown' } : { do: 'breakdown', how: 'replace', by: [...by] },
  ];
}
