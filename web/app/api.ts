/** The HTTP API as typed calls. A failure is a `ProblemError` with words for people. */
import type { BrokenRule, TableRule } from '@zud/core/data/column-rules';
import type { DerivedTable, QueryResult, QueryRun } from '@zud/core/contract/queries';
import type { TableLoad } from '@zud/core/contract/models';
import type { ReadResult } from '@zud/core/language/read';
import type { Suggestion } from '@zud/core/language/suggest';
import type { Check, DeeperLevel } from '@zud/core/query/answer';
import type { Edit } from '@zud/core/reading/edit-schema';
import type { Reading } from '@zud/core/reading/schema';
import type { AnswerView, TileAnswer } from '@zud/core/contract/answers';
import type {
  Board,
  BoardSummary,
  BoardTile,
  BoardVersion,
  CommentarySentence,
  KeptRefinement,
  Looks,
  Refined,
  Scope,
  TilePlace,
  WordsTile,
} from '@zud/core/contract/boards';
import type { Schedule } from '@zud/core/schedule/schedule';
import type { FoundThing } from '@zud/core/contract/find';
import type { FindingMark, Findings, FindingsProgress } from '@zud/core/contract/findings';
import type {
  BroughtFile,
  ImportLines,
  ModelDecisions,
  ModelDraft,
  TableProfile,
  ToldSource,
} from '@zud/core/contract/imports';
import type { Ask, Inquiry, InquirySummary, Step } from '@zud/core/contract/inquiries';
import type {
  CopyState,
  ModelShared,
  ModelSharing,
  ModelSummary,
  ModelView,
  SavedNameInput,
} from '@zud/core/contract/models';
import type { AccessToken, Member, PasswordLink, Person, Self, SessionEntry } from '@zud/core/contract/people';
import type { Impact, NotUnderstood, TermView } from '@zud/core/contract/terms';
import type { MeasureSample, ModelDraftView, ModelVersionView } from '@zud/core/contract/workshop';
import type { ModelFile } from '@zud/core/model/schema';
import type {
  AuditEntry,
  BoardComment,
  BoardLink,
  BoardNews,
  GroupShare,
  Mention,
  Share,
  SharedBoard,
} from '@zud/core/contract/sharing';

export type * from '@zud/core/contract/answers';
export type * from '@zud/core/contract/boards';
export type * from '@zud/core/contract/find';
export type * from '@zud/core/contract/inquiries';
export type * from '@zud/core/contract/models';
export type * from '@zud/core/contract/people';
export type * from '@zud/core/contract/sharing';

export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    detail: string,
    /** What else the server told of it. */
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
  }
}

const signedOut = new Set<() => void>();

/** Calls when a session has ended. @returns what takes the call back */
export function onSignedOut(listener: () => void): () => void {
  signedOut.add(listener);
  return () => void signedOut.delete(listener);
}

/** Milliseconds after which a change whose answer was lost on the way is sent again; the server does it once. */
const AGAIN = 700;

async function fetched(
  method: string,
  path: string,
  body: unknown,
  signal: AbortSignal | undefined,
  accept: string | undefined,
): Promise<Response> {
  const key: Readonly<Record<string, string>> =
    method === 'GET' ? {} : { 'idempotency-key': crypto.randomUUID?.() ?? `${Date.now()}-${Math.random()}` };
  const send = () =>
    fetch(`/api${path}`, {
      method,
      credentials: 'same-origin',
      headers: {
        ...key,
        ...(accept === undefined ? {} : { accept }),
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      ...(signal === undefined ? {} : { signal }),
    });
  try {
    return await send();
  } catch (error) {
    if (method === 'GET' || signal?.aborted || (error instanceof DOMException && error.name === 'AbortError'))
      throw error;
    await new Promise((resolve) => window.setTimeout(resolve, AGAIN));
    return send();
  }
}

async function send(
  method: string,
  path: string,
  body?: unknown,
  signal?: AbortSignal,
  accept?: string,
): Promise<Response> {
  let response: Response;
  try {
    response = await fetched(method, path, body, signal, accept);
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw new ProblemError(
      0,
      'No connection',
      'The server cannot be reached just now. What you wrote is kept; try again in a moment.',
    );
  }
  if (response.status === 401 && !path.startsWith('/session')) for (const listener of signedOut) listener();
  if (!response.ok) {
    const problem = ((await response.json().catch(() => null)) ?? {}) as Readonly<Record<string, unknown>> & {
      title?: string;
      detail?: string;
    };
    throw new ProblemError(
      response.status,
      problem.title ?? 'Something went wrong',
      problem.detail ?? 'The server gave no reason. Try again.',
      problem,
    );
  }
  return response;
}

export async function call<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
  const response = await send(method, path, body, signal);
  return response.status === 204 ? (undefined as T) : ((await response.json()) as T);
}

/** Lines of text as they arrive. */
async function lines(
  path: string,
  onLine: (line: string) => void,
  options: { readonly accept?: string; readonly signal?: AbortSignal } = {},
): Promise<void> {
  const response = await send('GET', path, undefined, options.signal, options.accept);
  const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
    const parts = (rest + part.value).split('\n');
    rest = parts.pop() ?? '';
    for (const line of parts) if (line !== '') onLine(line);
  }
}

/** A file with the name the server gives it. */
export async function download(path: string, body: unknown): Promise<{ name: string; content: Blob }> {
  const response = await send('POST', path, body);
  const disposition = response.headers.get('content-disposition') ?? '';
  const encoded = /filename\*=UTF-8''([^;]+)/.exec(disposition)?.[1];
  return {
    name:
      encoded === undefined ? (/filename="([^"]+)"/.exec(disposition)?.[1] ?? 'answer') : decodeURIComponent(encoded),
    content: await response.blob(),
  };
}

/** A loaded table. */
export interface LoadedTable {
  readonly name: string;
  readonly rows: number;
  readonly columns: readonly { readonly name: string; readonly type: string }[];
  readonly loadedAt: string;
  /** One's own; else everyone's. */
  readonly own: boolean;
  /** Kept by somebody else. */
  readonly external: boolean;
  readonly rules: readonly TableRule[];
  readonly broken: readonly BrokenRule[];
  /** The query that it is made of, where it is. */
  readonly derived: {
    readonly sql: string;
    readonly sources: Readonly<Record<string, string>>;
    readonly fault: string | null;
  } | null;
  /** The address that it is fetched from again. */
  readonly source: ToldSource | null;
  /** Those that read it. */
  readonly models: readonly { readonly id: string; readonly name: string }[];
}

export const api = {
  session: () => call<{ person: Self }>('GET', '/session'),
  signIn: (email: string, password: string) => call<{ person: Self }>('POST', '/session', { email, password }),
  signOut: () => call<undefined>('DELETE', '/session'),
  people: () => call<readonly Person[]>('GET', '/people'),
  everyone: () => call<readonly Member[]>('GET', '/people/everyone'),
  addPerson: (person: { name: string; email: string; role: Member['role']; groups: readonly string[] }) =>
    call<{ person: Person; link: PasswordLink }>('POST', '/people', person),
  changePerson: (
    id: string,
    change: { name?: string; role?: Member['role']; groups?: readonly string[]; active?: boolean },
  ) => call<{ id: string }>('PATCH', `/people/${id}`, change),
  passwordLink: (id: string) => call<PasswordLink>('POST', `/people/${id}/password-link`),
  signOutPerson: (id: string) => call<undefined>('DELETE', `/people/${id}/sessions`),
  choosePassword: (token: string, password: string) =>
    call<{ email: string }>('POST', '/password', { token, password }),
  changePassword: (old: string, password: string) => call<undefined>('PUT', '/session/password', { old, password }),
  sessions: () => call<readonly SessionEntry[]>('GET', '/sessions'),
  endSession: (id: string) => call<undefined>('DELETE', `/sessions/${id}`),
  tokens: () => call<readonly AccessToken[]>('GET', '/tokens'),
  makeToken: (made: { name: string; scopes: readonly AccessToken['scopes'][number][]; days: number }) =>
    call<{ id: string; token: string; expiresAt: string }>('POST', '/tokens', made),
  withdrawToken: (id: string) => call<undefined>('DELETE', `/tokens/${id}`),
  find: (text: string, signal?: AbortSignal) =>
    call<{ found: readonly FoundThing[] }>('GET', `/find?text=${encodeURIComponent(text)}`, undefined, signal),
  models: () => call<readonly ModelSummary[]>('GET', '/models'),
  modelUses: (id: string) => call<{ words: string | null }>('GET', `/models/${id}/uses`),
  /** For who was told what hangs on it. */
  shareModel: (id: string, sharing: ModelSharing) => call<ModelShared>('PUT', `/models/${id}/sharing`, sharing),
  deleteModel: (id: string) => call<undefined>('DELETE', `/models/${id}?anyway=yes`),
  model: (id: string) => call<ModelView>('GET', `/models/${id}`),
  read: (id: string, text: string, reading: Reading | null, signal?: AbortSignal) =>
    call<ReadResult>('POST', `/models/${id}/read`, { text, reading }, signal),
  members: (id: string, level: string, text: string, signal?: AbortSignal) =>
    call<{ members: readonly string[]; found: number; all: number }>(
      'GET',
      `/models/${id}/levels/${level}/members?text=${encodeURIComponent(text)}`,
      undefined,
      signal,
    ),
  suggest: (id: string, text: string, reading: Reading | null, signal?: AbortSignal) =>
    call<Suggestion>(
      'GET',
      `/models/${id}/suggest?text=${encodeURIComponent(text)}${reading ? `&reading=${encodeURIComponent(JSON.stringify(reading))}` : ''}`,
      undefined,
      signal,
    ),
  findings: (
    model: string,
    what: { reading?: Reading; boardId?: string; most?: number; look?: boolean },
    signal?: AbortSignal,
  ) => call<Findings>('POST', `/models/${model}/findings`, what, signal),
  findingsProgress: (model: string) => call<FindingsProgress>('GET', `/models/${model}/findings/progress`),
  findingMarks: (model: string) => call<readonly FindingMark[]>('GET', `/models/${model}/findings/marks`),
  markFinding: (model: string, finding: string, mark: FindingMark['mark'] | null, title: string) =>
    call<readonly FindingMark[]>('PUT', `/models/${model}/findings/${encodeURIComponent(finding)}/mark`, {
      mark,
      title,
    }),
  brought: (id: string) => call<BroughtFile>('GET', `/imports/${id}`),
  broughtLines: (id: string, from: number, only: 'changed' | 'left out' | null, signal?: AbortSignal) =>
    call<ImportLines>(
      'GET',
      `/imports/${id}/lines?from=${from}${only === null ? '' : `&only=${encodeURIComponent(only)}`}`,
      undefined,
      signal,
    ),
  decide: (id: string, what: { sheet?: string; choices?: Readonly<Record<string, string>> }) =>
    call<BroughtFile>('PATCH', `/imports/${id}`, what),
  makeTable: (id: string, name: string, mode: 'new' | 'add' | 'replace') =>
    call<{ name: string; rows: number }>('POST', `/imports/${id}/table`, { name, mode }),
  dropBrought: (id: string) => call<undefined>('DELETE', `/imports/${id}`),
  fetchFile: (address: string, signal: AbortSignal) =>
    call<BroughtFile>('POST', `/imports?address=${encodeURIComponent(address)}`, undefined, signal),
  setSource: (name: string, change: { look?: Schedule | null; mode?: ToldSource['mode'] }) =>
    call<ToldSource>('PUT', `/tables/${name}/source`, change),
  fetchAgain: (name: string, signal: AbortSignal) =>
    call<{ rows: number | null }>('POST', `/tables/${name}/source/fetch`, undefined, signal),
  letSourceGo: (name: string) => call<undefined>('DELETE', `/tables/${name}/source`),
  takeTableAway: (name: string) => call<undefined>('DELETE', `/tables/${name}`),
  tableUses: (name: string) => call<{ models: readonly { id: string; name: string }[] }>('GET', `/tables/${name}/uses`),
  draftModel: (tables: readonly string[], name: string) =>
    call<ModelDraft>('POST', '/models/drafts', { tables, name: name.slice(0, 120) }),
  decisions: (model: string) => call<ModelDecisions>('GET', `/models/${model}/decisions`),
  turnDecision: (model: string, what: { id: string; choice: string }) =>
    call<ModelDecisions>('PUT', `/models/${model}/decisions`, what),
  terms: (model: string) => call<readonly TermView[]>('GET', `/models/${model}/terms`),
  teach: (model: string, what: { term: string; means: string; for: string }) =>
    call<TermView>('POST', `/models/${model}/terms`, what),
  decideTerm: (model: string, id: string, state: 'accepted' | 'declined' | 'withdrawn') =>
    call<TermView | undefined>('PATCH', `/models/${model}/terms/${id}`, { state }),
  termImpact: (model: string, id: string, signal?: AbortSignal) =>
    call<Impact>('GET', `/models/${model}/terms/${id}/impact`, undefined, signal),
  notUnderstood: (model: string) => call<readonly NotUnderstood[]>('GET', `/models/${model}/not-understood`),
  draft: (model: string) => call<ModelDraftView>('GET', `/models/${model}/draft`),
  keepDraft: (model: string, file: ModelFile, revision: number | null) =>
    call<ModelDraftView>('PUT', `/models/${model}/draft${revision === null ? '' : `?revision=${revision}`}`, file),
  dropDraft: (model: string) => call<undefined>('DELETE', `/models/${model}/draft`),
  publishDraft: (model: string, revision: number) =>
    call<{ version: number }>('POST', `/models/${model}/draft/publish`, { revision }),
  draftSamples: (model: string, measures: readonly string[], signal?: AbortSignal) =>
    call<readonly MeasureSample[]>(
      'GET',
      `/models/${model}/draft/samples?measures=${encodeURIComponent(measures.join(','))}`,
      undefined,
      signal,
    ),
  /** What the draft would change, with how many questions were looked at on the way. */
  draftImpact: async (
    model: string,
    onProgress: (done: number, of: number) => void,
    signal: AbortSignal,
  ): Promise<Impact> => {
    let found: Impact | null = null;
    await lines(
      `/models/${model}/draft/impact`,
      (line) => {
        const told = JSON.parse(line) as { done: number; of: number } | Impact;
        if ('questions' in told) found = told;
        else onProgress(told.done, told.of);
      },
      { accept: 'application/x-ndjson', signal },
    );
    if (found === null)
      throw new ProblemError(0, 'It broke off', 'What the draft changes was not told to the end. Look again.');
    return found;
  },
  versions: (model: string) => call<readonly ModelVersionView[]>('GET', `/models/${model}/versions`),
  /** @param revision of the draft whose place it takes; null where there is none */
  draftOfVersion: (model: string, version: number, revision: number | null) =>
    call<ModelDraftView>(
      'POST',
      `/models/${model}/versions/${version}/draft${revision === null ? '' : `?revision=${revision}`}`,
    ),
  tableProfile: (name: string, signal?: AbortSignal) =>
    call<TableProfile>('GET', `/tables/${name}/profile`, undefined, signal),
  tables: () => call<readonly LoadedTable[]>('GET', '/tables'),
  tableLoads: (name: string) => call<readonly TableLoad[]>('GET', `/tables/${name}/loads`),
  goBackToLoad: (name: string, version: number) =>
    call<{ rows: number }>('POST', `/tables/${name}/loads/${version}/back`),
  runQuery: (sql: string, explain: boolean, signal: AbortSignal) =>
    call<QueryResult>('POST', '/queries', { sql, explain }, signal),
  queryRuns: () => call<readonly QueryRun[]>('GET', '/queries'),
  tableOfQuery: (name: string, sql: string, signal: AbortSignal) =>
    call<DerivedTable>('PUT', `/tables/${encodeURIComponent(name)}/query`, { sql }, signal),
  setRules: (name: string, rules: readonly TableRule[]) =>
    call<{ broken: readonly BrokenRule[] }>('PUT', `/tables/${name}/rules`, { rules }),
  /** Tables joined to a model, as a file that its draft can become. */
  joinTo: (into: string, tables: readonly string[]) => call<ModelDraft>('POST', '/models/drafts', { tables, into }),
  createModel: (file: ModelDraft['file']) =>
    call<{ id: string; name: string; version: number }>('POST', '/models', file),
  inquiries: () => call<readonly InquirySummary[]>('GET', '/inquiries'),
  inquiry: (id: string) => call<Inquiry>('GET', `/inquiries/${id}`),
  createInquiry: (modelId: string, title?: string) =>
    call<Inquiry>('POST', '/inquiries', { modelId, ...(title === undefined ? {} : { title }) }),
  renameInquiry: (id: string, title: string) => call<Inquiry>('PATCH', `/inquiries/${id}`, { title }),
  deleteInquiry: (id: string) => call<undefined>('DELETE', `/inquiries/${id}`),
  inquiryShares: (id: string) => call<readonly Share<'see' | 'ask'>[]>('GET', `/inquiries/${id}/shares`),
  shareInquiry: (id: string, person: string, right: 'see' | 'ask' | null) =>
    call<readonly Share<'see' | 'ask'>[]>('PUT', `/inquiries/${id}/shares/${person}`, { right }),
  copyInquiry: (id: string) => call<{ id: string }>('POST', `/inquiries/${id}/copy`),
  saveName: (modelId: string, what: SavedNameInput) =>
    call<{ id: string; name: string }>('POST', `/models/${modelId}/names`, what),
  withdrawName: (modelId: string, id: string) => call<undefined>('DELETE', `/models/${modelId}/names/${id}`),
  step: (inquiry: string, id: string, signal?: AbortSignal) =>
    call<Step>('GET', `/inquiries/${inquiry}/steps/${id}`, undefined, signal),
  markStep: (inquiry: string, id: string, marks: { name?: string | null; starred?: boolean; folded?: boolean }) =>
    call<Step>('PATCH', `/inquiries/${inquiry}/steps/${id}`, marks),
  deleteStep: (inquiry: string, id: string) =>
    call<{ deleted: readonly string[] }>('DELETE', `/inquiries/${inquiry}/steps/${id}`),
  restoreSteps: (inquiry: string, steps: readonly string[]) =>
    call<undefined>('POST', `/inquiries/${inquiry}/restored`, { steps }),
  answer: (modelId: string, reading: Reading, edits: readonly Edit[], signal?: AbortSignal, skip = 0) =>
    call<AnswerView>('POST', '/answers', { modelId, reading, edits, ...(skip > 0 ? { skip } : {}) }, signal),
  deeper: (modelId: string, reading: Reading, edits: readonly Edit[], signal?: AbortSignal) =>
    call<{ levels: readonly DeeperLevel[] }>('POST', '/answers/deeper', { modelId, reading, edits }, signal),
  check: (modelId: string, reading: Reading, signal?: AbortSignal) =>
    call<Check>('POST', '/answers/check', { modelId, reading }, signal),
  exportAnswer: (
    modelId: string,
    reading: Reading,
    edits: readonly Edit[],
    format: 'csv' | 'xlsx' | 'svg' | 'pdf' | 'pptx',
    about = true,
  ) => download('/exports', { modelId, reading, edits, format, about }),
  ask: (inquiry: string, ask: Ask, after: string | null | undefined, signal?: AbortSignal) =>
    call<Step>('POST', `/inquiries/${inquiry}/steps`, { ...ask, ...(after === undefined ? {} : { after }) }, signal),
  boards: () => call<readonly BoardSummary[]>('GET', '/boards'),
  board: (id: string, refinement: string | null) =>
    call<Board>('GET', `/boards/${id}${refinement ? `?refinement=${refinement}` : ''}`),
  createBoard: (title: string, like?: string) =>
    call<{ id: string }>('POST', '/boards', { title, ...(like === undefined ? {} : { like }) }),
  draftBoard: (
    from: { modelId: string; measure?: string; tile?: { board: string; id: string }; title?: string },
    signal?: AbortSignal,
  ) => call<{ id: string; title: string }>('POST', '/boards/drafts', from, signal),
  setLooks: (id: string, change: { looks: Looks } | { looksLike: string }) =>
    call<unknown>('PATCH', `/boards/${id}`, change),
  setScope: (id: string, scope: Scope) => call<unknown>('PATCH', `/boards/${id}`, { scope }),
  refinements: (board: string) => call<readonly KeptRefinement[]>('GET', `/boards/${board}/refinements`),
  changeRefinement: (board: string, id: string, change: { name?: string | null; offered?: boolean }) =>
    call<unknown>('PATCH', `/boards/${board}/refinements/${id}`, change),
  decideRefinement: (board: string, id: string, decision: 'taken' | 'declined') =>
    call<unknown>('POST', `/boards/${board}/refinements/${id}/${decision}`),
  groups: (board: string) => call<readonly GroupShare[]>('GET', `/boards/${board}/groups`),
  shareWithGroup: (board: string, group: string, right: GroupShare['right']) =>
    call<readonly GroupShare[]>('PUT', `/boards/${board}/groups/${encodeURIComponent(group)}`, { right }),
  links: (board: string) => call<readonly BoardLink[]>('GET', `/boards/${board}/links`),
  makeLink: (board: string, link: { name: string; until: string; embedIn?: string; scope?: Scope }) =>
    call<{ id: string; token: string }>('POST', `/boards/${board}/links`, link),
  withdrawLink: (board: string, id: string) => call<undefined>('DELETE', `/boards/${board}/links/${id}`),
  boardAudit: (board: string) => call<readonly AuditEntry[]>('GET', `/boards/${board}/audit`),
  audit: (before: number | null) =>
    call<readonly AuditEntry[]>('GET', `/audit${before === null ? '' : `?before=${before}`}`),
  follow: (board: string, follows: boolean) => call<unknown>('PUT', `/boards/${board}/follow`, { follows }),
  health: () => call<{ version: string; copy?: CopyState }>('GET', '/health'),
  news: () => call<readonly BoardNews[]>('GET', '/news'),
  shared: (token: string) => call<SharedBoard>('GET', `/shared/${token}`),
  sharedAnswer: (token: string, tile: string, signal?: AbortSignal) =>
    call<TileAnswer>('GET', `/shared/${token}/tiles/${tile}/answer`, undefined, signal),
  sharedCommentary: (token: string, tile: string, signal?: AbortSignal) =>
    call<{ sentences: readonly CommentarySentence[] }>(
      'GET',
      `/shared/${token}/tiles/${tile}/commentary`,
      undefined,
      signal,
    ),
  renameBoard: (id: string, title: string) => call<unknown>('PATCH', `/boards/${id}`, { title }),
  deleteBoard: (id: string) => call<undefined>('DELETE', `/boards/${id}`),
  pin: (board: string, modelId: string, reading: Reading, title: string | null) =>
    call<{ id: string }>('POST', `/boards/${board}/tiles`, { modelId, reading, title }),
  pinAt: (board: string, tile: BoardTile) =>
    call<{ id: string }>('POST', `/boards/${board}/tiles`, {
      ...(tile.kind === 'answer'
        ? { modelId: tile.modelId, reading: tile.reading }
        : { kind: tile.kind, words: tile.words ?? '' }),
      title: tile.title,
      ...(tile.kind === 'answer' && tile.ownScope ? { ownScope: true } : {}),
      place: { x: tile.x, y: tile.y, width: tile.width, height: tile.height },
    }),
  /** Pins a tile on another board, where there is room. */
  pinFree: (board: string, tile: BoardTile) =>
    call<{ id: string }>('POST', `/boards/${board}/tiles`, {
      ...(tile.kind === 'answer'
        ? { modelId: tile.modelId, reading: tile.reading }
        : { kind: tile.kind, words: tile.words ?? '' }),
      title: tile.title,
    }),
  addWords: (board: string, kind: WordsTile['kind'], words: string) =>
    call<{ id: string }>('POST', `/boards/${board}/tiles`, { kind, words }),
  commentary: (board: string, tile: string, refinement: string | null, signal?: AbortSignal) =>
    call<{ sentences: readonly CommentarySentence[] }>(
      'GET',
      `/boards/${board}/tiles/${tile}/commentary${refinement ? `?refinement=${refinement}` : ''}`,
      undefined,
      signal,
    ),
  comments: (board: string) => call<readonly BoardComment[]>('GET', `/boards/${board}/comments`),
  comment: (
    board: string,
    said: { text: string; tile?: string | null; mark?: string | null; replyTo?: string | null },
  ) => call<{ id: string; notTold: readonly string[] }>('POST', `/boards/${board}/comments`, said),
  resolveComment: (board: string, id: string, resolved: boolean) =>
    call<unknown>('PATCH', `/boards/${board}/comments/${id}`, { resolved }),
  removeComment: (board: string, id: string) => call<undefined>('DELETE', `/boards/${board}/comments/${id}`),
  mentions: () => call<readonly Mention[]>('GET', '/mentions'),
  exportBoard: (board: string, format: 'pptx' | 'pdf' | 'xlsx' | 'svg', refinement: string | null) =>
    download(`/boards/${board}/exports`, { format, refinement }),
  history: (board: string) => call<readonly BoardVersion[]>('GET', `/boards/${board}/history`),
  restoreVersion: (board: string, version: number) =>
    call<{ leftOut: number }>('POST', `/boards/${board}/history/${version}`),
  placeTiles: (board: string, places: readonly ({ id: string } & TilePlace)[]) =>
    call<undefined>('PATCH', `/boards/${board}/tiles`, { places }),
  changeTile: (
    board: string,
    tile: string,
    change: Partial<Pick<BoardTile, 'x' | 'y' | 'width' | 'height' | 'title' | 'version'>> & {
      words?: string;
      ownScope?: boolean;
    },
  ) => call<unknown>('PATCH', `/boards/${board}/tiles/${tile}`, change),
  removeTile: (board: string, tile: string) => call<undefined>('DELETE', `/boards/${board}/tiles/${tile}`),
  tileAnswers: (board: string, tiles: readonly string[], refinement: string | null, onLine: (line: string) => void) =>
    lines(`/boards/${board}/answers?tiles=${tiles.join(',')}${refinement ? `&refinement=${refinement}` : ''}`, onLine),
  askFromTile: (board: string, tile: string, refinement: string | null) =>
    call<{ inquiry: string; step: string }>(
      'POST',
      `/boards/${board}/tiles/${tile}/inquiry${refinement ? `?refinement=${refinement}` : ''}`,
    ),
  refine: (
    board: string,
    body: { text?: string; scope?: Scope; edit?: readonly Edit[]; from?: string | null; for: 'me' | 'everyone' },
  ) => call<Refined>('PUT', `/boards/${board}/refinement`, body),
  shares: (board: string) => call<readonly Share[]>('GET', `/boards/${board}/shares`),
  share: (board: string, person: string, right: 'see' | 'comment' | 'edit' | null) =>
    call<readonly Share[]>('PUT', `/boards/${board}/shares/${person}`, { right }),
};
