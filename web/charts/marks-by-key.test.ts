import fc from 'fast-check';
import type { ChartDescription, ChartSeries } from '@zud/core/chart/description';
import { legendOf } from './legend';
import { marksOf, markWords, placeAfterKey } from './marks-by-key';

const column = { key: 'n', label: 'Passengers', role: 'measure' as const };
const series = (
  label: string,
  values: readonly (number | null)[],
  style: ChartSeries['style'] = 'value',
): ChartSeries => ({
  label,
  colour: 0,
  style,
  axis: 'left',
  column,
  points: values.map((y, x) => ({ x, y, row: x })),
});
const chart = (all: readonly ChartSeries[], kind: ChartDescription['kind'] = 'line'): ChartDescription => ({
  kind,
  reason: '',
  categories: ['Jan', 'Feb', 'Mar'],
  categoryLabel: 'Month',
  series: all,
  incompleteAt: null,
  labels: false,
  omitted: null,
  unfit: {},
  emphasis: null,
  lines: [],
  axis: null,
});
const two = chart([
  series('North', [1, 2, 3]),
  series('South', [4, null, 6]),
  series('North, year before', [9, 9, 9], 'other'),
]);

test('marks are gone through along the axis, missing and hidden ones and what stands beside left out', () => {
  const names = (hidden: readonly number[]) => marksOf(two, new Set(hidden)).map((mark) => markWords(two, mark));
  expect(names([])).toEqual(['Jan, North: 1', 'Jan, South: 4', 'Feb, North: 2', 'Mar, North: 3', 'Mar, South: 6']);
  expect(names([0])).toEqual(['Jan, South: 4', 'Mar, South: 6']);
});

test('whatever keys are pressed, one is at a mark that is there', () => {
  const marks = marksOf(two, new Set());
  const keys = fc.array(fc.constantFrom('ArrowRight', 'ArrowLeft', 'ArrowUp', 'ArrowDown', 'Home', 'End'), {
    minLength: 1,
  });
  fc.assert(
    fc.property(keys, (pressed) => {
      let at: number | null = null;
      for (const key of pressed) at = placeAfterKey(marks, at, key);
      expect(marks[at ?? -1]).toBeDefined();
    }),
  );
  expect(placeAfterKey(marks, 2, 'a')).toBeNull();
  expect(placeAfterKey([], null, 'Home')).toBeNull();
});

test('lines that name themselves have their list folded, which says what the fainter ones are; others have it open', () => {
  expect(legendOf(two)).toEqual({ folded: true, fainter: 'year before' });
  expect(legendOf(chart([series('North', [1]), series('Plan', [2], 'plan')]))).toEqual({
    folded: false,
    fainter: null,
  });
  expect(legendOf(chart([series('A', [1]), series('B', [2])], 'columns'))).toEqual({ folded: false, fainter: null });
  expect(legendOf(chart([series('A', [1])]))).toBeNull();
});
