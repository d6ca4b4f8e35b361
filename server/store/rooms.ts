/** Rooms, whose addresses in them are whose, what Zud was asked there, and the boards they are told of. */
import { and, asc, desc, eq, gt, gte, isNull, lt, or, sql, type SQL } from 'drizzle-orm';
import type { Store } from './database';
import { putOut } from './outbox';
import { audit, boards, people, roomAccounts, roomBoards, rooms, roomSeen, roomTurns } from './schema';

/** Turns that are summed up at most. */
const MOST_TURNS = 50;

export type Room = typeof rooms.$inferSelect;
export type RoomTurn = typeof roomTurns.$inferSelect;

export async function roomsThere(store: Store): Promise<Room[]> {
  return store.select().from(rooms).where(isNull(rooms.withdrawnAt)).orderBy(asc(rooms.name));
}

export async function roomById(store: Store, id: string): Promise<Room | null> {
  return (await roomsThere(store)).find((room) => room.id === id) ?? null;
}

export async function allowRoom(
  store: Store,
  by: string,
  made: { readonly name: string; readonly address: string; readonly modelId: string },
  now: Date,
): Promise<Room> {
  return store.transaction(async (kept) => {
    const [row] = await kept
      .insert(rooms)
      .values({ ...made, by, createdAt: now })
      .returning();
    if (row === undefined) throw new TypeError('A room was not kept.');
    await kept.insert(audit).values({ personId: by, action: 'room allowed', subject: row.id, detail: made });
    return row;
  });
}

export async function withdrawRoom(store: Store, by: string, room: Room, now: Date): Promise<void> {
  await store.transaction(async (kept) => {
    await kept.update(rooms).set({ withdrawnAt: now }).where(eq(rooms.id, room.id));
    await kept
      .insert(audit)
      .values({ personId: by, action: 'room withdrawn', subject: room.id, detail: { name: room.name } });
  });
}

/** Whose an address is; null where nobody said and showed so. */
export async function personAt(store: Store, address: string): Promise<string | null> {
  const [row] = await store
    .select({ id: people.id })
    .from(roomAccounts)
    .innerJoin(people, and(eq(people.id, roomAccounts.personId), isNull(people.deactivatedAt)))
    .where(eq(roomAccounts.address, address.toLowerCase()));
  return row?.id ?? null;
}

/** The latest turn of a room of which something holds. */
async function latestTurn(store: Store, roomId: string, holds: SQL | undefined): Promise<RoomTurn | null> {
  const [row] = await store
    .select()
    .from(roomTurns)
    .where(and(eq(roomTurns.roomId, roomId), holds))
    .orderBy(desc(roomTurns.at))
    .limit(1);
  return row ?? null;
}

/** The turn that a message belongs to: the one it replies to, else the last of its thread. */
export async function turnBefore(
  store: Store,
  roomId: string,
  { replyTo, thread }: { readonly replyTo: string | null; readonly thread: string | null },
): Promise<RoomTurn | null> {
  const replied =
    replyTo === null
      ? null
      : await latestTurn(
          store,
          roomId,
          or(eq(roomTurns.saidId, replyTo), eq(roomTurns.pictureId, replyTo), eq(roomTurns.askedId, replyTo)),
        );
  return replied ?? (thread === null ? null : latestTurn(store, roomId, eq(roomTurns.thread, thread)));
}

/** What a person asked last in a room, not long ago. */
export const lastTurnOf = (store: Store, roomId: string, personId: string, since: Date): Promise<RoomTurn | null> =>
  latestTurn(store, roomId, and(eq(roomTurns.personId, personId), gte(roomTurns.at, since)));

/** Where a person stood last in a thread. */
export const ownTurn = (store: Store, roomId: string, thread: string, personId: string): Promise<RoomTurn | null> =>
  latestTurn(store, roomId, and(eq(roomTurns.thread, thread), eq(roomTurns.personId, personId)));

/** @returns its id; null where the same message was answered already */
export async function keepTurn(store: Store, turn: typeof roomTurns.$inferInsert): Promise<string | null> {
  const [row] = await store.insert(roomTurns).values(turn).onConflictDoNothing().returning({ id: roomTurns.id });
  return row?.id ?? null;
}

export async function noteSaid(
  store: Store,
  turnId: string,
  said: { readonly id: string; readonly picture: string | null },
): Promise<void> {
  await store.update(roomTurns).set({ saidId: said.id, pictureId: said.picture }).where(eq(roomTurns.id, turnId));
}

/** Somebody is in a room, comes into it, or leaves it. */
export async function noteSeen(
  store: Store,
  roomId: string,
  address: string,
  what: 'came' | 'left' | 'said',
  now: Date,
): Promise<void> {
  await store
    .insert(roomSeen)
    .values({ roomId, address, lastAt: now })
    .onConflictDoUpdate({
      target: [roomSeen.roomId, roomSeen.address],
      set: what === 'came' ? { awayFrom: sql`${roomSeen.lastAt}`, lastAt: now } : { lastAt: now },
    });
}

/** Since when somebody was away from a room before they came back; null where it is not known. */
export async function awaySince(store: Store, roomId: string, address: string): Promise<Date | null> {
  const [seen] = await store
    .select({ awayFrom: roomSeen.awayFrom })
    .from(roomSeen)
    .where(and(eq(roomSeen.roomId, roomId), eq(roomSeen.address, address)));
  return seen?.awayFrom ?? null;
}

/** What was asked in a room since, and what was said to it. */
export async function turnsSince(store: Store, roomId: string, since: Date) {
  return store
    .select({ by: people.name, byId: people.id, asked: roomTurns.asked, said: roomTurns.said })
    .from(roomTurns)
    .innerJoin(people, eq(people.id, roomTurns.personId))
    .where(and(eq(roomTurns.roomId, roomId), gte(roomTurns.at, since)))
    .orderBy(asc(roomTurns.at))
    .limit(MOST_TURNS);
}

/** Tells a room of a board from now on; what it is now is told at once. */
export async function publishBoard(
  store: Store,
  roomId: string,
  board: { readonly id: string; readonly version: number },
  personId: string,
  now: Date,
): Promise<void> {
  await store.transaction(async (kept) => {
    const rows = await kept
      .insert(roomBoards)
      .values({ roomId, boardId: board.id, personId, toldVersion: board.version })
      .onConflictDoNothing()
      .returning({ boardId: roomBoards.boardId });
    if (rows.length === 0) return;
    await kept
      .insert(audit)
      .values({ personId, action: 'board told to a room', subject: board.id, detail: { room: roomId } });
    await putOut(
      kept,
      [
        {
          key: `board ${board.id} published ${now.toISOString()}`,
          receiver: { kind: 'room', id: roomId },
          ownerId: personId,
          about: { kind: 'board', boardId: board.id, from: null, to: board.version },
          dueAt: now,
        },
      ],
      now,
    );
  });
}

export async function withdrawBoard(store: Store, roomId: string, boardId: string, personId: string): Promise<void> {
  await store.transaction(async (kept) => {
    await kept.delete(roomBoards).where(and(eq(roomBoards.roomId, roomId), eq(roomBoards.boardId, boardId)));
    await kept
      .insert(audit)
      .values({ personId, action: 'board not told to a room any more', subject: boardId, detail: { room: roomId } });
  });
}

export async function roomsOfBoard(store: Store, boardId: string): Promise<string[]> {
  return (await store.select().from(roomBoards).where(eq(roomBoards.boardId, boardId))).map(({ roomId }) => roomId);
}

/** Boards of rooms that were changed and have been left alone since: what is told of them is put out. */
export async function tellChangedBoards(store: Store, quietSince: Date, now: Date): Promise<number> {
  return store.transaction(async (kept) => {
    const changed = await kept
      .select({ told: roomBoards, version: boards.version })
      .from(roomBoards)
      .innerJoin(boards, eq(boards.id, roomBoards.boardId))
      .where(and(gt(boards.version, roomBoards.toldVersion), lt(boards.updatedAt, quietSince)))
      .limit(100)
      .for('update', { of: roomBoards, skipLocked: true });
    for (const { told, version } of changed) {
      await kept
        .update(roomBoards)
        .set({ toldVersion: version })
        .where(and(eq(roomBoards.roomId, told.roomId), eq(roomBoards.boardId, told.boardId)));
      await putOut(
        kept,
        [
          {
            key: `board ${told.boardId} ${version}`,
            receiver: { kind: 'room', id: told.roomId },
            ownerId: told.personId,
            about: { kind: 'board', boardId: told.boardId, from: told.toldVersion, to: version },
            dueAt: now,
          },
        ],
        now,
      );
    }
    return changed.length;
  });
}
