/** Nothing said is dropped: what would come to nothing beside the rest that is said is refused, with the reason. */
import type { Edit } from '../../reading/edit-schema';
import type { Reading } from '../../reading/schema';
import { listWords } from '../../reading/words';
import type { SaidEdit } from '../intent';
import { CannotSettle } from './cannot-settle';

/** What was said and is not in the reading that came of it, as others of its words took it away; null where all of it is. */
export function withoutEffect(edits: readonly Edit[], reading: Reading): string | null {
  if (edits.some((edit) => edit.do === 'rank' && edit.rank !== null) && reading.rank === null)
    return 'What should be ranked is not among what is shown then; say by which level.';
  if (edits.some((edit) => edit.do === 'compare' && edit.against !== null) && reading.against === null)
    return 'There is nothing left that it could stand beside.';
  if (
    edits.some((edit) => edit.do === 'transform' && edit.transform !== null) &&
    reading.shown.every((one) => one.transform === null)
  )
    return 'The way of showing it does not go together with the rest that is said.';
  if (edits.some((edit) => edit.do === 'order' && edit.order !== null) && reading.order === null)
    return 'There is nothing left that it could be sorted by.';
  return null;
}

/** "bought lamps but not sofas": of what is narrowed to some members, leaving others out says nothing, so something else is meant. @throws CannotSettle */
export function refuseIdleExclusion(said: readonly SaidEdit[]): void {
  const members = said.flatMap((edit) =>
    edit.do === 'condition' && edit.condition.kind === 'members' && (edit.how === 'only' || edit.how === 'exclude')
      ? [edit.condition]
      : [],
  );
  for (const one of members.filter(({ is }) => is)) {
    const idle = members.find(
      (other) =>
        !other.is && other.level === one.level && !other.members.some((member) => one.members.includes(member)),
    );
    if (idle !== undefined)
      throw new CannotSettle(
        `${listWords(one.members, 'and')} already leaves ${listWords(idle.members, 'and')} out. Who has the one and never the other is not told from single records; ask for the one, then for the other.`,
        true,
      );
  }
}
