/** "who" asks for people. Where a model knows several kinds of them equally well, each is a reading of its own, for the person to choose. */
import { factHasLevel, factsOf, type LevelEntry, type Model } from '../model/model';
import { byLevel, same, type Breakdown, type Reading } from '../reading/schema';
import type { Intent } from './intent';
import type { Question } from './question';

/** Do the words ask for people without saying which? */
export function asksForPeople(intents: readonly Intent[]): boolean {
  return intents.some(({ edits }) => edits.some((edit) => ((edit.do === 'kindRank' || edit.do === 'kindOfLevel') && edit.kind === 'person') || ((edit.do === 'saidChangeRank' || edit.do === 'saidMeasureTest') && edit.ofKind === 'person')));
}

/** A reading, and how much less likely it is than the likeliest. */
export interface AboutPeople {
  readonly reading: Reading;
  readonly cost: number;
}

/** What is further from the facts is less likely to be meant: captains sail, managers of ports only belong to where they sail from. */
const FURTHER = 0.3;

/**
 * The reading, and it with each other kind of people that all its facts know in the place of the one it was settled for.
 * @param before a level that was spoken of there is the one that is meant
 */
export function aboutPeople(reading: Reading, before: Reading | null, model: Model): AboutPeople[] {
  const people = [...model.levels.values()].filter(({ level }) => level.kind === 'person');
  const asked = people.find(({ level }) => reading.by.some((one) => same(one, byLevel(level.id))));
  if (asked === undefined || before?.by.some((one) => one.kind === 'level' && one.level === asked.level.id)) return [{ reading, cost: 0 }];
  const calculations = [...reading.shown.map((one) => one.calculation), ...(reading.rank?.by ? [reading.rank.by] : [])];
  const facts = calculations.flatMap((one) => factsOf(model, one));
  const distance = ({ source }: LevelEntry) => Math.max(0, ...facts.map((fact) => model.joinsTo(model.facts.get(fact)?.table ?? '', source.table)?.length ?? 0));
  // finer levels of the same people are no other kind
  const others = people.filter(({ level, dimension }) => dimension.id !== asked.dimension.id && facts.every((fact) => factHasLevel(model, fact, level.id)) && !reading.by.some((one) => same(one, byLevel(level.id))));
  const nearest = Math.min(...[asked, ...others].map(distance));
  return [asked, ...others].map((entry) => ({ reading: entry === asked ? reading : withLevel(reading, asked.level.id, entry.level.id), cost: distance(entry) > nearest ? FURTHER : 0 }));
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

const BEING: ReadonlySet<string> = new Set(['is', 'are', 'was', 'were']);
const ARTICLES: ReadonlySet<string> = new Set(['the', 'our', 'my', 'their']);

/** “who are our top customers”, where customers are only counted, asks for them by name: they are no measure of other people. */
export function asksWhichPeople(question: Question): boolean {
  const { tokens } = question;
  return tokens.some((_token, index) => {
    const before = ARTICLES.has(tokens[index - 1]?.word ?? '') ? index - 2 : index - 1;
    if (!BEING.has(tokens[before]?.word ?? '') || tokens[before - 1]?.word !== 'who') return false;
    return question.namesAt(index + 1).some(({ match }) => match.named.kind === 'measure' && ['count', 'distinct'].includes(question.model.measures.get(match.named.id)?.kind ?? ''));
  });
}
