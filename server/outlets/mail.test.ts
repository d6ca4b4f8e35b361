/** What a message is to readers of mail: nothing of it is taken for markup, and the words of both kinds are the same. */
import { htmlOf, textOf } from './mail';
import type { Message } from './outlet';

const message: Message = {
  key: 'k',
  subject: '<b>Riders</b> & "more"',
  blocks: [
    { kind: 'heading', text: '<script>alert(1)</script>' },
    { kind: 'figures', figures: [{ text: '1,400', label: 'riders, −2 %' }] },
    { kind: 'list', items: ['one & two'] },
    { kind: 'picture', picture: { name: 'a.png', png: Buffer.alloc(0), alt: 'A "line"' } },
    { kind: 'link', text: 'Go on', address: 'https://zud.example/a?b=1&c=2' },
  ],
  attachments: [],
  why: 'You asked for it.',
  unsubscribe: 'https://zud.example/end',
  data: {},
  type: 't',
};

test('as HTML: names are words, no script, no picture from elsewhere', () => {
  const html = htmlOf(message);
  expect(html).not.toMatch(/<script|<b>/);
  expect(html).toContain('&lt;script&gt;alert(1)&lt;/script&gt;');
  expect(html).toContain('src="cid:a.png" alt="A &quot;line&quot;"');
  expect(html).toContain('href="https://zud.example/a?b=1&amp;c=2"');
  expect([...html.matchAll(/src="([^"]+)"/g)].map(([, from]) => from)).toEqual(['cid:a.png']);
});

test('as text: the same words, and how to end it', () => {
  const text = textOf(message);
  for (const said of [
    '<script>alert(1)</script>',
    'riders, −2 %: 1,400',
    '- one & two',
    '[A "line"]',
    'Go on: https://zud.example/a?b=1&c=2',
    'You asked for it.',
    'https://zud.example/end',
  ])
    expect(text).toContain(said);
});
