/** bin/start once everything is installed: database, migrations, demo world, server. */
import { randomBytes } from 'node:crypto';
import { rmSync } from 'node:fs';
import { availableParallelism, homedir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { loadDemo, DEMO_PEOPLE } from '../../demo/load';
import { movePartner, partnerSecret } from '../../demo/partner';
import { holdRoom, roomPeople, ZUD } from '../../demo/rooms';
import type { Context } from '../http/context';
import type { RoomSettings } from '../rooms/connection';
import { startRoomPage, type RoomPage } from '../stand-ins/room-page';
import { roomServerIsThere, startRoomServer, type RoomServer } from '../stand-ins/room-server';
import { LaunchError, startCluster, type Cluster } from './cluster';
import { makeFirstAdmin, type FirstAdmin } from './first-admin';
import { holdFolder } from './held-folder';
import { SUMMARIES_FROM } from '../engines/columnar/messages';
import type { MailSettings } from '../outlets/mail';
import { startMailStandIn, type MailStandIn } from '../stand-ins/mail';
import { startPartnerStandIn, type PartnerStandIn } from '../stand-ins/partner';
import type { Store } from '../store/database';
import { startServer, warmUp, warmUpLimited } from './server';

const here = path.dirname(fileURLToPath(import.meta.url));

/** Where the private database lives: outside the checkout, where the database's user may go. */
export function dataFolder(): string {
  if (process.env['ZUD_DATA']) return path.resolve(process.env['ZUD_DATA']);
  if (process.getuid?.() === 0) return '/var/lib/zud';
  return path.join(process.env['XDG_DATA_HOME'] ?? path.join(homedir(), '.local', 'share'), 'zud');
}

/** What the columnar copy may use, from the environment; none where it is switched off. */
function columnarSettings(folder: string) {
  if (process.env['ZUD_COLUMNAR'] === 'off') return null;
  const gigabytes = (name: string, usual: number) => {
    const said = Number(process.env[name] ?? usual);
    if (!(said > 0))
      throw new LaunchError(`${name} is “${process.env[name] ?? ''}”; it must be a number of gigabytes over 0.`);
    return said;
  };
  return {
    program: path.join(here, 'columnar.js'),
    folder: path.join(folder, 'columnar'),
    memory: `${Math.round(gigabytes('ZUD_COLUMNAR_MEMORY', 2) * 1000)}MB`,
    threads: Math.max(1, Math.min(2, availableParallelism())),
    quota: gigabytes('ZUD_COLUMNAR_DISK', 20) * 1e9,
    summariesFrom: SUMMARIES_FROM,
  };
}

/** Seconds after which a job whose server has ended is taken by another. */
function jobSettings(): { readonly expire?: number } {
  const said = process.env['ZUD_JOB_EXPIRE'];
  if (said === undefined) return {};
  const expire = Number(said);
  if (!Number.isInteger(expire) || expire < 1)
    throw new LaunchError(`ZUD_JOB_EXPIRE is “${said}”; it must be a number of seconds.`);
  return { expire };
}

/** Which proxies are believed: how many stand in front, or their addresses. */
function trustedProxy(): boolean | number | string {
  const said = process.env['ZUD_TRUST_PROXY'] ?? '';
  return said === '' ? false : /^\d+$/.test(said) ? Number(said) : said;
}

/** Of which domains addresses outside may be sent to: `ZUD_MAIL_DOMAINS=partner.example,bank.example`; `none` for none. */
function mailDomains(): readonly string[] | null {
  const said = process.env['ZUD_MAIL_DOMAINS']?.trim() ?? '';
  if (said === '') return null;
  if (said === 'none') return [];
  const domains = said.split(',').map((one) => one.trim().toLowerCase().replace(/^@/, ''));
  const odd = domains.find((one) => !/^[a-z0-9-]+(\.[a-z0-9-]+)+$/.test(one));
  if (odd !== undefined)
    throw new LaunchError(`ZUD_MAIL_DOMAINS holds “${odd}”, which is no domain; say for example “partner.example”.`);
  return domains;
}

/** From which hosts files may be fetched: `ZUD_SOURCE_HOSTS=files.example.org,10.0.0.7:8080`; `*` for any. @param more a host of our own */
function sourceHosts(more: string | null): readonly string[] {
  const said = process.env['ZUD_SOURCE_HOSTS']?.trim() ?? '';
  const hosts = said === '' ? [] : said.split(',').map((one) => one.trim().toLowerCase());
  const odd = hosts.find((one) => one !== '*' && !URL.canParse(`http://${one}/`));
  if (odd !== undefined)
    throw new LaunchError(`ZUD_SOURCE_HOSTS holds “${odd}”, which is no host; say for example “files.example.org”.`);
  return [...hosts, ...(more === null ? [] : [more])];
}

async function main(): Promise<void> {
  const { values } = parseArgs({
    options: {
      scale: { type: 'string', default: '1' },
      reset: { type: 'boolean', default: false },
      demo: { type: 'boolean', default: false },
    },
  });
  const scale = Number(values.scale);
  if (!(scale >= 0.01 && scale <= 100)) throw new LaunchError('--scale takes a number from 0.01 to 100.');
  const port = Number(process.env['PORT'] ?? 4600);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new LaunchError(`PORT is “${process.env['PORT'] ?? ''}”; it must be a number from 0 to 65535.`);
  const folder = dataFolder();
  const external = process.env['DATABASE_URL'];
  const letGo = holdFolder(folder);
  process.on('exit', letGo);
  if (values.reset && external === undefined) {
    await (await startCluster(folder).catch(() => null))?.stop();
    rmSync(path.join(folder, 'pgdata'), { recursive: true, force: true });
  }
  const cluster: Cluster | null = external === undefined ? await startCluster(folder) : null;
  const url = external ?? cluster?.url ?? '';
  const demo = external === undefined || values.demo;
  const standIn = process.env['ZUD_SMTP'] === undefined && demo ? await mailStandIn(port) : null;
  const roomServer = process.env['ZUD_XMPP'] === undefined && demo ? await roomStandIn(folder) : null;
  let partner: PartnerStandIn | null = null;
  let roomPage: RoomPage | null = null;
  let stopping = false;
  const running = await startServer({
    databaseUrl: url,
    port,
    webFolder: path.join(here, '..', '..', 'web', 'dist'),
    logLevel: process.env['LOG_LEVEL'] ?? 'warn',
    timeLimit: Number(process.env['QUESTION_MILLISECONDS'] ?? 30_000),
    threads: here,
    spoolFolder: path.join(folder, 'spool'),
    mailDomains: mailDomains(),
    sourceHosts: sourceHosts(demo && port !== 0 ? `127.0.0.1:${port + 2}` : null),
    trustProxy: trustedProxy(),
    columnar: columnarSettings(folder),
    clock: process.env['ZUD_CLOCK'],
    jobs: jobSettings(),
    home: process.env['ZUD_HOME']?.replace(/\/+$/, ''),
    mail: mailSettings(standIn),
    rooms: roomSettings(roomServer),
  }).catch(async (error: unknown) => {
    await standIn?.close();
    await roomServer?.server.close();
    await cluster?.stop();
    throw error;
  });
  const stop = () => {
    if (stopping) return;
    stopping = true;
    process.stdout.write('\nStopping …\n');
    void running
      .close()
      .then(() => standIn?.close())
      .then(() => partner?.close())
      .then(() => roomPage?.close())
      .then(() => roomServer?.server.close())
      .then(() => cluster?.stop())
      .then(() => process.exit(0));
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  // the people of the demo are published with their passwords: never on a database that is somebody's own, unless they ask for it
  if (demo)
    await loadDemo(running.context, scale, {
      reset: values.reset && external !== undefined,
      tell: (line) => process.stdout.write(line),
    });
  if (roomServer !== null) roomPage = await roomPageStandIn(running.context, roomServer.server, port);
  if (demo) partner = await partnerStandIn(running.context.database.store, port);
  const admin = demo
    ? null
    : await makeFirstAdmin(running.context.database, process.env['ZUD_ADMIN_EMAIL'] ?? 'admin@zud.local');
  await warmUp(running.context);
  void warmUpLimited(running.context);
  process.stdout.write(
    `\nZud is ready at ${running.address}\n\n${signIns(demo, admin)}${standIn === null ? '' : `What it sends by mail is caught and shown at ${standIn.page}\n`}${partner === null ? '' : `What is ordered of its partner is shown at ${partner.page}; a file to be fetched is at ${partner.file}\n`}${roomPage === null ? '' : `The room that Zud is in is at ${roomPage.page}\n`}\nCtrl-C stops it.\n`,
  );
}

/** Catches what the demo sends; without it, where its ports are taken, nothing is sent. */
async function mailStandIn(port: number): Promise<MailStandIn | null> {
  const free = port === 0 ? 0 : port + 1;
  return startMailStandIn(0, free).catch((error: unknown) => {
    process.stdout.write(
      `The stand-in for mail cannot be started (${error instanceof Error ? error.message : String(error)}), so no mail is sent.\n`,
    );
    return null;
  });
}

/** The partner of the demo; without it, where its port is taken, what is ordered waits. */
async function partnerStandIn(store: Store, port: number): Promise<PartnerStandIn | null> {
  try {
    const partner = await startPartnerStandIn(port === 0 ? 0 : port + 2, () => partnerSecret(store));
    await movePartner(store, partner.events);
    return partner;
  } catch (error) {
    process.stdout.write(
      `The stand-in for a partner cannot be started (${error instanceof Error ? error.message : String(error)}), so what is ordered of it waits.\n`,
    );
    return null;
  }
}

interface RoomStandIn {
  readonly server: RoomServer;
  readonly password: string;
}

/** The demo's server of rooms; without it, where it is not installed, there are none. */
async function roomStandIn(folder: string): Promise<RoomStandIn | null> {
  if (!roomServerIsThere()) return null;
  const password = randomBytes(18).toString('base64url');
  try {
    const server = await startRoomServer(path.join(folder, 'rooms'), [{ name: ZUD, password }, ...roomPeople]);
    return { server, password };
  } catch (error) {
    process.stdout.write(`${error instanceof Error ? error.message : String(error)} So there are no rooms.\n`);
    return null;
  }
}

/** Where Zud is in rooms: on the server that is named, or on that of the demo. */
function roomSettings(standIn: RoomStandIn | null): RoomSettings | null {
  const service = process.env['ZUD_XMPP'] ?? '';
  if (service !== '') {
    const [address, password] = [process.env['ZUD_XMPP_ADDRESS'] ?? '', process.env['ZUD_XMPP_PASSWORD'] ?? ''];
    if (!address.includes('@') || password === '')
      throw new LaunchError('ZUD_XMPP needs ZUD_XMPP_ADDRESS, as zud@example.com, and ZUD_XMPP_PASSWORD.');
    return { service, address, password };
  }
  return standIn === null
    ? null
    : { service: standIn.server.service, address: `${ZUD}@${standIn.server.domain}`, password: standIn.password };
}

/** The page of the demo's room; without it, where its port is taken, the room is there all the same. */
async function roomPageStandIn(
  { store, clock, rooms }: Context,
  server: RoomServer,
  port: number,
): Promise<RoomPage | null> {
  try {
    const room = await holdRoom(store, server, clock.now());
    await rooms?.attend();
    return await startRoomPage(port === 0 ? 0 : port + 3, server, room, roomPeople);
  } catch (error) {
    process.stdout.write(
      `The page of the room cannot be started (${error instanceof Error ? error.message : String(error)}).\n`,
    );
    return null;
  }
}

/** Where mail goes out: to the server that is named, or to the stand-in of the demo. */
function mailSettings(standIn: MailStandIn | null): MailSettings | null {
  const address = process.env['ZUD_SMTP'] ?? standIn?.smtp ?? '';
  return address === '' ? null : { address, from: process.env['ZUD_MAIL_FROM'] ?? 'Zud <zud@zud.local>' };
}

function signIns(demo: boolean, admin: FirstAdmin | null): string {
  if (demo)
    return `Demo sign-ins:\n${DEMO_PEOPLE.map((person) => `  ${person.email.padEnd(22)} ${person.password.padEnd(16)} ${person.name}, ${person.role}${person.groups.length > 0 ? `, sees only ${person.groups.join(', ')}` : ''}`).join('\n')}\n\n`;
  return admin === null
    ? ''
    : `There was nobody yet, so one admin was made. This password is shown this once; change it, and add the others under “People”:\n  ${admin.email}  ${admin.password}\n\n`;
}

main().catch((error: unknown) => {
  process.stderr.write(
    `${error instanceof LaunchError ? error.message : error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
  );
  process.exit(1);
});
