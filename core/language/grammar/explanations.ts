/** Grammar of explanations: what moved a measure, and whether it is unusual. */
import type { Calculation } from '../../model/calculation';
import type { Explain } from '../../reading/schema';
import { asFollowUp, followUp, intent, type Intent, type SaidPeriod } from '../intent';
import type { Question } from '../question';
import { only } from './conditions';
import type { Parts, Rule } from './rule';

const DOES = '(did|do|does|has|have|is|are|was|were|had)';
const IT = '(it|this|that|they|these|those|things)';
const FALLS =
  '(fall|fell|fallen|falling|drop|dropped|dropping|decline|declined|declining|decrease|decreased|decreasing|go down|going down|gone down|went down|down|lower|shrink|shrunk|shrinking|sink|sunk|slip|slipped|dip|dipped|plunge|plunged|collapse|collapsed)';
const RISES =
  '(rise|rose|risen|rising|grow|grew|grown|growing|increase|increased|increasing|go up|going up|gone up|went up|up|higher|jump|jumped|climb|climbed|climbing|gain|gained|soar|soared|surge|surged|spike|spiked|shoot up|shot up)';
const MOVES = '(change|changed|changing|move|moved|moving|differ|differed|develop|developed)';
const FALL = '(fall|drop|decline|decrease|dip|loss|slump|downturn|shortfall|plunge|collapse)';
const RISE = '(rise|increase|growth|jump|gain|surge|spike|upturn|climb)';
const MOVE = '(change|changes|difference|movement|move|swing|shift)';
const BEHIND =
  '(what drove|what drives|what explains|what explained|what caused|what causes|what is behind|what was behind|what lies behind|what lay behind|what led to|what made up|explain|account for|what accounts for)';

type Way = Extract<Explain, { asked: 'moved' }>['said'];

const moved = (said?: Way): Intent['edits'][number] => ({
  do: 'explain',
  explain: { asked: 'moved', ...(said === undefined ? {} : { said }) },
});

const shows = (parts: Parts): Intent['edits'] =>
  parts['Calculation'] === undefined
    ? []
    : [{ do: 'show', how: 'replace', shown: [{ calculation: parts['Calculation'] as Calculation, transform: null }] }];

/** "why did bookings for Kiosk fall": of whom it is asked may stand before the verb. */
const OF_MEMBERS = '[(for|of|on|at|among|from) {Members}]';
const ofMembers = (parts: Parts): Intent['edits'] => (parts['Members'] === undefined ? [] : only(parts).edits);

const between = (parts: Parts): Intent['edits'] =>
  parts['first'] === undefined
    ? []
    : [{ do: 'saidComparison', period: parts['first'] as SaidPeriod, with: parts['second'] as SaidPeriod }];

const whyOf =
  (said?: Way) =>
  (parts: Parts): Intent =>
    intent(...shows(parts), ...ofMembers(parts), ...between(parts), moved(said));
const whyIt = (said?: Way) => (): Intent => followUp(moved(said));
/** "why did August fall": what is shown, in that period. */
const whyThen =
  (said?: Way) =>
  (parts: Parts): Intent =>
    asFollowUp(intent({ do: 'saidPeriod', how: 'set', period: parts['Period'] as SaidPeriod }, moved(said))) as Intent;

const WAYS: readonly { readonly verb: string; readonly noun: string; readonly said?: Way }[] = [
  { verb: FALLS, noun: FALL, said: 'fall' },
  { verb: RISES, noun: RISE, said: 'rise' },
  { verb: MOVES, noun: MOVE },
];

/** Words that ask whether it is as ever; they may be parts of names as well, so they are no words of the grammar. */
const NORMAL: ReadonlySet<string> = new Set([
  'normal',
  'usual',
  'unusual',
  'typical',
  'untypical',
  'atypical',
  'abnormal',
  'expected',
  'unexpected',
  'outlier',
  'exceptional',
  'surprising',
]);
const isNormal = (parts: Parts): boolean => NORMAL.has(String(parts['how']).toLowerCase());
const SIDES: readonly { readonly words: string; readonly said: 'high' | 'low' }[] = [
  { words: '(high|large|big|many|much)', said: 'high' },
  { words: '(low|small|few|little)', said: 'low' },
];
const unusual = (said?: 'high' | 'low'): Intent['edits'][number] => ({
  do: 'explain',
  explain: { asked: 'unusual', ...(said === undefined ? {} : { said }) },
});
const goesWith: Intent['edits'][number] = { do: 'explain', explain: { asked: 'goesWith' } };
/** "is cancellation rate in August normal" */
const isUnusual = (parts: Parts): Intent =>
  intent(
    ...shows(parts),
    ...ofMembers(parts),
    ...(parts['Period'] === undefined
      ? []
      : [{ do: 'saidPeriod' as const, how: 'set' as const, period: parts['Period'] as SaidPeriod }]),
    unusual(),
  );

export const EXPLANATION_RULES: readonly Rule<Question>[] = [
  {
    gives: 'Intent',
    form: `[(and|so|but|ok)] (why|how come|why so|why is that|why was that|why (did|does) ${IT} happen|how did ${IT} happen|how did ${IT} come about|what happened|what happened (here|there)|explain|explain ${IT}|explain why|what (drove|drives|explains|caused|moved|is behind|was behind) ${IT}|break down the change|what is going on [(here|there)])`,
    means: whyIt(),
    cost: -0.3,
    examples: ['why', 'what drove that'],
  },
  ...WAYS.flatMap(({ verb, noun, said }): Rule<Question>[] => [
    {
      gives: 'Intent',
      form: `[(and|so|but)] (why|how come) [${DOES}] ${IT} [so (much|strongly|sharply|far)] ${verb} [so (much|strongly|sharply|far)]`,
      means: whyIt(said),
    },
    {
      gives: 'Intent',
      form: `[(and|so|but)] (why|how come) [${DOES}] {Calculation} ${OF_MEMBERS} ${verb} [so (much|strongly|sharply|far)] [(from|between) {Period:first} (to|and) {Period:second}]`,
      means: whyOf(said),
      cost: -0.4,
    },
    {
      gives: 'Intent',
      form: `[(and|so|but)] (why|how come) [${DOES}] {Period} ${verb} [so (much|strongly|sharply|far)]`,
      means: whyThen(said),
      cost: -0.3,
    },
    { gives: 'Intent', form: `[and] (${BEHIND}|why) [(the|this|that)] ${noun}`, means: whyIt(said) },
    {
      gives: 'Intent',
      form: `[and] (${BEHIND}|why) [(the|this|that)] ${noun} (in|of) {Calculation} [(from|between) {Period:first} (to|and) {Period:second}]`,
      means: whyOf(said),
      cost: -0.3,
    },
    {
      gives: 'Intent',
      form: `[and] (${BEHIND}|why) [(the|this|that)] {Calculation} ${noun}`,
      means: whyOf(said),
      cost: -0.2,
    },
  ]),
  {
    gives: 'Intent',
    form: '(what (is|are|was|were) driving|what is behind|what was behind|what drives|what drove|what moved|what moves|what explains|what changed in|what changed about) {Calculation} [(up|down)]',
    means: whyOf(),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '[(and|but|so)] why not [in] {Period}',
    means: whyThen(),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '[(and|so|but)] (is|was|are|were) (it|this|that|these|those) [(a|an|really)] {AnyWord:how}',
    means: (p) => (isNormal(p) ? followUp(unusual()) : null),
    examples: ['is that normal'],
  },
  {
    gives: 'Intent',
    form: `[(and|so|but)] (is|was|are|were) {Calculation} ${OF_MEMBERS} [(in|for|on)] [{Period}] [(a|an|really)] {AnyWord:how}`,
    means: (p) => (isNormal(p) ? isUnusual(p) : null),
    cost: -0.3,
  },
  ...SIDES.flatMap(({ words, said }): Rule<Question>[] => [
    {
      gives: 'Intent',
      form: `[(and|so|but)] (why|how come) [(is|was|are|were)] (it|this|that|these|those) (so|this|that|unusually|exceptionally) ${words}`,
      means: () => followUp(unusual(said)),
    },
    {
      gives: 'Intent',
      form: `[(and|so|but)] (why|how come) [(is|was|are|were)] {Calculation} (so|this|that|unusually|exceptionally) ${words}`,
      means: (p) => intent(...shows(p), unusual(said)),
      cost: -0.4,
    },
    {
      gives: 'Intent',
      form: `[(and|so|but)] (is|was|are|were) (it|this|that) (unusually|exceptionally|too) ${words}`,
      means: () => followUp(unusual(said)),
    },
  ]),
  {
    gives: 'Intent',
    form: '[(and|so|but)] (what goes with|what goes along with|what comes with|what is associated with|what is it associated with|what correlates with|what influences|what affects) (it|this|that|them|these|those)',
    means: () => followUp(goesWith),
    examples: ['what goes with it'],
  },
  {
    gives: 'Intent',
    form: '[(and|so|but)] (what goes with|what goes along with|what comes with|what is associated with|what correlates with|what influences|what affects|key factors of|key factors for|key factors behind|key factors in|what are the key factors of|what are the key factors for|what are the key factors behind|what are the main factors of|what are the main factors behind|main factors behind) {Calculation}',
    means: (p) => intent(...shows(p), goesWith),
    cost: -0.4,
  },
  { gives: 'Intent', form: 'with what goes with it', means: () => intent(goesWith) },
  { gives: 'Intent', form: 'with whether it is unusual', means: () => intent(unusual()) },
  { gives: 'Intent', form: 'with whether it is unusually high', means: () => intent(unusual('high')) },
  { gives: 'Intent', form: 'with whether it is unusually low', means: () => intent(unusual('low')) },
  { gives: 'Intent', form: 'explained', means: () => intent(moved()), examples: ['explained'] },
  { gives: 'Intent', form: 'explained as a fall', means: () => intent(moved('fall')) },
  { gives: 'Intent', form: 'explained as a rise', means: () => intent(moved('rise')) },
  {
    gives: 'Intent',
    form: '(without|drop|leave out|remove|no) (the explanation|explanation|explaining)',
    means: () => followUp({ do: 'explain', explain: null }),
    examples: ['without the explanation'],
  },
];
