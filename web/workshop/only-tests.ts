/** Conditions inside a measure, as they are typed: one row for each, all of which hold together. */
import type { RowTest } from '@zud/core/model/schema';

export const TESTS = [
  ['is', 'is'],
  ['not', 'is not'],
  ['in', 'is one of'],
  ['over', 'is over'],
  ['under', 'is under'],
  ['atLeast', 'is at least'],
  ['atMost', 'is at most'],
  ['present', 'has any value'],
  ['missing', 'has no value'],
] as const;
export type TestKind = (typeof TESTS)[number][0];

export interface TypedTest {
  readonly column: string;
  readonly test: TestKind;
  readonly value: string;
}

/** What a test of the file is as it is typed; null for one that says more than one thing, which stays as it is in the file. */
export function typedTest({ column, ...test }: RowTest): TypedTest | null {
  const said = Object.entries(test).filter(([, value]) => value !== undefined);
  const [first] = said;
  if (first === undefined || said.length > 1) return null;
  const [kind, value] = first;
  if (kind === 'present') return { column, test: value === true ? 'present' : 'missing', value: '' };
  return { column, test: kind as TestKind, value: Array.isArray(value) ? value.join(', ') : String(value) };
}

/** A column of words is tested with words, one of numbers with numbers, one of yes and no with these. */
function valueOf(text: string, type: string): string | number | boolean {
  if (type === 'boolean') return /^(true|yes|1)$/i.test(text.trim());
  const number = Number(text);
  return (type === 'integer' || type === 'number') && text.trim() !== '' && Number.isFinite(number)
    ? number
    : text.trim();
}

/** @param types the type of each column @returns null where it is not yet whole */
export function rowTest({ column, test, value }: TypedTest, types: ReadonlyMap<string, string>): RowTest | null {
  const type = types.get(column) ?? 'text';
  if (column === '') return null;
  if (test === 'present') return { column, present: true };
  if (test === 'missing') return { column, present: false };
  if (value.trim() === '') return null;
  if (test === 'in')
    return {
      column,
      in: value
        .split(',')
        .map((one) => valueOf(one, type))
        .filter((one): one is string | number => typeof one !== 'boolean'),
    };
  if (test === 'is' || test === 'not') return { column, [test]: valueOf(value, type) };
  const number = Number(value);
  return Number.isFinite(number) ? { column, [test]: number } : null;
}
