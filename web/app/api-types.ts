/** What the HTTP API gives and takes, as the application sees it. */
import type { Note, Option, WordUse } from '@zud/core/language/read';
import type { ChartDescription } from '@zud/core/chart/description';
import type { Answer, Working } from '@zud/core/query/answer';
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
  /** Where it does not fit its tables. */
  readonly fault: string | null;
}

export interface ModelView {
  readonly id: string;
  readonly name: string;
  readonly description?: string;
  readonly asOfDay: string;
  readonly limited: string | null;
  readonly calendar?: { readonly weekStartsOn?: string };
  readonly measures: readonly {
    readonly id: string;
    readonly name: string;
    readonly description?: string;
    readonly kind: string;
    readonly unit?: string;
    readonly format?: { readonly style?: string; readonly currency?: string | undefined };
    readonly direction?: 'more' | 'less';
    readonly synonyms: readonly string[];
  }[];
  readonly facts: readonly { readonly id: string; readonly name: string; readonly plural?: string }[];
  readonly dates?: readonly { readonly id: string; readonly name: string; readonly default?: boolean }[];
  readonly sets: readonly {
    readonly id: string;
    readonly name: string;
    readonly level: string;
    readonly members: readonly string[];
  }[];
  readonly dimensions: readonly {
    readonly id: string;
    readonly name: string;
    readonly levels: readonly {
      readonly id: string;
      readonly name: string;
      readonly kind: string;
      readonly description?: string;
      readonly synonyms: readonly string[];
    }[];
  }[];
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
  /** What the person sees a part of; null where they see all. */
  readonly limited: string | null;
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
  readonly tiles: readonly (TilePlace & {
    readonly id: string;
    readonly kind: BoardTile['kind'];
    readonly title: string | null;
    readonly words: string | null;
    readonly by: string;
  })[];
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
  /** What the person sees a part of; null where they see all. */
  readonly limited: string | null;
  /** Why the board's model cannot be asked just now. */
  readonly fault: string | null;
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

/** A calculation or a list of members with its name. */
export type SavedNameInput = z.input<typeof savedNameSchema>;

export type Ask =
  | { readonly text: string }
  | { readonly edit: Edit | readonly Edit[] }
  | { readonly reading: Reading; readonly label?: string };

/** A person as admins see them. */
export interface Member extends Person {
  readonly groups: readonly string[];
  readonly active: boolean;
  readonly hasPassword: boolean;
}

/** A one-time link by which a password is chosen. */
export interface PasswordLink {
  readonly token: string;
  readonly expiresAt: string;
}

export interface SessionEntry {
  readonly id: string;
  readonly createdAt: string;
  readonly lastUsedAt: string;
  readonly expiresAt: string;
  readonly agent: string;
  readonly current: boolean;
}

export interface AccessToken {
  readonly id: string;
  readonly name: string;
  readonly scopes: readonly ('read' | 'ask' | 'steward')[];
  readonly createdAt: string;
  readonly expiresAt: string | null;
  readonly lastUsedAt: string | null;
  readonly withdrawnAt: string | null;
  readonly inForce: boolean;
}
