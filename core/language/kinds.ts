/** "who" and "where" ask for people and places. Where a model knows several kinds of them equally well, each is a reading of its own, for the person to choose. */
import { factHasLevel, factsOf, type LevelEntry, type Model } from '../model/model';
import { byLevel, same, type Breakdown, type Reading } from '../reading/schema';
import type { Intent } from './intent';
import { isAgent } from './names/derived';
import type { Question } from './question';
import { nameWords, singular, type Token } from './tokens';

export type Kind = 'person' | 'place';

/** What kind of members the words ask for without saying which; null where they ask for none. */
export function kindAskedFor(intents: readonly Intent[]): Kind | null {
  for (const edit of intents.flatMap(({ edits }) => edits)) {
    const kind =
      edit.do === 'kindRank' || edit.do === 'kindOfLevel'
        ? edit.kind
        : edit.do === 'saidChangeRank' || edit.do === 'saidMeasureTest'
          ? edit.ofKind
          : undefined;
    if (kind === 'person' || kind === 'place') return kind;
  }
  return null;
}

/** The levels whose members do what a verb says: of “bought”, the buyers. */
export function doersOf(verb: string, model: Model): readonly LevelEntry[] {
  let known = DOERS.get(model);
  if (known === undefined) DOERS.set(model, (known = new Map()));
  const there = known.get(verb);
  if (there !== undefined) return there;
  const found = [...model.levels.values()].filter(({ level }) =>
    [level.name, ...level.synonyms].some((name) => isAgent(singular(nameWords(name).at(-1) ?? ''), verb)),
  );
  if (known.size >= KEPT_VERBS) known.clear();
  known.set(verb, found);
  return found;
}
/** Analysed-up verbs of each model: the same words come again with each key press. */
const DOERS = new WeakMap<Model, Map<string, readonly LevelEntry[]>>();
const KEPT_VERBS = 5000;

/** “who bought the most” asks for buyers: the level that the verb after “who” speaks of; null where it speaks of none, or of several. */
export function doerIn(tokens: readonly Token[], model: Model): string | null {
  const who = tokens.findIndex((token) => token.word === 'who');
  if (who < 0) return null;
  const verb = tokens.slice(who + 1).find((token) => !AUXILIARIES.has(token.word));
  const [only, second] = verb === undefined ? [] : doersOf(verb.word, model);
  return only !== undefined && second === undefined ? only.level.id : null;
}
const AUXILIARIES: ReadonlySet<string> = new Set(['has', 'have', 'had', 'did', 'does', 'do']);

/** A reading, and how much less likely it is than the likeliest. */
export interface AboutKind {
  readonly reading: Reading;
  readonly cost: number;
}

/** What is further from the facts is less likely to be meant: captains sail, managers of ports only belong to where they sail from. */
const FURTHER = 0.3;

/**
 * The reading, and it with the levels of that kind of other dimensions, as far as all its facts know them, in the place of the one it was settled for.
 * @param before a dimension that was spoken of there is the one that is meant
 * @param doer the level that the words speak of without naming it; where it is shown, it is meant
 */
export function aboutKind(
  kind: Kind,
  reading: Reading,
  before: Reading | null,
  model: Model,
  doer: string | null,
): AboutKind[] {
  const all = [...model.levels.values()].filter(({ level }) => level.kind === kind);
  const asked = all.find(({ level }) => reading.by.some((one) => same(one, byLevel(level.id))));
  const spokenOf = new Set(levelsIn(before).flatMap((id) => model.levels.get(id)?.dimension.id ?? []));
  const calculations = [...reading.shown.map((one) => one.calculation), ...(reading.rank?.by ? [reading.rank.by] : [])];
  const facts = calculations.flatMap((one) => factsOf(model, one));
  if (
    asked === undefined ||
    spokenOf.has(asked.dimension.id) ||
    reading.by.some((one) => doer !== null && same(one, byLevel(doer)))
  )
    return [{ reading, cost: 0 }];
  const distance = ({ source }: LevelEntry) =>
    Math.max(0, ...facts.map((fact) => model.joinsTo(model.facts.get(fact)?.table ?? '', source.table)?.length ?? 0));
  const shown = new Set(levelsIn(reading).flatMap((id) => model.levels.get(id)?.dimension.id ?? []));
  // the coarsest of each dimension stands for it
  const others = all.filter(
    (entry, index) =>
      !shown.has(entry.dimension.id) &&
      facts.every((fact) => factHasLevel(model, fact, entry.level.id)) &&
      all.findIndex((one) => one.dimension.id === entry.dimension.id) === index,
  );
  const nearest = Math.min(...[asked, ...others].map(distance));
  return [asked, ...others].map((entry) => ({
    reading: entry === asked ? reading : withLevel(reading, asked.level.id, entry.level.id),
    cost: distance(entry) > nearest ? FURTHER : 0,
  }));
}

/** The levels that a reading speaks of. */
function levelsIn(reading: Reading | null): string[] {
  return reading === null
    ? []
    : [
        ...reading.by.flatMap((one) => (one.kind === 'level' ? [one.level] : [])),
        ...reading.where.flatMap((one) => (one.kind === 'members' ? [one.level] : [])),
      ];
}

/** A reading with a level in the place of another. */
function withLevel(reading: Reading, old: string, level: string): Reading {
  const key = <K extends Breakdown>(one: K): K => (same(one, byLevel(old)) ? ({ ...one, level } as K) : one);
  return {
    ...reading,
    by: reading.by.map(key),
    rank: reading.rank === null ? null : { ...reading.rank, of: key(reading.rank.of) },
    where: reading.where.map((one) => (one.kind === 'measure' ? { ...one, at: key(one.at) } : one)),
  };
}

/** Does a word go with the noun before it, as “who” does in “passengers who …”, rather than ask? */
export function isRelative(word: string, question: Question): boolean {
  const at = question.tokens.findIndex((token) => token.word === word);
  return at > 0 && question.namesAt(at - 1).some(({ end }) => end === at);
}

const BEING: ReadonlySet<string> = new Set(['is', 'are', 'was', 'were']);
const ARTICLES: ReadonlySet<string> = new Set(['the', 'our', 'my', 'their']);

/** “who are our top customers”, where customers are only counted, asks for them by name: they are no measure of other people. */
export function asksWhichPeople(question: Question): boolean {
  const { tokens } = question;
  return tokens.some((_token, index) => {
    const before = ARTICLES.has(tokens[index - 1]?.word ?? '') ? index - 2 : index - 1;
    if (!BEING.has(tokens[before]?.word ?? '') || tokens[before - 1]?.word !== 'who') return false;
    return question
      .namesAt(index + 1)
      .some(
        ({ match }) =>
          match.named.kind === 'measure' &&
          ['count', 'distinct'].includes(question.model.measures.get(match.named.id)?.kind ?? ''),
      );
  });
}
