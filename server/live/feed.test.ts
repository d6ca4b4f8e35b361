/** Who is here is told as changes, at most once a second, however many come and go. */
import { EventEmitter } from 'node:events';
import type { Response } from 'express';
import { pino } from 'pino';
import { presentAfter, type PresenceHeard, type Present } from '../../web/board/presence';
import { Feed } from './feed';

/** A response that only remembers what was written to it. */
class Written extends EventEmitter {
  text = '';
  writableLength = 0;
  writeHead(): this {
    return this;
  }
  write(part: string): boolean {
    this.text += part;
    return true;
  }
  end(): void {
    this.emit('close');
  }
  destroy(): void {
    this.emit('close');
  }
  /** What a browser makes of it. */
  get present(): readonly Present[] {
    return [...this.text.matchAll(/event: presence\ndata: (.*)\n/g)].reduce<readonly Present[]>(
      (before, [, data]) => presentAfter(before, JSON.parse(data ?? '') as PresenceHeard),
      [],
    );
  }
}

jest.useFakeTimers();
const feed = new Feed('postgresql://none', pino({ level: 'silent' }));
afterAll(() => feed.close());

const open = (who: number) => {
  const written = new Written();
  feed.open({
    board: 'board',
    person: { id: `p${who}`, name: `Person ${String(who).padStart(3, '0')}` },
    session: `s${who}`,
    response: written as unknown as Response,
    stillAllowed: async () => true,
  });
  return written;
};

test('500 windows come and leave: each is told once for all, and knows who is left', () => {
  const first = open(0);
  const others = Array.from({ length: 500 }, (_unused, index) => open(index % 250));
  jest.advanceTimersByTime(1000);
  expect(first.present).toHaveLength(250);
  const before = first.text.length;
  for (const other of others.slice(0, 490)) other.end();
  jest.advanceTimersByTime(1000);
  expect(first.text.slice(before).match(/event: presence/g)).toHaveLength(1);
  // of those who had two windows some have one left; the first has its own
  expect(first.present.map((one) => one.id).sort()).toEqual(
    ['p0', ...Array.from({ length: 10 }, (_unused, index) => `p${240 + index}`)].sort(),
  );
  expect(first.present).toEqual(feed.present('board'));
  expect(feed.streams).toBe(11);
  jest.advanceTimersByTime(5000);
  expect(first.text.slice(before).match(/event: presence/g)).toHaveLength(1);
});

test('a browser that takes nothing any more is left; one whose session ends is told so', () => {
  const slow = open(300);
  const ended = open(301);
  slow.writableLength = 2_000_000;
  open(302);
  jest.advanceTimersByTime(1000);
  expect(feed.present('board').map((one) => one.id)).not.toContain('p300');
  feed.endOf('s301');
  expect(ended.text).toContain('event: closed');
  expect(feed.present('board').map((one) => one.id)).not.toContain('p301');
});
