/** Boards: their tiles, their sentence, and the refinements of it. */
import { z } from 'zod';
import { editSchema } from '../reading/edit-schema';
import { comparisonSchema, conditionSchema, MOST, readingSchema, type Reading } from '../reading/schema';
import { periodSchema } from '../time/period';
import { note, phrase, reading } from './answers';
import { changesSomething, list, moment } from './building-blocks';

const title = z.string().trim().min(1).max(200);

/** What applies to all tiles of a board, or to a refinement of it. */
export const scopeSchema = z.object({
  where: z.array(conditionSchema).max(MOST.where),
  when: z.object({ period: periodSchema, role: z.string().max(120).optional() }).nullable(),
  against: comparisonSchema.nullable(),
});
export type Scope = Pick<Reading, 'where' | 'when' | 'against'>;
const scope: z.ZodType<Scope> = scopeSchema;

/** How a board looks: how close its tiles stand, and the place of the palette that its charts begin with. */
export const looks = z.object({
  density: z.enum(['close', 'airy']).optional(),
  accent: z.number().int().min(1).max(10).optional(),
});
export type Looks = z.infer<typeof looks>;

export const boardBody = z.object({ title, like: z.uuid().optional() });
export const boardChangeBody = z
  .object({
    title: title.optional(),
    scope: scopeSchema.optional(),
    looks: looks.optional(),
    looksLike: z.uuid().optional(),
  })
  .refine(changesSomething.check, { message: changesSomething.message });
export const draftBody = z.object({
  modelId: z.string(),
  measure: z.string().optional(),
  tile: z.object({ board: z.uuid(), id: z.uuid() }).optional(),
  title: title.optional(),
});

export const GRID_COLUMNS = 12;
const place = {
  x: z
    .number()
    .int()
    .min(0)
    .max(GRID_COLUMNS - 1),
  y: z.number().int().min(0).max(2000),
  width: z.number().int().min(2).max(GRID_COLUMNS),
  height: z.number().int().min(1).max(20),
};
export type TilePlace = Record<keyof typeof place, number>;
const inGrid = (one: { x?: number | undefined; width?: number | undefined }) =>
  (one.x ?? 0) + (one.width ?? 0) <= GRID_COLUMNS;
const ENDS_WITHIN = { message: 'a tile ends within the 12 columns' };
const words = z.string().trim().min(1).max(4000);
const inColumns = z.object(place).refine(inGrid, ENDS_WITHIN).optional();
/** A tile is an answer unless it says what else it is. */
export const tileBody = z.union([
  z.object({ kind: z.enum(['text', 'section']), words, title: title.nullish(), place: inColumns }),
  z.object({
    kind: z.literal('commentary'),
    words: z.string().trim().max(4000).default(''),
    title: title.nullish(),
    place: inColumns,
  }),
  z.object({
    kind: z.literal('answer').default('answer'),
    modelId: z.string(),
    reading: readingSchema,
    title: title.nullish(),
    ownScope: z.boolean().optional(),
    place: inColumns,
  }),
]);
export const tileChangeBody = z
  .object({
    x: place.x.optional(),
    y: place.y.optional(),
    width: place.width.optional(),
    height: place.height.optional(),
    title: title.nullish(),
    words: z.string().trim().max(4000).optional(),
    ownScope: z.boolean().optional(),
    version: z.number().int().optional(),
  })
  .refine(inGrid, ENDS_WITHIN)
  .refine(({ version: _version, ...change }) => changesSomething.check(change), { message: changesSomething.message });
export const placesBody = z.object({
  places: z
    .array(z.object({ id: z.uuid(), ...place }).refine(inGrid, ENDS_WITHIN))
    .min(1)
    .max(500),
});

export const refineBody = z
  .object({
    text: z.string().min(1).max(2000).optional(),
    edit: z.array(editSchema).min(1).optional(),
    scope: scopeSchema.optional(),
    from: z.uuid().nullish(),
    for: z.enum(['me', 'everyone']).default('me'),
  })
  .refine((body) => [body.text, body.edit, body.scope].filter((part) => part !== undefined).length === 1, {
    message: 'send exactly one of text, edit and scope',
  });
export const refinementBody = z
  .object({ name: z.string().trim().min(1).max(120).nullable().optional(), offered: z.boolean().optional() })
  .refine(changesSomething.check, { message: changesSomething.message });
export const boardExportBody = z.object({
  format: z.enum(['pptx', 'pdf', 'xlsx', 'svg']),
  refinement: z.uuid().nullish(),
});

const right = z.enum(['owner', 'edit', 'comment', 'see']);
export type Right = z.infer<typeof right>;

export const boardSummary = z.object({
  id: z.string(),
  title: z.string(),
  updatedAt: moment,
  owner: z.string(),
  tiles: z.number(),
  followers: z.number(),
  /** How many people opened it in the last four weeks. */
  openedBy: z.number(),
  right,
});
export type BoardSummary = z.infer<typeof boardSummary>;

const placed = { x: z.number(), y: z.number(), width: z.number(), height: z.number() };
const tileBase = {
  id: z.string(),
  title: z.string().nullable(),
  ...placed,
  version: z.number(),
  by: z.string(),
  /** It keeps its own conditions, whatever the board's sentence and refinements say. */
  ownScope: z.boolean(),
};
/** A tile with an answer that follows its data; without a reading where that can no longer be read. */
const answerTile = z.object({
  ...tileBase,
  kind: z.literal('answer'),
  modelId: z.string(),
  reading: reading as z.ZodType<Reading>,
  words: z.null(),
});
/** A tile of words: a text, a heading, or sentences computed from the answers with what people add. */
const wordsTile = z.object({
  ...tileBase,
  kind: z.enum(['text', 'section', 'commentary']),
  modelId: z.null(),
  reading: z.null(),
  words: z.string().nullable(),
});
export const tile = z.union([answerTile, answerTile.extend({ reading: z.null() }), wordsTile]);
export type AnswerTile = z.infer<typeof answerTile>;
export type WordsTile = z.infer<typeof wordsTile>;
export type BoardTile = AnswerTile | WordsTile;

export const board = z.object({
  id: z.string(),
  title: z.string(),
  version: z.number(),
  right,
  updatedAt: moment,
  owner: z.string(),
  /** What the person sees a part of; null where they see all. */
  limited: z.string().nullable(),
  /** Why the board's model cannot be asked just now. */
  fault: z.string().nullable(),
  modelId: z.string().nullable(),
  asOf: z.string().nullable(),
  scope,
  phrases: list(phrase),
  refinement: z.object({ id: z.string(), scope, phrases: list(phrase) }).nullable(),
  shares: list(z.looseObject({ name: z.string(), right: z.string() })),
  sharedWith: z.number(),
  sharedGroups: list(z.string()),
  looks,
  followed: z.boolean(),
  present: list(z.object({ id: z.string(), name: z.string() })),
  tiles: list(tile as unknown as z.ZodType<BoardTile>),
  /** Open threads, each with the tile it is about. */
  comments: list(z.object({ id: z.string(), tile: z.string().nullable() })),
});
export type Board = z.infer<typeof board>;

export const madeBoard = z.object({ id: z.string(), title: z.string() });

export const commentarySentence = z.object({
  tile: z.string(),
  text: z.string(),
  kind: z.enum(['headline', 'finding', 'caveat']),
});
export type CommentarySentence = z.infer<typeof commentarySentence>;
export const commentary = z.object({ sentences: list(commentarySentence) });

export const refined = z.object({
  outcome: z.enum(['answered', 'choose', 'unclear']),
  id: z.string().nullable().optional(),
  label: z.string().optional(),
  scope: scope.optional(),
  phrases: list(phrase).optional(),
  notes: list(note),
  options: list(z.object({ label: z.string(), scope: scope.nullable(), text: z.string().optional() })).optional(),
});
export type Refined = z.infer<typeof refined>;

export const keptRefinement = z.object({
  id: z.string(),
  name: z.string().nullable(),
  by: z.string(),
  own: z.boolean(),
  offered: z.boolean(),
  taken: z.boolean(),
  label: z.string(),
});
export type KeptRefinement = z.infer<typeof keptRefinement>;

export const boardVersion = z.object({ version: z.number(), at: moment, what: z.string(), by: z.string() });
export type BoardVersion = z.infer<typeof boardVersion>;
export const restoredBoard = z.object({ id: z.string(), leftOut: z.number() });
export const beganFromTile = z.object({ inquiry: z.string(), step: z.string() });
