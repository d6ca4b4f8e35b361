/** Grammar of what becomes of things: “are repairs getting more expensive”, “are trips getting longer”. Gives edits. */
import { arithmetic, measureOf, type Calculation } from '../../model/calculation';
import { factsOf, type Model } from '../../model/model';
import type { Measure } from '../../model/schema';
import { intent, type Intent, type SaidEdit } from '../intent';
import { tells, type QualityKind } from '../names/quality';
import type { Question } from '../question';
import type { Parts, Rule } from './rule';

/** Words, what they speak of, and the plain adjective of it. */
const BECOMING: readonly (readonly [string, QualityKind, string])[] = [
  ['[any] (longer|shorter|slower|faster|quicker)', 'length', 'long'],
  ['[any] (dearer|cheaper|pricier|costlier|more expensive|less expensive|more costly|less costly)', 'money', 'dear'],
  ['[any] (fuller|emptier)', 'fullness', 'full'],
  ['[any] (later|more delayed|less delayed)', 'lateness', 'late'],
  ['[any] (more punctual|less punctual)', 'punctuality', 'punctual'],
  ['[any] (happier|unhappier|less happy|more satisfied|less satisfied)', 'contentment', 'happy'],
  ['[any] (heavier|lighter)', 'weight', 'heavy'],
];

export const BECOMING_RULES: readonly Rule<Question>[] = BECOMING.map(([words, of, adjective]): Rule<Question> => ({
  gives: 'Intent',
  form: `(is|are|has|have|was|were) {Measure} [been] (getting|becoming|gotten|got|become) ${words}`,
  means: (parts, { model }) => becoming(of, adjective, parts, model),
  cost: -0.6,
}));

/**
 * Over time, how long, dear, full … things are: the measure itself where it tells that, else the one rate or average of the
 * same records that does; of money, where no other tells it, what one of them comes to. Null where none does, or several do.
 */
function becoming(of: QualityKind, adjective: string, parts: Parts, model: Model): Intent | null {
  const named = model.measures.get(parts['Measure'] as string);
  if (named === undefined) return null;
  const told = tells(of, named) ? measureOf(named.id) : toldOf(of, named.id, model);
  return told === null
    ? null
    : intent(
        { do: 'show', how: 'replace', shown: [{ calculation: told, transform: null }] },
        { do: 'overTime' },
        ...nameOf(adjective, told, named.id, model),
      );
}

function toldOf(of: QualityKind, counted: string, model: Model): Calculation | null {
  const [fact] = factsOf(model, measureOf(counted));
  const fitting = [...model.measures.values()].filter(
    (one) =>
      one.hidden !== true && tells(of, one) && fact !== undefined && factsOf(model, measureOf(one.id)).includes(fact),
  );
  const ofMoney = (one: Measure) => of !== 'money' || (one.kind === 'ratio' ? one.per === counted : true);
  const each = fitting.filter((one) => (one.kind === 'average' || one.kind === 'ratio') && ofMoney(one));
  const [only, second] = each;
  if (only !== undefined) return second === undefined ? measureOf(only.id) : null;
  const [sum, other] = fitting.filter(({ kind }) => kind === 'sum');
  return of === 'money' && sum !== undefined && other === undefined
    ? arithmetic('divide', measureOf(sum.id), measureOf(counted))
    : null;
}

/** What was taken for how they are, where that is not what was named. */
function nameOf(adjective: string, told: Calculation, named: string, model: Model): SaidEdit[] {
  const measure = told.kind === 'measure' && told.measure !== named ? model.measures.get(told.measure) : undefined;
  return measure === undefined
    ? []
    : [{ do: 'note', text: `“${adjective}” is taken as an everyday word for ${measure.name}.` }];
}
