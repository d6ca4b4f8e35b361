/** The HTTP API as typed calls. A failure is a `ProblemError` with words for people. */
import type { ReadResult, Note, Option, WordUse } from '@zud/core/language/read';
import type { Suggestion } from '@zud/core/language/suggest';
import type { ChartDescription } from '@zud/core/chart/description';
import type { Answer, Check, DeeperLevel, Working } from '@zud/core/query/answer';
import type { savedNameSchema } from '@zud/core/model/saved';
import type { Edit } from '@zud/core/reading/edit-schema';
import type { z } from 'zod';
import type { Reading } from '@zud/core/reading/schema';
import type { Phrase, Sentence } from '@zud/core/reading/sentence';

export interface Person {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: 'viewer' | 'analyst' | 'steward' | 'admin';
}

export interface ModelSummary {
  readonly id: string;
  readonly name: string;
  readonly description: string | null;
  readonly measures: number;
  readonly levels: number;
}

export interface ModelView {
  readonly id: string;
  readonly name: string;
  readonly description?: string;
  readonly asOfDay: string;
  readonly calendar?: { readonly weekStartsOn?: string };
  readonly measures: readonly { readonly id: string; readonly name: string; readonly description?: string; readonly kind: string; readonly unit?: string; readonly format?: { readonly style?: string; readonly currency?: string | undefined }; readonly direction?: 'more' | 'less'; readonly synonyms: readonly string[] }[];
  readonly facts: readonly { readonly id: string; readonly name: string; readonly plural?: string }[];
  readonly dates?: readonly { readonly id: string; readonly name: string; readonly default?: boolean }[];
  readonly sets: readonly { readonly id: string; readonly name: string; readonly level: string; readonly members: readonly string[] }[];
  readonly dimensions: readonly { readonly id: string; readonly name: string; readonly levels: readonly { readonly id: string; readonly name: string; readonly kind: string; readonly description?: string; readonly synonyms: readonly string[] }[] }[];
  readonly levels: readonly { readonly id: string; readonly members: number; readonly sample: readonly string[] }[];
  readonly starters: readonly string[];
}

export interface Step {
  readonly id: string;
  readonly after: string | null;
  readonly asked: string;
  /** Of a change made by hand: what to type to say it. */
  readonly inWords?: string;
  /** What its people call it; null: by what was asked. */
  readonly name: string | null;
  readonly starred: boolean;
  /** Its branches are folded away in the trail. */
  readonly folded: boolean;
  readonly at: string;
  readonly outcome: 'answered' | 'choose' | 'unclear' | 'empty';
  readonly sentence: Sentence | null;
  readonly reading: Reading | null;
  readonly change: { readonly added: readonly Phrase[]; readonly removed: readonly Phrase[] };
  readonly words: readonly WordUse[];
  readonly notes: readonly Note[];
  readonly options?: readonly Option[];
  readonly headline?: string;
  readonly thumbnail?: { readonly kind: string; readonly series: readonly (readonly (number | null)[])[] };
  readonly answer?: Answer;
  readonly chart?: ChartDescription;
  readonly working?: Working;
}

export type InquiryRight = 'owner' | 'ask' | 'see';

export interface InquirySummary {
  readonly id: string;
  readonly title: string;
  readonly modelId: string;
  readonly updatedAt: string;
  readonly steps: number;
  readonly owner: string;
  readonly right: InquiryRight;
}

export interface Inquiry extends Omit<InquirySummary, 'steps'> {
  readonly sharedWith: number;
  readonly steps: readonly Step[];
}

export type Right = 'owner' | 'edit' | 'comment' | 'see';

export interface BoardSummary {
  readonly id: string;
  readonly title: string;
  readonly updatedAt: string;
  readonly owner: string;
  readonly tiles: number;
  readonly followers: number;
  /** How many people opened it in the last four weeks. */
  readonly openedBy: number;
  readonly right: Right;
}

interface TileBase {
  readonly id: string;
  readonly title: string | null;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly version: number;
  readonly by: string;
  /** It keeps its own conditions, whatever the board's sentence and refinements say. */
  readonly ownScope: boolean;
}

/** A tile with an answer that follows its data. */
export interface AnswerTile extends TileBase {
  readonly kind: 'answer';
  readonly modelId: string;
  readonly reading: Reading;
}

/** A tile of words: a text, a heading, or sentences computed from the answers with what people add. */
export interface WordsTile extends TileBase {
  readonly kind: 'text' | 'section' | 'commentary';
  readonly words: string | null;
}

export type BoardTile = AnswerTile | WordsTile;

export interface CommentarySentence {
  readonly tile: string;
  readonly text: string;
  readonly kind: 'headline' | 'finding' | 'caveat';
}

export interface BoardComment {
  readonly id: string;
  readonly tile: string | null;
  /** The mark of the tile's chart that it is about. */
  readonly mark: string | null;
  readonly replyTo: string | null;
  readonly text: string;
  readonly byId: string;
  readonly by: string;
  readonly at: string;
  readonly resolved: boolean;
}

export interface Mention {
  readonly id: string;
  readonly boardId: string;
  readonly board: string;
  readonly by: string;
  readonly text: string;
  readonly at: string;
}

export interface BoardVersion {
  readonly version: number;
  readonly at: string;
  readonly what: string;
  readonly by: string;
}

/** How a board looks: how close its tiles stand, and the place of the palette that its charts begin with. */
export interface Looks {
  readonly density?: 'close' | 'airy';
  readonly accent?: number;
}

export interface KeptRefinement {
  readonly id: string;
  readonly name: string | null;
  readonly by: string;
  readonly own: boolean;
  readonly offered: boolean;
  readonly taken: boolean;
  readonly label: string;
}

export interface GroupShare {
  readonly group: string;
  readonly people: number;
  readonly right: 'see' | 'comment' | 'edit' | null;
}

export interface BoardLink {
  readonly id: string;
  readonly name: string;
  readonly embedIn: string | null;
  readonly label: string;
  readonly expiresAt: string;
  readonly lastUsedAt: string | null;
  readonly withdrawnAt: string | null;
  readonly over: boolean;
}

export interface AuditEntry {
  readonly id: number;
  readonly at: string;
  readonly by: string | null;
  readonly action: string;
  readonly subject: string;
  readonly detail: Readonly<Record<string, unknown>>;
}

export interface BoardNews {
  readonly boardId: string;
  readonly board: string;
  readonly by: string;
  readonly what: string;
  readonly at: string;
  readonly changes: number;
}

/** A board as a link shows it. */
export interface SharedBoard {
  readonly title: string;
  readonly by: string;
  readonly looks: Looks;
  readonly asOf: string | null;
  readonly phrases: readonly Phrase[];
  readonly tiles: readonly (TilePlace & { readonly id: string; readonly kind: BoardTile['kind']; readonly title: string | null; readonly words: string | null; readonly by: string })[];
}

export interface TilePlace {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export type Scope = Pick<Reading, 'where' | 'when' | 'against'>;

export interface Board {
  readonly id: string;
  readonly title: string;
  readonly version: number;
  readonly right: Right;
  readonly owner: string;
  readonly modelId: string | null;
  readonly asOf: string | null;
  readonly scope: Scope;
  readonly phrases: readonly Phrase[];
  readonly refinement: { readonly id: string; readonly scope: Scope; readonly phrases: readonly Phrase[] } | null;
  readonly sharedWith: number;
  readonly sharedGroups: readonly string[];
  readonly looks: Looks;
  readonly followed: boolean;
  readonly present: readonly { readonly id: string; readonly name: string }[];
  readonly tiles: readonly BoardTile[];
  /** Open threads, each with the tile it is about. */
  readonly comments: readonly { readonly id: string; readonly tile: string | null }[];
}

/** The answer of a reading, without a step. */
export interface AnswerView {
  readonly outcome: 'answered' | 'empty';
  readonly reading: Reading;
  readonly sentence: Sentence;
  readonly answer: Answer;
  readonly chart: ChartDescription;
  readonly headline: string;
  readonly plainHeadline: string;
  readonly notes: readonly Note[];
}

export interface TileAnswer extends AnswerView {
  readonly refused: readonly string[];
  readonly ownScope: boolean;
}

export interface Refined {
  readonly outcome: 'answered' | 'choose' | 'unclear';
  readonly id?: string | null;
  readonly label?: string;
  readonly scope?: Scope;
  readonly notes: readonly Note[];
  readonly options?: readonly { readonly label: string; readonly scope: Scope | null; readonly text?: string }[];
}

export interface Share<Right = 'see' | 'comment' | 'edit'> {
  readonly personId: string;
  readonly name: string;
  readonly email: string;
  readonly right: Right;
}

/** How far the columnar copy is: tables held, of how many; how many could not be copied; which is being made. */
export interface CopyState {
  readonly ready: number;
  readonly of: number;
  readonly failed: number;
  readonly making: { readonly table: string; readonly rows: number; readonly of: number } | null;
}

export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    detail: string,
  ) {
    super(detail);
  }
}

async function send(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      credentials: 'same-origin',
      ...(body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
      ...(signal === undefined ? {} : { signal }),
    });
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw new ProblemError(0, 'No connection', 'The server cannot be reached just now. What you wrote is kept; try again in a moment.');
  }
  if (!response.ok) {
    const problem = ((await response.json().catch(() => null)) ?? {}) as { title?: string; detail?: string };
    throw new ProblemError(response.status, problem.title ?? 'Something went wrong', problem.detail ?? 'The server gave no reason. Try again.');
  }
  return response;
}

async function call<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
  const response = await send(method, path, body, signal);
  return response.status === 204 ? (undefined as T) : ((await response.json()) as T);
}

/** Lines of text as they arrive. */
async function lines(path: string, onLine: (line: string) => void): Promise<void> {
  const response = await send('GET', path);
  const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
    const parts = (rest + part.value).split('\n');
    rest = parts.pop() ?? '';
    for (const line of parts) if (line !== '') onLine(line);
  }
}

/** A file with the name the server gives it. */
async function download(path: string, body: unknown): Promise<{ name: string; content: Blob }> {
  const response = await send('POST', path, body);
  const disposition = response.headers.get('content-disposition') ?? '';
  const encoded = /filename\*=UTF-8''([^;]+)/.exec(disposition)?.[1];
  return { name: encoded === undefined ? (/filename="([^"]+)"/.exec(disposition)?.[1] ?? 'answer') : decodeURIComponent(encoded), content: await response.blob() };
}

/** A calculation or a list of members with its name. */
export type SavedNameInput = z.input<typeof savedNameSchema>;

export type Ask = { readonly text: string } | { readonly edit: Edit | readonly Edit[] } | { readonly reading: Reading; readonly label?: string };

export const api = {
  session: () => call<{ person: Person }>('GET', '/session'),
  signIn: (email: string, password: string) => call<{ person: Person }>('POST', '/session', { email, password }),
  signOut: () => call<undefined>('DELETE', '/session'),
  people: () => call<readonly Person[]>('GET', '/people'),
  models: () => call<readonly ModelSummary[]>('GET', '/models'),
  model: (id: string) => call<ModelView>('GET', `/models/${id}`),
  read: (id: string, text: string, reading: Reading | null) => call<ReadResult>('POST', `/models/${id}/read`, { text, reading }),
  members: (id: string, level: string, text: string, signal?: AbortSignal) => call<{ members: readonly string[]; found: number; all: number }>('GET', `/models/${id}/levels/${level}/members?text=${encodeURIComponent(text)}`, undefined, signal),
  suggest: (id: string, text: string, reading: Reading | null, signal?: AbortSignal) =>
    call<Suggestion>('GET', `/models/${id}/suggest?text=${encodeURIComponent(text)}${reading ? `&reading=${encodeURIComponent(JSON.stringify(reading))}` : ''}`, undefined, signal),
  inquiries: () => call<readonly InquirySummary[]>('GET', '/inquiries'),
  inquiry: (id: string) => call<Inquiry>('GET', `/inquiries/${id}`),
  createInquiry: (modelId: string, title?: string) => call<Inquiry>('POST', '/inquiries', { modelId, ...(title === undefined ? {} : { title }) }),
  renameInquiry: (id: string, title: string) => call<Inquiry>('PATCH', `/inquiries/${id}`, { title }),
  deleteInquiry: (id: string) => call<undefined>('DELETE', `/inquiries/${id}`),
  inquiryShares: (id: string) => call<readonly Share<'see' | 'ask'>[]>('GET', `/inquiries/${id}/shares`),
  shareInquiry: (id: string, person: string, right: 'see' | 'ask' | null) => call<readonly Share<'see' | 'ask'>[]>('PUT', `/inquiries/${id}/shares/${person}`, { right }),
  copyInquiry: (id: string) => call<{ id: string }>('POST', `/inquiries/${id}/copy`),
  saveName: (modelId: string, what: SavedNameInput) => call<{ id: string; name: string }>('POST', `/models/${modelId}/names`, what),
  withdrawName: (modelId: string, id: string) => call<undefined>('DELETE', `/models/${modelId}/names/${id}`),
  step: (inquiry: string, id: string, signal?: AbortSignal) => call<Step>('GET', `/inquiries/${inquiry}/steps/${id}`, undefined, signal),
  markStep: (inquiry: string, id: string, marks: { name?: string | null; starred?: boolean; folded?: boolean }) => call<Step>('PATCH', `/inquiries/${inquiry}/steps/${id}`, marks),
  deleteStep: (inquiry: string, id: string) => call<{ deleted: readonly string[] }>('DELETE', `/inquiries/${inquiry}/steps/${id}`),
  restoreSteps: (inquiry: string, steps: readonly string[]) => call<undefined>('POST', `/inquiries/${inquiry}/restored`, { steps }),
  answer: (modelId: string, reading: Reading, edits: readonly Edit[], signal?: AbortSignal, skip = 0) => call<AnswerView>('POST', '/answers', { modelId, reading, edits, ...(skip > 0 ? { skip } : {}) }, signal),
  deeper: (modelId: string, reading: Reading, edits: readonly Edit[], signal?: AbortSignal) => call<{ levels: readonly DeeperLevel[] }>('POST', '/answers/deeper', { modelId, reading, edits }, signal),
  check: (modelId: string, reading: Reading, signal?: AbortSignal) => call<Check>('POST', '/answers/check', { modelId, reading }, signal),
  exportAnswer: (modelId: string, reading: Reading, edits: readonly Edit[], format: 'csv' | 'xlsx' | 'svg' | 'pdf' | 'pptx') => download('/exports', { modelId, reading, edits, format }),
  ask: (inquiry: string, ask: Ask, after: string | null | undefined, signal?: AbortSignal) => call<Step>('POST', `/inquiries/${inquiry}/steps`, { ...ask, ...(after === undefined ? {} : { after }) }, signal),
  boards: () => call<readonly BoardSummary[]>('GET', '/boards'),
  board: (id: string, refinement: string | null) => call<Board>('GET', `/boards/${id}${refinement ? `?refinement=${refinement}` : ''}`),
  createBoard: (title: string, like?: string) => call<{ id: string }>('POST', '/boards', { title, ...(like === undefined ? {} : { like }) }),
  draftBoard: (from: { modelId: string; measure?: string; tile?: { board: string; id: string }; title?: string }, signal?: AbortSignal) => call<{ id: string; title: string }>('POST', '/boards/drafts', from, signal),
  setLooks: (id: string, change: { looks: Looks } | { looksLike: string }) => call<unknown>('PATCH', `/boards/${id}`, change),
  setScope: (id: string, scope: Scope) => call<unknown>('PATCH', `/boards/${id}`, { scope }),
  refinements: (board: string) => call<readonly KeptRefinement[]>('GET', `/boards/${board}/refinements`),
  changeRefinement: (board: string, id: string, change: { name?: string | null; offered?: boolean }) => call<unknown>('PATCH', `/boards/${board}/refinements/${id}`, change),
  decideRefinement: (board: string, id: string, decision: 'taken' | 'declined') => call<unknown>('POST', `/boards/${board}/refinements/${id}/${decision}`),
  groups: (board: string) => call<readonly GroupShare[]>('GET', `/boards/${board}/groups`),
  shareWithGroup: (board: string, group: string, right: GroupShare['right']) => call<readonly GroupShare[]>('PUT', `/boards/${board}/groups/${encodeURIComponent(group)}`, { right }),
  links: (board: string) => call<readonly BoardLink[]>('GET', `/boards/${board}/links`),
  makeLink: (board: string, link: { name: string; until: string; embedIn?: string; scope?: Scope }) => call<{ id: string; token: string }>('POST', `/boards/${board}/links`, link),
  withdrawLink: (board: string, id: string) => call<undefined>('DELETE', `/boards/${board}/links/${id}`),
  boardAudit: (board: string) => call<readonly AuditEntry[]>('GET', `/boards/${board}/audit`),
  audit: (before: number | null) => call<readonly AuditEntry[]>('GET', `/audit${before === null ? '' : `?before=${before}`}`),
  follow: (board: string, follows: boolean) => call<unknown>('PUT', `/boards/${board}/follow`, { follows }),
  health: () => call<{ version: string; copy?: CopyState }>('GET', '/health'),
  news: () => call<readonly BoardNews[]>('GET', '/news'),
  shared: (token: string) => call<SharedBoard>('GET', `/shared/${token}`),
  sharedAnswer: (token: string, tile: string, signal?: AbortSignal) => call<TileAnswer>('GET', `/shared/${token}/tiles/${tile}/answer`, undefined, signal),
  sharedCommentary: (token: string, tile: string, signal?: AbortSignal) => call<{ sentences: readonly CommentarySentence[] }>('GET', `/shared/${token}/tiles/${tile}/commentary`, undefined, signal),
  renameBoard: (id: string, title: string) => call<unknown>('PATCH', `/boards/${id}`, { title }),
  deleteBoard: (id: string) => call<undefined>('DELETE', `/boards/${id}`),
  pin: (board: string, modelId: string, reading: Reading, title: string | null) => call<{ id: string }>('POST', `/boards/${board}/tiles`, { modelId, reading, title }),
  pinAt: (board: string, tile: BoardTile) =>
    call<{ id: string }>('POST', `/boards/${board}/tiles`, { ...(tile.kind === 'answer' ? { modelId: tile.modelId, reading: tile.reading } : { kind: tile.kind, words: tile.words ?? '' }), title: tile.title, ...(tile.kind === 'answer' && tile.ownScope ? { ownScope: true } : {}), place: { x: tile.x, y: tile.y, width: tile.width, height: tile.height } }),
  /** Pins a tile on another board, where there is room. */
  pinFree: (board: string, tile: BoardTile) => call<{ id: string }>('POST', `/boards/${board}/tiles`, { ...(tile.kind === 'answer' ? { modelId: tile.modelId, reading: tile.reading } : { kind: tile.kind, words: tile.words ?? '' }), title: tile.title }),
  addWords: (board: string, kind: WordsTile['kind'], words: string) => call<{ id: string }>('POST', `/boards/${board}/tiles`, { kind, words }),
  commentary: (board: string, tile: string, refinement: string | null, signal?: AbortSignal) => call<{ sentences: readonly CommentarySentence[] }>('GET', `/boards/${board}/tiles/${tile}/commentary${refinement ? `?refinement=${refinement}` : ''}`, undefined, signal),
  comments: (board: string) => call<readonly BoardComment[]>('GET', `/boards/${board}/comments`),
  comment: (board: string, said: { text: string; tile?: string | null; mark?: string | null; replyTo?: string | null }) => call<{ id: string }>('POST', `/boards/${board}/comments`, said),
  resolveComment: (board: string, id: string, resolved: boolean) => call<unknown>('PATCH', `/boards/${board}/comments/${id}`, { resolved }),
  removeComment: (board: string, id: string) => call<undefined>('DELETE', `/boards/${board}/comments/${id}`),
  mentions: () => call<readonly Mention[]>('GET', '/mentions'),
  exportBoard: (board: string, format: 'pptx' | 'pdf' | 'xlsx' | 'svg', refinement: string | null) => download(`/boards/${board}/exports`, { format, refinement }),
  history: (board: string) => call<readonly BoardVersion[]>('GET', `/boards/${board}/history`),
  restoreVersion: (board: string, version: number) => call<unknown>('POST', `/boards/${board}/history/${version}`),
  changeTile: (board: string, tile: string, change: Partial<Pick<BoardTile, 'x' | 'y' | 'width' | 'height' | 'title' | 'version'>> & { words?: string; ownScope?: boolean }) => call<unknown>('PATCH', `/boards/${board}/tiles/${tile}`, change),
  removeTile: (board: string, tile: string) => call<undefined>('DELETE', `/boards/${board}/tiles/${tile}`),
  tileAnswers: (board: string, tiles: readonly string[], refinement: string | null, onLine: (line: string) => void) => lines(`/boards/${board}/answers?tiles=${tiles.join(',')}${refinement ? `&refinement=${refinement}` : ''}`, onLine),
  askFromTile: (board: string, tile: string, refinement: string | null) => call<{ inquiry: string; step: string }>('POST', `/boards/${board}/tiles/${tile}/inquiry${refinement ? `?refinement=${refinement}` : ''}`),
  refine: (board: string, body: { text?: string; scope?: Scope; edit?: readonly Edit[]; from?: string | null; for: 'me' | 'everyone' }) => call<Refined>('PUT', `/boards/${board}/refinement`, body),
  shares: (board: string) => call<readonly Share[]>('GET', `/boards/${board}/shares`),
  share: (board: string, person: string, right: 'see' | 'comment' | 'edit' | null) => call<readonly Share[]>('PUT', `/boards/${board}/shares/${person}`, { right }),
};
