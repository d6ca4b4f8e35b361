import { markOfRow, numberedRows, numbersOfNotes } from './numbered-rows';

const NOTES = [{}, { rows: [4, 5] }, { rows: [] }, { rows: [0] }];

test('notes that point at rows are counted, the others are not', () => {
  expect(numbersOfNotes(NOTES)).toEqual([null, 1, null, 2]);
  expect(numberedRows(NOTES)).toEqual([
    { row: 4, number: 1 },
    { row: 0, number: 2 },
  ]);
});

test('a number stands at the figure itself, not at what it stands beside, and nowhere where there is no figure', () => {
  const series = [
    { style: 'other', points: [{ x: 0, y: 3, row: 7 }] },
    {
      style: 'value',
      points: [
        { x: 0, y: 5, row: 7 },
        { x: 1, y: null, row: 8 },
      ],
    },
  ] as unknown as Parameters<typeof markOfRow>[0]['series'];
  expect(markOfRow({ series }, 7)).toEqual({ series: 1, index: 0 });
  expect(markOfRow({ series }, 8)).toBeNull();
});
