/** Readings that some mean by words that were read as another: each is taken in the place of that one, or offered beside it. */
import { addsUp } from '../model/additivity';
import { isQuotient, type Calculation } from '../model/calculation';
import { factHasLevel, factsOf, level as levelOf, partOf, pluralOf, rowColumnOf, type Model } from '../model/model';
import { byLevel, same, type Key, type Reading } from '../reading/schema';
import { capitalised, inSentence } from '../reading/words';
import { levelsNeeded } from './impossibility';

/** What is divided by how many members a level has, and the level as a breakdown; null where nothing is. */
function perMembers(calculation: Calculation | undefined): { readonly of: Calculation; readonly by: Key } | null {
  return calculation !== undefined && isQuotient(calculation) && calculation.right.kind === 'members'
    ? { of: calculation.left, by: byLevel(calculation.right.level) }
    : null;
}

/** "passengers per coast" divides by the number of coasts; some mean passengers by coast. Null where nothing is divided so. */
export function brokenDownInstead(reading: Reading): Reading | null {
  const [only, second] = reading.shown;
  const per = perMembers(only?.calculation);
  if (only === undefined || second !== undefined || per === null || reading.by.some((one) => same(one, per.by)))
    return null;
  return {
    ...reading,
    shown: [{ calculation: per.of, transform: only.transform }],
    by: [...reading.by, per.by],
    order:
      reading.order?.by.kind === 'measure'
        ? { ...reading.order, by: { kind: 'measure', calculation: per.of } }
        : reading.order,
  };
}

/** "revenue, nights and stays per hotel": all of them by hotel, not the last one divided by how many there are. */
export function eachPer(reading: Reading): Reading {
  const last = reading.shown.at(-1);
  const others = reading.shown.slice(0, -1);
  const per = perMembers(last?.calculation);
  if (
    last === undefined ||
    per === null ||
    others.length === 0 ||
    others.some((one) => one.calculation.kind === 'arithmetic')
  )
    return reading;
  return {
    ...reading,
    shown: [...others, { ...last, calculation: per.of }],
    by: reading.by.some((one) => same(one, per.by)) ? reading.by : [...reading.by, per.by],
  };
}

/** "beds per ward", of what is counted at a time: what each has, where nothing else is broken down by. */
export function stockOfEach(reading: Reading, model: Model): Reading {
  const [only, second] = reading.shown;
  const per = perMembers(only?.calculation);
  const isStock = per?.of.kind === 'measure' && model.measures.get(per.of.measure)?.kind === 'last';
  return only === undefined || second !== undefined || per === null || !isStock || reading.by.length > 0
    ? reading
    : { ...reading, shown: [{ ...only, calculation: per.of }], by: [per.by] };
}

/** "visits per doctor", by doctor already: what each of them has, not that divided by one. */
export function perOfEach(reading: Reading): Reading {
  const shown = reading.shown.map((one) => {
    const per = perMembers(one.calculation);
    return per !== null && reading.by.some((by) => same(by, per.by)) ? { ...one, calculation: per.of } : one;
  });
  return { ...reading, shown };
}

/** "vessels by class", with no measure named, shows the usual one by both; some mean how many there are. */
export function countedInstead(reading: Reading): Reading | null {
  const levels = reading.by.filter((one) => one.kind === 'level');
  const [counted] = levels;
  if (
    counted === undefined ||
    reading.by.length < 2 ||
    reading.by.length > 3 ||
    reading.rank !== null ||
    reading.rows !== null
  )
    return null;
  return {
    ...reading,
    shown: [{ calculation: { kind: 'members', level: counted.level }, transform: null }],
    by: reading.by.filter((one) => one !== counted),
    order: null,
  };
}

/**
 * "how many accounts cancelled because of price", where the usual records know no reasons: counted among the first ones that know all that is asked,
 * with what is to be said of it; null where nothing need be counted otherwise.
 */
export function countedAmong(
  reading: Reading,
  model: Model,
): { readonly reading: Reading; readonly note: string } | null {
  const levels = [...levelsNeeded(reading, model).keys()];
  const tested = reading.where.flatMap((one) => (one.kind === 'rows' ? [rowColumnOf(model, one.measure)?.fact] : []));
  const knows = (fact: string, level?: string) =>
    [...levels, ...(level === undefined ? [] : [level])].every((one) => factHasLevel(model, fact, one)) &&
    tested.every((one) => one === fact);
  const others = reading.shown.flatMap(({ calculation }) =>
    calculation.kind === 'members' || calculation.kind === 'periods' ? [] : factsOf(model, calculation),
  );
  let note: string | null = null;
  const shown = reading.shown.map((one) => {
    const { calculation } = one;
    if ((calculation.kind !== 'members' && calculation.kind !== 'periods') || calculation.fact !== undefined)
      return one;
    const [usual] = factsOf(model, calculation);
    const level = calculation.kind === 'members' ? calculation.level : undefined;
    const fact =
      usual === undefined || knows(usual, level)
        ? undefined
        : [...others, ...model.facts.keys()].find((other) => knows(other, level));
    if (usual === undefined || fact === undefined) return one;
    const what =
      level === undefined
        ? `${calculation.kind === 'periods' ? capitalised(calculation.grain) : ''}s`
        : pluralOf(levelOf(model, level).level);
    note = `${what} are counted among ${factName(model, fact)}, as ${factName(model, usual)} do not know all that is asked.`;
    return { ...one, calculation: { ...calculation, fact } };
  });
  return note === null ? null : { reading: { ...reading, shown }, note };
}
const factName = (model: Model, id: string): string => inSentence(pluralOf(model.facts.get(id) ?? { name: id }));

/** "share of sales for students", with nothing broken down, is all of what the condition leaves; some mean the share that students have. */
export function sharedInstead(reading: Reading, model: Model, asFollowUp: boolean): Reading | null {
  const members = reading.where.filter((one) => one.kind === 'members' && one.is);
  const [only] = members;
  // over time, the shares of its single months are seldom meant
  const overTime = !asFollowUp && reading.by.every((one) => one.kind === 'time' || one.kind === 'cycle');
  if (
    (reading.by.length > 0 && !overTime) ||
    reading.rows !== null ||
    members.length !== 1 ||
    only?.kind !== 'members' ||
    !reading.shown.some((one) => one.transform?.kind === 'share' && one.transform.within === 'all')
  )
    return null;
  const where = reading.where.filter((one) => one !== only);
  const [shown, ...others] = reading.shown;
  const [member, more] = only.members;
  const part =
    shown?.calculation.kind === 'measure' && others.length === 0 && member !== undefined && more === undefined
      ? partOf(model, shown.calculation.measure, { level: only.level, member })
      : null;
  if (part === null && reading.by.length > 0) return null;
  return part === null
    ? { ...reading, by: [byLevel(only.level)], where }
    : { ...reading, shown: [{ calculation: part, transform: null }], where };
}

/** "length of stay on Ash compared to the average": of what does not add up, the figure of all is the average it is compared with. */
export function besideAllInstead(reading: Reading, model: Model): Reading | null {
  const members = reading.where.filter((one) => one.kind === 'members' && one.is);
  const [only] = members;
  const [shown, ...others] = reading.shown;
  if (
    reading.by.length > 0 ||
    reading.against !== null ||
    reading.rows !== null ||
    members.length !== 1 ||
    only?.kind !== 'members' ||
    shown?.transform?.kind !== 'fromAverage' ||
    others.length > 0 ||
    addsUp(shown.calculation, model)
  )
    return null;
  return {
    ...reading,
    shown: [{ ...shown, transform: null }],
    by: [byLevel(only.level)],
    where: reading.where.filter((one) => one !== only),
    against: { kind: 'members', level: only.level, members: only.members, beside: 'all' },
  };
}
