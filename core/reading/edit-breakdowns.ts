/** Edits of breakdowns: adding, replacing, going a level down or up. */
import { level as levelOf, neighbourLevel, sharedHierarchy, type Model } from '../model/model';
import { condition, subjectOf } from './edit-conditions';
import { done, refused, type Edit, type Edited } from './edit-schema';
import { byLevel, same, type Breakdown, type Reading } from './schema';

export const isTime = (by: Breakdown) => by.kind === 'time';

/** Breakdowns with the time line first, each once. */
export function arranged(by: readonly Breakdown[]): Breakdown[] {
  const unique = by.filter((one, index) => by.findIndex((other) => same(one, other)) === index);
  return [...unique.filter(isTime), ...unique.filter((one) => !isTime(one))];
}

export function breakdown(reading: Reading, edit: Extract<Edit, { do: 'breakdown' }>, model: Model): Edited {
  const { by } = reading;
  switch (edit.how) {
    case 'replace': {
      if (edit.instead === undefined) return done({ ...reading, by: arranged(edit.by) });
      const at = by.findIndex((one) => same(one, edit.instead));
      if (at < 0 && edit.by.every((one) => by.some((other) => same(one, other)))) return done(reading);
      if (at < 0) return refused('What should be swapped is not in the breakdown now.');
      return done({ ...reading, by: arranged([...by.slice(0, at), ...edit.by, ...by.slice(at + 1)]) });
    }
    case 'add':
      return done({ ...reading, by: arranged([...withoutTimeIfSaid(by, edit.by), ...edit.by]) });
    case 'remove': {
      const left = by.filter((one) => !edit.by.some((gone) => same(gone, one)));
      if (left.length === by.length) return refused('That is not in the breakdown now.');
      return done({ ...reading, by: left });
    }
    case 'join': {
      const sides = edit.by.flatMap((one) => (one.kind === 'sets' ? [`level ${levelIn(one, model) ?? ''}`] : []));
      return done({
        ...reading,
        by: arranged(joined(by, edit.by, model)),
        where:
          sides.length === 0 ? reading.where : reading.where.filter((one) => !sides.includes(subjectOf(one, model))),
      });
    }
  }
}

/** A new grain takes the place of the grain there is. */
export function withoutTimeIfSaid(by: readonly Breakdown[], said: readonly Breakdown[]): Breakdown[] {
  return said.some(isTime) ? by.filter((one) => !isTime(one)) : [...by];
}

export function joined(by: readonly Breakdown[], said: readonly Breakdown[], model: Model): Breakdown[] {
  const saidTime = said.filter(isTime);
  const saidOther = said.filter((one) => !isTime(one));
  const line: Breakdown[] =
    by.some(isTime) || saidOther.some((one) => one.kind === 'cycle')
      ? by.filter(isTime)
      : by.filter((one) => one.kind === 'cycle');
  const time = saidTime.length > 0 ? saidTime : line;
  if (saidOther.length === 0) return [...saidTime, ...by.filter((one) => !isTime(one))];
  const [first] = saidOther;
  const kept = by.filter((one) => !line.includes(one) && !isTime(one));
  if (saidOther.length === 1 && first?.kind === 'level') {
    const at = kept.findIndex((one) => {
      const level = levelIn(one, model);
      return level !== null && sharedHierarchy(model, level, first.level) !== null;
    });
    if (at >= 0) return [...time, ...kept.slice(0, at), first, ...kept.slice(at + 1)];
  }
  return [...time, ...saidOther];
}

/** The level a breakdown is by: its own, or that of its named sets. */
export function levelIn(by: Breakdown, model: Model): string | null {
  if (by.kind === 'level') return by.level;
  return by.kind === 'sets' ? (model.sets.get(by.sets[0] ?? '')?.level ?? null) : null;
}

export function besideOthers(by: readonly Breakdown[], level: string, model: Model): Breakdown[] {
  const related = by.some(
    (one) =>
      one.kind !== 'time' &&
      levelIn(one, model) !== null &&
      sharedHierarchy(model, levelIn(one, model) ?? '', level) !== null,
  );
  return related ? joined(by, [byLevel(level)], model) : arranged([...by, byLevel(level)]);
}

export const withoutLevel = (by: readonly Breakdown[], level: string) =>
  by.filter((one) => !(one.kind === 'level' && one.level === level));

export function drill(reading: Reading, member: { level: string; name: string } | undefined, model: Model): Edited {
  const from = member?.level ?? reading.by.findLast((one) => one.kind === 'level')?.level ?? singleLevel(reading);
  if (from === undefined) return refused('There is no level to go deeper from; say by which level.');
  const next = neighbourLevel(model, from, 1);
  if (next === null) return refused(`${levelOf(model, from).level.name} has no finer level.`);
  const there = reading.by.some((one) => one.kind === 'level' && one.level === from);
  const by: Breakdown[] = there
    ? reading.by.map((one) => (one.kind === 'level' && one.level === from ? { kind: 'level', level: next } : one))
    : [...reading.by.filter(isTime), { kind: 'level', level: next }];
  const narrowed = member
    ? condition(
        reading,
        {
          do: 'condition',
          how: 'only',
          condition: { kind: 'members', level: member.level, is: true, members: [member.name] },
        },
        model,
      )
    : done(reading);
  return narrowed.ok ? done({ ...narrowed.reading, by: arranged(by) }) : narrowed;
}

/** The level of the only condition that fixes one member. */
export function singleLevel(reading: Reading): string | undefined {
  const fixed = reading.where.filter((one) => one.kind === 'members' && one.is && one.members.length === 1);
  const [only] = fixed;
  return fixed.length === 1 && only?.kind === 'members' ? only.level : undefined;
}

export function rollUp(reading: Reading, to: string | undefined, model: Model): Edited {
  const shown = reading.by.findLast(
    (one) =>
      one.kind === 'level' &&
      (to === undefined
        ? neighbourLevel(model, one.level, -1) !== null
        : sharedHierarchy(model, one.level, to) !== null),
  );
  if (shown?.kind !== 'level') return refused('No level above is there to go to; say by which level.');
  const target = to ?? neighbourLevel(model, shown.level, -1);
  if (target === null) return refused(`${levelOf(model, shown.level).level.name} has no level above.`);
  const by = reading.by.map((one): Breakdown => (one === shown ? { kind: 'level', level: target } : one));
  // the conditions that drilling made on the way down
  const hierarchy = sharedHierarchy(model, shown.level, target) ?? [target];
  const passed = new Set(
    hierarchy.slice(hierarchy.indexOf(target), Math.max(hierarchy.indexOf(target) + 1, hierarchy.indexOf(shown.level))),
  );
  const where = reading.where.filter((one) => !(one.kind === 'members' && one.is && passed.has(one.level)));
  return done({ ...reading, by: arranged(by), where });
}
