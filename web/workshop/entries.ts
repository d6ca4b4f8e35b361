/** The entries of the glossary: terms that people taught, and the other names that the model itself has. */
import type { TermView } from '@zud/core/contract/terms';
import type { ModelView } from '../app/api';

export interface Entry {
  readonly key: string;
  readonly head: string;
  readonly kind: string;
  readonly means: string;
  /** Who taught it, and how often it is used. */
  readonly about: string;
  /** Null for a name of the model's own. */
  readonly term: TermView | null;
}

const KINDS: Readonly<Record<TermView['kind'], string>> = {
  name: 'name',
  calculation: 'calculation',
  members: 'members',
  condition: 'condition',
  set: 'set by condition',
  rank: 'rank',
  period: 'period',
  breakdown: 'breakdown',
  question: 'question',
};

const dayOf = (moment: string): string =>
  new Date(moment).toLocaleDateString(undefined, { day: 'numeric', month: 'long' });

function aboutTerm({ by, mine, state, for: whom, at, decidedAt, times, people }: TermView): string {
  const who = mine ? 'you' : by;
  const used =
    times === 0
      ? ''
      : ` · used ${times} ${times === 1 ? 'time' : 'times'} by ${people} ${people === 1 ? 'person' : 'people'}`;
  if (state === 'proposed') return `proposed by ${who}, ${dayOf(at)}${used}`;
  if (state === 'declined') return `taught by ${who}, declined for others${used}`;
  return `taught by ${who}${whom === 'me' ? '' : `, accepted ${dayOf(decidedAt ?? at)}`}${used}`;
}

/** In the order of the alphabet. */
export function entriesOf(terms: readonly TermView[], model: ModelView | undefined): Entry[] {
  const own = (model?.glossary ?? []).map(({ term, means }): Entry => ({
    key: `model ${term}`,
    head: term,
    kind: 'name',
    means: nameOf(means, model),
    about: 'from the model',
    term: null,
  }));
  const taught = terms.map((term): Entry => ({
    key: term.id,
    head: term.term,
    kind: `${KINDS[term.kind]}${term.for === 'me' ? ', for you' : term.for === 'everyone' ? '' : `, for ${term.for}`}`,
    means: capital(term.means),
    about: aboutTerm(term),
    term,
  }));
  return [...own, ...taught].sort((a, b) => a.head.localeCompare(b.head, undefined, { sensitivity: 'base' }));
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

function nameOf(id: string, model: ModelView | undefined): string {
  const levels = model?.dimensions.flatMap((dimension) => dimension.levels) ?? [];
  return model?.measures.find((one) => one.id === id)?.name ?? levels.find((one) => one.id === id)?.name ?? capital(id);
}

/** @example firstLetter('the soft opening') // 'S': an article is no head of an entry */
export function firstLetter(head: string): string {
  const [letter] = head.replace(/^(the|a|an) /i, '');
  return letter === undefined || !/\p{L}/u.test(letter) ? '#' : letter.normalize('NFKD').charAt(0).toUpperCase();
}
