/** Grammar of ranks and order. */
import { measureOf, type Calculation } from '../../model/calculation';
import { rowColumnOf } from '../../model/model';
import { byLevel, type Key } from '../../reading/schema';
import { followUp, intent, refused, type Intent, type SaidEdit, type SaidPeriod, type Sense } from '../intent';
import type { Question } from '../question';
import { asksWhichPeople } from '../kinds';
import { PLACES, worthOf } from '../settling/lengths';
import { isBareHour, isCounted } from './breakdowns';
import { longestOf } from './calculations';
import { HARMLESS } from './harmless';
import type { Parts, Rule } from './rule';

/** What follows "top 5 routes": by which measure, inside which level, with the rest as one, with the first marked. */
interface RankTail {
  readonly by?: Calculation;
  readonly on?: 'difference' | 'percent';
  /** By how much it fell: the most at the top. */
  readonly falls?: true;
  readonly within?: Key;
  readonly others?: true;
  readonly marked?: true;
}

export const tailOf = (parts: Parts): RankTail => (parts['RankTail'] as RankTail | undefined) ?? {};
/** The parts of a tail as one; null where one is said twice. */
function merged(parts: Parts): RankTail | null {
  const all = ['first', 'second', 'third', 'fourth'].flatMap((name) =>
    parts[name] === undefined ? [] : [parts[name] as RankTail],
  );
  const said = all.flatMap((part) => Object.keys(part));
  return new Set(said).size < said.length ? null : all.reduce((together, part) => ({ ...together, ...part }), {});
}

/** “By revenue growth” shows revenue, and ranks by how it changed. */
const shownFor = ({ on, by }: RankTail): SaidEdit[] =>
  on === undefined || by === undefined
    ? []
    : [{ do: 'show', how: 'replace', shown: [{ calculation: by, transform: null }] }];
const rankedBySaid = ({ on, by }: RankTail): Calculation | undefined => (on === undefined ? by : undefined);

/** “Top 5 by drop”, and the worst of them, are those that fell most; what the bottom of drops is, is not clear. */
const senseOf = (sense: Sense, { falls }: RankTail): Sense | null =>
  falls === undefined ? sense : sense === 'top' || sense === 'worst' ? 'bottom' : null;
const UNCLEAR_FALL = 'Those that fell least, or those that rose? Say “top … by drop” or “top … by growth”.';

export function rank(parts: Parts, count: number, percent = false): Intent | null {
  if (!Number.isInteger(count) || count < 1 || count > 10_000) return null;
  const tail = tailOf(parts);
  const sense = senseOf(parts['Sense'] as Sense, tail);
  if (sense === null) return refused(UNCLEAR_FALL);
  return intent(...shownFor(tail), {
    do: 'saidRank',
    sense,
    ...(tail.on === undefined ? {} : { on: tail.on }),
    rank: {
      count,
      percent,
      of: (parts['Key'] as Key | undefined) ?? null,
      by: rankedBySaid(tail) ?? (parts['Calculation'] as Calculation | undefined) ?? null,
      within: tail.within ?? null,
      others: tail.others ?? false,
      marked: tail.marked ?? false,
    },
  });
}

const ranked = (parts: Parts) => rank(parts, parts['Number'] as number);
const share = (parts: Parts) => rank(parts, parts['Percent'] as number, true);
/** No number is ten. */
export const ten = (parts: Parts) => rank(parts, 10);
/** One is asked for: it is shown beside the next nine, and marked. */
export const first = (sense: Sense | null) => (parts: Parts) =>
  rank({ ...parts, ...(sense === null ? {} : { Sense: sense }), RankTail: { ...tailOf(parts), marked: true } }, 10);
/** One of each (“which month had the most joiners in each region”): there is no next nine to set it beside. */
const firstOfEach = (parts: Parts) => rank({ ...parts, RankTail: parts['RankEach'] }, 1);
const said = (sense: Sense) => (parts: Parts) => rank({ ...parts, Sense: sense }, parts['Number'] as number);

/** Is “most” at a place part of “at most 2 %”? */
function isBoundInPercent({ tokens }: Question, at: number): boolean {
  if (tokens[at - 1]?.word !== 'at') return false;
  const [number, unit] = [tokens[at + 1]?.text ?? '', tokens[at + 2]?.word ?? ''];
  return number.endsWith('%') || ['%', 'percent', 'per'].includes(unit);
}

const HAS =
  '(with|has|had|have|carried|made|makes|having|got|gets|sold|brought|brings|generated|generates|sees|saw|with the|carries|carry|shows|showed|is with|are with|do|did|runs|ran)';
const MOST = '(most|highest|largest|biggest|greatest|top|longest|slowest)';
const LEAST = '(fewest|least|lowest|smallest|shortest|fastest|quickest)';

export const RANK_RULES: readonly Rule<Question>[] = [
  {
    gives: 'Sense',
    form: '(top|highest|largest|biggest|busiest|most common|commonest|most frequent|greatest|leading|most popular|most important|top ranking|highest ranking|longest|slowest|heaviest|dearest|most expensive|deepest|tallest|warmest|hottest|oldest|fullest)',
    means: () => 'top',
  },
  {
    gives: 'Sense',
    form: '(bottom|lowest|smallest|quietest|least common|rarest|least frequent|fewest|least popular|last placed|lowest ranking|shortest|fastest|quickest|lightest|cheapest|least expensive|shallowest|coldest|youngest|emptiest)',
    means: () => 'bottom',
  },
  // “at most 2 %” is a bound; “at most 5 routes” are no more than five of them
  {
    gives: 'Sense',
    form: 'most',
    means: (_p, q) => (q.tokens.some((token, at) => token.word === 'most' && !isBoundInPercent(q, at)) ? 'top' : null),
  },
  // “at least 14 days” is a bound
  {
    gives: 'Sense',
    form: 'least',
    means: (_p, q) =>
      q.tokens.some((token, at) => token.word === 'least' && q.tokens[at - 1]?.word !== 'at') ? 'bottom' : null,
  },
  {
    gives: 'Sense',
    form: '(best|strongest|best selling|bestselling|top selling|best performing|finest|most successful|healthiest)',
    means: () => 'best',
  },
  {
    gives: 'Sense',
    form: '(worst|weakest|poorest|poor|worst selling|slowest selling|worst performing|poorest performing|least successful)',
    means: () => 'worst',
  },
  {
    gives: 'RankBy',
    form: '(by|in|for|with most|with highest|in terms of|with|on|according to|measured by|ranked by|based on|when ranked by|judged by|of) {Calculation}',
    means: (p) => ({ by: p['Calculation'] }),
  },
  {
    gives: 'RankBy',
    form: '(by|in|for|in terms of|with|according to) {Measure} (per|a) {Unit}',
    means: (p, q) =>
      ['sum', 'count'].includes(q.model.measures.get(p['Measure'] as string)?.kind ?? '')
        ? { by: { kind: 'perPeriod', grain: p['Unit'], measure: p['Measure'] } }
        : null,
    cost: -0.3,
  },
  {
    gives: 'RankBy',
    form: '(by|in terms of|according to|ranked by|measured by) {ChangePart}',
    means: (p) => ({ on: p['ChangePart'] }),
    cost: -0.05,
  },
  {
    gives: 'RankBy',
    form: '(by|in terms of|according to|ranked by|measured by) ({Calculation} {ChangePart}|{ChangePart} (in|of) {Calculation})',
    means: (p) => ({ on: p['ChangePart'], by: p['Calculation'] }),
    cost: -0.4,
  },
  {
    gives: 'RankBy',
    form: '(by|in terms of|according to|ranked by|measured by) {FallPart}',
    means: (p) => ({ on: p['FallPart'], falls: true }),
    cost: -0.05,
  },
  {
    gives: 'RankBy',
    form: '(by|in terms of|according to|ranked by|measured by) ({Calculation} {FallPart}|{FallPart} (in|of) {Calculation})',
    means: (p) => ({ on: p['FallPart'], by: p['Calculation'], falls: true }),
    cost: -0.4,
  },
  {
    gives: 'RankEach',
    form: 'per {Key}',
    means: (p, q) => (isBareHour(p['Key'] as Key, q) ? null : { within: p['Key'] }),
  },
  {
    gives: 'RankEach',
    form: '(in each|within each|for each|in every|of each|for every|within every|on each|at each) {Key}',
    means: (p) => ({ within: p['Key'] }),
  },
  { gives: 'RankEach', form: '(each|every) {Key}', means: (p) => ({ within: p['Key'] }), cost: 0.02 },
  { gives: 'RankWithin', form: '{RankEach}', means: (p) => p['RankEach'] },
  // “top 5 routes by month” is a line for each of five, who are chosen once; “in each month” chooses them anew
  {
    gives: 'RankWithin',
    form: 'by {Key}',
    means: (p, q) => ((p['Key'] as Key).kind === 'time' || isCounted(p['Key'] as Key, q) ? null : { within: p['Key'] }),
  },
  {
    gives: 'RankOthers',
    form: '[(with|and|plus|grouping|with all)] [the] (rest|others|everything else) [(as others|as one|together|grouped|as one row)]',
    means: () => ({ others: true }),
  },
  { gives: 'RankMark', form: 'marking first', means: () => ({ marked: true }) },
  ...['RankBy', 'RankWithin', 'RankOthers', 'RankMark'].map((part): Rule<Question> => ({
    gives: 'RankPart',
    form: `{${part}:part}`,
    means: (p) => p['part'],
    ...(part === 'RankWithin' ? { cost: 0.05 } : {}),
  })),
  { gives: 'RankTail', form: '{RankPart}', means: (p) => p['RankPart'] },
  { gives: 'RankTail', form: '{RankPart:first} {RankPart:second}', means: merged },
  { gives: 'RankTail', form: ', {RankOthers}', means: (p) => p['RankOthers'] },
  // after a comma, "by month" is how the answer is broken down
  ...['RankBy', 'RankEach', 'RankOthers', 'RankMark'].map((part): Rule<Question> => ({
    gives: 'RankTail',
    form: `{RankPart:first} , {${part}:second}`,
    means: merged,
  })),
  { gives: 'RankTail', form: '{RankPart:first} {RankPart:second} {RankPart:third} [{RankPart:fourth}]', means: merged },

  {
    gives: 'Intent',
    form: '{Sense} {Number} {Key} [{RankTail}]',
    means: ranked,
    cost: -0.1,
    examples: ['top 5 months'],
  },
  {
    gives: 'Intent',
    form: '{Sense} {Number} {Key} (only|alone)',
    means: ranked,
    cost: -0.15,
    examples: ['top 5 months only'],
  },
  { gives: 'Intent', form: 'who (is|are|was|were) {Sense} {Number} {Key} [{RankTail}]', means: ranked, cost: -0.3 },
  { gives: 'Intent', form: 'who (is|are|was|were) {Number} {Sense} {Key} [{RankTail}]', means: ranked, cost: -0.3 },
  { gives: 'Intent', form: 'who (is|are|was|were) {Sense} {Key} [{RankTail}]', means: ten, cost: -0.4 },
  {
    gives: 'Intent',
    form: '{Sense:first} and [the] {Sense:second} {Key} [{RankTail}]',
    means: bothEnds,
    cost: -0.2,
    examples: ['best and worst months'],
  },
  {
    gives: 'Intent',
    form: '{Sense:first} {Number} and [the] {Sense:second} [{Number:other}] {Key} [{RankTail}]',
    means: bothEnds,
    cost: -0.2,
    examples: ['top 5 and bottom 5 months'],
  },
  {
    gives: 'Intent',
    form: '(by|ranked by|and by|now by) {Calculation}',
    means: (p) => followUp({ do: 'rerank', by: p['Calculation'] as Calculation }),
    cost: 0.5,
  },
  {
    gives: 'Intent',
    form: '(which|what) {Key} (contribute|contributes|contributed|add|adds|added) [the] (most|least) to {Calculation}',
    means: (p, q) => first(q.tokens.some((token) => token.word === 'least') ? 'bottom' : 'top')(p),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '{Number} {Key} {RankEach} (with|having|that have|which have) [the] {Sense} {Calculation}',
    means: (p) => ranked({ ...p, RankTail: { ...(p['RankEach'] as object), by: p['Calculation'] } }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '{Number} {Sense} {Key} [{RankTail}]',
    means: ranked,
    cost: -0.1,
    examples: ['5 best months'],
  },
  {
    gives: 'Intent',
    form: '{Sense} {Fraction} [of] {Key} [{RankTail}]',
    means: (p) => share({ ...p, Percent: p['Fraction'] }),
    cost: -0.2,
    examples: ['bottom quartile of months'],
  },
  { gives: 'Fraction', form: '(quartile|quarter)', means: () => 25 },
  { gives: 'Fraction', form: 'decile', means: () => 10 },
  { gives: 'Fraction', form: '(half|50 percent)', means: () => 50 },
  { gives: 'Fraction', form: 'third', means: () => 100 / 3 },
  {
    gives: 'Intent',
    form: '{Sense} {Percent} [of] {Key} [{RankTail}]',
    means: share,
    cost: -0.1,
    examples: ['top 10% of months'],
  },
  {
    gives: 'Intent',
    form: '{Sense} {Number:Percent} (percent|per cent|%) [of] {Key} [{RankTail}]',
    means: share,
    cost: -0.1,
    examples: ['top 10 percent of months'],
  },
  {
    gives: 'Intent',
    form: '{Sense} [{Number}] {Measure:records} (by|in terms of|in|according to) {Measure}',
    means: (p, q) => extremeRecords(p, q),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[(list|show|show me)] [the] {Number} {Sense} {Measure:records} (by|in terms of|in|according to) {Measure}',
    means: (p, q) => extremeRecords(p, q),
    cost: -0.3,
  },
  ...PLACES.map((place): Rule<Question> => ({
    gives: 'Intent',
    form: '[(list|show|show me|what are|which are|which were|what were)] [the] [{Number}] (biggest|largest|highest|most valuable|most expensive|dearest|top) [{Number:number}] {Measure:records}',
    means: (p, q) => biggestRecords(p, q, place),
    cost: 0.1,
  })),
  {
    gives: 'Intent',
    form: '[(list|show|show me|give me)] [the] {Number} {Measure:records} (with|having|that have|that had) [the] {Sense} {Measure}',
    means: (p, q) => extremeRecords(p, q),
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: '[{Number}] (most|least) {Measure} {Measure:records}',
    means: (p, q) =>
      extremeRecords({ ...p, Sense: q.tokens.some((token) => token.word === 'least') ? 'bottom' : 'top' }, q),
    cost: -0.5,
  },
  {
    gives: 'Intent',
    form: '(on|in|at|for|from|by|with) (which|what) {Key} (mostly|mainly|chiefly|most)',
    means: (p) => first(null)({ ...p, Sense: 'top' }),
    cost: -0.1,
    examples: ['in which month mostly'],
  },
  {
    gives: 'Intent',
    form: '(peak|record) {One:Key} {RankEach}',
    means: (p) => firstOfEach({ ...p, Sense: 'top' }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(peak|record|top) {One:Key} [(for|of|in|by) {Calculation}]',
    means: (p) => first(null)({ ...p, Sense: 'top' }),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '{Sense} {AnyWord:rated} {One:Key} [{RankTail}]',
    means: (p, q) => rated(p, q, 'one'),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '[{Number}] {Sense} {AnyWord:rated} {Key} [{RankTail}]',
    means: (p, q) => rated(p, q, 'several'),
    cost: 0.1,
  },
  { gives: 'Intent', form: '{Sense} {Key} [{RankTail}]', means: ten, examples: ['best months'] },
  {
    gives: 'Intent',
    form: '{Sense} {One:Key} [{RankTail}]',
    means: (p) => (tailOf(p).within === undefined ? first(null)(p) : rank(p, 1)),
    cost: -0.08,
    examples: ['best month'],
  },
  {
    gives: 'Intent',
    form: '{Sense} {Number} {Calculation} (by|per|for each|of each) {Key}',
    means: ranked,
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '(which|what) {Key} (is|are|was|were|did|do|does|has been|have been|had been) {Sense} [{RankTail}]',
    means: first(null),
    cost: -0.2,
    examples: ['which month was best'],
  },
  { gives: 'Intent', form: `(which|what) {Key} {Has} {Sense} {Calculation}`, means: first(null), cost: -0.08 },
  {
    gives: 'Intent',
    form: '(which|what) {Key} (in|of|during|over|from) {Period} {Has} [the] {Sense} {Calculation}',
    means: (p) => inPeriod(first(null)(p), p),
    cost: -0.25,
  },
  {
    gives: 'Intent',
    form: '(which|what) {Key} (in|of|during|over|from) {Period} (was|were|is|are|did) [the] {Sense}',
    means: (p) => inPeriod(first(null)(p), p),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(which|what) {Key} {Has} [the] {Sense} {Calculation} {RankEach}',
    means: firstOfEach,
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(which|what) {Key} (is|are|was|were|did) [the] {Sense} {RankEach}',
    means: firstOfEach,
    cost: -0.3,
    examples: ['which month was best in each year'],
  },
  {
    gives: 'Intent',
    form: '{Sense} {One:Key} {RankEach}',
    means: firstOfEach,
    cost: -0.2,
    examples: ['best month in each year'],
  },
  { gives: 'Intent', form: '{One:Key} {Has} [the] {Sense} {Calculation} {RankEach}', means: firstOfEach, cost: -0.3 },
  { gives: 'Has', form: HAS, means: () => true },
  { gives: 'Has', form: '{Doing}', means: () => true },
  {
    gives: 'Intent',
    form: '(which|what) (one|ones|of them|of these|of those) ({Has}|is|was|are|were|did|does|do|performed) [the] {Sense}',
    means: (p) => markedOfShown(p),
    cost: -0.2,
    examples: ['which one did worst'],
  },
  {
    gives: 'Intent',
    form: 'who ({Has}|is|was|are|were|did|does|do|performed) [the] {Sense}',
    means: (p, q) => (asksWhichPeople(q) ? null : whoOfShown(p)),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '[(and|and which|which|what)] (of those|of these|of them) [,] (which|who|which one|what) ({Has}|is|was|are|were) [the] {Sense} {Calculation}',
    means: (p) => ofThose(p),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(which|what) (of those|of these|of them) ({Has}|is|was|are|were) [the] {Sense} {Calculation}',
    means: (p) => ofThose(p),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[and] (which|what) [(one|of them|of these|of those)] (is|are|was|were) [the] {Sense} [one]',
    means: (p) => markedOfShown(p),
    cost: 0.05,
    examples: ['which is worst'],
  },
  {
    gives: 'Intent',
    form: '[(and|so|now)] (which|what) {Has} [the] {Sense}',
    means: (p) => markedOfShown(p),
    cost: 0.15,
    examples: ['which has the fewest'],
  },
  { gives: 'Intent', form: '{Sense} one', means: (p) => markedOfShown(p), cost: 0.1, examples: ['worst one'] },
  {
    gives: 'Intent',
    form: 'who [the] {Sense} [(one|ones)]',
    means: (p, q) => (asksWhichPeople(q) ? null : whoOfShown(p)),
    cost: 0.2,
  },
  { gives: 'Intent', form: '(which|what) {Key} {Has} [the] {Sense}', means: first(null), cost: 0.1 },
  {
    gives: 'Intent',
    form: 'who {Has} [the] {Sense}',
    means: (p) => intent({ do: 'kindRank', kind: 'person', sense: p['Sense'] as Sense, by: null }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: 'who {DateVerb} [the] {Sense} {Calculation}',
    means: (p) => ({
      edits: [
        { do: 'kindRank', kind: 'person', sense: p['Sense'] as Sense, by: p['Calculation'] as Calculation },
        { do: 'saidDateVerb', role: p['DateVerb'] as string },
      ],
    }),
    cost: -0.2,
  },
  { gives: 'Intent', form: `{One:Key} {Has} {Sense} {Calculation}`, means: first(null), cost: -0.08 },
  { gives: 'Intent', form: `[for] {Key} {Has} {Sense} {Calculation}`, means: ten },
  ...(
    [
      ['most', 'top'],
      ['least', 'bottom'],
    ] as const
  ).map(([word, sense]): Rule<Question> => ({
    gives: 'Intent',
    form: `(which|what) {Key} (is|are|was|were|get|gets|got) {Doing} [the] ${word} [often]`,
    means: (p) => first(sense)({ ...p, Calculation: undefined }),
    cost: 0.1,
  })),
  {
    gives: 'Intent',
    form: `who {Has} {Sense} {Calculation}`,
    means: (p) =>
      intent({ do: 'kindRank', kind: 'person', sense: p['Sense'] as Sense, by: p['Calculation'] as Calculation }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(which|what) {Key} {Has} [the] {Extreme} {Measure:records}',
    means: (p, q) => ofLongest(p, q),
    cost: -0.5,
  },
  {
    gives: 'Intent',
    form: 'who [(has|had|have|did)] {Calculation} [the] {Sense}',
    means: (p) =>
      intent({ do: 'kindRank', kind: 'person', sense: p['Sense'] as Sense, by: p['Calculation'] as Calculation }),
    cost: -0.1,
  },
  ...(
    [
      ['where', 'place'],
      ['when', 'time'],
    ] as const
  ).flatMap(([word, kind]): Rule<Question>[] => {
    const ranks = (p: Parts) =>
      intent({ do: 'kindRank', kind, sense: p['Sense'] as Sense, by: p['Calculation'] as Calculation });
    return [
      {
        gives: 'Intent',
        form: `${word} (do|did|does|are|were|is|was) [the] {Sense} [(happen|occur|come in|take place|happening)]`,
        means: (p) => intent({ do: 'kindRank', kind, sense: p['Sense'] as Sense, by: null }),
        cost: 0.1,
      },
      {
        gives: 'Intent',
        form: `${word} (do|did|does|have|has) (we|they|people) [have] {Calculation} [the] {Sense}`,
        means: ranks,
        cost: -0.1,
      },
      {
        gives: 'Intent',
        form: `${word} (do|did|does|have|are|were|is|was) (we|they|there|people) [{Has}] [the] {Sense} {Calculation}`,
        means: ranks,
        cost: -0.2,
      },
    ];
  }),
  {
    gives: 'Intent',
    form: 'who {Has} [the] {Sense} (on|in|for|of|from) {Calculation}',
    means: (p) =>
      intent({ do: 'kindRank', kind: 'person', sense: p['Sense'] as Sense, by: p['Calculation'] as Calculation }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(which|what) {Key} {Has} [the] {Sense} (on|in|for|of|from) {Calculation}',
    means: first(null),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '{Sense} {Calculation} (on|in|of|for) (a single|any single|single|one|any one) {Unit}',
    means: (p) => first(null)({ ...p, Key: { kind: 'time', grain: p['Unit'] } }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `where (do we have|did we have|are there|were there|is there|was there|do we see|did we see) {Sense} {Calculation}`,
    means: (p) =>
      intent({ do: 'kindRank', kind: 'place', sense: p['Sense'] as Sense, by: p['Calculation'] as Calculation }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `[(which|what|for|the)] {Number} {Key} {Has} ${MOST} {Calculation}`,
    means: said('top'),
    cost: -0.05,
  },
  {
    gives: 'Intent',
    form: `[(which|what|for|the)] {Number} {Key} {Has} ${LEAST} {Calculation}`,
    means: said('bottom'),
    cost: -0.05,
  },
  {
    gives: 'Intent',
    form: `[(which|what|for|the)] {Number} {Key} {Has} (best|strongest) {Calculation}`,
    means: said('best'),
    cost: -0.05,
  },
  {
    gives: 'Intent',
    form: `[(which|what|for|the)] {Number} {Key} {Has} (worst|weakest|poorest) {Calculation}`,
    means: said('worst'),
    cost: -0.05,
  },
  { gives: 'Intent', form: '{Sense} {Calculation} {One:Key}', means: first(null), cost: -0.12 },
  { gives: 'Intent', form: '{Sense} {Calculation} {Key}', means: ten },
  {
    gives: 'Intent',
    form: '{Sense} {Calculation} (by|per|for each|of each|for any|of any|among|across|of all) {Key}',
    means: ten,
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '{Key} (ranked by|rank by|ranking by|ranked on|in order of|ordered by) {Calculation}',
    means: (p) => rankedBy(p),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '[(list|show)] {Level} by {Measure}',
    means: (p) =>
      intent(
        { do: 'show', how: 'replace', shown: [{ calculation: measureOf(p['Measure'] as string), transform: null }] },
        { do: 'breakdown', how: 'join', by: [byLevel(p['Level'] as string)] },
      ),
    cost: 0.3,
  },
  { gives: 'Intent', form: 'rank {Key} by {Calculation}', means: (p) => rankedBy(p), cost: -0.1 },
  {
    gives: 'Intent',
    form: '(rank|sort|order|arrange) [(the|all|all the|our)] {Key} by ({Calculation} {ChangePart}|{ChangePart} (in|of) {Calculation}|{Calculation} {FallPart}|{FallPart} (in|of) {Calculation})',
    means: (p) => rankedByChange(p),
    cost: -0.6,
  },
  {
    gives: 'Intent',
    form: 'rank {Key} by {Calculation} (each|every|per|in each|for each|in every|by) {Key:each}',
    means: (p) =>
      intent(
        {
          do: 'show',
          how: 'replace',
          shown: [{ calculation: p['Calculation'] as Calculation, transform: { kind: 'rank' } }],
        },
        { do: 'breakdown', how: 'join', by: [p['each'] as Key, p['Key'] as Key] },
      ),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(those|these|same|the same|such) {Level}',
    means: (p) => followUp({ do: 'reference', level: p['Level'] as string }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(for|in|of|only|on|at) (those|these|same|the same) {Level}',
    means: (p) => followUp({ do: 'reference', level: p['Level'] as string }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '{Sense} {Number} [{RankTail}] [(instead|only)]',
    means: (p) => rerank(p),
    cost: 0.3,
    examples: ['top 3', 'bottom five instead'],
  },
  {
    gives: 'Intent',
    form: '(only|just|show|show me|keep) [the] {Sense} {Number} [{RankTail}]',
    means: (p) => rerank(p),
    cost: 0.3,
  },
  { gives: 'Intent', form: '{Number} {Sense} [(only|instead)]', means: (p) => rerank(p), cost: 0.35 },
  {
    gives: 'Intent',
    form: '[(with|only|just|show)] [the] {Sense} {Number} [{Key}] (each|of each|in each|for each|each time)',
    means: (p) => inEach(ranked(p)),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '{Sense} {Percent} [{RankTail}] [instead]',
    means: (p) => rerank({ ...p, Number: p['Percent'] }, true),
    cost: 0.3,
    examples: ['top 10 %'],
  },
  {
    gives: 'Intent',
    form: '(and|what about|how about|and what is|now|or) {Sense} [(one|ones)]',
    means: (p) => followUp({ do: 'turnRank', sense: p['Sense'] as Sense }),
    cost: 0.25,
    examples: ['and the worst'],
  },
  {
    gives: 'Intent',
    form: '{Sense}',
    means: (p, q) => (isAlone(q) ? followUp({ do: 'turnRank', sense: p['Sense'] as Sense }) : null),
    cost: 0.3,
    examples: ['worst', 'least popular'],
  },
  {
    gives: 'Intent',
    form: '{Sense} (instead|ones instead|ones)',
    means: (p) => followUp({ do: 'turnRank', sense: p['Sense'] as Sense }),
    cost: 0.2,
    examples: ['worst instead'],
  },
  { gives: 'Intent', form: 'only {Number} [instead]', means: (p) => countOnly(p), cost: 0.6 },
  {
    gives: 'Intent',
    form: '[(only|just|first|the first)] {Number} of (them|these|those) [(only|instead)]',
    means: (p) => countOnly(p),
    cost: -0.1,
    examples: ['5 of them'],
  },
  {
    gives: 'Intent',
    form: '(no ranking|all of them|without ranking|remove the ranking|clear the ranking|clear the rank|drop the ranking|drop the rank|reset the ranking|show all of them|no limit|without limit|not just top|not only top|all of those|every one of them|no rank|drop the ranking|the full list|full list)',
    means: () => followUp({ do: 'clear', what: 'rank' }),
    examples: ['all of them'],
  },
  {
    gives: 'Intent',
    form: '(with others|with others as one|with others in one|with others together|everything else in one bar|everything else in one|everything else as one|all the rest in one|and others|and the rest|others as one|the remaining as other|remaining as other|remaining as others|rest as one|others in one|others together|group the rest|the rest as others|rest as others|with the rest as others|put the rest together|show the rest as others|and the rest together)',
    means: () => followUp({ do: 'rerank', others: true }),
    cost: 0.1,
  },

  {
    gives: 'Intent',
    form: '(without others|without the others|no others|not the others|drop the others|hide the others)',
    means: () => followUp({ do: 'rerank', others: false }),
    examples: ['without others'],
  },

  {
    gives: 'Intent',
    form: '(sort|order|arrange|list) [the] {Level} (alphabetically|in alphabetical order|a to z)',
    means: (p) =>
      followUp(
        { do: 'order', order: { by: { kind: 'name' }, direction: 'up' } },
        { do: 'reference', level: p['Level'] as string },
      ),
    cost: -0.3,
  },
];

/** "top 3 each": in each member of what else is broken down by. */
const inEach = (made: Intent | null): Intent | null =>
  made && { ...made, edits: made.edits.map((edit) => (edit.do === 'saidRank' ? { ...edit, inEach: true } : edit)) };

/** "best and worst venues": a rank has one end, so all are shown in order, with both ends. */
function bothEnds(parts: Parts): Intent | null {
  const [first, second] = [parts['first'] as Sense, parts['second'] as Sense];
  const up = (sense: Sense) => sense === 'top' || sense === 'best';
  const tail = tailOf(parts);
  if (up(first) === up(second) || tail.within !== undefined || tail.on !== undefined) return null;
  const shown =
    tail.by === undefined
      ? []
      : [{ do: 'show' as const, how: 'replace' as const, shown: [{ calculation: tail.by, transform: null }] }];
  return intent(
    ...shown,
    { do: 'breakdown', how: 'join', by: [parts['Key'] as Key] },
    { do: 'sortBest', sense: first, ...(tail.by === undefined ? {} : { by: tail.by }) },
    { do: 'remark', text: 'Both ends are asked for, so all are shown in order: one end first, the other last.' },
  );
}

/** "biggest stays by room revenue": the records with most first. */
function extremeRecords(parts: Parts, { model }: Question): Intent | null {
  const records = model.measures.get(parts['records'] as string);
  const measure = parts['Measure'] as string;
  if (records?.kind !== 'count' || rowColumnOf(model, measure)?.fact !== records.fact) return null;
  const count = parts['Number'] as number | undefined;
  return intent(
    { do: 'show', how: 'replace', shown: [{ calculation: measureOf(measure), transform: null }] },
    { do: 'rows', how: 'list', fact: records.fact, columns: [] },
    { do: 'sortBest', sense: parts['Sense'] as Sense, by: measureOf(measure) },
    ...(count === undefined
      ? []
      : [{ do: 'remark' as const, text: `All of them are listed; the first ${count} are those that were asked for.` }]),
  );
}

function ofLongest(parts: Parts, question: Question): Intent | null {
  const found = longestOf(parts, question);
  return found === null ? null : first(found.sense)({ ...parts, Calculation: found.by });
}

/** "the biggest orders": the records that are worth most first. */
function biggestRecords(parts: Parts, question: Question, place: number): Intent | null {
  const records = question.model.measures.get(parts['records'] as string);
  const worth =
    records?.kind === 'count' && records.only.length === 0 ? worthOf(records.fact, question.model)[place] : undefined;
  const count = parts['Number'] ?? parts['number'];
  return worth === undefined
    ? null
    : extremeRecords(
        { ...parts, Sense: 'top', Measure: worth.id, ...(count === undefined ? {} : { Number: count }) },
        question,
      );
}

/** "which day in August had the most cancellations". */
function inPeriod(made: Intent | null, parts: Parts): Intent | null {
  return (
    made && { ...made, edits: [...made.edits, { do: 'saidPeriod', how: 'set', period: parts['Period'] as SaidPeriod }] }
  );
}

/** "best rated course per topic": by the only measure of how something is rated. */
function rated(parts: Parts, { model }: Question, asked: 'one' | 'several'): Intent | null {
  if (!/^(rated|scored|scoring|reviewed)$/i.test(String(parts['rated'])) || tailOf(parts).by !== undefined) return null;
  const [only, second] = [...model.measures.values()].filter(
    (one) =>
      one.hidden !== true &&
      one.kind === 'average' &&
      [one.name, ...one.synonyms].some((name) => /\b(ratings?|scores?|stars|satisfaction|marks?)\b/i.test(name)),
  );
  if (only === undefined || second !== undefined) return null;
  const made = { ...parts, RankTail: { ...tailOf(parts), by: measureOf(only.id) } };
  if (asked === 'several') return rank(made, (parts['Number'] as number | undefined) ?? 10);
  return tailOf(parts).within === undefined ? first(null)(made) : rank(made, 1);
}

function rankedBy(parts: Parts): Intent {
  const calculation = parts['Calculation'] as Calculation;
  return intent(
    { do: 'show', how: 'replace', shown: [{ calculation, transform: null }] },
    { do: 'breakdown', how: 'join', by: [parts['Key'] as Key] },
    { do: 'order', order: { by: { kind: 'measure', calculation }, direction: 'down' } },
  );
}

/** "rank routes by revenue growth": by how much each gained, or lost, not by what it has. */
function rankedByChange(parts: Parts): Intent {
  const calculation = parts['Calculation'] as Calculation;
  const on = (parts['ChangePart'] ?? parts['FallPart']) as 'difference' | 'percent';
  const direction = parts['FallPart'] === undefined ? 'down' : 'up';
  return intent(
    { do: 'show', how: 'replace', shown: [{ calculation, transform: null }] },
    { do: 'breakdown', how: 'join', by: [parts['Key'] as Key] },
    { do: 'change' },
    { do: 'order', order: { by: { kind: 'measure', calculation, on }, direction } },
  );
}

/** "of those, which had the best margin": the members shown by another measure, the first of them marked. */
function ofThose(parts: Parts): Intent {
  const calculation = parts['Calculation'] as Calculation;
  return followUp(
    { do: 'show', how: 'replace', shown: [{ calculation, transform: null }] },
    {
      do: 'saidRank',
      sense: parts['Sense'] as Sense,
      rank: { count: 10, percent: false, of: null, by: null, within: null, others: false, marked: true },
    },
  );
}

/** "which one did worst": the members shown, the first of them marked. */
function markedOfShown(parts: Parts): Intent {
  return followUp({
    do: 'saidRank',
    sense: parts['Sense'] as Sense,
    rank: { count: 10, percent: false, of: null, by: null, within: null, others: false, marked: true },
  });
}

function whoOfShown(parts: Parts): Intent {
  const made = markedOfShown(parts);
  return { ...made, edits: made.edits.map((edit) => (edit.do === 'saidRank' ? { ...edit, who: true } : edit)) };
}

/** Is nothing else said? */
function isAlone({ tokens }: Question): boolean {
  const said = tokens.flatMap(({ kind, word }) => (kind === 'word' && !HARMLESS.has(word) ? [word] : []));
  return said.length === 1 || /^(least|most) (popular|common|frequent|important|expensive)$/.test(said.join(' '));
}

function countOnly(parts: Parts): Intent | null {
  const count = parts['Number'] as number;
  return Number.isInteger(count) && count >= 1 && count <= 10_000 ? followUp({ do: 'rerank', count }) : null;
}

function rerank(parts: Parts, percent = false): Intent | null {
  const count = parts['Number'] as number;
  if (!Number.isInteger(count) || count < 1 || count > 10_000) return null;
  const tail = tailOf(parts);
  const sense = senseOf(parts['Sense'] as Sense, tail);
  if (sense === null) return refused(UNCLEAR_FALL);
  return followUp(...shownFor(tail), {
    do: 'saidRank',
    sense,
    ...(tail.on === undefined ? {} : { on: tail.on }),
    rank: {
      count,
      percent,
      of: null,
      by: rankedBySaid(tail) ?? null,
      within: tail.within ?? null,
      others: tail.others ?? false,
      marked: false,
    },
  });
}
