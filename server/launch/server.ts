/** Puts the parts together into a running server. */
import { randomUUID } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import { availableParallelism, tmpdir } from 'node:os';
import path from 'node:path';
import { pino, type Logger } from 'pino';
import { Answering } from '../asking/answering';
import { ModelLibrary } from '../asking/model-library';
import { Reader } from '../asking/reader';
import { Asking } from '../asking/steps';
import { IN_PROCESS, threads } from '../work/workers';
import { ColumnarEngine } from '../engines/columnar/columnar-engine';
import type { Settings } from '../engines/columnar/messages';
import { makeStaleAnew } from '../store/derived-tables';
import { wantedCopies } from '../engines/columnar/wanted';
import { PostgresqlEngine } from '../engines/postgresql';
import { FairQueue, type QueueLimits } from '../engines/fair-queue';
import { PreferringEngine } from '../engines/preferring';
import { SharedEngine } from '../engines/sharing';
import { createApp } from '../http/app';
import type { Context } from '../http/context';
import { AddressFault } from '../bringing/addresses';
import { faultOf, fetchAgain } from '../bringing/fetching-again';
import { Spool, SPOOL_LIMITS, type SpoolLimits } from '../bringing/spool';
import { Clock } from '../jobs/clock';
import { JOB_SETTINGS, Jobs, type JobSettings } from '../jobs/jobs';
import { Rounds } from '../jobs/rounds';
import { Feed } from '../live/feed';
import { Hook } from '../outlets/hook';
import { Mail, type MailSettings } from '../outlets/mail';
import { limitedTo } from '../outlets/mail-domains';
import { RoomOutlet } from '../outlets/room';
import { makeEdition } from '../returning/editions';
import { lookAtAlert, todayOf } from '../returning/looking';
import { runRoutine } from '../returning/routines';
import { sendMessage, type Sending } from '../returning/sending';
import { subscriptionOf, tokenFor, unsubscribingSecret } from '../returning/unsubscribing';
import type { RoomSettings } from '../rooms/connection';
import { Rooms } from '../rooms/rooms';
import { openDatabase, type Database } from '../store/database';
import { allPeople } from '../store/people';
import { modelsThere, type ModelRow } from '../store/models';
import { LaunchError } from './cluster';
import { Disk } from './disk';

export interface Running {
  readonly address: string;
  readonly context: Context;
  close(): Promise<void>;
}

export interface ServerOptions {
  readonly databaseUrl: string;
  readonly port: number;
  readonly webFolder: string | null;
  readonly logLevel?: string;
  /** Milliseconds a question may take. */
  readonly timeLimit?: number;
  /** How the engines are shared, where it is not as usual. */
  readonly sharing?: Partial<QueueLimits>;
  /** Which proxies are believed about who stands behind them. */
  /** Of which domains addresses outside may be sent to; of any where it is left out. */
  readonly mailDomains?: readonly string[] | null;
  /** Hosts that files may be fetched from; '*' for any. */
  readonly sourceHosts?: readonly string[];
  readonly trustProxy?: boolean | number | string;
  /** Where files are taken in before they are loaded, and how many of what size; absent: a folder for temporary files. */
  readonly spoolFolder?: string;
  readonly spoolLimits?: Partial<SpoolLimits>;
  /** The folder of the bundled programs of worker threads; absent: all is done in the process itself. */
  readonly threads?: string;
  /** The clock, as `ZUD_CLOCK` says it. */
  readonly clock?: string | undefined;
  /** Where mail goes out; null: nowhere. */
  readonly mail?: MailSettings | null;
  /** The server of rooms, and who Zud is there; null: there is none. */
  readonly rooms?: RoomSettings | null;
  /** Milliseconds that a board is left alone before rooms are told of it. */
  readonly leftAlone?: number;
  /** The address by which people reach this installation, for links in messages; absent: its own on this machine. */
  readonly home?: string | undefined;
  /** How jobs are taken, where it is not as usual; null: this server takes none. */
  readonly jobs?: Partial<JobSettings>;
  /** Milliseconds between two rounds of what is due. */
  readonly roundEvery?: number;
  /** The columnar copy: its bundled program, and what it may use. Null: PostgreSQL answers everything. */
  readonly columnar?: (Omit<Settings, 'databaseUrl'> & { readonly program: string }) | null;
}

const TIME_LIMIT = 30_000;
/** How the engines are shared: a board of a dozen tiles may wait as a whole, several times over, for each person. */
const SHARING: QueueLimits = {
  width: Math.max(2, availableParallelism()),
  waiting: 600,
  waitingEach: 60,
  patience: 15_000,
};
/** Milliseconds between looks at whether tables were loaded that are not copied yet. */
const COPY_INTERVAL = 2000;

export async function startServer(options: ServerOptions): Promise<Running> {
  const log: Logger = pino({
    level: options.logLevel ?? 'info',
    redact: ['req.headers.cookie', 'req.headers.authorization', 'password', '*.password'],
  });
  const database = await openDatabase(options.databaseUrl, (error) =>
    log.warn({ reason: error.message }, 'a database connection was lost'),
  );
  const now = () => new Date();
  const clock = Clock.from(options.clock);
  const library = new ModelLibrary(database, () => todayOf(clock));
  const truth = new PostgresqlEngine(database);
  const copy = options.columnar
    ? new ColumnarEngine(options.columnar.program, { ...options.columnar, databaseUrl: database.readerUrl }, log)
    : null;
  const queue = new FairQueue({ ...SHARING, ...options.sharing });
  const answering = new Answering(
    new SharedEngine(copy === null ? truth : new PreferringEngine(truth, copy, log), queue),
  );
  const keeping = copy === null ? null : keepCopies(copy, database, log);
  const spoolFolder =
    options.spoolFolder ?? path.join(tmpdir(), `zud-spool-${process.pid}-${randomUUID().slice(0, 8)}`);
  const disk = new Disk(path.dirname(spoolFolder));
  const spool = new Spool(spoolFolder, { ...SPOOL_LIMITS, ...options.spoolLimits });
  const workers = options.threads ? threads(options.threads) : IN_PROCESS;
  const reader = new Reader(workers);
  const feed = new Feed(options.databaseUrl, log);
  await feed.start();
  const jobs = new Jobs(options.databaseUrl, log, { ...JOB_SETTINGS, ...options.jobs });
  await jobs.start();
  const rounds = new Rounds({ store: database.store, library, jobs, clock, log }, options.roundEvery);
  const unsubscribingBy = await unsubscribingSecret(database.store);
  let address = options.home ?? '';
  const context: Context = {
    database,
    store: database.store,
    clock,
    jobs,
    rounds,
    rooms: null,
    home: () => address,
    unsubscribingSecret: unsubscribingBy,
    library,
    answering,
    copy,
    asking: new Asking(database.store, library, answering, reader),
    reader,
    feed,
    workers,
    spool,
    importsFolder: `${spoolFolder}-kept`,
    disk,
    mailDomains: options.mailDomains ?? null,
    sourceHosts: options.sourceHosts ?? [],
    trustProxy: options.trustProxy ?? false,
    queue,
    log,
    now,
    timeLimit: options.timeLimit ?? TIME_LIMIT,
  };
  const server = createServer(createApp(context, options.webFolder));
  await listen(server, options.port).catch(async (error: unknown) => {
    await jobs.stop();
    await feed.close();
    keeping?.stop();
    await copy?.close();
    await database.close();
    throw error;
  });
  const own = `http://127.0.0.1:${(server.address() as { port: number }).port}`;
  if (address === '') address = own;
  const rooms =
    options.rooms === undefined || options.rooms === null
      ? null
      : new Rooms({
          ...context,
          settings: options.rooms,
          ...(options.leftAlone === undefined ? {} : { leftAlone: options.leftAlone }),
          putOut: () => void rounds.go(),
        });
  context.rooms = rooms;
  const ended = new AbortController();
  await takeJobs(context, options.mail ?? null, ended.signal);
  rooms?.start();
  rounds.start();
  const derived = followingTables(database, log);
  derived.look();
  const onData = feed.onData(() => {
    derived.look();
    void rounds.go();
  });
  return {
    address: own,
    context,
    async close() {
      onData();
      ended.abort();
      await derived.stop();
      await rounds.stop();
      await rooms?.stop();
      await jobs.stop();
      await feed.close();
      keeping?.stop();
      await copy?.close();
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await workers.close();
      await database.close();
    },
  };
}

/** What this server does of what runs later. @param ended when it closes */
async function takeJobs(context: Context, mail: MailSettings | null, ended: AbortSignal): Promise<void> {
  const { jobs, unsubscribingSecret: secret } = context;
  const sending: Sending = {
    ...context,
    outlets: {
      mail: mail === null ? null : limitedTo(context.mailDomains, new Mail(mail)),
      hook: new Hook(context.home(), context.now),
      room: context.rooms === null ? null : new RoomOutlet(context.rooms.connection),
    },
    unsubscribe: (row) => {
      const subscription = subscriptionOf(row);
      return subscription === null ? null : `${context.home()}/api/unsubscribe/${tokenFor(subscription, secret)}`;
    },
  };
  await jobs.work('alert', async ({ id }) => {
    if ((await lookAtAlert(id, context)) > 0) await context.rounds.go();
  });
  await jobs.work('briefing', async ({ id, run }) => {
    if ((await makeEdition(id, String(run), null, context)) !== null) await context.rounds.go();
  });
  await jobs.work('routine', async ({ id }) => {
    if ((await runRoutine(id, context)) !== null) await context.rounds.go();
  });
  await jobs.work('source', async ({ id }) => {
    await fetchAgain(id, context, ended).catch((error: unknown) => {
      // what is amiss with the file stays so until it is another; where nobody answers it is tried again
      if (faultOf(error) === null || (error instanceof AddressFault && error.passes)) throw error;
    });
  });
  await jobs.work('message', ({ id }) => sendMessage(id, sending));
}

/** Makes the tables anew that are made of others, once they are looked at; one look after the other. */
function followingTables(database: Database, log: Logger): { look(): void; stop(): Promise<void> } {
  let under: Promise<void> | null = null;
  let again = false;
  let ended = false;
  const look = (): void => {
    if (ended) return;
    if (under !== null) {
      again = true;
      return;
    }
    again = false;
    under = makeStaleAnew(database, log)
      .then(() => undefined)
      .catch((error: unknown) => log.warn({ err: error }, 'tables that are made of others could not be looked at'))
      .finally(() => {
        under = null;
        if (again) look();
      });
  };
  return {
    look,
    async stop() {
      ended = true;
      await under;
    },
  };
}

/** Tells the copy, now and whenever tables or models change, what to hold. */
function keepCopies(copy: ColumnarEngine, database: Database, log: Logger): { stop(): void } {
  let before = '';
  const look = async () => {
    const wanted = await wantedCopies(database);
    const now = JSON.stringify(wanted);
    if (now === before) return;
    before = now;
    copy.hold(wanted);
  };
  const looked = () =>
    void look().catch((error: unknown) => log.debug({ err: error }, 'the loaded tables could not be looked at'));
  looked();
  const timer = setInterval(looked, COPY_INTERVAL);
  return { stop: () => clearInterval(timer) };
}

function listen(server: Server, port: number): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      reject(
        error.code === 'EADDRINUSE'
          ? new LaunchError(
              `Port ${port} is taken by another program. Stop that one, or choose another port: PORT=${port + 1} bin/start`,
            )
          : error,
      ),
    );
    server.listen(port, '127.0.0.1', () => resolve());
  });
}

/** Lists what people may see, in the background: those of limited sight too, for whom it takes a look through the facts the first time after a load. */
export async function warmUpLimited({ database, library, log }: Context): Promise<void> {
  const groups = [
    ...new Map(
      (await allPeople(database.store))
        .filter((person) => person.groups.length > 0)
        .map((person) => [person.groups.join('\u0000'), person.groups]),
    ).values(),
  ];
  await Promise.all(
    (await modelsThere(database.store)).map(async (model) => {
      for (const of of groups) await prepared(model, of, { library, log });
    }),
  );
}

/** Builds the name indexes that all people share, so that the first question is as quick as the next. Each model by itself: none holds the others. */
export async function warmUp({ database, library, log }: Context): Promise<void> {
  await Promise.all((await modelsThere(database.store)).map((model) => prepared(model, [], { library, log })));
}

async function prepared(
  { id, ownerId }: Pick<ModelRow, 'id' | 'ownerId'>,
  groups: readonly string[],
  { library, log }: Pick<Context, 'library' | 'log'>,
): Promise<void> {
  await library
    .get(id, { groups, ...(ownerId === null ? {} : { id: ownerId }) })
    .catch((error: unknown) =>
      log.warn(
        { model: id, reason: error instanceof Error ? error.message : String(error) },
        'a model could not be prepared',
      ),
    );
}
