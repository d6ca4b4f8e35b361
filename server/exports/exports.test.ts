/** What a screen says of an answer, a file says: whatever the format. */
import path from 'node:path';
import JSZip from 'jszip';
import pdf from 'pdf-parse';
import { EMPTY_READING } from '@zud/core/reading/schema';
import type { AnswerColumn } from '@zud/core/query/plan';
import { describeChart } from '@zud/core/chart/describe';
import type { Answer } from '@zud/core/query/answer';
import { threads } from '../work/workers';
import { FILE_TASKS } from '../work/file-tasks';
import { clean, remarksOf, type FiledAnswer } from './remarks';

const column = (key: string, more: Partial<AnswerColumn>): AnswerColumn => ({
  key,
  label: key,
  role: 'measure',
  ...more,
});
const answer: Answer = {
  columns: [
    column('Harbour', { role: 'level', level: 'harbour' }),
    column('Landings', { as: 'value', of: 'landings', additive: true }),
  ],
  rows: [
    ['Ambry', 17_629_837.58999999],
    ['Zorvale', 0.30000000000000004],
    ['=SUM(A1)', 12_345_678_901_234],
  ],
  rowCount: 3,
  truncated: false,
  dataVersion: '7',
  asOf: '2026-10-17',
  engine: 'PostgreSQL',
  ms: 3,
  support: [1, 1, 1],
  window: {},
  other: null,
  incomplete: null,
};
const reading = { ...EMPTY_READING, by: [{ kind: 'level' as const, level: 'harbour' }] };
const filed: FiledAnswer = {
  outcome: 'answered',
  reading,
  answer,
  chart: describeChart(answer, reading),
  sentence: { text: 'Landings by harbour, this year', phrases: [] },
  headline: 'Ambry has the most landings',
  plainHeadline: 'Ambry has the most landings',
  notes: [
    { kind: 'caveat', text: 'There is no plan for Fenwold, so it counts on neither side.' },
    ...Array.from({ length: 7 }, (_unused, index) => ({
      kind: 'finding' as const,
      text: `Finding number ${index} of many that are told.`,
    })),
  ],
  working: {
    plan: [],
    joins: [],
    conditions: [],
    definitions: [],
    query: '',
    parameters: [],
    rowsRead: 3,
    ms: 3,
    engine: '',
    dataVersion: '7',
    asOf: '',
  },
  refused: ['Landings do not know gear.'],
  limited: 'Of all records these figures count Ambry only.',
};
/** Everything a reader must find. */
const SAID = [
  'Landings by harbour, this year',
  'Not narrowed: Landings do not know gear.',
  'There is no plan for Fenwold',
  'Finding number 6 of many',
  'Of all records these figures count Ambry only.',
  'Data to 17 October 2026, version 7.',
];

const built = threads(path.join(__dirname, '../dist'));
afterAll(() => built.close());

async function textOf(format: 'csv' | 'svg' | 'xlsx' | 'pdf' | 'pptx'): Promise<string> {
  // the writer of slides imports what Jest does not let it import; the built thread does
  const made = { format, answers: [filed], cover: null };
  const file = format === 'pptx' ? await built.run('answersFile', made) : await FILE_TASKS.answersFile(made);
  if (typeof file === 'string') return file;
  if (format === 'pdf') return (await pdf(Buffer.from(file))).text;
  const zip = await JSZip.loadAsync(file);
  const parts = Object.values(zip.files).filter((one) =>
    /\/(slides|worksheets)\/[^/]*\.xml$|sharedStrings/.test(one.name),
  );
  return (await Promise.all(parts.map((one) => one.async('string')))).join(' ');
}
/** Lines break where there is room, and marks divide runs of letters. */
const plain = (text: string) => text.replace(/<[^>]*>/g, '').replace(/\s+/g, '');

test.each(['csv', 'svg', 'xlsx', 'pdf', 'pptx'] as const)('%s says what the screen says, whole', async (format) => {
  const text = plain(await textOf(format));
  for (const said of SAID) expect(text).toContain(plain(said));
});

test('figures are at full precision, without what binary adding leaves; texts are no formulas', async () => {
  const lines = (await textOf('csv')).split('\r\n');
  expect(lines.slice(1, 4)).toEqual(['Ambry,17629837.59', 'Zorvale,0.3', "'=SUM(A1),12345678901234"]);
  expect([1 / 3, -2.5, 1e-7].map(clean)).toEqual([0.333333333333, -2.5, 1e-7]);
});

test('a program may have the figures alone', async () => {
  const file = await FILE_TASKS.answersFile({ format: 'csv', answers: [filed], cover: null, about: false });
  expect(String(file).trimEnd().split('\r\n')).toHaveLength(4);
});

test('the last remark says how recent the data are, and the reader’s limits come first', () => {
  const remarks = remarksOf(filed);
  expect([remarks[0], remarks.at(-1)]).toEqual([filed.limited, SAID.at(-1)]);
});
