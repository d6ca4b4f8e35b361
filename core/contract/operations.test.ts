/** The contract is whole: each operation once, each body and answer a schema that can be described. */
import { z } from 'zod';
import { OPERATIONS } from './operations';
import { inquiry } from './inquiries';
import { originOf } from './origin';

test('each operation is there once, and what it takes and gives can be described as JSON Schema', () => {
  const keys = OPERATIONS.map(({ method, path }) => `${method} ${path}`);
  expect(new Set(keys).size).toBe(keys.length);
  for (const { body, answers } of OPERATIONS)
    for (const schema of [body, answers])
      if (schema !== undefined && typeof schema !== 'string')
        expect(z.toJSONSchema(schema, { unrepresentable: 'any' })).toHaveProperty('$schema');
});

test('what only asks changes nothing and sends nothing', () => {
  for (const { method, body, path } of OPERATIONS)
    if (method === 'get') expect([path, body]).toEqual([path, undefined]);
});

test('an answer that lacks something is not as the contract says', () => {
  expect(inquiry.safeParse({ id: 'x', title: 'y' }).success).toBe(false);
});

test.each([
  ['https://intranet.example.org/pages?x=1', 'https://intranet.example.org'],
  ['http://localhost:8080', 'http://localhost:8080'],
  ['https://a.example; script-src *', null],
  ['ftp://files.example', null],
  ['https://mira@intranet.example.org', null],
  ['not an address', null],
])('the origin of %s is %s', (text, origin) => expect(originOf(text)).toBe(origin));
