/** The application's own tables. Loaded data lives in a schema of its own, `data`. */
import { TOKEN_SCOPES } from '@zud/core/contract/people';
import { TERM_KINDS } from '@zud/core/contract/terms';
import {
  bigint,
  boolean,
  date,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import type { AlertLook, AlertWhen } from '@zud/core/alerts/alert';
import type { AlertState, Told } from '@zud/core/alerts/telling';
import type { BriefingPage, EditionPage } from '@zud/core/contract/briefings';
import type { ToldOfDigest } from '@zud/core/contract/digest';
import type { SeenFigure } from '@zud/core/contract/kept-figures';
import type { ActionBlank, FilledBlank } from '@zud/core/contract/actions';
import { DECISION_STATES, type Followed } from '@zud/core/contract/decisions';
import { RUN_STATES, type RanStep, type RoutineBlank, type RoutineStep } from '@zud/core/contract/routines';
import { OUTBOX_STATES, type About, type QuietHours, type Receiver } from '@zud/core/contract/messages';
import { LOAD_WAYS } from '@zud/core/contract/models';
import type { BrokenRule, TableRule } from '@zud/core/data/column-rules';
import type { Choices, ColumnType } from '@zud/core/data/proof';
import type { ImportProof } from '@zud/core/contract/imports';
import type { SavedName } from '@zud/core/model/saved';
import type { Schedule } from '@zud/core/schedule/schedule';
import type { ModelFile } from '@zud/core/model/schema';
import { readingColumn, scopeColumn, type StoredScope } from './reading-columns';

const at = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

/** What a personal access token may be used for: to look, to ask and keep, to load data and change models. */
export type TokenScope = (typeof TOKEN_SCOPES)[number];

export const people = pgTable('people', {
  id: uuid('id').primaryKey().defaultRandom(),
  email: text('email').notNull().unique(),
  name: text('name').notNull(),
  role: text('role', { enum: ['viewer', 'analyst', 'steward', 'admin'] }).notNull(),
  passwordHash: text('password_hash').notNull(),
  groups: text('groups').array().notNull().default([]),
  createdAt: at('created_at').notNull().defaultNow(),
  /** Who was taken away cannot sign in any more; what they made stays, with their name. */
  deactivatedAt: at('deactivated_at'),
});

/** One-time links by which a person chooses a password: for a new account, or in the place of a forgotten one. */
export const passwordLinks = pgTable('password_links', {
  /** SHA-256 of the link's token; the token itself is kept nowhere. */
  tokenHash: text('token_hash').primaryKey(),
  personId: uuid('person_id')
    .notNull()
    .references(() => people.id, { onDelete: 'cascade' }),
  by: uuid('by').references(() => people.id, { onDelete: 'set null' }),
  expiresAt: at('expires_at').notNull(),
  usedAt: at('used_at'),
});

export const sessions = pgTable('sessions', {
  /** SHA-256 of the cookie's token; the token itself is kept nowhere. */
  tokenHash: text('token_hash').primaryKey(),
  /** By which its person, or an admin, names it to end it. */
  id: uuid('id').notNull().defaultRandom().unique(),
  personId: uuid('person_id')
    .notNull()
    .references(() => people.id, { onDelete: 'cascade' }),
  createdAt: at('created_at').notNull().defaultNow(),
  lastUsedAt: at('last_used_at').notNull().defaultNow(),
  expiresAt: at('expires_at').notNull(),
  /** The browser, as it called itself when it signed in. */
  agent: text('agent').notNull().default(''),
});

export const accessTokens = pgTable('access_tokens', {
  id: uuid('id').primaryKey().defaultRandom(),
  personId: uuid('person_id')
    .notNull()
    .references(() => people.id, { onDelete: 'cascade' }),
  name: text('name').notNull(),
  tokenHash: text('token_hash').notNull().unique(),
  /** What it may be used for. */
  scopes: text('scopes', { enum: TOKEN_SCOPES }).array().notNull().default(['read', 'ask']),
  createdAt: at('created_at').notNull().defaultNow(),
  expiresAt: at('expires_at'),
  lastUsedAt: at('last_used_at'),
  withdrawnAt: at('withdrawn_at'),
});

/** Failed sign-ins, counted by account, address and device (the table of rate-limiter-flexible). */
export const attempts = pgTable('attempts', {
  key: text('key').primaryKey(),
  points: integer('points').notNull().default(0),
  expire: bigint('expire', { mode: 'number' }),
});

/** Requests that carried a key, with what was answered, so that one sent again is not done again. */
export const answeredRequests = pgTable(
  'answered_requests',
  {
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    key: text('key').notNull(),
    /** SHA-256 of method, path and body: a key that comes back with something else is a mistake. */
    request: text('request').notNull(),
    /** Null while it is being done. */
    status: integer('status'),
    body: text('body'),
    at: at('at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.personId, table.key] }), index('requests_by_time').on(table.at)],
);

/** What an installation keeps for itself, by name. */
export const settings = pgTable('settings', {
  name: text('name').primaryKey(),
  value: text('value').notNull(),
});

export const loadedTables = pgTable('loaded_tables', {
  name: text('name').primaryKey(),
  columns: jsonb('columns').$type<readonly LoadedColumn[]>().notNull(),
  rows: bigint('rows', { mode: 'number' }).notNull(),
  version: integer('version').notNull().default(1),
  loadedAt: at('loaded_at').notNull().defaultNow(),
  /** Kept by somebody else (foreign tables, views): never copied, and fresh when they say so. */
  external: boolean('external').notNull().default(false),
  /** The date by whose quarters a large table is partitioned, and its partitions. */
  partedBy: text('parted_by'),
  parts: jsonb('parts').$type<Parts>(),
  /** What its columns have to keep to, and what of it they do not. */
  rules: jsonb('rules').$type<readonly TableRule[]>().notNull().default([]),
  broken: jsonb('broken').$type<readonly BrokenRule[]>().notNull().default([]),
  /** The query that it is made of, where it is. */
  derived: jsonb('derived').$type<Derived>(),
  /** Whose own it is; null for those of everyone, which stewards keep. */
  ownerId: uuid('owner_id').references(() => people.id),
});

export interface Derived {
  readonly sql: string;
  /** The tables that it reads, and the load of each that it was made of last. */
  readonly sources: Readonly<Record<string, string>>;
  /** Why it could not be made anew of their latest loads; its rows are then those of before. */
  readonly fault: string | null;
}

/** Queries that people ran, for their own list. */
export const queryRuns = pgTable(
  'query_runs',
  {
    id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    at: at('at').notNull().defaultNow(),
    sql: text('sql').notNull(),
    rows: integer('rows'),
    ms: integer('ms'),
    fault: text('fault'),
  },
  (table) => [index('query_runs_of').on(table.personId, table.id)],
);

export interface LoadedColumn {
  readonly name: string;
  readonly type: ColumnType;
}

/** The loads of each table; the content of the latest ones that were replaced is kept aside, to be gone back to. */
export const tableLoads = pgTable(
  'table_loads',
  {
    tableName: text('table_name').notNull(),
    version: integer('version').notNull(),
    how: text('how', { enum: LOAD_WAYS }).notNull(),
    at: at('at').notNull().defaultNow(),
    personId: uuid('person_id').references(() => people.id, { onDelete: 'set null' }),
    /** The file it came from, and its SHA-256. */
    file: text('file'),
    hash: text('hash'),
    rows: bigint('rows', { mode: 'number' }).notNull(),
    added: bigint('added', { mode: 'number' }),
    removed: bigint('removed', { mode: 'number' }),
    /** Whose content it has, where one went back. */
    backTo: integer('back_to'),
    columns: jsonb('columns').$type<readonly LoadedColumn[]>().notNull(),
    partedBy: text('parted_by'),
    parts: jsonb('parts').$type<Parts>(),
    /** The table beside the others that holds what was replaced; null for the one that is there now, and where it is not kept. */
    keptAs: text('kept_as'),
  },
  (table) => [primaryKey({ columns: [table.tableName, table.version] })],
);

/** A partition of a loaded table. */
export interface Part {
  /** The version of the table with which its rows last changed. */
  readonly version: number;
  readonly rows: number;
}

/** By the first day of their quarter. */
export type Parts = Readonly<Record<string, Part>>;

export const models = pgTable('models', {
  id: text('id').primaryKey(),
  file: jsonb('file').$type<ModelFile>().notNull(),
  /** SHA-256 of the file's content, by which it is told from all others, those of the same id too. */
  digest: text('digest').notNull().default(''),
  version: integer('version').notNull().default(1),
  updatedAt: at('updated_at').notNull().defaultNow(),
  /** Taken away: what was asked of it stays readable. */
  deletedAt: at('deleted_at'),
  /** Whose own it is, over tables of theirs; null for those of everyone. */
  ownerId: uuid('owner_id').references(() => people.id),
  /** The people, by their ids, whom the owner shares it with. */
  sharedWith: jsonb('shared_with').$type<readonly string[]>().notNull().default([]),
});

/** Calculations and lists of members that people gave a name; part of their model for everyone who uses it. */
export const savedNames = pgTable('saved_names', {
  id: text('id').primaryKey(),
  modelId: text('model_id')
    .notNull()
    .references(() => models.id, { onDelete: 'cascade' }),
  by: uuid('by')
    .notNull()
    .references(() => people.id, { onDelete: 'cascade' }),
  what: jsonb('what').$type<SavedName>().notNull(),
  at: at('at').notNull().defaultNow(),
  withdrawnAt: at('withdrawn_at'),
});

/** Members of all levels as a person under a row rule may see them, for one version of model and data. */
export const memberLists = pgTable(
  'member_lists',
  {
    modelId: text('model_id')
      .notNull()
      .references(() => models.id, { onDelete: 'cascade' }),
    ruleKey: text('rule_key').notNull(),
    version: text('version').notNull(),
    members: jsonb('members').$type<readonly { level: string; members: string[] }[]>().notNull(),
    firstData: text('first_data'),
    lastData: text('last_data'),
  },
  (table) => [primaryKey({ columns: [table.modelId, table.ruleKey] })],
);

export const inquiries = pgTable('inquiries', {
  id: uuid('id').primaryKey().defaultRandom(),
  modelId: text('model_id')
    .notNull()
    .references(() => models.id, { onDelete: 'restrict' }),
  title: text('title').notNull(),
  titled: boolean('titled').notNull().default(false),
  /** How many steps it ever had: the place of the last one. */
  stepsMade: integer('steps_made').notNull().default(0),
  ownerId: uuid('owner_id')
    .notNull()
    .references(() => people.id, { onDelete: 'cascade' }),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
});

export const inquiryShares = pgTable(
  'inquiry_shares',
  {
    inquiryId: uuid('inquiry_id')
      .notNull()
      .references(() => inquiries.id, { onDelete: 'cascade' }),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    /** To see its steps, or to go on asking in it. */
    right: text('right', { enum: ['see', 'ask'] }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.inquiryId, table.personId] })],
);

export const steps = pgTable(
  'steps',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    inquiryId: uuid('inquiry_id')
      .notNull()
      .references(() => inquiries.id, { onDelete: 'cascade' }),
    place: integer('place').notNull(),
    after: uuid('after'),
    asked: text('asked').notNull(),
    by: uuid('by')
      .notNull()
      .references(() => people.id),
    at: at('at').notNull().defaultNow(),
    outcome: text('outcome', { enum: ['answered', 'choose', 'unclear', 'empty'] }).notNull(),
    /** The reading in force after the step: for `choose` and `unclear` that of the step before. */
    reading: readingColumn('reading'),
    /** Words, notes, options, sentence, change, headline and thumbnail, as they were when asked. */
    record: jsonb('record').$type<StepRecord>().notNull(),
    dataVersion: text('data_version'),
    /** What its asker could see: whoever sees the same, or everything, may be shown the record as it was kept. Null: unknown. */
    access: text('access'),
    /** What its people call it, where they do. */
    name: text('name'),
    starred: boolean('starred').notNull().default(false),
    /** Its branches are folded away in the trail. */
    folded: boolean('folded').notNull().default(false),
    /** Deleted steps are kept for a while, so that deleting can be undone. */
    deletedAt: at('deleted_at'),
  },
  (table) => [index('steps_of_inquiry').on(table.inquiryId, table.place)],
);

/** What is kept of a step besides its reading. Parsed where it is used. */
export type StepRecord = Readonly<Record<string, unknown>>;

/** The part of a reading that a board or a refinement holds for all its tiles. */
export type Scope = StoredScope;

export const boards = pgTable('boards', {
  id: uuid('id').primaryKey().defaultRandom(),
  title: text('title').notNull(),
  ownerId: uuid('owner_id')
    .notNull()
    .references(() => people.id, { onDelete: 'cascade' }),
  scope: scopeColumn('scope').notNull(),
  looks: jsonb('looks').$type<Looks>().notNull().default({}),
  version: integer('version').notNull().default(1),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
});

/** How a board looks: how close its tiles stand, and the place of the palette that its charts begin with. */
export interface Looks {
  readonly density?: 'close' | 'airy';
  readonly accent?: number;
}

export const tiles = pgTable(
  'tiles',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    boardId: uuid('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    /** An answer that follows its data; words of a person; sentences computed from the answers; a heading. */
    kind: text('kind', { enum: ['answer', 'text', 'commentary', 'section'] })
      .notNull()
      .default('answer'),
    /** Of an answer; null for the others. */
    modelId: text('model_id').references(() => models.id, { onDelete: 'restrict' }),
    reading: readingColumn('reading'),
    title: text('title'),
    /** What people wrote on it. */
    words: text('words'),
    /** It keeps its own conditions, period and comparison, whatever the board's sentence and refinements say. */
    ownScope: boolean('own_scope').notNull().default(false),
    x: integer('x').notNull(),
    y: integer('y').notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    by: uuid('by')
      .notNull()
      .references(() => people.id),
    version: integer('version').notNull().default(1),
    createdAt: at('created_at').notNull().defaultNow(),
  },
  (table) => [index('tiles_of_board').on(table.boardId)],
);

export const shares = pgTable(
  'shares',
  {
    boardId: uuid('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    right: text('right', { enum: ['see', 'comment', 'edit'] }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.boardId, table.personId] })],
);

/** Groups of people that a board is shared with; who is in a group is said of people. */
export const groupShares = pgTable(
  'group_shares',
  {
    boardId: uuid('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    group: text('group').notNull(),
    right: text('right', { enum: ['see', 'comment', 'edit'] }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.boardId, table.group] })],
);

/** Links by which a board is seen without signing in, under the rows that their maker may see and conditions that stay. */
export const boardLinks = pgTable(
  'board_links',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    boardId: uuid('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    /** SHA-256 of the link's token; the token itself is kept nowhere. */
    tokenHash: text('token_hash').notNull().unique(),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    /** An origin whose pages may hold the board in a frame; null: the link is opened by itself. */
    embedIn: text('embed_in'),
    scope: scopeColumn('scope').notNull(),
    expiresAt: at('expires_at').notNull(),
    withdrawnAt: at('withdrawn_at'),
    createdAt: at('created_at').notNull().defaultNow(),
    lastUsedAt: at('last_used_at'),
  },
  (table) => [index('links_of_board').on(table.boardId)],
);

/** Who follows a board, and the version they have seen. */
export const follows = pgTable(
  'follows',
  {
    boardId: uuid('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    seenVersion: integer('seen_version').notNull(),
  },
  (table) => [primaryKey({ columns: [table.boardId, table.personId] })],
);

/** On which days a person opened a board: what colleagues look at most is told from it. */
export const visits = pgTable(
  'visits',
  {
    boardId: uuid('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    day: date('day').notNull(),
  },
  (table) => [primaryKey({ columns: [table.boardId, table.personId, table.day] })],
);

/** What people say about a board or one of its tiles; an answer to another comment stands in its thread. */
export const comments = pgTable(
  'comments',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    boardId: uuid('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    /** A tile that is taken off leaves its comments with the board. */
    tileId: uuid('tile_id').references(() => tiles.id, { onDelete: 'set null' }),
    /** The mark of the tile's chart that it is about, as it is called. */
    mark: text('mark'),
    replyTo: uuid('reply_to'),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    text: text('text').notNull(),
    mentions: jsonb('mentions').$type<readonly string[]>().notNull().default([]),
    createdAt: at('created_at').notNull().defaultNow(),
    resolvedAt: at('resolved_at'),
    resolvedBy: uuid('resolved_by'),
  },
  (table) => [index('comments_of_board').on(table.boardId)],
);

/** What was decided: a comment with who does it and by when, and the measure that it is to move. */
export const decisions = pgTable(
  'decisions',
  {
    commentId: uuid('comment_id')
      .primaryKey()
      .references(() => comments.id, { onDelete: 'cascade' }),
    /** Null: who was to do it left. */
    whoId: uuid('who_id').references(() => people.id, { onDelete: 'set null' }),
    due: date('due'),
    state: text('state', { enum: DECISION_STATES }).notNull().default('open'),
    endedAt: at('ended_at'),
    followed: jsonb('followed').$type<Followed>(),
  },
  (table) => [index('decisions_of').on(table.whoId)],
);

/** What a board was after each change, so that each can be gone back to. */
export const boardVersions = pgTable(
  'board_versions',
  {
    boardId: uuid('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    version: integer('version').notNull(),
    at: at('at').notNull().defaultNow(),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    what: text('what').notNull(),
    state: jsonb('state').notNull(),
  },
  (table) => [primaryKey({ columns: [table.boardId, table.version] })],
);

/** What it narrows is never changed once written, so that its address always shows the same. */
export const refinements = pgTable('refinements', {
  id: uuid('id').primaryKey().defaultRandom(),
  boardId: uuid('board_id')
    .notNull()
    .references(() => boards.id, { onDelete: 'cascade' }),
  personId: uuid('person_id')
    .notNull()
    .references(() => people.id, { onDelete: 'cascade' }),
  scope: scopeColumn('scope').notNull(),
  createdAt: at('created_at').notNull().defaultNow(),
  /** What its person calls it; one without a name is only an address. */
  name: text('name'),
  /** Offered to those who may change the board, as its new sentence. */
  offeredAt: at('offered_at'),
  /** Taken or declined. */
  decidedAt: at('decided_at'),
});

/** Phrases that people taught, with what they mean: for themselves at once, for others when a steward accepts. */
export const terms = pgTable(
  'terms',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    modelId: text('model_id')
      .notNull()
      .references(() => models.id, { onDelete: 'cascade' }),
    term: text('term').notNull(),
    means: text('means').notNull(),
    kind: text('kind', { enum: TERM_KINDS }).notNull(),
    /** For whom: null for who taught it, an empty text for everyone, else a group. */
    forGroup: text('for_group'),
    by: uuid('by')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    at: at('at').notNull().defaultNow(),
    state: text('state', { enum: ['proposed', 'accepted', 'declined', 'withdrawn'] }).notNull(),
    decidedBy: uuid('decided_by').references(() => people.id, { onDelete: 'set null' }),
    decidedAt: at('decided_at'),
  },
  (table) => [index('terms_of_model').on(table.modelId)],
);

/** How often somebody used a term. */
export const termUses = pgTable(
  'term_uses',
  {
    termId: uuid('term_id')
      .notNull()
      .references(() => terms.id, { onDelete: 'cascade' }),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    times: integer('times').notNull().default(1),
  },
  (table) => [primaryKey({ columns: [table.termId, table.personId] })],
);

/** Each file of a model that was published, so that it can be compared and gone back to. */
export const modelVersions = pgTable(
  'model_versions',
  {
    modelId: text('model_id')
      .notNull()
      .references(() => models.id, { onDelete: 'cascade' }),
    version: integer('version').notNull(),
    file: jsonb('file').$type<ModelFile>().notNull(),
    by: uuid('by').references(() => people.id, { onDelete: 'set null' }),
    at: at('at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.modelId, table.version] })],
);

/** What stewards are changing of a model: nobody else is asked by it until it is published. */
export const modelDrafts = pgTable('model_drafts', {
  modelId: text('model_id')
    .primaryKey()
    .references(() => models.id, { onDelete: 'cascade' }),
  file: jsonb('file').$type<ModelFile>().notNull(),
  /** The published version that it changes. */
  base: integer('base').notNull(),
  /** Counts its changes, so that of two stewards none overwrites the other. */
  revision: integer('revision').notNull().default(1),
  begunBy: uuid('begun_by').references(() => people.id, { onDelete: 'set null' }),
  begunAt: at('begun_at').notNull().defaultNow(),
  changedBy: uuid('changed_by').references(() => people.id, { onDelete: 'set null' }),
  changedAt: at('changed_at').notNull().defaultNow(),
});

/** What somebody said of a finding: no more like it, or not this one again. */
export const findingMarks = pgTable(
  'finding_marks',
  {
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    modelId: text('model_id').notNull(),
    /** Of the finding; of `less`, of its kind and measure. */
    finding: text('finding').notNull(),
    mark: text('mark').$type<'less' | 'hidden'>().notNull(),
    title: text('title').notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.personId, table.modelId, table.finding] })],
);

/** Which findings somebody was shown at which look, so that the next tells what is new. */
export const findingLooks = pgTable(
  'finding_looks',
  {
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    modelId: text('model_id').notNull(),
    /** Before this look began. */
    seen: jsonb('seen').$type<readonly string[]>().notNull().default([]),
    /** In this look. */
    shown: jsonb('shown').$type<readonly string[]>().notNull().default([]),
    at: at('at').notNull().defaultNow(),
    /** When the look before it began. */
    before: at('before'),
  },
  (table) => [primaryKey({ columns: [table.personId, table.modelId] })],
);

export const audit = pgTable('audit', {
  id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
  at: at('at').notNull().defaultNow(),
  personId: uuid('person_id'),
  action: text('action').notNull(),
  subject: text('subject').notNull(),
  detail: jsonb('detail').notNull().default({}),
});

export type Board = typeof boards.$inferSelect;
export type Tile = typeof tiles.$inferSelect;

/** Files that were brought and are looked through before they become a table. */
export const imports = pgTable('imports', {
  id: uuid('id').primaryKey().defaultRandom(),
  personId: uuid('person_id')
    .notNull()
    .references(() => people.id, { onDelete: 'cascade' }),
  filename: text('filename').notNull(),
  bytes: bigint('bytes', { mode: 'number' }).notNull(),
  /** SHA-256 of the file. */
  hash: text('hash').notNull(),
  state: text('state', { enum: ['reading', 'read', 'failed'] })
    .notNull()
    .default('reading'),
  /** Why it failed, in words. */
  problem: text('problem'),
  sheet: text('sheet'),
  choices: jsonb('choices').$type<Choices>().notNull().default({}),
  proof: jsonb('proof').$type<ImportProof>(),
  /** The table that it became. */
  tableName: text('table_name'),
  /** Where it was fetched, and what was said of it there. */
  address: text('address'),
  etag: text('etag'),
  modified: text('modified'),
  createdAt: at('created_at').notNull().defaultNow(),
});

/** How the last file of a table was brought: the next with its layout is brought alike. */
export const recipes = pgTable('recipes', {
  tableName: text('table_name').primaryKey(),
  /** The heads of its columns. */
  layout: text('layout').notNull(),
  hash: text('hash').notNull(),
  /** The same for the same rows in any order. */
  fingerprint: text('fingerprint').notNull(),
  sheet: text('sheet'),
  choices: jsonb('choices').$type<Choices>().notNull(),
  personId: uuid('person_id').references(() => people.id, { onDelete: 'set null' }),
  at: at('at').notNull().defaultNow(),
});

/** The addresses that tables are fetched from again. */
export const tableSources = pgTable('table_sources', {
  tableName: text('table_name')
    .primaryKey()
    .references(() => loadedTables.name, { onDelete: 'cascade' }),
  address: text('address').notNull(),
  /** Who is told where nothing comes. */
  personId: uuid('person_id').references(() => people.id, { onDelete: 'set null' }),
  /** Whether what comes takes the place of what is there, or joins it. */
  mode: text('mode', { enum: ['replace', 'add'] }).notNull(),
  /** Null: by hand only. */
  look: jsonb('look').$type<Schedule>(),
  nextAt: at('next_at'),
  /** What the server there said of the last file, and its SHA-256. */
  etag: text('etag'),
  modified: text('modified'),
  hash: text('hash').notNull(),
  /** Proposals about the last file that somebody looked at: what is new and waits for a choice is not loaded by itself. */
  seen: jsonb('seen').$type<readonly string[]>().notNull(),
  lookedAt: at('looked_at').notNull(),
  /** When the last file came that was another. */
  cameAt: at('came_at').notNull(),
  /** Why the last look came to nothing; the rows are then those of before. */
  fault: text('fault'),
});

/** Words that this installation keeps to itself, such as that of its pseudonyms. */
export const secrets = pgTable('secrets', { name: text('name').primaryKey(), value: text('value').notNull() });

/** What is to be told when: a measure that is looked at period by period, and to whom it goes. */
export const alerts = pgTable(
  'alerts',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    modelId: text('model_id')
      .notNull()
      .references(() => models.id, { onDelete: 'restrict' }),
    ownerId: uuid('owner_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    /** The words that it was made with; null where it was made by hand. */
    said: text('said'),
    reading: readingColumn('reading').notNull(),
    when: jsonb('when').$type<AlertWhen>().notNull(),
    look: jsonb('look').$type<AlertLook>().notNull(),
    receivers: jsonb('receivers').$type<readonly Receiver[]>().notNull(),
    /** Told again every so many periods while it lasts; null: once. */
    again: integer('again'),
    quiet: jsonb('quiet').$type<QuietHours>(),
    snoozedUntil: at('snoozed_until'),
    /** By a schedule: when it is looked at next. */
    nextAt: at('next_at'),
    /** On data: the loads of its model that were looked at. */
    lookedAt: text('looked_at_data'),
    /** Why it does not run, in words; null: it does. */
    paused: text('paused'),
    createdAt: at('created_at').notNull(),
    updatedAt: at('updated_at').notNull(),
  },
  (table) => [index('alerts_of_owner').on(table.ownerId)],
);

/** How far an alert was looked at with the rights of some people, and what was told of whom. */
export const alertStates = pgTable(
  'alert_states',
  {
    alertId: uuid('alert_id')
      .notNull()
      .references(() => alerts.id, { onDelete: 'cascade' }),
    /** What these people see of the model. */
    access: text('access').notNull(),
    state: jsonb('state').$type<AlertState>().notNull(),
    /** The first day of the last period that was looked at. */
    through: date('through').notNull(),
  },
  (table) => [primaryKey({ columns: [table.alertId, table.access] })],
);

/** Each time that an alert had something to tell to people who see the same. */
export const occasions = pgTable(
  'occasions',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    alertId: uuid('alert_id')
      .notNull()
      .references(() => alerts.id, { onDelete: 'cascade' }),
    access: text('access').notNull(),
    /** Of its periods and members: the same is never told twice. */
    key: text('key').notNull(),
    told: jsonb('told').$type<readonly Told[]>().notNull(),
    at: at('at').notNull(),
  },
  (table) => [unique('occasion_once').on(table.alertId, table.access, table.key)],
);

/** Who was told of an occasion, and who has seen it. */
export const occasionReaders = pgTable(
  'occasion_readers',
  {
    occasionId: uuid('occasion_id')
      .notNull()
      .references(() => occasions.id, { onDelete: 'cascade' }),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    seenAt: at('seen_at'),
  },
  (table) => [primaryKey({ columns: [table.occasionId, table.personId] })],
);

/** What is to be sent, once for each key: written together with what it is about, sent afterwards. */
export const outbox = pgTable(
  'outbox',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    /** Of the occasion, the channel and the receiver. */
    key: text('key').notNull().unique(),
    receiver: jsonb('receiver').$type<Receiver>().notNull(),
    /** On whose behalf it goes out; who is told where it cannot. */
    ownerId: uuid('owner_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    about: jsonb('about').$type<About>().notNull(),
    state: text('state', { enum: OUTBOX_STATES }).notNull().default('waiting'),
    subject: text('subject').notNull().default(''),
    /** Why it was not sent, or what the other side said. */
    said: text('said'),
    tries: integer('tries').notNull().default(0),
    /** Not before this. */
    dueAt: at('due_at').notNull(),
    createdAt: at('created_at').notNull(),
    sentAt: at('sent_at'),
  },
  (table) => [index('outbox_by_state').on(table.state, table.dueAt)],
);

/** An ordered set of pages that goes out on a schedule, when data arrive, or by hand. */
export const briefings = pgTable('briefings', {
  id: uuid('id').primaryKey().defaultRandom(),
  title: text('title').notNull(),
  ownerId: uuid('owner_id')
    .notNull()
    .references(() => people.id, { onDelete: 'cascade' }),
  pages: jsonb('pages').$type<readonly BriefingPage[]>().notNull(),
  /** Null: by hand only. */
  look: jsonb('look').$type<AlertLook>(),
  receivers: jsonb('receivers').$type<readonly Receiver[]>().notNull(),
  /** Files that go along. */
  files: text('files').array().notNull().default([]),
  quiet: jsonb('quiet').$type<QuietHours>(),
  nextAt: at('next_at'),
  lookedAt: text('looked_at_data'),
  paused: text('paused'),
  editionsMade: integer('editions_made').notNull().default(0),
  version: integer('version').notNull().default(1),
  createdAt: at('created_at').notNull(),
  updatedAt: at('updated_at').notNull(),
});

/** Each time that a briefing came out. */
export const editions = pgTable(
  'editions',
  {
    briefingId: uuid('briefing_id')
      .notNull()
      .references(() => briefings.id, { onDelete: 'cascade' }),
    number: integer('number').notNull(),
    at: at('at').notNull(),
    /** Who ran it by hand. */
    by: uuid('by').references(() => people.id, { onDelete: 'set null' }),
    /** The pages as they were defined then. */
    pages: jsonb('pages').$type<readonly BriefingPage[]>().notNull(),
    /** What made it come out, so that a run that is made again does not come out again. */
    run: text('run').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.briefingId, table.number] }),
    unique('edition_once').on(table.briefingId, table.run),
  ],
);

/** An edition as people see it who may see the same: which pages it has and what they say, kept as it was. */
export const editionViews = pgTable(
  'edition_views',
  {
    briefingId: uuid('briefing_id')
      .notNull()
      .references(() => briefings.id, { onDelete: 'cascade' }),
    number: integer('number').notNull(),
    access: text('access').notNull(),
    pages: jsonb('pages').$type<readonly EditionPage[]>().notNull(),
    at: at('at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.briefingId, table.number, table.access] })],
);

/** Figures that somebody keeps an eye on, on their own Today. */
export const keptFigures = pgTable(
  'kept_figures',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    modelId: text('model_id')
      .notNull()
      .references(() => models.id, { onDelete: 'cascade' }),
    reading: readingColumn('reading').notNull(),
    title: text('title'),
    place: integer('place').notNull(),
    /** What it was at the last visit, and of which period. */
    seen: jsonb('seen').$type<SeenFigure>(),
    createdAt: at('created_at').notNull(),
  },
  (table) => [index('kept_figures_of').on(table.personId)],
);

/** Addresses of other programs that events are sent to; admins allow them. */
export const hooks = pgTable('hooks', {
  id: uuid('id').primaryKey().defaultRandom(),
  name: text('name').notNull(),
  url: text('url').notNull(),
  /** By which what is sent is signed; the one before still holds for a while after it was changed. */
  secret: text('secret').notNull(),
  secretBefore: text('secret_before'),
  by: uuid('by').references(() => people.id, { onDelete: 'set null' }),
  createdAt: at('created_at').notNull(),
  withdrawnAt: at('withdrawn_at'),
});

/** What can be had done by another program: which one, and the blanks that an answer fills. */
export const actionTemplates = pgTable('action_templates', {
  id: uuid('id').primaryKey().defaultRandom(),
  name: text('name').notNull(),
  hookId: uuid('hook_id')
    .notNull()
    .references(() => hooks.id, { onDelete: 'cascade' }),
  blanks: jsonb('blanks').$type<readonly ActionBlank[]>().notNull(),
  by: uuid('by').references(() => people.id, { onDelete: 'set null' }),
  createdAt: at('created_at').notNull(),
  withdrawnAt: at('withdrawn_at'),
});

/** What somebody had done: what was sent, as they confirmed it. What became of it stands in the outbox. */
export const actions = pgTable(
  'actions',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    templateId: uuid('template_id')
      .notNull()
      .references(() => actionTemplates.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    modelId: text('model_id').notNull(),
    /** The answer that it came from. */
    reading: readingColumn('reading').notNull(),
    filled: jsonb('filled').$type<readonly FilledBlank[]>().notNull(),
    at: at('at').notNull(),
  },
  (table) => [index('actions_of').on(table.personId)],
);

/** Rooms in which Zud answers, tells and listens; admins allow them. */
export const rooms = pgTable('rooms', {
  id: uuid('id').primaryKey().defaultRandom(),
  name: text('name').notNull(),
  /** As its server knows it: `room@rooms.example.com`. */
  address: text('address').notNull(),
  /** What is asked there is asked of it. */
  modelId: text('model_id')
    .notNull()
    .references(() => models.id, { onDelete: 'cascade' }),
  by: uuid('by').references(() => people.id, { onDelete: 'set null' }),
  createdAt: at('created_at').notNull(),
  withdrawnAt: at('withdrawn_at'),
});

/** Whose an address in rooms is, once they have shown that it is theirs. */
export const roomAccounts = pgTable('room_accounts', {
  address: text('address').primaryKey(),
  personId: uuid('person_id')
    .notNull()
    .references(() => people.id, { onDelete: 'cascade' }),
  linkedAt: at('linked_at').notNull(),
});

/** Addresses that people say are theirs; the code went there. */
export const roomLinks = pgTable('room_links', {
  personId: uuid('person_id')
    .primaryKey()
    .references(() => people.id, { onDelete: 'cascade' }),
  address: text('address').notNull(),
  /** SHA-256 of the code. */
  codeHash: text('code_hash').notNull(),
  tries: integer('tries').notNull().default(0),
  expiresAt: at('expires_at').notNull(),
});

/** What Zud was asked in rooms, and what it said there: the context of threads, and what is summed up for whoever was away. */
export const roomTurns = pgTable(
  'room_turns',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    roomId: uuid('room_id')
      .notNull()
      .references(() => rooms.id, { onDelete: 'cascade' }),
    thread: text('thread').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    inquiryId: uuid('inquiry_id')
      .notNull()
      .references(() => inquiries.id, { onDelete: 'cascade' }),
    stepId: uuid('step_id').notNull(),
    asked: text('asked').notNull(),
    /** The first line of what was said. */
    said: text('said').notNull(),
    /** As the room's server knows the question and the answer, so that replies to either are in the thread. */
    askedId: text('asked_id').notNull(),
    saidId: text('said_id'),
    pictureId: text('picture_id'),
    at: at('at').notNull(),
  },
  (table) => [
    unique('room_turn_once').on(table.roomId, table.askedId),
    index('room_turns_of').on(table.roomId, table.thread),
  ],
);

/** When somebody was in a room last, and since when they had been away before they came back. */
export const roomSeen = pgTable(
  'room_seen',
  {
    roomId: uuid('room_id')
      .notNull()
      .references(() => rooms.id, { onDelete: 'cascade' }),
    address: text('address').notNull(),
    lastAt: at('last_at').notNull(),
    awayFrom: at('away_from'),
  },
  (table) => [primaryKey({ columns: [table.roomId, table.address] })],
);

/** Boards that a room is told of. */
export const roomBoards = pgTable(
  'room_boards',
  {
    roomId: uuid('room_id')
      .notNull()
      .references(() => rooms.id, { onDelete: 'cascade' }),
    boardId: uuid('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    /** With whose rights it is told. */
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    /** The version that was told last. */
    toldVersion: integer('told_version').notNull(),
  },
  (table) => [primaryKey({ columns: [table.roomId, table.boardId] })],
);

/** Who wants one mail a day of what is new among what they follow. */
export const digests = pgTable('digests', {
  personId: uuid('person_id')
    .primaryKey()
    .references(() => people.id, { onDelete: 'cascade' }),
  schedule: jsonb('schedule').$type<Schedule>().notNull(),
  nextAt: at('next_at'),
  told: jsonb('told').$type<ToldOfDigest>().notNull(),
});

/** Addresses at which the news of a board are read by programs for feeds, with the rights of whoever made them. */
export const feeds = pgTable(
  'feeds',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    boardId: uuid('board_id')
      .notNull()
      .references(() => boards.id, { onDelete: 'cascade' }),
    personId: uuid('person_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    /** SHA-256 of the address's token. */
    tokenHash: text('token_hash').notNull().unique(),
    createdAt: at('created_at').notNull(),
  },
  (table) => [index('feeds_of').on(table.boardId, table.personId)],
);

/** Steps in words that are asked one after the other; what comes out is an edition of their briefing. */
export const routines = pgTable(
  'routines',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    title: text('title').notNull(),
    ownerId: uuid('owner_id')
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    modelId: text('model_id')
      .notNull()
      .references(() => models.id, { onDelete: 'cascade' }),
    briefingId: uuid('briefing_id')
      .notNull()
      .references(() => briefings.id, { onDelete: 'cascade' }),
    steps: jsonb('steps').$type<readonly RoutineStep[]>().notNull(),
    blanks: jsonb('blanks').$type<readonly RoutineBlank[]>().notNull(),
    /** Null: by hand only. */
    look: jsonb('look').$type<AlertLook>(),
    nextAt: at('next_at'),
    lookedAt: text('looked_at_data'),
    paused: text('paused'),
    createdAt: at('created_at').notNull(),
    updatedAt: at('updated_at').notNull(),
  },
  (table) => [index('routines_of').on(table.ownerId)],
);

/** Each time that a routine was run, and how far it came. */
export const routineRuns = pgTable(
  'routine_runs',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    routineId: uuid('routine_id')
      .notNull()
      .references(() => routines.id, { onDelete: 'cascade' }),
    /** What made it run: the same runs once. */
    key: text('key').notNull(),
    at: at('at').notNull(),
    blanks: jsonb('blanks').$type<readonly RoutineBlank[]>().notNull(),
    steps: jsonb('steps').$type<readonly RanStep[]>().notNull(),
    state: text('state', { enum: RUN_STATES }).notNull().default('waiting'),
    said: text('said'),
    edition: integer('edition'),
  },
  (table) => [unique('routine_run_once').on(table.routineId, table.key)],
);
