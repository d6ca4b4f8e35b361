/** Grammar of measures as edits, and of transforms in force. */
import { arithmetic, measureOf as toCalculation, type Calculation } from '../../model/calculation';
import { measure as measureOf } from '../../model/model';
import type { Grain } from '../../time/grain';
import { byLevel, same, type Breakdown, type Key, type Transform } from '../../reading/schema';
import { inSentence } from '../../reading/words';
import { CURRENCY_OF_WORD } from '../currencies';
import { isDone } from '../names/derived';
import { isUnit } from '../settling/amounts';
import { dateVerbs } from '../names/name-index';
import { singular } from '../tokens';
import {
  followUp,
  intent,
  refused,
  type Intent,
  type SaidEdit,
  type SaidPeriod,
  type SaidShown,
  type SaidTransform,
  type Sense,
} from '../intent';
import type { Question } from '../question';
import type { SaidFunction } from './calculations';
import { only } from './conditions';
import type { Parts, Rule } from './rule';

const list = (parts: Parts, name = 'ShownList') => parts[name] as SaidShown[];
const show = (shown: readonly SaidShown[], how: 'replace' | 'add' | 'remove' = 'replace') =>
  ({ do: 'show', shown, how }) as const;
const transform = (value: Transform | null) => (): Intent => intent({ do: 'transform', transform: value });
const said =
  (make: (parts: Parts) => SaidTransform) =>
  (parts: Parts): Intent =>
    intent({ do: 'saidTransform', transform: make(parts) });

/** Two measures side by side; a measure beside its own plan is a comparison. */
function sideBySide(parts: Parts, question: Question): Intent | null {
  const first = list(parts, 'first');
  const second = list(parts, 'second');
  const [one, other] = [first[0]?.calculation, second[0]?.calculation];
  if (same(first, second)) return null;
  if (first.length === 1 && second.length === 1 && one?.kind === 'measure' && other?.kind === 'measure') {
    if (measureOf(question.model, one.measure).plan === other.measure)
      return intent(show(first), { do: 'compare', against: { kind: 'plan' } });
    if (measureOf(question.model, other.measure).plan === one.measure)
      return intent(show(second), { do: 'compare', against: { kind: 'plan' } });
  }
  return intent(show([...first, ...second]));
}

const YIELD = '(bring in|make|account for|have|make up|come to|represent)';

/** "what percent of fees do the top 3 courses bring in": the shares that these have of all. */
const shareOfTop = (parts: Parts): Intent =>
  intent(show([{ calculation: parts['Calculation'] as Calculation, transform: { kind: 'share', within: 'all' } }]), {
    do: 'saidRank',
    sense: parts['Sense'] as Sense,
    rank: {
      count: parts['Number'] as number,
      percent: false,
      of: parts['Key'] as Key,
      by: null,
      within: null,
      others: false,
      marked: false,
    },
  });

/** "indexed to January 2024", "2024 = 100". */
const indexedTo = (parts: Parts): Intent =>
  intent(
    { do: 'transform', transform: { kind: 'index' } },
    { do: 'indexedTo', period: parts['Stretch'] as SaidPeriod },
  );

/** "in pounds": what amounts of money are kept in; they are not converted. */
function inCurrency(parts: Parts, { model }: Question): Intent | null {
  const currency = CURRENCY_OF_WORD.get(singular(String(parts['unit']).toLowerCase()));
  if (currency === undefined) return null;
  const kept = new Set(
    [...model.measures.values()].flatMap((one) =>
      one.format?.style === 'currency' ? [one.format.currency ?? ''] : [],
    ),
  );
  return kept.has(currency)
    ? intent({ do: 'remark', text: `Amounts of money are in ${currency}.` })
    : refused(`Amounts of money are in ${[...kept].join(', ') || 'no currency'} here, and are not converted.`);
}

/** "hub airports' share of passengers": the set beside the rest, as shares. */
const setShare = (parts: Parts, { model }: Question): Intent | null => {
  const set = model.sets.get(parts['Set'] as string);
  return set === undefined
    ? null
    : intent({
        do: 'memberShare',
        level: set.level,
        members: [],
        set: set.id,
        calculation: parts['Calculation'] as Calculation,
      });
};

/** “what share is web?”, of what is shown. */
const asFollowUpShare = (parts: Parts): Intent => ({ ...memberShare(parts), followUp: true });

/** "card share of sales by shop": the shares of all members of that level, of which the one named is one. */
const memberShare = (parts: Parts): Intent => {
  const { level, members } = parts['Members'] as { level: string; members: readonly string[] };
  return intent({
    do: 'memberShare',
    level,
    members,
    calculation: (parts['Calculation'] as SaidShown['calculation'] | undefined) ?? null,
  });
};

/** "percentage of orders rejected", where rejected ones are some of them. */
function someOfWhole(parts: Parts, { model }: Question): Intent | null {
  const [part, whole] = [model.measures.get(parts['part'] as string), model.measures.get(parts['whole'] as string)];
  const isPart =
    part?.kind === 'count' &&
    whole?.kind === 'count' &&
    part.fact === whole.fact &&
    part.only.length > 0 &&
    whole.only.length === 0;
  return isPart ? partOfWhole(parts) : null;
}

/** "what percentage of orders was late", where the model measures both. */
function partOfWhole(parts: Parts): Intent | null {
  const [part, whole] = [parts['part'] as string, parts['whole'] as string];
  return part === whole
    ? null
    : intent(show([{ calculation: arithmetic('divide', toCalculation(part), toCalculation(whole)), transform: null }]));
}

/** Functions of single records; null where one of those said is none. */
function rowFunctions(parts: Parts): Exclude<SaidFunction, 'total'>[] | null {
  const all = parts['RowFunctions'] as readonly SaidFunction[];
  const of = all.flatMap((one) => (one === 'total' ? [] : [one]));
  return of.length === all.length ? of : null;
}

/** "both median and maximum", of what is shown. */
function severalFunctions(parts: Parts): Intent | null {
  const of = rowFunctions(parts);
  return of === null ? null : followUp({ do: 'rowFunction', of });
}

/** "with min and max", beside what is said or shown. */
function alsoFunctions(parts: Parts): Intent | null {
  const of = rowFunctions(parts);
  return of === null ? null : intent({ do: 'rowFunction', of, how: 'add' });
}

/** "how does delay vary by weather". */
function brokenDown(parts: Parts): Intent {
  return intent(show(list(parts)), { do: 'breakdown', by: parts['BreakdownList'] as Breakdown[], how: 'join' });
}

/** "week passes sold": the measure, of that member. */
function ofMember(parts: Parts): Intent {
  const { level, member, measure } = parts['SharedWord'] as { level: string; member: string; measure: string };
  return {
    edits: [
      show([{ calculation: toCalculation(measure), transform: null }]),
      { do: 'condition', how: 'only', condition: { kind: 'members', level, is: true, members: [member] } },
    ],
  };
}

/** "revenue generated by each coast", where the verb is none of a date. */
function doneBy(parts: Parts, { model }: Question): Intent | null {
  const verb = parts['Doing'] as string;
  return isDone(verb) && ![...model.dates.values()].some((date) => dateVerbs(date).includes(verb))
    ? brokenDown(parts)
    : null;
}

/** "cost of cancelled sailings", where the model counts these but holds no cost of theirs. */
function ofSomeRecords(parts: Parts, { model }: Question): Intent | null {
  const [measure, records] = [parts['Measure'] as string, parts['records'] as string].map((id) =>
    model.measures.get(id),
  );
  if (!measure || records?.kind !== 'count' || records.only.length === 0 || measure.kind === 'count') return null;
  return refused(
    `The model counts ${inSentence(records.name)}, but has no ${inSentence(measure.name)} of these alone. Ask for both side by side, or narrow by a level that tells them apart.`,
  );
}

const VERSUS = '(vs|versus|against|compared to|compared with|beside|next to|alongside|relative to|v)';

/** What takes the place of what is shown, and is shown as that was. */
const inItsPlace = (shown: readonly SaidShown[]): SaidEdit => ({ do: 'show', how: 'replace', shown, inItsPlace: true });

export const MEASURE_RULES: readonly Rule<Question>[] = [
  { gives: 'Intent', form: '{ShownList}', means: (p) => intent(show(list(p))) },
  {
    gives: 'Intent',
    form: '[(show|use|with|give me|change to|switch to|make it|by|in|rank by|ranked by)] {ShownList} (instead|instead of that|rather)',
    means: (p) => followUp(inItsPlace(list(p))),
  },
  {
    gives: 'Intent',
    form: '{ShownList} (instead of|rather than) {ShownList:old}',
    means: (p) => followUp(inItsPlace(list(p))),
    cost: 0.05,
  },
  {
    gives: 'Intent',
    form: '(swap|replace|change|switch|exchange) {ShownList:old} (for|with|by|to) {ShownList:new}',
    means: (p) => followUp(show(list(p, 'old'), 'remove'), show(list(p, 'new'), 'add')),
    cost: 0.05,
  },
  {
    gives: 'Intent',
    form: '(what about|how about|and|same for|and what about|and how about|now|same with|same but|same but for|same but with|same thing but|and the|the same for|now show|now the) {ShownList}',
    means: (p) => followUp(show(list(p))),
    cost: 0.15,
  },
  { gives: 'Doer', form: '{Level}', means: (p) => [{ do: 'subject', level: p['Level'] }] },
  { gives: 'Doer', form: '(we|you|they|i|people|everyone|it)', means: () => [] },
  { gives: 'Doer', form: '{Members}', means: (p) => only(p).edits },
  {
    gives: 'Intent',
    form: '(how much|how many|what) (did|do|does|have|has|will) {Doer} {Doing} [(on|for|in|as|of)] {ShownList}',
    means: (p) => intent(show(list(p)), ...(p['Doer'] as SaidEdit[])),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(how much|how many) (did|do|does|have|has) {Doer} {ShownList}',
    means: (p) => intent(show(list(p)), ...(p['Doer'] as SaidEdit[])),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(how much|how many|what|which) {ShownList} (did|do|does|have|has) {Doer} {Doing}',
    means: (p) => intent(show(list(p)), ...(p['Doer'] as SaidEdit[])),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[and] how (did|do|does|are|were|have|has|is|was) (they|it|those|these|that|things|we) [been] (do|doing|perform|performing|performed|look|looking|done)',
    means: () => followUp(),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(how is|how are|how was|how were) {ShownList} (doing|looking|performing)',
    means: (p) => intent(show(list(p))),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(how is|how are|how has|how have) {ShownList} [been] (going|trending|evolving|evolved|trended)',
    means: (p) => intent(show(list(p)), { do: 'overTime' }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(back to|return to|go back to|switch back to|switch to|change to|change it to) {ShownList}',
    means: (p) => followUp(show(list(p))),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '(same but|the same but|same thing but|the same thing but|same again but) [(for|with|in|by)]',
    means: () => followUp(),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(what is|what was|what are|what were|how is|how was|how are) {ShownList}',
    means: (p) => intent(show(list(p))),
  },
  {
    gives: 'Intent',
    form: '(add|also show|include|plus|also|and also|together with|bring in|put in|show also|as well as|along with|and add|alongside) [(their|its)] {ShownList} [(too|also|as well)]',
    means: (p) => followUp(show(list(p), 'add')),
    cost: 0.05,
  },
  { gives: 'Intent', form: '[and] {ShownList} (too|as well)', means: (p) => followUp(show(list(p), 'add')), cost: 0.1 },
  {
    gives: 'Intent',
    form: '(is|are|was|were) {Shown:first} (related to|linked to|correlated with|connected to|associated with|connected with) {Shown:second}',
    means: (p) =>
      intent(show([p['first'] as SaidShown, p['second'] as SaidShown]), { do: 'view', view: { chart: 'scatter' } }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(with|along with|together with|as well as|including|plus) [(their|its)] {ShownList}',
    means: (p) => intent(show(list(p), 'add')),
    cost: 0.12,
  },
  {
    gives: 'Intent',
    form: '(with|and|show|show me|give me|include|let me see|i also want) [(their|its)] {ShownList} (too|also|as well|alongside|next to it|beside it)',
    means: (p) => followUp(show(list(p), 'add')),
  },
  {
    gives: 'Intent',
    form: 'take {ShownList} (away|out|off)',
    means: (p) => followUp(show(list(p), 'remove')),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(drop|remove|without|hide|get rid of|take out|take away|lose|leave out|no more) {ShownList}',
    means: (p) => followUp(show(list(p), 'remove')),
  },
  { gives: 'Intent', form: `[compare] {ShownList:first} ${VERSUS} {ShownList:second}`, means: sideBySide },
  { gives: 'Intent', form: 'compare {ShownList:first} (with|to|and) {ShownList:second}', means: sideBySide },
  {
    gives: 'Intent',
    form: 'compare {ShownList} [(in|for|of|during)] {Period:now} (and|with|to|vs|versus|against) {Period:then}',
    means: (p) =>
      intent(show(list(p)), { do: 'saidComparison', period: p['now'] as SaidPeriod, with: p['then'] as SaidPeriod }),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: 'how (did|does|do|has|have) {ShownList} [been] (develop|developed|developing|evolve|evolved|evolving)',
    means: (p) => intent(show(list(p)), { do: 'overTime' }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[(please|can you)] (split|break down|break) {ShownList} [(up|down|out)] (per|by|between|across|among|over) {BreakdownList}',
    means: brokenDown,
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: '{Key} (with|and) (their|its) {ShownList}',
    means: (p) => brokenDown({ ...p, BreakdownList: [p['Key']] }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '{ShownList} {Doing} (by|per|for) [(each|every)] {BreakdownList}',
    means: doneBy,
    cost: 0.2,
    examples: ['revenue generated by each coast'],
  },
  {
    gives: 'Intent',
    form: 'what happened (to|with) {ShownList}',
    means: (p) => intent(show(list(p)), { do: 'change' }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(breakdown|split|overview|distribution|comparison) of {ShownList} (per|by|between|across|among|over) {BreakdownList}',
    means: brokenDown,
    cost: -0.5,
  },
  {
    gives: 'Intent',
    form: '(how does|how do|how did) {ShownList} (vary|differ|change|develop) (by|across|between|among|with|over) {BreakdownList}',
    means: brokenDown,
    cost: -0.5,
  },
  {
    gives: 'Intent',
    form: 'how (is|are|was|were) {ShownList} (distributed|split|spread|divided|made up|shared) (across|by|between|among|over) {BreakdownList}',
    means: brokenDown,
    cost: -0.5,
  },
  {
    gives: 'Intent',
    form: '(breakdown|split|overview|development|evolution|comparison) of {ShownList}',
    means: (p) => intent(show(list(p))),
    cost: 0.05,
  },
  { gives: 'Intent', form: 'instead', means: () => followUp({ do: 'insteadOfIt' }), cost: 0.2 },
  {
    gives: 'Intent',
    form: '(in terms of|measured in|measured by|counted in|judged by) {ShownList}',
    means: (p) => followUp(show(list(p))),
    cost: 0.05,
  },
  { gives: 'Intent', form: '{Measure} of {Measure:records}', means: ofSomeRecords, cost: -0.2 },
  {
    gives: 'Intent',
    form: '[(and|what about|how about|now|now show|show|and what about)] their {ShownList}',
    means: (p) => followUp(show(list(p)), { do: 'theirs', one: false }),
    cost: 0.05,
  },
  {
    gives: 'Intent',
    form: '[(and|what about|how about|now|now show|show|and what about)] (its|his|her) {ShownList}',
    means: (p) => followUp(show(list(p)), { do: 'theirs', one: true }),
    cost: 0.05,
  },

  {
    gives: 'Intent',
    form: '[is there a] (relationship|correlation|relation|link|connection|association) (between|of) {Shown:first} (and|with|to) {Shown:second}',
    means: (p) =>
      intent(show([p['first'] as SaidShown, p['second'] as SaidShown]), { do: 'view', view: { chart: 'scatter' } }),
  },
  {
    gives: 'Intent',
    form: '(how does|how do|does|do) {ShownList} (depend on|vary with|vary by|vary across|vary between|differ by|differ between|differ across|change with) [the] {Level}',
    means: (p) => intent(show(list(p)), { do: 'breakdown', how: 'join', by: [byLevel(p['Level'] as string)] }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(how does|how do|does) {Shown:first} (relate to|correlate with|depend on|vary with|go with|affect|influence|drive|explain|predict|impact) {Shown:second}',
    means: (p) =>
      intent(show([p['first'] as SaidShown, p['second'] as SaidShown]), { do: 'view', view: { chart: 'scatter' } }),
  },
  {
    gives: 'Intent',
    form: '(correlation|correlate them|is there a correlation|do they correlate|are they related|are they correlated)',
    means: () => followUp({ do: 'view', view: { chart: 'scatter' } }),
    cost: 0.1,
    examples: ['correlation'],
  },
  {
    gives: 'Intent',
    form: '(share|percentage|proportion) of {Members} [(in|of|among)] {Calculation}',
    means: memberShare,
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(share|percentage|proportion) of {Set} (in|of|among) {Calculation}',
    means: setShare,
    cost: -0.3,
  },
  { gives: 'Intent', form: '{Set} (share|percentage|proportion) of {Calculation}', means: setShare, cost: -0.4 },
  {
    gives: 'Intent',
    form: '[(what|which)] (share|percentage|proportion|part|fraction|%|percent) of {Calculation} (is|are|was|were|comes from|came from|come from|from|at|on|in|for|goes to|went to|do|does|did) {Set} [(bring in|make|account for|have|make up|represent)]',
    means: setShare,
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: `[(what|which)] (share|percentage|proportion|part|fraction|%|percent) of {Calculation} (do|does|did|is from|are from|comes from|come from|is in|is on) [the] {Sense} {Number} {Key} [${YIELD}]`,
    means: shareOfTop,
    cost: -0.4,
  },
  { gives: 'Intent', form: '{Members} (share|percentage|proportion) of {Calculation}', means: memberShare, cost: -0.3 },
  {
    gives: 'Intent',
    form: '(with|and|plus|showing|along with) (their|its|the|each) (share|shares|percentage|percentages|proportion) [of [the] (total|whole|all)]',
    means: () => intent({ do: 'alsoShare' }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(share|shares|percentage|percentages) by {BreakdownList}',
    means: (p) =>
      intent(
        { do: 'breakdown', how: 'join', by: p['BreakdownList'] as Breakdown[] },
        { do: 'transform', transform: { kind: 'share', within: 'all' } },
      ),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(share|percentage|%) (of|for) each [one]',
    means: () => intent({ do: 'alsoShare' }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(with|and|plus|showing) (share|percentage|%) of [the] (total|whole)',
    means: () => intent({ do: 'alsoShare' }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(their|its|his|her) (share|shares|percentage|percentages|proportion)',
    means: () => followUp({ do: 'transform', transform: { kind: 'share', within: 'all' } }),
    examples: ['their share'],
  },
  ...(['average', 'median', 'minimum', 'maximum'] as const).map((name): Rule<Question> => ({
    gives: 'Intent',
    form: `[(the|as|use|show|as a|with the)] ${{ average: '(average|mean)', median: 'median', minimum: '(minimum|min)', maximum: '(maximum|max)' }[name]} instead`,
    means: () => followUp({ do: 'rowFunction', of: [name] }),
    cost: -0.1,
    examples: [`${name} instead`],
  })),
  {
    gives: 'Intent',
    form: '[(and|what about|use|show|show me|give me|as)] [(the|both|both the)] {RowFunctions} [(instead|please)]',
    means: severalFunctions,
    cost: 0.15,
    examples: ['median and max instead'],
  },
  {
    gives: 'Intent',
    form: '(with|plus|and also|along with|together with|including|add) [(its|their|the)] {RowFunctions}',
    means: alsoFunctions,
    cost: -0.1,
    examples: ['with min and max'],
  },
  ...(
    [
      ['median', 'median'],
      ['(max|maximum)', 'maximum'],
      ['(min|minimum)', 'minimum'],
    ] as const
  ).map(([words, of]): Rule<Question> => ({
    gives: 'Intent',
    form: `(add|also|plus|adding) [(the|its|their)] ${words}`,
    means: () => intent({ do: 'rowFunction', of: [of], how: 'add' }),
    cost: 0.1,
  })),
  {
    gives: 'Intent',
    form: '[(and|what about)] [(the|as|as a|use|show)] median',
    means: () => followUp({ do: 'rowFunction', of: ['median'] }),
    cost: 0.15,
    examples: ['as a median'],
  },
  {
    gives: 'Intent',
    form: '[(and|what about|as|show)] [(the|an)] average (per|a|each|for each) {Unit}',
    means: (p) => followUp({ do: 'averagePer', grain: p['Unit'] as Grain }),
    cost: 0.1,
    examples: ['average per day'],
  },
  {
    gives: 'Intent',
    form: '[(and|what about|as|as a|show)] [(the|a)] {UnitAdverb} average',
    means: (p) => followUp({ do: 'averagePer', grain: p['UnitAdverb'] as Grain }),
    cost: 0.1,
    examples: ['as a monthly average'],
  },
  {
    gives: 'Intent',
    form: '(weekend|weekends|weekday|weekdays) [{Calculation}] (share|percentage|proportion) [of {Calculation}]',
    means: (p) =>
      intent(
        ...(p['Calculation'] === undefined
          ? [{ do: 'transform' as const, transform: { kind: 'share' as const, within: 'all' as const } }]
          : [show([{ calculation: p['Calculation'] as Calculation, transform: { kind: 'share', within: 'all' } }])]),
        { do: 'breakdown', by: [{ kind: 'cycle', cycle: 'weekPart' }], how: 'join' },
      ),
    cost: -0.2,
    examples: ['weekend share'],
  },
  {
    gives: 'Intent',
    form: '[(the|as|use|show)] {Number} (percentile|th percentile) [instead]',
    means: (p) =>
      (p['Number'] as number) >= 0 && (p['Number'] as number) <= 100
        ? followUp({ do: 'rowFunction', of: [{ percentile: p['Number'] as number }] })
        : null,
    cost: 0.1,
    examples: ['95th percentile'],
  },
  {
    gives: 'Intent',
    form: '{Members} [{Level}] (share|percentage|proportion) [of [the] total]',
    means: memberShare,
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '[(what|which)] (share|percentage|proportion|part|fraction|%|percent) of {Measure:whole} [(that|which|who)] (is|are|was|were|has been|have been|had|have|get|got|gets|end up) {Measure:part}',
    means: partOfWhole,
    cost: -0.8,
  },
  {
    gives: 'Intent',
    form: '[(what|which)] (share|percentage|proportion|part|fraction|%|percent) of {Measure:whole} {Measure:part}',
    means: someOfWhole,
    cost: -0.8,
  },
  {
    gives: 'Intent',
    form: '(how many|how much) of {Measure:whole} (is|are|was|were|has been|have been|got|get|gets) {Measure:part}',
    means: partOfWhole,
    cost: -0.5,
  },
  {
    gives: 'Intent',
    form: '[(what|which)] (share|percentage|proportion|fraction|%|percent) of {Calculation} (via|from|through|on|in|at|using|coming from|made via|made through|carried by|made by) {Members}',
    means: memberShare,
    cost: -0.25,
  },
  // “group bookings” are the bookings of groups
  {
    gives: 'Intent',
    form: '[(what|which)] (share|percentage|proportion|part|fraction|%|percent) of {Calculation} [(that|which)] (via|from|through|coming from|comes from|came from|is from|was from|due to|is due to) {Members} {Measure:records}',
    means: (p, q) => (q.model.measures.get(p['records'] as string)?.kind === 'count' ? memberShare(p) : null),
    cost: -0.35,
  },
  {
    gives: 'Intent',
    form: '(how much|how many) of {Calculation} (is|was|are|were|comes|came) [in] (from|through|via|by|in|on|with|for) {Members}',
    means: memberShare,
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(what|how much|which) (share|percentage|percent|proportion|part|fraction|%) [of (it|that|this|them)] (is|are|was|were|comes from|came from|come from|went to|goes to|is from|was from) [(by|from|via|through|on|in)] {Members}',
    means: asFollowUpShare,
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[the] (share|percentage|proportion) of each {Key} (in|of) [(total|all|overall)] {Calculation}',
    means: (p) =>
      intent(
        {
          do: 'show',
          how: 'replace',
          shown: [{ calculation: p['Calculation'] as Calculation, transform: { kind: 'share', within: 'all' } }],
        },
        { do: 'breakdown', how: 'join', by: [p['Key'] as Key] },
      ),
    cost: -0.3,
    examples: [],
  },
  {
    gives: 'Intent',
    form: 'compare {Level} (on|by|in|for|in terms of) {ShownList}',
    means: (p) =>
      intent(
        { do: 'show', how: 'replace', shown: p['ShownList'] as SaidShown[] },
        { do: 'breakdown', how: 'join', by: [byLevel(p['Level'] as string)] },
      ),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(contribution|contributions|part) (of|from) {Members} (to|in) [(total|all|overall)] {Calculation}',
    means: memberShare,
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(what is|what was) {Members} (share|percentage|proportion) of {Calculation}',
    means: memberShare,
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[(what|which)] (share|percentage|proportion|part|fraction|%|percent|per cent) of {Calculation} [(that|which)] (is|was|are|were|is on|was on|are on|were on|is by|was by|is in|was in|is at|was at|is for|was for|is made in|was made in|happens in|happened in|happens at|comes from|come from|came from|comes through|came through|came in through|comes in through|comes via|came via|came in via|is from|was from|comes with|goes to|went to|is due to|was due to|is made by|is made with|falls on|fell on|is paid by|was paid by|is paid with|belongs to|is with) {Members}',
    means: memberShare,
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(as|in|show as|show it as) (percentage|share|proportion|%|percent|fraction) of {Calculation}',
    means: (p) => intent({ do: 'saidRatio', whole: p['Calculation'] as Calculation }),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '(as|in|show as|show it as) (percentage|share|proportion|%|percent|fraction) of (all|total|overall|their|its|all their|all of their) {Calculation}',
    means: (p) => intent({ do: 'saidRatio', whole: p['Calculation'] as Calculation, ofAll: true }),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '(what|which) (share|percentage|proportion|fraction|%|percent|part) of [(all|total|overall)] {Calculation} (is|are|was|were) (that|this|it|they|these|those)',
    means: (p) => followUp({ do: 'saidRatio', whole: p['Calculation'] as Calculation, ofAll: true }),
    cost: -0.5,
  },
  {
    gives: 'Intent',
    form: '(per|for each|for every|divided by|for every single) {Measure} [(instead|rather)]',
    means: (p) => followUp({ do: 'saidRatio', whole: toCalculation(p['Measure'] as string), per: 1 }),
    cost: 0.35,
  },
  {
    gives: 'Intent',
    form: '(per|for every) {Number} {Measure}',
    means: (p) =>
      (p['Number'] as number) > 1
        ? followUp({ do: 'saidRatio', whole: toCalculation(p['Measure'] as string), per: p['Number'] as number })
        : null,
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(as|in|show as|show it as|as a|give) (share|shares|percentage|percentages|proportion|proportions|percent|%|fraction|percentages of [the] total) [of [(total|all|whole|everything)]]',
    means: transform({ kind: 'share', within: 'all' }),
    cost: 0.1,
    examples: ['as a share', 'as a percentage of the total'],
  },
  {
    gives: 'Intent',
    form: '(as|show as|show it as|give) (percentage|percentages|percent|%|percentage terms|percent terms|% terms|relative terms)',
    means: said(() => ({ kind: 'inPercent' })),
    cost: 0.05,
    examples: ['as percent'],
  },
  // beside something, how far it lies from that in per cent is likelier than a share
  {
    gives: 'Intent',
    form: 'in (percentage|percentages|percent|%|percentage terms|percent terms|% terms|relative terms)',
    means: said(() => ({ kind: 'inPercent' })),
    cost: -0.25,
    examples: ['in percent'],
  },
  {
    gives: 'Intent',
    form: '[(show|give|the)] (share|shares|percentage|percentages|proportion|%|percent) of [the] (total|whole|grand total|overall total)',
    means: transform({ kind: 'share', within: 'all' }),
    cost: 0.1,
    examples: ['share of total'],
  },
  {
    gives: 'Intent',
    form: '(as|in|show as|show it as) (share|shares|percentage|percentages|proportion|%) (within [each]|of each|in each) {Key}',
    means: (p) => intent({ do: 'within', key: p['Key'] as Key, shares: true }),
    cost: 0.05,
  },
  {
    gives: 'Intent',
    form: '[(as|as a)] (share|shares|percentage) within [each group]',
    means: transform({ kind: 'share', within: 'outer' }),
    cost: 0.1,
    examples: ['share within'],
  },
  { gives: 'Intent', form: '{SharedWord}', means: (p) => ofMember(p) },
  {
    gives: 'Intent',
    form: '(with|and) (running total|cumulative total|running sum)',
    means: () =>
      intent(
        { do: 'transform', transform: { kind: 'running' } },
        { do: 'remark', text: 'The running total takes the place of the plain figures; “plain numbers” shows those.' },
      ),
    cost: 0.05,
    examples: ['with a running total'],
  },
  {
    gives: 'Intent',
    form: '[(as a|as|show the|make it)] (cumulative|cumulated|cumulatively|running total|running sum|running|accumulated|cumulative total)',
    means: transform({ kind: 'running' }),
    cost: 0.1,
    examples: ['cumulative', 'as a running total'],
  },
  {
    gives: 'Intent',
    form: '[(as|as a|in|show the|show)] (% change|percentage change|percent change|change in percent|change in %|relative change|% growth|percentage growth|growth rate)',
    means: said(() => ({ kind: 'change', basis: 'implied', as: 'percent' })),
    cost: 0.05,
    examples: ['% change', 'as a percentage change'],
  },
  {
    gives: 'Intent',
    form: '[(as|as a|as the)] (% change|percentage change|percent change) (on|from|over|vs|versus|against|since) {YearBefore}',
    means: said(() => ({ kind: 'change', basis: 'year', as: 'percent' })),
    examples: ['% change on last year'],
  },
  {
    gives: 'Intent',
    form: '[(as|as a|as the)] (% change|percentage change|percent change) (on|from|over|vs|versus|against|since) {PeriodBefore}',
    means: said(() => ({ kind: 'change', basis: 'previous', as: 'percent' })),
    examples: ['% change on the period before'],
  },
  {
    gives: 'Intent',
    form: '[(as|as an|as the)] absolute change (on|from|over|vs|versus|against|since) {YearBefore}',
    means: said(() => ({ kind: 'change', basis: 'year', as: 'difference' })),
    examples: ['absolute change on the year before'],
  },
  {
    gives: 'Intent',
    form: '[(as|as an|as the)] absolute change (on|from|over|vs|versus|against|since) {PeriodBefore}',
    means: said(() => ({ kind: 'change', basis: 'previous', as: 'difference' })),
    examples: ['absolute change on the period before'],
  },
  {
    gives: 'Intent',
    form: '[(as|as a)] (absolute change|change in absolute terms|change in numbers)',
    means: said(() => ({ kind: 'change', basis: 'implied', as: 'difference' })),
    cost: 0.05,
    examples: ['absolute change'],
  },
  {
    gives: 'Intent',
    form: '[(just|only|show)] [the] (difference only|only the difference|just the difference)',
    means: said(() => ({ kind: 'differenceOnly' })),
    cost: 0.05,
  },
  {
    gives: 'Intent',
    form: '[(as|as an|show an)] (index|indexed [to 100]|index of first|index to first = 100|indexed to first|indexed to first [period] = 100|index numbers)',
    means: transform({ kind: 'index' }),
    cost: 0.1,
    examples: ['as an index', 'indexed to 100'],
  },
  {
    gives: 'Intent',
    form: '[(as|as an|show an)] [(index|indexed)] [,] first = 100',
    means: transform({ kind: 'index' }),
    cost: 0.05,
    examples: ['index, first = 100'],
  },
  {
    gives: 'Intent',
    form: '(index|indexed|rebased) (to|on|at) {Stretch} [= 100]',
    means: indexedTo,
    cost: 0.05,
    examples: ['indexed to January 2024'],
  },
  {
    gives: 'Intent',
    form: '[(index|indexed|rebased)] [with] {Stretch} = 100',
    means: indexedTo,
    cost: -0.1,
    examples: ['2024 = 100'],
  },
  { gives: 'Intent', form: 'in {AnyWord:unit}', means: inCurrency, cost: 0.1 },
  {
    gives: 'Intent',
    form: 'in {AnyWord:unit}',
    means: (p) =>
      isUnit(String(p['unit']).toLowerCase())
        ? intent({ do: 'saidUnit', unit: String(p['unit']).toLowerCase() })
        : null,
    cost: 0.15,
  },
  {
    gives: 'Intent',
    form: '[(show|in|as)] (percent|percentages|percentage|shares|%|per cent) (instead of|not|rather than) {AnyWord:unit}',
    means: (p) =>
      CURRENCY_OF_WORD.has(singular(String(p['unit']).toLowerCase())) ||
      /^(numbers|amounts|figures|values|totals)$/.test(String(p['unit']).toLowerCase())
        ? followUp({ do: 'transform', transform: { kind: 'share', within: 'all' } })
        : null,
    cost: -0.2,
    examples: ['percent instead of numbers'],
  },
  {
    gives: 'Intent',
    form: '(index|indexed) {Calculation} (to|on) [the] first {Unit}',
    means: (p) =>
      intent(
        {
          do: 'show',
          how: 'replace',
          shown: [{ calculation: p['Calculation'] as Calculation, transform: { kind: 'index' } }],
        },
        { do: 'breakdown', how: 'join', by: [{ kind: 'time', grain: p['Unit'] as Grain }] },
      ),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '[(as|as a|show the)] (rank|ranks|ranking|rank numbers)',
    means: transform({ kind: 'rank' }),
    cost: 0.15,
    examples: ['as ranks'],
  },
  {
    gives: 'Intent',
    form: '(vs|versus|compared with|compared to|against|relative to) [(the|our)] ({OwnName}|overall) (average|mean)',
    means: transform({ kind: 'fromAverage' }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(how does it|how do they|how does that) compare (to|with) [the] (average|mean)',
    means: transform({ kind: 'fromAverage' }),
    cost: -0.1,
    examples: ['how does it compare to the average'],
  },
  {
    gives: 'Intent',
    form: '[(as|as a|show the|show)] (difference from [the] average|difference to [the] average|deviation from [the] (average|mean)|distance from [the] average|vs [the] average|versus [the] average|compared with [the] average|compared to [the] average|against [the] average)',
    means: transform({ kind: 'fromAverage' }),
    cost: 0.1,
    examples: ['difference from the average'],
  },
  {
    gives: 'Intent',
    form: '(numbers again|figures again|plain numbers again|values again|plain numbers|plain|plain values|as numbers|actual numbers|actual figures|the actual figures|plain figures|in plain figures|as plain numbers|in plain numbers|absolute numbers|in absolute numbers|real numbers|raw numbers|actual values|absolute values|back to numbers|not as a share|not cumulative|no transform|forget the index|drop the index|remove the index|without the index|not indexed|not as a percentage|as values)',
    means: transform(null),
    examples: ['plain numbers'],
  },
];
