/** Grammar of the order in which members, periods and records stand. */
import type { Calculation } from '../../model/calculation';
import { followUp, intent, type Intent, type Sense } from '../intent';
import type { Question } from '../question';
import type { Parts, Rule } from './rule';

const sorted =
  (direction: 'up' | 'down') =>
  (parts: Parts): Intent =>
    intent({
      do: 'order',
      order: { by: { kind: 'measure', calculation: parts['Calculation'] as Calculation }, direction },
    });
const byName = (direction: 'up' | 'down') => (): Intent =>
  intent({ do: 'order', order: { by: { kind: 'name' }, direction } });
const SORT =
  '(sorted by|sort by|ordered by|order by|sort on|sorted|sort it by|sort them by|order it by|arrange by|arranged by|order)';

export const ORDER_RULES: readonly Rule<Question>[] = [
  {
    gives: 'Intent',
    form: '(sort|order) (that|this|these|those) by {Calculation}',
    means: (p) => sorted('down')(p),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '(sorted|ranked|in ranked order|sort|sort it|sort them|sort that|in order|ordered|put it in order)',
    means: () => followUp({ do: 'reverse', direction: 'down' }),
    cost: 0.2,
    examples: ['sorted'],
  },
  {
    gives: 'Intent',
    form: '[(sorted|sort|ordered)] [with] (worst|weakest|poorest) first',
    means: () => intent({ do: 'sortBest', sense: 'worst' }),
    cost: -0.1,
    examples: ['worst first'],
  },
  {
    gives: 'Intent',
    form: '[(sorted|sort|ordered)] [with] [the] (most frequent|most common|commonest|most often) first',
    means: () => intent({ do: 'sortBest', sense: 'top' }),
    cost: -0.1,
    examples: ['most frequent first'],
  },
  {
    gives: 'Intent',
    form: '[(sorted|sort|ordered)] [with] [the] (least frequent|least common|rarest|least often) first',
    means: () => intent({ do: 'sortBest', sense: 'bottom' }),
    cost: -0.1,
    examples: ['rarest first'],
  },
  {
    gives: 'Intent',
    form: '[(sorted|sort|ordered)] [with] (best|strongest) first',
    means: () => intent({ do: 'sortBest', sense: 'best' }),
    cost: -0.1,
    examples: ['best first'],
  },
  {
    gives: 'Intent',
    form: '[(sorted|sort|ordered|order)] [with] {Sense} {Calculation} first',
    means: (p) => intent({ do: 'sortBest', sense: p['Sense'] as Sense, by: p['Calculation'] as Calculation }),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: `${SORT} (name|names|alphabet) [(ascending|up|a to z|a - z)]`,
    means: byName('up'),
    examples: ['sort by name'],
  },
  {
    gives: 'Intent',
    form: `${SORT} {Level} (name|names) [(ascending|up|a to z|a - z)]`,
    means: byName('up'),
    cost: -0.1,
  },
  { gives: 'Intent', form: `${SORT} (name|names) (descending|down|z to a|z - a)`, means: byName('down') },
  {
    gives: 'Intent',
    form: `[${SORT}] (alphabetically|alphabetical|alphabetical order|in alphabetical order|a to z)`,
    means: byName('up'),
  },
  { gives: 'Intent', form: '(in reverse alphabetical order|z to a|reverse alphabetical)', means: byName('down') },
  {
    gives: 'Intent',
    form: '[(sort|sorted|order|ordered)] [by] [date] [,] (newest|latest|most recent|youngest) first',
    means: () => followUp({ do: 'byDate', direction: 'down' }),
    examples: ['newest first'],
  },
  {
    gives: 'Intent',
    form: '(sort|sorted|order|ordered) by [the] (date|{DateRole}) [(ascending|oldest first|earliest first)]',
    means: () => followUp({ do: 'byDate', direction: 'up' }),
    cost: -0.1,
    examples: ['sort by date'],
  },
  {
    gives: 'Intent',
    form: '(sort|sorted|order|ordered) by [the] (date|{DateRole}) (descending|newest first|latest first)',
    means: () => followUp({ do: 'byDate', direction: 'down' }),
    cost: -0.2,
    examples: ['sort by date descending'],
  },
  {
    gives: 'Intent',
    form: '[(sort|sorted|order|ordered)] [by] [date] [,] (oldest|earliest) first',
    means: () => followUp({ do: 'byDate', direction: 'up' }),
    examples: ['oldest first'],
  },
  {
    gives: 'Intent',
    form: `${SORT} {Calculation} (ascending|up|lowest first|smallest first|increasing|from low to high|low to high|in ascending order)`,
    means: sorted('up'),
  },
  {
    gives: 'Intent',
    form: `${SORT} {Calculation} [(descending|down|highest first|largest first|decreasing|from high to low|high to low|in descending order)]`,
    means: sorted('down'),
  },
  {
    gives: 'Intent',
    form: '[(sort|sorted|order|ordered)] [with] [the] (longest|slowest|dearest|heaviest|priciest|fullest|happiest|hottest|warmest|deepest|tallest) first',
    means: () => intent({ do: 'sortBest', sense: 'top' }),
  },
  {
    gives: 'Intent',
    form: '[(sort|sorted|order|ordered)] [with] [the] (shortest|fastest|quickest|cheapest|lightest|emptiest|unhappiest|coldest|shallowest) first',
    means: () => intent({ do: 'sortBest', sense: 'bottom' }),
  },
  ...(['best', 'worst'] as const).map((sense): Rule<Question> => ({
    gives: 'Intent',
    form: `[(with|put|sorted|sort|ordered)] [the] ${sense} (ones at the top|at the top|on top|at top|at the front)`,
    means: () => followUp({ do: 'sortBest', sense }),
    cost: -0.1,
    examples: [`${sense} at the top`],
  })),
  {
    gives: 'Intent',
    form: '[(with|put|sorted|sort|ordered)] [the] (lowest|smallest|fewest|least|shortest) (at the top|on top|at top|at the front)',
    means: () => followUp({ do: 'reverse', direction: 'up' }),
    examples: ['lowest at the top'],
  },
  {
    gives: 'Intent',
    form: '[(sort|sorted|order|ordered)] (ascending|lowest first|smallest first|fewest first|least first|low to high|in ascending order|from lowest to highest|increasing|upwards|from low to high)',
    means: () => followUp({ do: 'reverse', direction: 'up' }),
    examples: ['ascending'],
  },
  {
    gives: 'Intent',
    form: '[(sort|sorted|order|ordered)] (descending|highest first|largest first|most first|biggest on top|highest on top|largest on top|most on top|high to low|in descending order|from highest to lowest|decreasing|downwards|biggest first|from high to low)',
    means: () => followUp({ do: 'reverse', direction: 'down' }),
    examples: ['descending'],
  },
  {
    gives: 'Intent',
    form: '[(sort|sorted|order|ordered|from)] (largest|longest|highest|biggest|most|slowest|best) to (smallest|shortest|lowest|least|fastest|fewest|worst)',
    means: () => followUp({ do: 'reverse', direction: 'down' }),
    cost: -0.1,
    examples: ['longest to shortest'],
  },
  {
    gives: 'Intent',
    form: '(sort|sorted|order|ordered|starting) [it] (from|with) [the] (lowest|smallest|fewest|shortest|least|bottom)',
    means: () => followUp({ do: 'reverse', direction: 'up' }),
    examples: ['sort from lowest'],
  },
  {
    gives: 'Intent',
    form: '(sort|sorted|order|ordered|starting) [it] (from|with) [the] (highest|largest|biggest|longest|most|top)',
    means: () => followUp({ do: 'reverse', direction: 'down' }),
    examples: ['sort from highest'],
  },
  {
    gives: 'Intent',
    form: '[(sort|sorted|order|ordered|from)] (smallest|shortest|lowest|least|fastest|fewest) to (largest|longest|highest|biggest|most|slowest)',
    means: () => followUp({ do: 'reverse', direction: 'up' }),
    cost: -0.1,
    examples: ['smallest to largest'],
  },
  {
    gives: 'Intent',
    form: '(reverse|flip|invert) [(the|that|it)] [(order|sort|sorting)]',
    means: () => followUp({ do: 'reverse' }),
    examples: ['reverse the order'],
  },
  {
    gives: 'Intent',
    form: '(other way round|the other way round|opposite order|in reverse|in reverse order|reverse order)',
    means: () => followUp({ do: 'reverse' }),
    examples: ['the other way round'],
  },
  {
    gives: 'Intent',
    form: '(usual order|default order|no sorting|unsorted|stop sorting)',
    means: () => followUp({ do: 'order', order: null }),
    examples: ['usual order'],
  },
];
