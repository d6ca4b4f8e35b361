/** Rooms that admins allow, whose addresses in them are whose, and boards that rooms are told of. */
import { Router } from 'express';
import {
  accountBody,
  codeBody,
  roomBody,
  type BoardRooms,
  type RoomAccountsView,
  type RoomsView,
} from '@zud/core/contract/rooms';
import { notFound, Problem } from '@zud/core/contract/problem';
import { NotConnected } from '../rooms/connection';
import { boardFor } from '../store/board-rights';
import {
  accountsOf,
  askedAddress,
  awaitCode,
  codeJustSent,
  dropAccount,
  endLink,
  newCode,
} from '../store/room-accounts';
import {
  allowRoom,
  publishBoard,
  roomById,
  roomsOfBoard,
  roomsThere,
  withdrawBoard,
  withdrawRoom,
} from '../store/rooms';
import { modelsFor } from '../store/ownership';
import { handle, idOf, parsed, personOf, personWith, textOf, type Context } from './context';

export function roomRoutes(context: Context): Router {
  const { store, library, clock, rounds } = context;
  const router = Router();
  const roomOf = async (id: string) => {
    const room = await roomById(store, id);
    if (room === null) throw notFound('room');
    return room;
  };

  router.get(
    '/rooms',
    handle(async (request): Promise<RoomsView> => {
      const person = personWith(request, 'analyst');
      const names = new Map((await modelsFor(store, person.id)).map(({ id, file }) => [id, file.name]));
      return {
        served: context.rooms !== null,
        rooms: (await roomsThere(store)).map(({ id, name, address, modelId }) => ({
          id,
          name,
          address,
          model: names.get(modelId) ?? modelId,
          reached: context.rooms?.connection.isIn(address) ?? false,
        })),
      };
    }),
  );
  router.post(
    '/rooms',
    handle(async (request, response) => {
      const person = personWith(request, 'admin');
      const made = parsed(roomBody, request.body);
      await library.get(made.modelId, person);
      if ((await roomsThere(store)).some(({ address }) => address === made.address))
        throw new Problem(409, 'It is there already', `Zud is in ${made.address} already. Nothing was changed.`);
      const room = await allowRoom(store, person.id, made, clock.now());
      await context.rooms?.attend();
      response.status(201);
      return { id: room.id };
    }),
  );
  router.delete(
    '/rooms/:room',
    handle(async (request) => {
      const person = personWith(request, 'admin');
      await withdrawRoom(store, person.id, await roomOf(idOf(request, 'room')), clock.now());
      await context.rooms?.attend();
      return undefined;
    }),
  );

  router.get(
    '/room-accounts',
    handle(async (request): Promise<RoomAccountsView> => {
      const person = personOf(request);
      return {
        accounts: (await accountsOf(store, person.id)).map(({ address, linkedAt }) => ({
          address,
          linkedAt: linkedAt.toISOString(),
        })),
        asked: await askedAddress(store, person.id, context.now()),
      };
    }),
  );
  router.post(
    '/room-accounts',
    handle(async (request) => {
      const person = personOf(request);
      const { address } = parsed(accountBody, request.body);
      if (context.rooms === null)
        throw new Problem(409, 'There are no rooms', 'This installation has no server of rooms. Nothing was changed.');
      if (await codeJustSent(store, person.id, context.now()))
        throw new Problem(429, 'A code was just sent', 'Look for it first; another can be sent in a moment.');
      const code = newCode();
      await context.rooms.connection
        .tell(
          address,
          `${person.name} says in Zud that this address is theirs. If that is you, write this code there: ${code}. If it is not, do nothing.`,
        )
        .catch((error: unknown) => {
          if (!(error instanceof NotConnected)) throw error;
          throw new Problem(
            503,
            'Rooms are not reached',
            `${error.message} Try again in a moment; nothing was changed.`,
          );
        });
      await awaitCode(store, person.id, address, code, context.now());
      return { asked: address };
    }),
  );
  router.post(
    '/room-accounts/code',
    handle(async (request) => {
      const person = personOf(request);
      const { code } = parsed(codeBody, request.body);
      const ended = await endLink(store, person.id, code, context.now());
      if (ended === 'none')
        throw new Problem(422, 'That code holds no more', 'Say your address again, and a new code goes there.');
      if (ended === 'wrong')
        throw new Problem(422, 'That is not the code', 'Look again at the last message that Zud sent to your address.');
      return ended;
    }),
  );
  router.delete(
    '/room-accounts/:address',
    handle(async (request) => {
      if (!(await dropAccount(store, personOf(request).id, textOf(request, 'address')))) throw notFound('address');
      return undefined;
    }),
  );

  router.get(
    '/boards/:id/rooms',
    handle(async (request): Promise<BoardRooms> => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'edit');
      const told = await roomsOfBoard(store, board.id);
      return {
        rooms: (await roomsThere(store)).map(({ id, name }) => ({ id, name, told: told.includes(id) })),
      };
    }),
  );
  router.put(
    '/boards/:id/rooms/:room',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'edit');
      const room = await roomOf(idOf(request, 'room'));
      await publishBoard(store, room.id, board, person.id, clock.now());
      await rounds.go();
      return undefined;
    }),
  );
  router.delete(
    '/boards/:id/rooms/:room',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'edit');
      await withdrawBoard(store, idOf(request, 'room'), board.id, person.id);
      return undefined;
    }),
  );
  return router;
}
