/** Who somebody is: signing in, guesses, sessions, tokens, cookies, people. */
import { sql } from 'drizzle-orm';
import http from 'node:http';
import { PASSWORD, startPlainServer, type PlainServer } from '../../tests/plain-server';
import type { Caller } from '../../tests/demo-server';
import { scopeNeeded } from './session';

let server: PlainServer;
let admin: Caller;
beforeAll(async () => {
  server = await startPlainServer({ trustProxy: 1 });
  admin = await server.person('Admin', 'admin');
}, 60_000);
afterAll(() => server.close());

interface Reply {
  readonly status: number;
  readonly body: Readonly<Record<string, unknown>>;
  readonly headers: Headers;
}
const sent = async (
  method: string,
  path: string,
  body?: unknown,
  headers: Readonly<Record<string, string>> = {},
): Promise<Reply> => {
  const response = await fetch(`${server.running.address}/api${path}`, {
    method,
    headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...headers },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const text = await response.text();
  return {
    status: response.status,
    body: text === '' ? {} : (JSON.parse(text) as Reply['body']),
    headers: response.headers,
  };
};
const signIn = (email: string, password: string, from = '10.0.0.1') =>
  sent('POST', '/session', { email, password }, { 'x-forwarded-for': from });
const cookieOf = (reply: Reply) => (reply.headers.get('set-cookie') ?? '').split(';')[0] ?? '';
const actions = async () => (await admin<{ action: string }[]>('GET', '/audit')).body.map((one) => one.action);

test('guesses are held back before a password is checked, many at once and with spaces about the address; nobody else is held back by them', async () => {
  await server.person('Guessed', 'analyst');
  const email = 'guessed@people.example';
  const guesses = await Promise.all(
    Array.from({ length: 60 }, (_unused, index) =>
      signIn(`${' '.repeat(index % 3)}${email.toUpperCase()}${' '.repeat(index % 2)}`, `wrong ${index}`),
    ),
  );
  expect(guesses.filter((one) => one.status === 401)).toHaveLength(10);
  expect(guesses.filter((one) => one.status === 429)).toHaveLength(50);
  const told = guesses.find((one) => one.status === 429);
  expect(Number(told?.headers.get('retry-after'))).toBeLessThanOrEqual(60);
  // the right password is not even looked at from there; its owner, who is elsewhere, gets in
  expect((await signIn(email, PASSWORD)).status).toBe(429);
  expect((await signIn(email, PASSWORD, '10.0.0.2')).status).toBe(200);
  expect((await signIn('admin@people.example', PASSWORD)).status).toBe(200);
  const noted = await actions();
  expect(noted).toEqual(expect.arrayContaining(['signed in', 'sign-in refused', 'sign-in held back']));
  // noted once, however many came
  expect(noted.filter((action) => action === 'sign-in held back')).toHaveLength(1);
});

test('whoever signed in from an address before gets in from there, while others guess from many', async () => {
  await server.person('Hunted', 'analyst');
  const email = 'hunted@people.example';
  expect((await signIn(email, PASSWORD, '10.1.0.1')).status).toBe(200);
  let held = 0;
  for (let host = 0; host < 14; host += 1)
    for (const reply of await Promise.all(
      Array.from({ length: 9 }, (_unused, index) => signIn(email, `wrong ${index}`, `10.2.0.${host}`)),
    ))
      if (reply.status === 429) held += 1;
  expect(held).toBeGreaterThan(0);
  expect((await signIn(email, PASSWORD, '10.3.0.1')).status).toBe(429);
  expect((await signIn(email, PASSWORD, '10.1.0.1')).status).toBe(200);
}, 60_000);

test('behind TLS a cookie is Secure, of this host alone, and the browser is told to stay with TLS; answers are stored nowhere', async () => {
  const secure = await sent(
    'POST',
    '/session',
    { email: 'admin@people.example', password: PASSWORD },
    { 'x-forwarded-for': '10.0.0.9', 'x-forwarded-proto': 'https' },
  );
  expect(secure.headers.get('set-cookie')).toMatch(
    /^__Host-zud_session=[^;]+;.*Path=\/;.*HttpOnly;.*Secure;.*SameSite=Lax/,
  );
  expect(secure.headers.get('strict-transport-security')).toMatch(/max-age=31536000/);
  const over = { 'cookie': cookieOf(secure), 'x-forwarded-proto': 'https' };
  expect((await sent('GET', '/boards', undefined, over)).headers.get('cache-control')).toBe('no-store');
  // a cookie that anyone on the way could have set is not taken over TLS
  const plain = await signIn('admin@people.example', PASSWORD, '10.0.0.9');
  expect(plain.headers.get('set-cookie')).toMatch(/^zud_session=/);
  expect(
    (await sent('GET', '/boards', undefined, { 'cookie': cookieOf(plain), 'x-forwarded-proto': 'https' })).status,
  ).toBe(401);
  expect(plain.headers.get('strict-transport-security')).toBeNull();
});

test('sessions are listed and ended by their owner, end when they are not used, and with them their streams', async () => {
  const person = await server.person('Sitter', 'analyst');
  const second = await signIn('sitter@people.example', PASSWORD, '10.0.0.4');
  const list = (await person<{ id: string; current: boolean }[]>('GET', '/sessions')).body;
  expect(list.map((one) => one.current).sort()).toEqual([false, true]);
  const other = list.find((one) => !one.current)?.id ?? '';
  const board = (await person<{ id: string }>('POST', '/boards', { title: 'Open' })).body.id;
  const ended = new Promise<string>((resolve) => {
    const port = Number(new URL(server.running.address).port);
    http.get({ port, path: `/api/boards/${board}/events`, headers: { cookie: cookieOf(second) } }, (response) => {
      let said = '';
      response.on('data', (part: Buffer) => {
        said += part.toString();
      });
      response.on('end', () => resolve(said));
    });
  });
  await new Promise((resolve) => setTimeout(resolve, 150));
  expect((await person('DELETE', `/sessions/${other}`)).status).toBe(204);
  expect(await ended).toMatch(/event: closed\ndata: {"reason":"You were signed out/);
  expect((await sent('GET', '/boards', undefined, { cookie: cookieOf(second) })).status).toBe(401);
  // another's session is none of one's business
  const stranger = await server.person('Stranger', 'analyst');
  expect((await stranger('DELETE', `/sessions/${list.find((one) => one.current)?.id ?? ''}`)).status).toBe(404);
  await server.running.context.database.store.execute(
    sql`update sessions set last_used_at = now() - interval '25 hours' where person_id = (select id from people where name = 'Sitter')`,
  );
  expect((await person('GET', '/boards')).status).toBe(401);
});

test('a password is changed with the old one, by a link once, and others are signed out by it', async () => {
  const person = await server.person('Changer', 'analyst');
  const second = await signIn('changer@people.example', PASSWORD, '10.0.0.5');
  expect(
    (await person<{ detail: string }>('PUT', '/session/password', { old: 'not it', password: 'another long one' })).body
      .detail,
  ).toMatch(/stays as it is/);
  expect((await person('PUT', '/session/password', { old: PASSWORD, password: 'short' })).status).toBe(400);
  expect((await person('PUT', '/session/password', { old: PASSWORD, password: 'another long one' })).status).toBe(204);
  expect((await person('GET', '/boards')).status).toBe(200);
  expect((await sent('GET', '/boards', undefined, { cookie: cookieOf(second) })).status).toBe(401);
  const id =
    (await admin<{ id: string; name: string }[]>('GET', '/people')).body.find((one) => one.name === 'Changer')?.id ??
    '';
  const { body: link } = await admin<{ token: string }>('POST', `/people/${id}/password-link`);
  expect((await sent('POST', '/password', { token: link.token, password: 'chosen by a link' })).status).toBe(200);
  expect((await sent('POST', '/password', { token: link.token, password: 'chosen once more' })).status).toBe(404);
  expect((await person('GET', '/boards')).status).toBe(401);
  expect((await signIn('changer@people.example', 'chosen by a link', '10.0.0.6')).status).toBe(200);
});

test('an admin adds a person, who chooses a password by a link and is what the admin said; others cannot', async () => {
  const made = await admin<{ person: { id: string }; link: { token: string } }>('POST', '/people', {
    name: 'Newcomer',
    email: ' New@People.example '.trim(),
    role: 'viewer',
    groups: ['Night shift'],
  });
  expect(made.status).toBe(201);
  expect((await admin('POST', '/people', { name: 'Again', email: 'new@people.example', role: 'viewer' })).status).toBe(
    409,
  );
  expect((await signIn('new@people.example', 'none', '10.0.0.7')).status).toBe(401);
  await sent('POST', '/password', { token: made.body.link.token, password: 'a first password' });
  const cookie = cookieOf(await signIn('new@people.example', 'a first password', '10.0.0.7'));
  expect((await sent('POST', '/boards', { title: 'x' }, { cookie })).status).toBe(403);
  expect((await admin('PATCH', `/people/${made.body.person.id}`, { role: 'analyst' })).status).toBe(200);
  expect((await sent('POST', '/boards', { title: 'x' }, { cookie })).status).toBe(201);
  for (const [method, path] of [
    ['POST', '/people'],
    ['PATCH', `/people/${made.body.person.id}`],
    ['GET', '/people/everyone'],
    ['POST', `/people/${made.body.person.id}/password-link`],
  ] as const)
    expect([path, (await sent(method, path, method === 'GET' ? undefined : { name: 'y' }, { cookie })).status]).toEqual(
      [path, 403],
    );
  expect(await actions()).toEqual(
    expect.arrayContaining(['person added', 'person changed', 'password chosen', 'not allowed']),
  );
});

test('a token may do what its scopes say until it ends, and makes no tokens', async () => {
  const analyst = await server.person('Programmer', 'analyst');
  const { body: made } = await analyst<{ id: string; token: string }>('POST', '/tokens', {
    name: 'reader',
    scopes: ['read'],
    days: 2,
  });
  const program = (method: string, path: string, body?: unknown) =>
    sent(method, path, body, { authorization: `Bearer ${made.token}` });
  expect((await program('GET', '/boards')).status).toBe(200);
  expect((await program('POST', '/boards', { title: 'x' })).body['detail']).toMatch(/scope “ask”/);
  for (const [method, path] of [
    ['POST', '/tokens'],
    ['GET', '/tokens'],
    ['GET', '/sessions'],
    ['PUT', '/session/password'],
    ['GET', '/people/everyone'],
  ] as const)
    expect([path, (await program(method, path, method === 'GET' ? undefined : {})).status]).toEqual([path, 403]);
  expect((await analyst('POST', '/tokens', { name: 'more', scopes: ['steward'] })).status).toBe(403);
  expect(
    (await analyst<{ name: string; lastUsedAt: string | null; inForce: boolean }[]>('GET', '/tokens')).body,
  ).toMatchObject([{ name: 'reader', inForce: true, lastUsedAt: expect.any(String) as string }]);
  await server.running.context.database.store.execute(
    sql`update access_tokens set expires_at = now() - interval '1 second' where id = ${made.id}`,
  );
  expect((await program('GET', '/boards')).status).toBe(401);
  const second = await analyst<{ id: string; token: string }>('POST', '/tokens', { name: 'writer' });
  const writer = (method: string, path: string, body?: unknown) =>
    sent(method, path, body, { authorization: `Bearer ${second.body.token}` });
  expect((await writer('POST', '/boards', { title: 'x' })).status).toBe(201);
  expect((await analyst('DELETE', `/tokens/${second.body.id}`)).status).toBe(204);
  expect((await writer('GET', '/boards')).status).toBe(401);
});

test.each<[string, string, string | null]>([
  ['GET', '/boards', 'read'],
  ['POST', '/answers', 'read'],
  ['POST', '/answers/deeper', 'read'],
  ['POST', '/exports', 'read'],
  ['POST', '/models/x/read', 'read'],
  ['POST', '/inquiries', 'ask'],
  ['POST', '/models/x/names', 'ask'],
  ['POST', '/tables', 'steward'],
  ['DELETE', '/tables/x', 'steward'],
  ['POST', '/models', 'steward'],
  ['PUT', '/models/x', 'steward'],
  ['POST', '/tokens', null],
  ['GET', '/people', 'read'],
  ['POST', '/people', null],
  ['GET', '/audit', null],
])('%s %s needs %j', (method, path, scope) => {
  expect(scopeNeeded(method, path)).toBe(scope);
});
