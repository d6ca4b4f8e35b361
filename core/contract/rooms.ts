/** Rooms in which Zud answers, tells and listens; and whose an address in them is. */
import { z } from 'zod';
import { list, moment } from './building-blocks';

/** As the open protocol writes an address: `name@place`. */
const address = z
  .string()
  .trim()
  .toLowerCase()
  .max(200)
  .regex(/^[^\s@/"&'<>:]+@[^\s@/"&'<>:]+$/, { message: 'write it as name@place' });

export const roomBody = z.object({
  name: z.string().trim().min(1).max(80),
  address,
  modelId: z.string().min(1).max(120),
});
export const room = z.object({
  id: z.string(),
  name: z.string(),
  address: z.string(),
  model: z.string(),
  /** Is Zud in it just now? */
  reached: z.boolean(),
});
export type RoomView = z.infer<typeof room>;
/** `served`: there is a server of rooms. */
export const rooms = z.object({ served: z.boolean(), rooms: list(room) });
export type RoomsView = z.infer<typeof rooms>;

export const accountBody = z.object({ address });
export const codeBody = z.object({
  code: z
    .string()
    .trim()
    .regex(/^\d{6}$/, { message: 'the code has six digits' }),
});
export const roomAccount = z.object({ address: z.string(), linkedAt: moment });
export type RoomAccountView = z.infer<typeof roomAccount>;
/** `asked`: an address whose code is awaited. */
export const roomAccountsView = z.object({ accounts: list(roomAccount), asked: z.string().nullable() });
export type RoomAccountsView = z.infer<typeof roomAccountsView>;

export const boardRooms = z.object({
  rooms: list(z.object({ id: z.string(), name: z.string(), told: z.boolean() })),
});
export type BoardRooms = z.infer<typeof boardRooms>;
