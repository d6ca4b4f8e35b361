/** Answers, as they leave the server: sentences, notes, columns and rows, charts, working. Each schema is held against the type it describes. */
import { z } from 'zod';
import type { ChartDescription } from '../chart/description';
import type { Note, Option, ReadResult, WordUse } from '../language/read';
import type { Suggestion } from '../language/suggest';
import type { Answer, Check, DeeperLevel, Working } from '../query/answer';
import type { AnswerColumn } from '../query/plan';
import type { Change } from '../reading/difference';
import { editSchema, type Edit } from '../reading/edit-schema';
import { CHART_KINDS, readingSchema, type Reading } from '../reading/schema';
import type { Phrase, Sentence } from '../reading/sentence';
import { CYCLES, GRAINS } from '../time/grain';
import { day, list } from './building-blocks';

/** A reading as it stands: what is left out of one that is sent is filled in. */
export const reading: z.ZodType<Reading> = readingSchema;

export const phrase: z.ZodType<Phrase> = z.object({
  text: z.string(),
  part: z.enum(['shown', 'by', 'where', 'when', 'against', 'ahead', 'rank', 'order', 'rows', 'view', 'explain']),
  path: z.string(),
  detail: z.string().optional(),
});
export const sentence: z.ZodType<Sentence> = z.object({ text: z.string(), phrases: list(phrase) });
export const change: z.ZodType<Change> = z.object({ added: list(phrase), removed: list(phrase) });

export const option: z.ZodType<Option> = z.object({
  label: z.string(),
  reading: reading.nullable(),
  text: z.string().optional(),
});
export const note: z.ZodType<Note> = z.object({
  kind: z.enum(['assumed', 'caveat', 'finding', 'unclear', 'explained']),
  about: z.string().optional(),
  text: z.string(),
  options: list(option).optional(),
  rows: list(z.number()).optional(),
});
export const wordUse: z.ZodType<WordUse> = z.object({
  text: z.string(),
  start: z.number(),
  end: z.number(),
  use: z.enum(['grammar', 'name', 'number', 'time', 'harmless', 'unresolved']),
});

const cell = z.union([z.string(), z.number(), z.null()]);
const rows = list(list(cell));
export const column: z.ZodType<AnswerColumn> = z.object({
  key: z.string(),
  label: z.string(),
  role: z.enum(['level', 'time', 'measure', 'detail']),
  unit: z.string().optional(),
  format: z
    .object({
      style: z.enum(['number', 'percent', 'currency']),
      decimals: z.number().optional(),
      currency: z.string().optional(),
    })
    .optional(),
  width: z.number().optional(),
  level: z.string().optional(),
  grain: z.enum([...GRAINS, ...CYCLES]).optional(),
  of: z.string().optional(),
  as: z.enum(['value', 'other', 'difference', 'change', 'expected', 'low', 'high']).optional(),
  direction: z.enum(['more', 'less']).optional(),
  additive: z.boolean().optional(),
});

const forecastLine = z.looseObject({ cells: list(cell) });
const ahead = z.object({
  columns: list(column),
  rows,
  from: day,
  basis: z.object({ grain: z.enum(GRAINS), periods: z.number(), from: day, to: day }),
  lines: list(forecastLine as unknown as z.ZodType<NonNullable<Answer['ahead']>['lines'][number]>),
  left: z.number(),
  together: z.object({ expected: z.number(), yearBefore: z.number().nullable() }).nullable(),
});
const days = { from: day.optional(), to: day.optional() };
export const answer: z.ZodType<Answer> = z.object({
  columns: list(column),
  rows,
  rowCount: z.number(),
  truncated: z.boolean(),
  dataVersion: z.string(),
  asOf: day,
  engine: z.string(),
  ms: z.number(),
  support: list(z.number().nullable()),
  window: z.object({ ...days, cutFrom: day.optional() }),
  other: z.object({ ...days, cutFrom: day.optional() }).nullable(),
  incomplete: day.nullable(),
  ahead: ahead.optional(),
  records: list(z.object({ id: z.string(), name: z.string() })).optional(),
});

export const working: z.ZodType<Working> = z.object({
  plan: list(z.string()),
  joins: list(z.string()),
  conditions: list(z.string()),
  definitions: list(z.object({ name: z.string(), text: z.string() })),
  query: z.string(),
  parameters: list(z.unknown()),
  rowsRead: z.number(),
  ms: z.number(),
  engine: z.string(),
  dataVersion: z.string(),
  asOf: day,
});

const point = z.object({
  x: z.number(),
  y: z.number().nullable(),
  label: z.string().optional(),
  incomplete: z.boolean().optional(),
  row: z.number().optional(),
  base: z.number().optional(),
  range: z.tuple([z.number(), z.number()]).readonly().optional(),
  size: z.number().optional(),
});
const series = z.object({
  label: z.string(),
  colour: z.number(),
  style: z.enum(['value', 'other', 'plan', 'rest', 'fall', 'ahead']),
  mark: z.literal('line').optional(),
  axis: z.enum(['left', 'right']),
  column,
  points: list(point),
});
const treePart = z.object({
  label: z.string(),
  group: z.string().nullable(),
  colour: z.number(),
  value: z.number(),
  row: z.number(),
  x: z.number(),
  y: z.number(),
  width: z.number(),
  height: z.number(),
});
export const chart: z.ZodType<ChartDescription> = z.object({
  kind: z.enum(CHART_KINDS),
  reason: z.string(),
  categories: list(z.string()),
  categoryLabel: z.string(),
  series: list(series),
  incompleteAt: z.number().nullable(),
  labels: z.boolean(),
  omitted: z.string().nullable(),
  unfit: z.partialRecord(z.enum(CHART_KINDS), z.string()),
  emphasis: z.number().nullable(),
  panels: list(z.object({ title: z.string(), series: list(series) })).optional(),
  axisFrom: z.number().optional(),
  lines: list(z.object({ value: z.number(), label: z.string(), target: z.boolean() })),
  axis: z.enum(['zero', 'fitted']).nullable(),
  boxes: list(z.object({ low: z.number(), middle: z.number(), high: z.number() }).nullable()).optional(),
  tree: list(treePart).optional(),
});

export const check: z.ZodType<Check> = z.object({
  checked: z.number(),
  agree: z.number(),
  of: z.number(),
  differences: list(
    z.object({
      row: z.string(),
      column: z.string(),
      answer: z.number().nullable(),
      again: z.number().nullable(),
    }),
  ),
  left: list(z.string()),
  ms: z.number(),
});

/** `edits` are made to the reading first, without a step: the records behind a mark, for instance. `skip` leaves out the first records of a listing. */
export const answerBody = z.object({
  modelId: z.string(),
  reading: readingSchema,
  edits: z.array(editSchema).max(50).optional(),
  skip: z.number().int().min(0).max(100_000_000).optional(),
});
export const exportBody = answerBody.extend({
  format: z.enum(['csv', 'xlsx', 'svg', 'pdf', 'pptx']),
  /** Of a CSV file: whether what the figures are follows them. */
  about: z.boolean().default(true),
});

/** The answer of a reading, without a step. */
const told = {
  outcome: z.enum(['answered', 'empty']),
  reading,
  sentence,
  answer,
  chart,
  headline: z.string(),
  plainHeadline: z.string(),
  notes: list(note),
};
export const answerView = z.object({ ...told, working: working.optional() });
export type AnswerView = z.infer<typeof answerView>;

/** What the board's sentence could not narrow, and whether the tile keeps its own conditions. */
const onBoard = { refused: list(z.string()), ownScope: z.boolean() };
export const tileAnswer = answerView.extend(onBoard);
export type TileAnswer = z.infer<typeof tileAnswer>;
/** What a guest sees of an answer: not how it was computed. */
export const sharedTileAnswer = z.object({ ...told, ...onBoard });

export const deeper = z.object({
  levels: list(
    z.object({
      level: z.string(),
      name: z.string(),
      members: z.number(),
      unevenness: z.number().nullable(),
    }) satisfies z.ZodType<DeeperLevel>,
  ),
});

export const readBody = z.object({ text: z.string().max(2000), reading: readingSchema.nullish() });
export const readResult: z.ZodType<ReadResult> = z.object({
  outcome: z.enum(['answered', 'choose', 'unclear', 'move']),
  reading: reading.nullable(),
  sentence: sentence.nullable(),
  words: list(wordUse),
  phrases: list(z.object({ start: z.number(), end: z.number() })),
  notes: list(note),
  options: list(option),
  move: z.enum(['back', 'first']).optional(),
  analysis: z.enum(['summary']).optional(),
  edits: list(editSchema as z.ZodType<Edit>),
});
export const suggestion: z.ZodType<Suggestion> = z.object({
  completions: list(
    z.object({
      text: z.string(),
      label: z.string(),
      kind: z.enum(['measure', 'level', 'member', 'time', 'phrase', 'set']),
      detail: z.string(),
    }),
  ),
  words: list(wordUse),
  sentence: z.string().nullable(),
});
