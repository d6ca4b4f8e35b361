/**
 * Free words → plain words. What only surrounds a question is left out, everyday phrases are put as the grammar knows them,
 * and what a message does with its constituents is said in one way. Words that stand for things keep their places in the text.
 */
import { Chart } from '../grammar/chart';
import { GRAMMAR } from '../grammar/grammar';
import { SMALL } from '../grammar/readers';
import type { Question } from '../question';
import { nameWords, tokenise, type Token } from '../tokens';
import { FormIndex, formOf, match, passesOverName, type Form, type Match, type Situated } from './form';
import { CLASSES } from './classes';
import { PHRASES } from './phrases';
import { QUESTIONS } from './questions';
import { AFTER, BEFORE } from './surround';
import { TURNS } from './turns';

/** A token, with the tokens of the question it stands for; of what is left out, and of what is put in, none. */
export interface PlainToken extends Token {
  readonly of: number | null;
}

/** A question in plain words. */
export interface Plain {
  readonly tokens: readonly PlainToken[];
  /** How many words of forms were met on the way: the more, the surer. */
  readonly met: number;
  /** Whether it is what is meant even where the words can be read as they stand. */
  readonly sure: boolean;
}

interface Wording {
  readonly sure: boolean;
  readonly form: Form;
  readonly plain: readonly (Token | { readonly slot: string })[];
}

/**
 * Lines of “form => plain words”; empty ones and those that begin with # say nothing. One that begins with ! holds
 * even where the words can be read as they stand.
 */
function wordingsOf(text: string): Wording[] {
  return linesOf(text).map((line): Wording => {
    const sure = line.startsWith('! ');
    const [form = '', plain = ''] = line.slice(sure ? 2 : 0).split(' => ');
    return { sure, form: formOf(form, CLASSES), plain: templateOf(plain) };
  });
}

const templateOf = (text: string): Wording['plain'] =>
  (text.match(/\{\w+\}|[^{}]+/g) ?? []).flatMap((piece): readonly (Token | { readonly slot: string })[] =>
    piece.startsWith('{') ? [{ slot: piece.slice(1, -1) }] : tokenise(piece),
  );

const SURROUND = { before: formsOf(BEFORE), after: formsOf(AFTER) };
const WORDINGS = { inline: wordingsOf(PHRASES), first: wordingsOf(QUESTIONS), next: wordingsOf(TURNS) };
const INDEX = {
  before: new FormIndex(SURROUND.before),
  after: new FormIndex(SURROUND.after),
  inline: new FormIndex(WORDINGS.inline),
  first: new FormIndex(WORDINGS.first),
  next: new FormIndex([...WORDINGS.next, ...WORDINGS.first]),
};

function linesOf(text: string): string[] {
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '' && !line.startsWith('#'));
}

function formsOf(text: string): { readonly form: Form }[] {
  return linesOf(text).map((line) => ({ form: formOf(line, CLASSES) }));
}

/** Words of wordings, which are never misspelt names. */
export const WORDING_WORDS: ReadonlySet<string> = new Set(
  [SURROUND, WORDINGS].flatMap((kinds) =>
    Object.values(kinds).flatMap((some) => some.flatMap(({ form }) => [...form.words])),
  ),
);

/** Acts are put in plain words at most so often: “could you put X next to it” by leaving out and by the act. */
const DEEPEST = 3;
const MOST_KEPT = 6;
/** Longer messages are read as they stand. */
const LONGEST = 70;
/** So long a message may hold several acts that are each put in plain words. */
const LONGEST_OF_SEVERAL = 26;
/** Over all forms and plain forms of a question; usual ones take some hundreds. */
const MOST_STEPS = 60_000;

/**
 * The plain forms of a question, the likeliest first; none where it is plain already.
 * @param question its tokens read as names
 * @param before the words of the sentence it follows; null where it follows none
 * @param again a question of other tokens of the same model
 */
export function plainForms(
  question: Question,
  before: ReadonlySet<string> | null,
  again: (tokens: readonly Token[]) => Question,
): Plain[] {
  if (question.tokens.length > LONGEST) return [];
  const steps = { left: MOST_STEPS };
  const tokens = question.tokens.map((token, of): PlainToken => ({ ...token, of }));
  const found = new Map<string, Plain>();
  const itself = worded(tokens);
  const keep = (plain: Plain): boolean => {
    const key = worded(plain.tokens);
    if (plain.tokens.length === 0 || key === itself) return false;
    const there = found.get(key);
    // two ways may lead to the same words: the surer counts
    if (there === undefined || (plain.sure && !there.sure)) found.set(key, plain);
    return there === undefined;
  };
  const step = (plain: Plain, depth: number): void => {
    const { tokens: now, met, sure } = plain;
    const after = (one: Plain): Plain => ({ tokens: one.tokens, met: met + one.met, sure: sure || one.sure });
    const situated = situatedAt(again(now), steps);
    const core = withoutSurround(now, situated);
    if (core.length < now.length) {
      // what only surrounds a first question is no part of it, however it can be read; “show me those” may follow something
      const bare = { ...plain, tokens: core, sure: sure || (met === 0 && before === null) };
      if (keep(bare) && depth < DEEPEST) step({ ...plain, tokens: core }, depth + 1);
    }
    const inline = phrased(now, situated);
    if (inline !== null) {
      if (keep(after(inline)) && depth < DEEPEST + 3) step(after(inline), depth + 1);
    }
    const acts = actsOf(now, situated, before);
    const several =
      before !== null && acts.length === 0 && now.length <= LONGEST_OF_SEVERAL
        ? severalActs(now, (part) => actsOf(part, situatedAt(again(part), steps), before))
        : [];
    for (const acted of [...acts, ...several].slice(0, MOST_KEPT))
      if (keep(after(acted)) && depth < DEEPEST) step(after(acted), depth + 1);
  };
  step({ tokens, met: 0, sure: false }, 0);
  const byMet = [...found.values()].sort((a, b) => b.met - a.met);
  const bare = byMet.filter(({ sure, met }) => sure && met === 0);
  if (bare.length === 0) return byMet;
  // within courtesies as without them: a wording that goes before goes before, then what is left is read as it stands
  const goesBefore = ({ sure, met }: Plain) => sure && met > 0;
  return [...byMet.filter(goesBefore), ...bare, ...byMet.filter((one) => !goesBefore(one) && !bare.includes(one))];
}

const worded = (tokens: readonly Token[]): string => tokens.map((token) => token.word).join(' ');

/** Where in a question names of the model, numbers, quoted words and periods stand. */
export function contentOf(question: Question): readonly number[] {
  const { isContent } = situatedAt(question, { left: MOST_STEPS });
  return question.tokens.flatMap((_token, at) => (isContent(at) ? [at] : []));
}

/** `{x:Count}`: how many, and no year. */
const MOST_COUNTED = 500;

function situatedAt(question: Question, steps: Situated['steps']): Situated {
  const chart = new Chart(GRAMMAR, question.tokens, question);
  const content = new Map<number, boolean>();
  return {
    steps,
    tokens: question.tokens,
    ends: (category, start) =>
      category === 'Count'
        ? chart.items('Number', start).flatMap(({ end, value }) => (Number(value) <= MOST_COUNTED ? [end] : []))
        : [...new Set(chart.items(category, start).map((item) => item.end))],
    isName: (at) =>
      question
        .namesAt(at)
        .some(({ match: found, cost }) => cost === 0 && (found.by === 'name' || found.by === 'synonym')),
    isContent: (at) => {
      const there = content.get(at);
      if (there !== undefined) return there;
      const token = question.tokens[at];
      const is =
        token?.kind === 'number' ||
        token?.kind === 'quoted' ||
        chart.items('Period', at).length > 0 ||
        isNamed(question, at);
      content.set(at, is);
      return is;
    },
  };
}

/** Is a word, alone or with those after it, a name of the model? */
const isNamed = (question: Question, at: number): boolean =>
  question.namesAt(at).some(({ match: found, cost }) => cost < 0.5 && found.named.kind !== 'fact');

/** Without what stands around it, at both ends, as long as there is any. */
function withoutSurround(tokens: readonly PlainToken[], situated: Situated): readonly PlainToken[] {
  const words = new Set(tokens.map((token) => token.word));
  const [before, after] = [INDEX.before.possible(words), INDEX.after.possible(words)];
  let [start, end] = [0, tokens.length];
  for (let changed = true; changed;) {
    changed = false;
    for (const { form } of before) {
      const found = match(form, situated, start, null);
      if (found !== null && found.end < end && !passesOverName(found, start, situated)) {
        start = found.end;
        changed = true;
      }
    }
    for (const { form } of after) {
      for (let at = Math.max(start + 1, end - 12); at < end; at += 1) {
        const found = match(form, situated, at, end);
        if (found === null || passesOverName(found, at, situated)) continue;
        end = at;
        changed = true;
        break;
      }
    }
    while (end > start + 1 && tokens[end - 1]?.kind === 'comma') end -= 1;
    while (start < end - 1 && tokens[start]?.kind === 'comma') start += 1;
  }
  return tokens.slice(start, end);
}

/** With everyday phrases put plainly, wherever they stand; null where there are none. */
function phrased(tokens: readonly PlainToken[], situated: Situated): Plain | null {
  const words = new Set(tokens.map((token) => token.word));
  const result: PlainToken[] = [];
  let [met, sure] = [0, false];
  const possible = INDEX.inline.possible(words);
  if (possible.length === 0) return null;
  for (let at = 0; at < tokens.length;) {
    let best: { readonly wording: Wording; readonly found: Match } | null = null;
    for (const wording of possible) {
      const found = match(wording.form, situated, at, null);
      if (found === null || found.words <= (best?.found.words ?? 0) || passesOverName(found, at, situated)) continue;
      best = { wording, found };
    }
    if (best === null) {
      result.push(tokens[at] as PlainToken);
      at += 1;
      continue;
    }
    result.push(...written(best.wording, best.found, tokens, at));
    met += best.found.words;
    sure ||= best.wording.sure;
    at = best.found.end;
  }
  return met === 0 ? null : { tokens: result, met, sure };
}

/** What the whole message may do, in plain words. */
function actsOf(tokens: readonly PlainToken[], situated: Situated, before: ReadonlySet<string> | null): Plain[] {
  const words = new Set(tokens.map((token) => token.word));
  return INDEX[before === null ? 'first' : 'next']
    .possible(words)
    .flatMap((wording) => {
      const found = match(wording.form, situated, 0, tokens.length);
      return found === null || !leavesOutWhatIsThere(wording, found, tokens, before)
        ? []
        : [{ tokens: written(wording, found, tokens, 0), met: found.words, sure: wording.sure }];
    })
    .sort((a, b) => b.met - a.met || Number(b.sure) - Number(a.sure));
}

/**
 * What plain words leave out of what was named (“X instead of Y”) has to be in the sentence before. A period or a count for
 * which another is put need not be: there is but one.
 */
function leavesOutWhatIsThere(
  { plain }: Wording,
  { slots }: Match,
  tokens: readonly PlainToken[],
  before: ReadonlySet<string> | null,
): boolean {
  const isPut = (category: string) => plain.some((one) => 'slot' in one && slots.get(one.slot)?.category === category);
  return [...slots].every(
    ([name, { start, end, category }]) =>
      plain.some((one) => 'slot' in one && one.slot === name) ||
      ((category === 'Period' || category === 'Count') && isPut(category)) ||
      tokens
        .slice(start, end)
        .flatMap(({ word, value = SMALL[word] }) => nameWords(value === undefined ? word : String(value)))
        .every((word) => before?.has(word) ?? false),
  );
}

/** Two acts in one message, each in plain words: “drop X and show the rest as percentages”. */
function severalActs(tokens: readonly PlainToken[], acts: (part: readonly PlainToken[]) => readonly Plain[]): Plain[] {
  return tokens
    .flatMap((token, at): Plain[] => {
      if (at === 0 || at === tokens.length - 1 || !(token.kind === 'comma' || BETWEEN.has(token.word))) return [];
      const halves = [tokens.slice(0, at), tokens.slice(at + 1)].map((part): Plain => {
        const begun = part.findIndex((one) => one.kind !== 'comma' && !BETWEEN.has(one.word));
        const said = part.slice(Math.max(0, begun));
        return acts(said)[0] ?? { tokens: said, met: 0, sure: false };
      });
      const [first, second] = halves as [Plain, Plain];
      return first.met + second.met === 0 || first.tokens.length === 0 || second.tokens.length === 0
        ? []
        : [
            {
              tokens: [...first.tokens, { ...token, word: ',', kind: 'comma', of: null }, ...second.tokens],
              met: first.met + second.met,
              sure: first.sure || second.sure,
            },
          ];
    })
    .sort((a, b) => b.met - a.met);
}
const BETWEEN: ReadonlySet<string> = new Set(['and', 'then', 'but', 'also', 'plus']);

/** The plain words of a wording, with the words of its slots. */
function written({ plain }: Wording, { slots }: Match, tokens: readonly PlainToken[], at: number): PlainToken[] {
  const place = tokens[at] as PlainToken;
  return plain.flatMap((one): PlainToken[] => {
    if (!('slot' in one)) return [{ ...one, start: place.start, end: place.end, of: null }];
    const span = slots.get(one.slot);
    return span === undefined ? [] : tokens.slice(span.start, span.end);
  });
}
