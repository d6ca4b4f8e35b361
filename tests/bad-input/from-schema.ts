/** Values of a JSON Schema, and near misses of them: what is sent by programs with faults, and by people who mean harm. */
import fc from 'fast-check';

export interface JsonSchema {
  readonly type?: string | readonly string[];
  readonly properties?: Readonly<Record<string, JsonSchema>>;
  readonly required?: readonly string[];
  readonly items?: JsonSchema;
  readonly enum?: readonly unknown[];
  readonly const?: unknown;
  readonly anyOf?: readonly JsonSchema[];
  readonly oneOf?: readonly JsonSchema[];
  readonly allOf?: readonly JsonSchema[];
  readonly $ref?: string;
  readonly $defs?: Readonly<Record<string, JsonSchema>>;
  readonly format?: string;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly [other: string]: unknown;
}

/** Words that mean something to the server: ids of the model, names of members, dates. */
export type Words = readonly string[];

const DEEPEST = 5;

/** Values that the schema describes, filled with words that mean something where a text is asked for. */
export function valuesOf(
  schema: JsonSchema,
  words: Words,
  root: JsonSchema = schema,
  depth = 0,
): fc.Arbitrary<unknown> {
  const inner = (one: JsonSchema) => valuesOf(one, words, root, depth + 1);
  if (schema.$ref !== undefined)
    return depth > DEEPEST ? fc.constant(null) : valuesOf(resolved(schema.$ref, root), words, root, depth + 1);
  if (schema.const !== undefined) return fc.constant(schema.const);
  if (schema.enum !== undefined) return fc.constantFrom(...schema.enum);
  const either = schema.anyOf ?? schema.oneOf;
  if (either !== undefined) return fc.oneof(...either.map(inner));
  const [type] = [schema.type ?? 'object'].flat();
  switch (type) {
    case 'object': {
      const shape = Object.fromEntries(
        Object.entries(schema.properties ?? {}).map(([name, one]) => [name, inner(one)] as const),
      );
      return fc.record(shape, { requiredKeys: [...(schema.required ?? [])].filter((name) => name in shape) });
    }
    case 'array':
      return schema.items === undefined
        ? fc.constant([])
        : fc.array(inner(schema.items), { minLength: 1, maxLength: depth > 3 ? 1 : 3 });
    case 'integer':
      return fc.integer({ min: schema.minimum ?? -3, max: Math.min(schema.maximum ?? 40, 5000) });
    case 'number':
      return fc.double({ noNaN: true, noDefaultInfinity: true });
    case 'boolean':
      return fc.boolean();
    case 'null':
      return fc.constant(null);
    default:
      if (schema.format === 'date') return fc.constantFrom('2025-03-01', '2025-12-31', '0001-01-01', '9999-12-31');
      return fc.oneof(
        fc.constantFrom(...words),
        fc.constantFrom(...words),
        fc.string({ unit: 'grapheme', maxLength: 12 }),
      );
  }
}

function resolved(reference: string, root: JsonSchema): JsonSchema {
  if (reference === '#') return root;
  let found: unknown = root;
  for (const part of reference.replace(/^#\//, '').split('/'))
    found = (found as Record<string, unknown> | undefined)?.[part];
  return (found ?? {}) as JsonSchema;
}

const deep = (levels: number): unknown => {
  let value: unknown = 1;
  for (let level = 0; level < levels; level += 1)
    value = level % 2 === 0 ? [value] : { kind: 'arithmetic', left: value };
  return value;
};

/** What no field expects. */
export const NASTY: readonly unknown[] = [
  null,
  '',
  ' ',
  '\u0000',
  'a\u0000b',
  '\ud800',
  'constructor',
  '__proto__',
  'toString',
  'hasOwnProperty',
  '’'.repeat(400),
  'x'.repeat(5000),
  '('.repeat(2000),
  '-'.repeat(300),
  '=HYPERLINK("http://x")',
  "'; drop table people; --",
  '%00',
  '../../etc',
  '00000000-0000-0000-0000-000000000000',
  -1,
  0,
  -0,
  1e21,
  1e308,
  -1e308,
  5e-324,
  9_007_199_254_740_993,
  2_147_483_648,
  0.1,
  true,
  false,
  [],
  {},
  [[]],
  [null],
  { constructor: 1 },
  JSON.parse('{"__proto__":{"admin":true}}'),
  deep(70),
  deep(3000),
  Array.from({ length: 3000 }, (_unused, index) => index),
  Array.from({ length: 600 }, () => 'Ambry'),
  '0000-01-01',
  '2025-02-30',
  '99999-01-01',
  'NaN',
  'Infinity',
  '1e999',
];

/** A value with one of its parts, at any depth, put out of shape: replaced, taken out, doubled, or with more beside it. */
export function nearMiss(value: unknown): fc.Arbitrary<unknown> {
  const places = placesIn(value);
  return fc
    .tuple(
      fc.constantFrom(...places),
      fc.constantFrom(...NASTY),
      fc.constantFrom('replace', 'replace', 'replace', 'remove', 'add'),
    )
    .map(([place, nasty, how]) => changedAt(value, place, nasty, how));
}

type Place = readonly (string | number)[];

function placesIn(value: unknown, here: Place = []): Place[] {
  if (typeof value !== 'object' || value === null) return [here];
  return [
    here,
    ...Object.entries(value).flatMap(([key, part]) =>
      placesIn(part, [...here, Array.isArray(value) ? Number(key) : key]),
    ),
  ];
}

function changedAt(value: unknown, [key, ...rest]: Place, nasty: unknown, how: string): unknown {
  if (key === undefined)
    return how === 'add' && typeof value === 'object' && value !== null && !Array.isArray(value)
      ? { ...value, another: nasty, constructor: nasty }
      : nasty;
  if (Array.isArray(value)) {
    if (how === 'remove' && rest.length === 0) return value.filter((_one, index) => index !== key);
    return value.map((one: unknown, index) => (index === key ? changedAt(one, rest, nasty, how) : one));
  }
  const entries = Object.entries(value as object);
  if (how === 'remove' && rest.length === 0) return Object.fromEntries(entries.filter(([name]) => name !== key));
  return Object.fromEntries(
    entries.map(([name, one]) => [name, name === key ? changedAt(one, rest, nasty, how) : one]),
  );
}
