/** Edits of conditions: those on the same subject replace, widen or narrow each other. */
import { level as levelOf, type Model } from '../model/model';
import { done, refused, type Edit, type Edited } from './edit-schema';
import { canonical, same, type Condition, type Reading } from './schema';
import { listWords } from './words';

export const levelSubject = (level: string): string => `level ${level}`;

/** The level, set or number that a condition is about; conditions on the same subject replace each other. */
export function subjectOf(condition: Condition, model: Model): string {
  switch (condition.kind) {
    case 'members':
    case 'text':
      return levelSubject(condition.level);
    case 'set':
      return levelSubject(model.sets.get(condition.set)?.level ?? condition.set);
    case 'measure':
      return `measure ${canonical(condition.at)} ${canonical(condition.calculation)} ${canonical(condition.change ?? null)}`;
    case 'rows':
      return `rows ${condition.measure}`;
    case 'notPeriod':
      return 'not period';
    case 'weekdays':
      return 'weekdays';
    case 'cycle':
      return condition.cycle;
  }
}

/** Is a member to be added where nothing is narrowed to members of its level? All of them are in the answer already. */
export function addedToAll(
  reading: Reading,
  { condition: said, how }: Extract<Edit, { do: 'condition' }>,
  model: Model,
): Extract<Condition, { kind: 'members' }> | null {
  if (how !== 'widen' || said.kind !== 'members' || reading.rows !== null) return null;
  const beside = reading.against?.kind === 'members' && reading.against.level === said.level;
  return beside || reading.where.some((one) => subjectOf(one, model) === subjectOf(said, model)) ? null : said;
}

export function condition(reading: Reading, edit: Extract<Edit, { do: 'condition' }>, model: Model): Edited {
  const { condition: said } = edit;
  const subject = subjectOf(said, model);
  const others = reading.where.filter((one) => subjectOf(one, model) !== subject);
  const there = reading.where.filter((one) => subjectOf(one, model) === subject);
  if (edit.how === 'remove') return done({ ...reading, where: reading.where.filter((one) => !same(one, said)) });
  if (said.kind !== 'members') {
    const kept = said.kind === 'notPeriod' ? reading.where.filter((one) => !same(one, said)) : others;
    const by =
      said.kind === 'set' && said.is
        ? reading.by.filter((one) => one.kind !== 'sets' || !one.sets.includes(said.set))
        : reading.by;
    return done({ ...reading, by, where: [...kept, said] });
  }
  const named = there.find((one) => one.kind === 'members' && one.is);
  const excluded = there.find((one) => one.kind === 'members' && !one.is);
  const members = (one: Condition | undefined) => (one?.kind === 'members' ? one.members : []);
  const set = (is: boolean, list: readonly string[]): Condition[] =>
    list.length === 0 ? [] : [{ kind: 'members', level: said.level, is, members: [...new Set(list)] }];
  switch (edit.how) {
    case 'only':
      return done({ ...reading, where: [...others, { ...said, is: true }], ...besides(reading, said.level) });
    case 'widen': {
      if (reading.against?.kind === 'members' && reading.against.level === said.level)
        return done({
          ...reading,
          against: { ...reading.against, members: [...new Set([...reading.against.members, ...said.members])] },
        });
      if (excluded) {
        const left = members(excluded).filter((one) => !said.members.includes(one));
        if (left.length === members(excluded).length)
          return refused(
            `${listWords(said.members, 'and')} ${said.members.length === 1 ? 'is' : 'are'} not left out, so there is nothing to put back.`,
          );
        return done({ ...reading, where: [...others, ...set(false, left)] });
      }
      if (named) return done({ ...reading, where: [...others, ...set(true, [...members(named), ...said.members])] });
      return done({ ...reading, where: [...reading.where, ...set(true, said.members)] });
    }
    case 'exclude': {
      const beside = reading.against;
      if (
        beside?.kind === 'members' &&
        beside.level === said.level &&
        said.members.some((one) => beside.members.includes(one))
      ) {
        const left = beside.members.filter((one) => !said.members.includes(one));
        if (left.length === 0) return refused('That would leave nothing to compare; “stop comparing” shows all.');
        return done({ ...reading, against: { ...beside, members: left } });
      }
      if (named) {
        const left = members(named).filter((one) => !said.members.includes(one));
        if (left.length < members(named).length) {
          if (left.length === 0)
            return refused(`That would leave no ${levelOf(model, said.level).level.name.toLowerCase()}.`);
          return done({ ...reading, where: [...others, ...set(true, left)] });
        }
      }
      return done({
        ...reading,
        where: [
          ...reading.where.filter((one) => one !== excluded),
          ...set(false, [...members(excluded), ...said.members]),
        ],
      });
    }
  }
}

/** Choosing members of a level ends a comparison of members of that level. */
export function besides(reading: Reading, level: string): Partial<Reading> {
  return reading.against?.kind === 'members' && reading.against.level === level ? { against: null } : {};
}
