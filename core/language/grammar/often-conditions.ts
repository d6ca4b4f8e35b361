/** Grammar of how often: "guests who stayed more than twice", "how many times was it borrowed". Gives `TimesTest` and edits. */
import { measureOf } from '../../model/calculation';
import { intent, type Amount, type Intent } from '../intent';
import type { Question } from '../question';
import { measureTest, tested, type Tested } from './clauses';
import { COUNT } from './little-words';
import type { Parts, Rule } from './rule';

const WHO = '[(who|that|which|who have|that have|which have|who had|that had|have|had|has|did)]';

export const OFTEN_RULES: readonly Rule<Question>[] = [
  ...tested(`{Key} ${WHO} {Measure} {TimesTest}`, oftenTest, -0.2),
  ...tested(
    `{Key} ${WHO} {Doing} {TimesTest}`,
    (is) => (p, q) => oftenTest(is)({ ...p, Measure: q.model.defaultMeasure }, q),
    -0.15,
  ),
  {
    gives: 'Intent',
    form: `${COUNT} {Key} ${WHO} {Doing} {TimesTest}`,
    means: (p, q) => oftenTest('count')({ ...p, Measure: q.model.defaultMeasure }, q),
    cost: -0.25,
  },
  { gives: 'Intent', form: `${COUNT} {Key} ${WHO} {Measure} {TimesTest}`, means: oftenTest('count'), cost: -0.3 },
  ...tested(
    `{Key} ${WHO} never {Measure}`,
    (is) => (p, q) => oftenTest(is)({ ...p, TimesTest: { test: 'missing' } }, q),
    -0.2,
  ),
  ...tested(`{Key} ${WHO} {AnyWord:verb} {TimesTest}`, oftenDone, -0.2),
  { gives: 'Intent', form: `${COUNT} {Key} ${WHO} {AnyWord:verb} {TimesTest}`, means: oftenDone('count'), cost: -0.3 },
  {
    gives: 'Intent',
    form: 'how (many times|often) (was|were|is|are|has|have|did) {Members} [been] {AnyWord:verb}',
    means: (p, q) => timesOf(p, q),
    cost: -0.5,
  },
  { gives: 'TimesTest', form: '{NumberTest} (time|times)', means: (p) => p['NumberTest'] },
  {
    gives: 'TimesTest',
    form: '{Number} (time|times)',
    means: (p) => ({ test: 'between', value: { value: p['Number'] }, upper: { value: p['Number'] } }),
    cost: 0.1,
  },
  ...(['once', 'twice'] as const).flatMap((word, index): Rule<Question>[] => {
    const value: Amount = { value: index + 1 };
    return [
      { gives: 'TimesTest', form: `(more than|over|more often than) ${word}`, means: () => ({ test: 'over', value }) },
      { gives: 'TimesTest', form: `(at least|no less than) ${word}`, means: () => ({ test: 'atLeast', value }) },
      { gives: 'TimesTest', form: `${word} or more [often]`, means: () => ({ test: 'atLeast', value }) },
      {
        gives: 'TimesTest',
        form: `(only|just|exactly) ${word}`,
        means: () => ({ test: 'between', value, upper: value }),
      },
    ];
  }),
];

/** "guests who stayed more than twice": by the count of what they did. */
function oftenTest(is: Tested) {
  return (parts: Parts, { model }: Question): Intent | null => {
    const measure = model.measures.get(parts['Measure'] as string);
    return measure?.kind === 'count'
      ? measureTest(is)({ ...parts, Calculation: measureOf(measure.id), NumberTest: parts['TimesTest'] })
      : null;
  };
}

/** "how many times was this book borrowed": the count of that, of those members. */
function timesOf(parts: Parts, { model, names }: Question): Intent | null {
  const [counted, second] = names
    .meantByVerb(String(parts['verb']).toLowerCase())
    .filter(({ named }) => named.kind === 'measure' && model.measures.get(named.id)?.kind === 'count');
  if (counted === undefined || second !== undefined) return null;
  const { level, members } = parts['Members'] as { level: string; members: readonly string[] };
  return intent(
    { do: 'show', how: 'replace', shown: [{ calculation: measureOf(counted.named.id), transform: null }] },
    { do: 'condition', how: 'only', condition: { kind: 'members', level, is: true, members: [...members] } },
  );
}

/** "customers who ordered more than twice", where the model counts orders. */
function oftenDone(is: Tested) {
  return (parts: Parts, { model, names }: Question): Intent | null => {
    const counts = names
      .meantByVerb(String(parts['verb']).toLowerCase())
      .filter(
        ({ named }) =>
          named.kind === 'measure' && ['count', 'distinct'].includes(model.measures.get(named.id)?.kind ?? ''),
      );
    const [only] = counts;
    return only === undefined || counts.length > 1
      ? null
      : measureTest(is)({ ...parts, Calculation: measureOf(only.named.id), NumberTest: parts['TimesTest'] });
  };
}
