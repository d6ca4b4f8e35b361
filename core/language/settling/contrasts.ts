/** Settling contrasts of what is shown: "how do these two differ", "what is different about it". */
import type { Edit } from '../../reading/edit-schema';
import type { Reading, Side } from '../../reading/schema';
import type { SaidEdit } from '../intent';
import { CannotSettle, OutOfPlace } from './cannot-settle';
import type { Situation } from './situation';

/** @throws CannotSettle where it is not clear which are meant */
export function contrastEdits(
  { from }: Extract<SaidEdit, { do: 'contrastThese' }>,
  { points, before }: Situation,
  base: Reading,
): Edit[] {
  if (before === null) throw new OutOfPlace('There is no answer before to point at.');
  const sides = sidesOf(base, points);
  const [first, second] = sides;
  if (from === 'others') {
    const together = pointedAt(base, points) ?? joined(sides);
    if (together === null)
      throw new CannotSettle('Which are to be told apart from the others is not clear here; name them.');
    return [{ do: 'explain', explain: { asked: 'contrast', first: together } }];
  }
  if (first === undefined || second === undefined || sides.length > 2)
    throw new CannotSettle(
      sides.length > 2
        ? `${sides.length} are shown, and two are told apart at a time; name the two, or ask how one differs from the others.`
        : 'Which two are to be told apart is not clear here; name them.',
    );
  return [{ do: 'explain', explain: { asked: 'contrast', first, second } }];
}

/** What stands side by side, or is kept, each as a side of its own. */
function sidesOf({ against, by, where }: Reading, points: Situation['points']): Side[] {
  const each = (level: string, members: readonly string[]) =>
    members.map((member): Side => ({ kind: 'members', level, members: [member] }));
  if (against?.kind === 'members') return each(against.level, against.members);
  const sets = by.find((one) => one.kind === 'sets');
  if (sets !== undefined) return sets.sets.map((set) => ({ kind: 'set', set }));
  const kept = where.findLast((one) => one.kind === 'members' && one.is);
  if (kept?.kind === 'members') return each(kept.level, kept.members);
  const set = where.findLast((one) => one.kind === 'set' && one.is);
  if (set?.kind === 'set') return [{ kind: 'set', set: set.set }];
  return points?.members ? each(points.members.level, points.members.names) : [];
}

/** All of them on one side. */
function joined(sides: readonly Side[]): Side | null {
  const [first] = sides;
  if (first === undefined) return null;
  if (sides.length === 1) return first;
  const members = sides.flatMap((one) => (one.kind === 'members' ? one.members : []));
  return first.kind === 'members' ? { ...first, members } : null;
}

/** The one that a rank marks. */
function pointedAt({ rank }: Reading, points: Situation['points']): Side | null {
  const name = points?.members?.names[0];
  return rank?.marked === true && points?.members && name !== undefined
    ? { kind: 'members', level: points.members.level, members: [name] }
    : null;
}
