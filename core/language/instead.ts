/** Readings that some mean by words that were read as another: each is taken in the place of that one, or offered beside it. */
import { addsUp } from '../model/additivity';
import { partOf, type Model } from '../model/model';
import { byLevel, same, type Reading } from '../reading/schema';

/** "passengers per coast" divides by the number of coasts; some mean passengers by coast. Null where nothing is divided so. */
export function brokenDownInstead(reading: Reading): Reading | null {
  const [only] = reading.shown;
  if (reading.shown.length !== 1 || only?.calculation.kind !== 'arithmetic' || only.calculation.operator !== 'divide' || only.calculation.right.kind !== 'members') return null;
  const by = byLevel(only.calculation.right.level);
  const { left } = only.calculation;
  return reading.by.some((one) => same(one, by)) ? null : { ...reading, shown: [{ calculation: left, transform: only.transform }], by: [...reading.by, by], order: reading.order?.by.kind === 'measure' ? { ...reading.order, by: { kind: 'measure', calculation: left } } : reading.order };
}

/** "revenue, nights and stays per hotel": all of them by hotel, not the last one divided by how many there are. */
export function eachPer(reading: Reading): Reading {
  const last = reading.shown.at(-1);
  const others = reading.shown.slice(0, -1);
  const { calculation } = last ?? {};
  if (others.length === 0 || last === undefined || calculation?.kind !== 'arithmetic' || calculation.operator !== 'divide' || calculation.right.kind !== 'members' || others.some((one) => one.calculation.kind === 'arithmetic')) return reading;
  const by = byLevel(calculation.right.level);
  return { ...reading, shown: [...others, { ...last, calculation: calculation.left }], by: reading.by.some((one) => same(one, by)) ? reading.by : [...reading.by, by] };
}

/** "visits per doctor", by doctor already: what each of them has, not that divided by one. */
export function perOfEach(reading: Reading): Reading {
  const shown = reading.shown.map((one) => {
    const { calculation } = one;
    const each = calculation.kind === 'arithmetic' && calculation.operator === 'divide' && calculation.right.kind === 'members' ? byLevel(calculation.right.level) : null;
    return calculation.kind === 'arithmetic' && each !== null && reading.by.some((by) => same(by, each)) ? { ...one, calculation: calculation.left } : one;
  });
  return { ...reading, shown };
}

/** "vessels by class", with no measure named, shows the usual one by both; some mean how many there are. */
export function countedInstead(reading: Reading): Reading | null {
  const levels = reading.by.filter((one) => one.kind === 'level');
  const [counted] = levels;
  if (counted === undefined || reading.by.length < 2 || reading.by.length > 3 || reading.rank !== null || reading.rows !== null) return null;
  return { ...reading, shown: [{ calculation: { kind: 'members', level: counted.level }, transform: null }], by: reading.by.filter((one) => one !== counted), order: null };
}

/** "share of sales for students", with nothing broken down, is all of what the condition leaves; some mean the share that students have. */
export function sharedInstead(reading: Reading, model: Model, asFollowUp: boolean): Reading | null {
  const members = reading.where.filter((one) => one.kind === 'members' && one.is);
  const [only] = members;
  // over time, the shares of its single months are seldom meant
  const overTime = !asFollowUp && reading.by.every((one) => one.kind === 'time' || one.kind === 'cycle');
  if ((reading.by.length > 0 && !overTime) || reading.rows !== null || members.length !== 1 || only?.kind !== 'members' || !reading.shown.some((one) => one.transform?.kind === 'share' && one.transform.within === 'all')) return null;
  const where = reading.where.filter((one) => one !== only);
  const [shown, ...others] = reading.shown;
  const [member, more] = only.members;
  const part = shown?.calculation.kind === 'measure' && others.length === 0 && member !== undefined && more === undefined ? partOf(model, shown.calculation.measure, { level: only.level, member }) : null;
  if (part === null && reading.by.length > 0) return null;
  return part === null ? { ...reading, by: [byLevel(only.level)], where } : { ...reading, shown: [{ calculation: part, transform: null }], where };
}

/** "length of stay on Ash compared to the average": of what does not add up, the figure of all is the average it is compared with. */
export function besideAllInstead(reading: Reading, model: Model): Reading | null {
  const members = reading.where.filter((one) => one.kind === 'members' && one.is);
  const [only] = members;
  const [shown, ...others] = reading.shown;
  if (reading.by.length > 0 || reading.against !== null || reading.rows !== null || members.length !== 1 || only?.kind !== 'members' || shown?.transform?.kind !== 'fromAverage' || others.length > 0 || addsUp(shown.calculation, model)) return null;
  return { ...reading, shown: [{ ...shown, transform: null }], by: [byLevel(only.level)], where: reading.where.filter((one) => one !== only), against: { kind: 'members', level: only.level, members: only.members, beside: 'all' } };
}
