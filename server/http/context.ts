/** What routes work with, and the person who asks. */
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import { z } from 'zod';
import type { Asking } from '../asking/steps';
import type { ModelLibrary } from '../asking/model-library';
import type { ColumnarEngine } from '../engines/columnar/columnar-engine';
import type { Reader } from '../asking/reader';
import type { Answering, AskOptions } from '../asking/answering';
import type { FairQueue } from '../engines/fair-queue';
import type { Disk } from '../launch/disk';
import type { Clock } from '../jobs/clock';
import type { Jobs } from '../jobs/jobs';
import type { Rounds } from '../jobs/rounds';
import type { Rooms } from '../rooms/rooms';
import type { Feed } from '../live/feed';
import type { Database, Store } from '../store/database';
import { roleCovers, type Person, type Role } from '../store/people';
import type { ModelRow } from '../store/models';
import { modelFor, ownerOfTable } from '../store/ownership';
import type { Credential } from '../store/sessions';
import type { Spool } from '../bringing/spool';
import type { Workers } from '../work/workers';
import { forbidden, notFound, Problem } from '@zud/core/contract/problem';
import { shapeFault } from '@zud/core/contract/shape';

export interface Context {
  readonly database: Database;
  readonly library: ModelLibrary;
  readonly answering: Answering;
  /** The columnar copy, where there is one. */
  readonly copy: ColumnarEngine | null;
  readonly asking: Asking;
  readonly reader: Reader;
  readonly feed: Feed;
  readonly disk: Disk;
  /** Where files are taken in that are to be loaded. */
  readonly spool: Spool;
  /** The folder of files that were brought and are looked through. */
  readonly importsFolder: string;
  /** Threads for what would hold up the event loop. */
  readonly workers: Workers;
  readonly log: Logger;
  /** The machine's clock, for sessions, links and limits. */
  readonly now: () => Date;
  /** The clock that schedules and models go by. */
  readonly clock: Clock;
  readonly jobs: Jobs;
  readonly rounds: Rounds;
  /** Where Zud is in rooms; null: there is no server of rooms. Known once the server listens. */
  rooms: Rooms | null;
  readonly store: Store;
  /** The address of this installation, as its people reach it. */
  home(): string;
  /** By which links that end messages are signed. */
  readonly unsubscribingSecret: string;
  /** Of which domains addresses outside may be sent to; null: of any. */
  readonly mailDomains: readonly string[] | null;
  /** Hosts that files may be fetched from; '*' for any. */
  readonly sourceHosts: readonly string[];
  /** Which proxies are believed, as Express understands it: none, a number of them, or their addresses. */
  readonly trustProxy: boolean | number | string;
  /** Who runs and who waits. */
  readonly queue: FairQueue;
  /** Milliseconds a question may take. */
  readonly timeLimit: number;
}

declare module 'express-serve-static-core' {
  interface Request {
    person?: Person;
    /** What the person signed in with. */
    credential?: Credential;
  }
}

/** The person signed in. @throws Problem 401 */
export function personOf(request: Request): Person {
  if (!request.person) throw new Problem(401, 'Not signed in', 'Sign in to go on; nothing you wrote is lost.');
  return request.person;
}

/** The person, if their role covers the needed one. @throws Problem 401, 403 */
export function personWith(request: Request, role: Role): Person {
  const person = personOf(request);
  if (!roleCovers(person.role, role)) throw forbidden(`This needs the role of ${role}; yours is ${person.role}.`);
  return person;
}

/**
 * Whoever may change a loaded table: its owner, or a steward where it is everyone's.
 * @throws Problem 401, 403; 404 where it is somebody else's. Of one that is not there a steward is told by what looks for it.
 */
export async function keeperOfTable(store: Store, request: Request, name: string): Promise<Person> {
  const person = personWith(request, 'analyst');
  const owner = await ownerOfTable(store, name);
  if (owner === person.id) return person;
  if (typeof owner === 'string' || (owner === undefined && !roleCovers(person.role, 'steward')))
    throw notFound('table');
  return personWith(request, 'steward');
}

/** What is loaded for everyone takes no name of a table that is somebody's own. @throws Problem 409 */
export async function mustBeEveryones(store: Store, name: string): Promise<void> {
  if (await ownerOfTable(store, name))
    throw new Problem(
      409,
      'There is a table of that name',
      `“${name}” is kept by somebody as their own. Nothing was loaded; choose another name.`,
    );
}

/**
 * Whoever may change a model: its owner, or a steward where it is everyone's.
 * @throws Problem 401, 403; 404 where there is none that they may ask
 */
export async function keeperOfModel(
  store: Store,
  request: Request,
  id: string,
): Promise<{ readonly person: Person; readonly row: ModelRow }> {
  const person = personWith(request, 'analyst');
  const row = await modelFor(store, person.id, id);
  if (row?.ownerId !== person.id) personWith(request, 'steward');
  if (row === null) throw notFound('model');
  if (!keeps(person, row)) throw forbidden('It is somebody’s own: only they can change it.');
  return { person, row };
}

/** Is a model, or a table, somebody's to change? Their own is; what is everyone's is for stewards. */
export const keeps = (person: Person, { ownerId }: { readonly ownerId: string | null }): boolean =>
  ownerId === null ? roleCovers(person.role, 'steward') : ownerId === person.id;

/** Parses a body or query by its schema. @throws Problem 400 that names the first fault */
export function parsed<T>(schema: z.ZodType<T>, value: unknown): T {
  const shape = shapeFault(value);
  if (shape !== null)
    throw new Problem(400, 'Not understood', `The request was not taken: ${shape}. Nothing was changed.`);
  const result = schema.safeParse(value);
  if (result.success) return result.data;
  const [issue] = result.error.issues;
  throw new Problem(
    400,
    'Not understood',
    `${issue && issue.path.length > 0 ? `${issue.path.join('.')}: ` : ''}${issue?.message ?? 'the request is not as expected'}`,
    {
      faults: result.error.issues.slice(0, 20).map((one) => ({ place: one.path.join('.'), reason: one.message })),
    },
  );
}

/** A text of the address. @throws Problem 400 where it cannot be one */
export function textOf(request: Request, name: string, most = 200): string {
  return parsed(z.string().max(most), request.params[name]);
}

const uuid = z.uuid();

/** An id from the address. @throws Problem 404 where it is no id at all */
export function idOf(request: Request, name = 'id'): string {
  const value = request.params[name];
  const result = uuid.safeParse(value);
  if (!result.success) throw new Problem(404, 'Not found', 'There is nothing at this address.');
  return result.data;
}

/** A signal that is aborted when the browser goes away before the answer. */
export function goneSignal(response: Response): AbortSignal {
  const controller = new AbortController();
  response.on('close', () => {
    if (!response.writableFinished) controller.abort();
  });
  return controller.signal;
}

/** How a question of a person is asked: stopped when they go away, within the limit of time. */
export function optionsFor(
  { timeLimit }: Pick<Context, 'timeLimit'>,
  person: Pick<Person, 'id'>,
  response: Response,
): AskOptions & { readonly signal: AbortSignal } {
  return { signal: goneSignal(response), limits: { time: timeLimit }, person: person.id };
}

/** A handler whose promise is the response's body; undefined gives 204. */
export function handle(work: (request: Request, response: Response) => Promise<unknown>): RequestHandler {
  return (request: Request, response: Response, next: NextFunction) => {
    work(request, response).then((body) => {
      if (response.headersSent) return;
      if (body === undefined) response.status(204).end();
      else response.json(body);
    }, next);
  };
}
