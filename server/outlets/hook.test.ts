import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Hook } from './hook';
import { Refused, type Message } from './outlet';

const MESSAGE: Message = {
  key: 'occasion 1 → hook:1',
  subject: 'Riders of Birch: 350',
  blocks: [],
  attachments: [],
  why: '',
  unsubscribe: null,
  data: {},
  type: 'zud.alert.told',
};

let server: Server;
const ids: string[] = [];
beforeAll(async () => {
  // it takes what is sent, and never says so
  server = createServer((request) => {
    const parts: Buffer[] = [];
    request.on('data', (part: Buffer) => parts.push(part));
    request.on('end', () => ids.push((JSON.parse(Buffer.concat(parts).toString()) as { id: string }).id));
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
});
afterAll(async () => {
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});

test('one that never answers is given up for this time, and is told the same event the next', async () => {
  const hook = new Hook('http://zud.example', () => new Date(), 900);
  const to = {
    receiver: { kind: 'hook' as const, id: '1' },
    name: 'Desk',
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}/events`,
    secret: 'a secret',
  };
  const gaveUp = async (): Promise<unknown> => hook.send(MESSAGE, to).catch((error: unknown) => error);
  for (let times = 0; times < 2; times += 1) {
    const said = await gaveUp();
    expect((said as Error).message).toBe('The other side did not answer in 1 s.');
    // not for good: it is tried again
    expect(said).not.toBeInstanceOf(Refused);
  }
  expect(ids).toEqual([MESSAGE.key, MESSAGE.key]);
});
