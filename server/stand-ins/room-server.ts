/**
 * A server of rooms for the demo and the tests: Prosody, as Debian packages it, on loopback, with its own folder, accounts and one room. It speaks the
 * open protocol (RFC 6120, XEP-0045, XEP-0363), so that what works here works with any server of rooms.
 */
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { connect, createServer } from 'node:net';
import path from 'node:path';

export interface RoomAccount {
  readonly name: string;
  readonly password: string;
}

export interface RoomServer {
  /** For `ZUD_XMPP`. */
  readonly service: string;
  /** Of the accounts: `name@domain`. */
  readonly domain: string;
  /** Where rooms are: `room@rooms`. */
  readonly rooms: string;
  close(): Promise<void>;
}

const PROGRAM = '/usr/bin/prosody';
const PID = 'prosody.pid';
const DOMAIN = 'zud.local';
const ROOMS = `rooms.${DOMAIN}`;
/** Milliseconds that it may take to start, and between two looks. */
const PATIENCE = 20_000;
const LOOK = 100;

export const roomServerIsThere = (): boolean => existsSync(PROGRAM);

/**
 * @param folder for its data, which it keeps
 * @throws where it does not start
 */
export async function startRoomServer(
  folder: string,
  accounts: readonly RoomAccount[],
  ports: { readonly client?: number; readonly http?: number } = {},
): Promise<RoomServer> {
  const client = ports.client ?? (await freePort());
  const http = ports.http ?? (await freePort());
  const data = path.join(folder, 'data');
  const kept = path.join(data, encoded(DOMAIN), 'accounts');
  await mkdir(kept, { recursive: true, mode: 0o700 });
  for (const { name, password } of accounts)
    await writeFile(path.join(kept, `${encoded(name)}.dat`), `return { password = ${quoted(password)} };\n`, {
      mode: 0o600,
    });
  const file = path.join(folder, 'prosody.cfg.lua');
  await writeFile(file, configOf(data, path.join(folder, 'prosody.log'), client, http), { mode: 0o600 });
  await endLeftBehind(folder, file);
  const child = spawn(PROGRAM, ['-F', '--config', file], { stdio: 'ignore' });
  await writeFile(path.join(folder, PID), String(child.pid ?? ''));
  let ended: string | null = null;
  const over = new Promise<void>((resolve) => {
    child.once('exit', (code) => {
      ended = `it ended with ${code ?? 'a signal'}`;
      resolve();
    });
    child.once('error', (error) => {
      ended = error.message;
      resolve();
    });
  });
  const until = Date.now() + PATIENCE;
  while (!(await answers(client))) {
    if (ended !== null) throw new Error(`The server of rooms did not start: ${ended as string}.`);
    if (Date.now() > until) {
      child.kill('SIGKILL');
      throw new Error('The server of rooms did not start in time.');
    }
    await new Promise((resolve) => setTimeout(resolve, LOOK));
  }
  return {
    service: `xmpp://127.0.0.1:${client}`,
    domain: DOMAIN,
    rooms: ROOMS,
    async close() {
      child.kill('SIGTERM');
      await over;
    },
  };
}

/** One that a program left running which was killed holds the folder still. */
async function endLeftBehind(folder: string, file: string): Promise<void> {
  const pid = Number(await readFile(path.join(folder, PID), 'utf8').catch(() => ''));
  if (!Number.isInteger(pid) || pid <= 0) return;
  const command = await readFile(`/proc/${pid}/cmdline`, 'utf8').catch(() => '');
  if (!command.includes(file)) return;
  process.kill(pid, 'SIGTERM');
  const until = Date.now() + PATIENCE;
  while (existsSync(`/proc/${pid}`) && Date.now() < until) await new Promise((resolve) => setTimeout(resolve, LOOK));
}

function configOf(data: string, log: string, client: number, http: number): string {
  return `run_as_root = true
daemonize = false
data_path = ${quoted(data)}
log = { warn = ${quoted(log)} }
use_libevent = false
modules_enabled = { "roster", "saslauth", "disco", "ping" }
modules_disabled = { "s2s", "tls", "offline" }
interfaces = { "127.0.0.1" }
c2s_ports = { ${client} }
c2s_direct_tls_ports = {}
http_ports = { ${http} }
http_interfaces = { "127.0.0.1" }
https_ports = {}
authentication = "internal_plain"
c2s_require_encryption = false
VirtualHost ${quoted(DOMAIN)}
Component ${quoted(ROOMS)} "muc"
  modules_enabled = { "muc_mam" }
  muc_room_locking = false
  muc_room_default_persistent = true
  muc_room_default_public_jids = true
Component ${quoted(`upload.${DOMAIN}`)} "http_file_share"
  http_host = "127.0.0.1"
  http_external_url = "http://127.0.0.1:${http}/"
  http_file_share_size_limit = 5000000
`;
}

/** As Lua writes a text. */
const quoted = (text: string): string => `"${text.replace(/[\\"]/g, '\\$&').replace(/\n/g, '\\n')}"`;

/** As it names its files. */
const encoded = (name: string): string =>
  name.replace(/[^A-Za-z0-9]/g, (one) => `%${one.charCodeAt(0).toString(16).padStart(2, '0')}`);

async function answers(port: number): Promise<boolean> {
  return new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1');
    socket.once('connect', () => {
      socket.destroy();
      resolve(true);
    });
    socket.once('error', () => resolve(false));
  });
}

async function freePort(): Promise<number> {
  const probe = createServer();
  await new Promise<void>((resolve) => probe.listen(0, '127.0.0.1', resolve));
  const address = probe.address();
  await new Promise((resolve) => probe.close(resolve));
  return typeof address === 'object' && address !== null ? address.port : 0;
}
