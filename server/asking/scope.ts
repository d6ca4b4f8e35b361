/** How a board's sentence and a refinement apply to a tile, and how words change them. */
import { impossibility } from '@zud/core/language/impossibility';
import type { Note } from '@zud/core/language/read';
import { applyEdits } from '@zud/core/reading/edit';
import type { Edit } from '@zud/core/reading/edit-schema';
import { missingFrom } from '@zud/core/reading/references';
import { EMPTY_READING, plain, same, type Reading } from '@zud/core/reading/schema';
import { leadOf, sentenceOf, type Phrase } from '@zud/core/reading/sentence';
import type { Scope } from '../store/schema';
import type { ReadyModel } from './ready-model';
import type { Reader } from './reader';
import { restored } from './sight';

/** A tile's reading under scopes, with what could not be applied and why. */
export interface Scoped {
  readonly reading: Reading;
  readonly refused: readonly string[];
}

const EMPTY: Scope = { where: [], when: null, against: null };

/** Narrows a reading: conditions are added to its own, a period takes the place of its own, a comparison joins where it has none. */
export function scoped(reading: Reading, scopes: readonly Scope[], ready: ReadyModel): Scoped {
  let current = ready.sight.reading(reading);
  const refused: string[] = [];
  const attempt = (next: Reading) => {
    const reason = missingFrom(next, ready.model) ?? impossibility(next, ready.names);
    if (reason === null) current = next;
    else refused.push(reason);
  };
  for (const said of scopes) {
    if (said.unreadable)
      refused.push('The sentence of the board could not be read, so it narrows nothing here; say it anew.');
    const gone = missingFrom(said, ready.model);
    if (gone !== null) refused.push(gone);
    const scope = gone === null ? ready.sight.narrowing(said) : EMPTY;
    for (const condition of scope.where)
      if (!current.where.some((one) => same(one, condition)))
        attempt({ ...current, where: [...current.where, condition] });
    if (scope.when) attempt({ ...current, when: scope.when });
    if (scope.against && current.against === null) attempt({ ...current, against: scope.against });
  }
  return { reading: current, refused };
}

/**
 * A scope as a reading, so that the grammar and the edits of readings work on it. It stands for tiles that have periods of their
 * own, so it has a time breakdown: a comparison said without a period is then not given one.
 */
function readingOf(scope: Scope, ready: ReadyModel): Reading {
  return { ...EMPTY_READING, shown: [plain(ready.model.defaultMeasure)], by: TILES_OWN_TIME, ...scope };
}

const TILES_OWN_TIME: Reading['by'] = [{ kind: 'time', grain: 'month' }];

/** The part of a scope that the model has, as the person may know it. */
function known(scope: Scope, ready: ReadyModel): Scope {
  return missingFrom(scope, ready.model) === null ? ready.sight.narrowing(scope) : EMPTY;
}

const scopeOf = ({ where, when, against }: Reading): Scope => ({ where, when, against });

export type ScopeChange =
  | { readonly ok: true; readonly scope: Scope; readonly notes: readonly Note[] }
  | {
      readonly ok: false;
      readonly outcome: 'choose' | 'unclear';
      readonly notes: readonly Note[];
      readonly options: readonly { label: string; scope: Scope | null; text?: string }[];
    };

/** "only Outer Isles, last quarter, vs last year": words that narrow a board. */
export async function refinedByWords(
  text: string,
  scope: Scope,
  ready: ReadyModel,
  reader: Reader,
): Promise<ScopeChange> {
  const before = readingOf(known(scope, ready), ready);
  const result = await reader.read(text, ready, before);
  if (result.outcome === 'move') return { ok: true, scope: { where: [], when: null, against: null }, notes: [] };
  if (result.reading === null)
    return {
      ok: false,
      outcome: result.outcome === 'choose' ? 'choose' : 'unclear',
      notes: result.notes,
      options: result.options.map((option) => ({
        label: option.reading ? scopeLabel(scopeOf(option.reading), ready) : option.label,
        scope: option.reading ? scopeOf(option.reading) : null,
        ...(option.text === undefined ? {} : { text: option.text }),
      })),
    };
  const { reading } = result;
  const beyond =
    !same(reading.shown, before.shown) ||
    !same(reading.by, before.by) ||
    reading.rank !== null ||
    reading.ahead !== null ||
    reading.order !== null ||
    reading.view !== null ||
    reading.explain !== undefined ||
    result.analysis !== undefined;
  if (beyond)
    return {
      ok: false,
      outcome: 'unclear',
      options: [],
      notes: [
        {
          kind: 'unclear',
          text: 'A board is narrowed by members, periods and comparisons. To change what a tile shows, choose “Ask from here” on the tile.',
        },
      ],
    };
  return { ok: true, scope: restored(scope, scopeOf(reading), ready.sight), notes: result.notes };
}

export function refinedByEdits(edits: readonly Edit[], scope: Scope, ready: ReadyModel): ScopeChange {
  const edited = applyEdits(readingOf(known(scope, ready), ready), edits, ready.model);
  if (!edited.ok)
    return { ok: false, outcome: 'unclear', options: [], notes: [{ kind: 'unclear', text: edited.reason }] };
  return { ok: true, scope: restored(scope, scopeOf(edited.reading), ready.sight), notes: [] };
}

const PARTS = new Set(['where', 'when', 'against']);

/** The phrases of a scope, without the measure that only stands in for one. */
export function scopePhrases(scope: Scope, ready: ReadyModel): Phrase[] {
  return sentenceOf(readingOf(known(scope, ready), ready), ready.naming, ready.calendar).phrases.filter((phrase) =>
    PARTS.has(phrase.part),
  );
}

export function scopeLabel(scope: Scope, ready: ReadyModel): string {
  const phrases = scopePhrases(scope, ready);
  return phrases.length === 0
    ? 'everything'
    : phrases.map((phrase, index) => (index === 0 ? phrase.text : `${leadOf(phrase.part)}${phrase.text}`)).join('');
}
