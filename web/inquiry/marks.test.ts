/** What can be done with marks of an answer. */
import { EMPTY_READING, type Reading } from '@zud/core/reading/schema';
import type { Answer } from '@zud/core/query/answer';
import type { AnswerColumn } from '@zud/core/query/plan';
import { actsForMarks } from './marks';

const COAST: AnswerColumn = { key: 'k0', label: 'Coast', role: 'level', level: 'coast' };
const MONTH: AnswerColumn = { key: 'k0', label: 'Month', role: 'time', grain: 'month' };
const value = (additive: boolean): AnswerColumn => ({
  key: 'v0',
  label: 'Passengers',
  role: 'measure',
  as: 'value',
  of: 'v0',
  additive,
});

const answer = (key: AnswerColumn, rows: Answer['rows'], additive = true): Answer => ({
  columns: [key, value(additive)],
  rows,
  rowCount: rows.length,
  truncated: false,
  dataVersion: '1',
  asOf: '2026-10-17',
  engine: 'test',
  ms: 1,
  support: rows.map(() => 1),
  window: {},
  other: null,
  incomplete: null,
});
const BY_COAST: Reading = {
  ...EMPTY_READING,
  shown: [{ calculation: { kind: 'measure', measure: 'passengers' }, transform: null }],
  by: [{ kind: 'level', level: 'coast' }],
};
const BY_MONTH: Reading = { ...BY_COAST, by: [{ kind: 'time', grain: 'month' }] };
const COASTS: Answer['rows'] = [
  ['North Reach', 10],
  ['Mid Sound', 20],
];

test('one member: only it, without it, beside the rest, its rows, and why there is as much of it', () => {
  const marked = actsForMarks(answer(COAST, COASTS), [1], BY_COAST, undefined);
  expect(marked.title).toBe('Mid Sound');
  expect(marked.acts.map((act) => act.label)).toEqual([
    'Only Mid Sound',
    'Leave out Mid Sound',
    'Set Mid Sound beside the rest',
    'Rows',
  ]);
  expect(marked.questions).toEqual([
    {
      label: 'Why?',
      edits: [
        {
          do: 'condition',
          how: 'only',
          condition: { kind: 'members', level: 'coast', is: true, members: ['Mid Sound'] },
        },
        { do: 'explain', explain: { asked: 'moved' } },
      ],
    },
    {
      label: 'How does it differ?',
      edits: [
        {
          do: 'explain',
          explain: { asked: 'contrast', first: { kind: 'members', level: 'coast', members: ['Mid Sound'] } },
        },
      ],
    },
  ]);
  expect(marked.text).toBe('Mid Sound\t20');
});

test('of a month it is asked as well whether it is normal; what does not add up, several marks, and sums of other members are not asked why', () => {
  const month = actsForMarks(
    answer(MONTH, [
      ['2026-03-01', 5],
      ['2026-04-01', 6],
    ]),
    [0],
    BY_MONTH,
    undefined,
  );
  const march = { do: 'period', period: { kind: 'days', from: '2026-03-01', to: '2026-03-31' } };
  expect(month.questions).toEqual([
    { label: 'Why?', edits: [march, { do: 'explain', explain: { asked: 'moved' } }] },
    { label: 'Is that normal?', edits: [march, { do: 'explain', explain: { asked: 'unusual' } }] },
  ]);
  const labels = (marked: readonly number[], additive = true) =>
    actsForMarks(answer(COAST, COASTS, additive), marked, BY_COAST, undefined).questions.map(({ label }) => label);
  expect(labels([0], false)).toEqual(['How does it differ?']);
  expect(labels([0, 1])).toEqual(['How do these differ?']);
  expect(actsForMarks(answer(COAST, [['Rest', 3]]), [0], BY_COAST, undefined).questions).toEqual([]);
});

test('several members are set side by side; two months are zoomed into', () => {
  expect(actsForMarks(answer(COAST, COASTS), [0, 1], BY_COAST, undefined).acts.map((act) => act.label)).toContain(
    'Set side by side',
  );
  const zoomed = actsForMarks(
    answer(MONTH, [
      ['2026-03-01', 5],
      ['2026-04-01', 6],
    ]),
    [0, 1],
    BY_MONTH,
    undefined,
  );
  expect(zoomed.acts[0]).toMatchObject({
    label: 'Zoom to Mar 2026 – Apr 2026',
    edits: [{ do: 'period', period: { kind: 'days', from: '2026-03-01', to: '2026-04-30' } }],
  });
});
