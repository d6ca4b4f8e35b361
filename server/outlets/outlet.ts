/** What is sent, and the ways by which it goes out: one folder a way, all behind one interface. */
import type { Receiver } from '@zud/core/contract/messages';

export interface Picture {
  readonly name: string;
  readonly png: Buffer;
  /** What it shows, for whoever does not see it. */
  readonly alt: string;
}

export interface Attachment {
  readonly name: string;
  readonly type: string;
  readonly content: Buffer;
}

/** A piece of a message: a heading, words, a picture, or figures side by side. */
export type Block =
  | { readonly kind: 'heading'; readonly text: string }
  | { readonly kind: 'words'; readonly text: string }
  | { readonly kind: 'list'; readonly items: readonly string[] }
  | { readonly kind: 'figures'; readonly figures: readonly { readonly text: string; readonly label: string }[] }
  | { readonly kind: 'picture'; readonly picture: Picture }
  | { readonly kind: 'link'; readonly text: string; readonly address: string };

export interface Message {
  /** The same each time that it is tried. */
  readonly key: string;
  readonly subject: string;
  readonly blocks: readonly Block[];
  readonly attachments: readonly Attachment[];
  /** Why somebody gets it, at its end. */
  readonly why: string;
  /** Where its receiver can end it, by one click. */
  readonly unsubscribe: string | null;
  /** For programs: the same as data. */
  readonly data: Readonly<Record<string, unknown>>;
  readonly type: string;
}

export interface Addressee {
  readonly receiver: Receiver;
  readonly name: string;
  /** An address of mail, or of a hook. */
  readonly address: string;
  /** Of a hook: by which it is signed. */
  readonly secret?: string;
}

export interface Outlet {
  /**
   * @returns what the other side said
   * @throws Refused where it will not take it, however often it is tried; any other error where it may be tried again
   */
  send(message: Message, to: Addressee): Promise<string>;
}

/** It will not be taken, however often it is tried. */
export class Refused extends Error {}
