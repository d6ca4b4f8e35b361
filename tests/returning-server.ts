/** A server over the world of rides whose mail is caught, with a steward, an analyst, and an admin who moves the clock. */
import type { AlertView } from '../core/contract/alerts';
import type { ServerOptions } from '../server/launch/server';
import { startMailStandIn, type CaughtMail, type MailStandIn } from '../server/stand-ins/mail';
import type { Caller } from './demo-server';
import { startPlainServer, type PlainServer } from './plain-server';
import { loadWeek, loadWorld, settled, usual, type LineName } from './returning-world';

export const FROM = 'Zud <zud@zud.example>';
type Riders = Partial<Record<LineName, number>>;

export interface ReturningServer {
  readonly server: PlainServer;
  readonly mail: MailStandIn;
  readonly steward: Caller;
  readonly ada: Caller;
  readonly admin: Caller;
  /** What a person was sent, by the name they have here. */
  mailTo(name: string): readonly CaughtMail[];
  make(who: Caller, text: string, more?: object): ReturnType<typeof makeAlert>;
  /** Loads the next week, in which some lines are not as usual. @returns its number */
  nextWeek(riders?: Riders): Promise<number>;
  setClock(now: string | Date): Promise<void>;
  close(): Promise<void>;
}

/** Settings under which what is due is done at once. */
export const AT_ONCE = { clock: 'movable', jobs: { polling: 0.5, expire: 3 }, roundEvery: 300 } as const;

export const makeAlert = (who: Caller, text: string, more: object = {}) =>
  who<AlertView & { detail?: string; notes: string[] }>('POST', '/alerts', { modelId: 'rides', text, ...more });

export const oddWeek = (riders: Riders) => (line: LineName) => riders[line] ?? usual(line);

/** @param weeks that are loaded at first. @param refuse what the server of mail says instead of taking a message */
export async function startReturningServer(
  weeks: number,
  refuse: Parameters<typeof startMailStandIn>[2] = () => null,
  options: Partial<ServerOptions> = {},
): Promise<ReturningServer> {
  const mail = await startMailStandIn(0, 0, refuse);
  const server = await startPlainServer({ mail: { address: mail.smtp, from: FROM }, ...AT_ONCE, ...options });
  const steward = await server.person('Stew', 'steward');
  const ada = await server.person('Ada', 'analyst');
  const admin = await server.person('Root', 'admin');
  await loadWorld(steward, weeks);
  let week = weeks;
  return {
    server,
    mail,
    steward,
    ada,
    admin,
    mailTo: (name) => mail.caught.filter(({ to }) => to.includes(`${name.toLowerCase()}@people.example`)),
    make: makeAlert,
    async nextWeek(riders = {}) {
      await loadWeek(steward, week, oddWeek(riders));
      await settled(server);
      week += 1;
      return week - 1;
    },
    async setClock(now) {
      await admin('PUT', '/clock', { now: new Date(now).toISOString() });
      await settled(server);
    },
    async close() {
      await server.close();
      await mail.close();
    },
  };
}
