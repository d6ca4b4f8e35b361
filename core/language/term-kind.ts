/** What a term is, by what its meaning asks for: a name, a condition, a period, a rank, a whole question … */
import type { TermKind } from '../contract/terms';
import type { Edit } from '../reading/edit-schema';
import { EMPTY_READING, plain, same } from '../reading/schema';
import { read, type ReadContext, type ReadResult } from './read';

export type TermMeaning =
  | { readonly ok: true; readonly kind: TermKind }
  /** Why it is not understood, with the words that are not. */
  | { readonly ok: false; readonly reason: string; readonly unknown: readonly string[] };

/** Reads a meaning: alone, or as what narrows the model's usual measure. */
export function termMeaning(means: string, { names, calendar }: Pick<ReadContext, 'names' | 'calendar'>): TermMeaning {
  const usual = { ...EMPTY_READING, shown: [plain(names.model.defaultMeasure)] };
  const tried = [read(means, { names, calendar, before: null }), read(means, { names, calendar, before: usual })];
  const result = tried.find((one) => one.outcome === 'answered' && one.reading !== null);
  if (result === undefined) {
    const [first] = tried;
    return {
      ok: false,
      reason: first?.notes[0]?.text ?? 'That is not understood.',
      unknown: first?.words.filter(({ use }) => use === 'unresolved').map(({ text }) => text) ?? [],
    };
  }
  return { ok: true, kind: kindOf(result) };
}

function kindOf({ edits, reading, analysis }: ReadResult): TermKind {
  if (analysis !== undefined || reading?.explain !== undefined) return 'question';
  const does = new Set(edits.map((edit) => partOf(edit)));
  // “routes with over 10,000 passengers” show what they are chosen by
  const chosenBy = [
    ...(reading?.where.flatMap((one) => (one.kind === 'measure' ? [one.calculation] : [])) ?? []),
    ...(reading?.rank?.by ? [reading.rank.by] : []),
  ];
  const implied =
    does.has('by') &&
    ((reading?.rank ?? null) !== null ||
      reading?.shown.every((one) => chosenBy.some((by) => same(by, one.calculation))));
  if (implied) does.delete('shown');
  const only = (...parts: readonly string[]) => [...does].every((part) => parts.includes(part));
  if (does.has('shown')) {
    if (!only('shown')) return 'question';
    const [shown, more] = reading?.shown ?? [];
    // several measures, or one shown in another way, are no one number to calculate with
    if (shown === undefined || more !== undefined || shown.transform !== null) return 'question';
    return shown.calculation.kind === 'measure' ? 'name' : 'calculation';
  }
  if (only('period')) return 'period';
  if (only('members')) return 'members';
  if (only('members', 'condition')) return 'condition';
  if (does.has('rank') && only('rank', 'by', 'members', 'condition')) return 'rank';
  if (does.has('by') && does.has('condition') && only('by', 'condition', 'members')) return 'set';
  if (only('by')) return 'breakdown';
  return 'question';
}

function partOf(edit: Edit): string {
  switch (edit.do) {
    case 'show':
      return 'shown';
    case 'breakdown':
      return 'by';
    case 'period':
      return 'period';
    case 'rank':
      return 'rank';
    case 'condition':
      return edit.condition.kind === 'members' ? 'members' : 'condition';
    default:
      return 'other';
  }
}
