/** The commentary of a board: sentences computed from its answers, each pointing at the tile it is of. */
import type { Note } from '../language/read';

export interface CommentedAnswer {
  readonly tile: string;
  readonly title: string | null;
  readonly outcome: 'answered' | 'empty';
  readonly plainHeadline: string;
  readonly notes: readonly Note[];
}

export interface CommentarySentence {
  readonly tile: string;
  readonly text: string;
  readonly kind: 'headline' | 'finding' | 'caveat';
}

/** Sentences of a commentary, so that it stays one to be read. */
const MOST = 7;
/** Headlines that come before what stands out. */
const FIRST = 5;

/**
 * Headlines of the first answers, what stands out in any of them, the other headlines, and what to beware of as far as there is room;
 * each text once, the answers in their order on the board.
 * @param answers of the tiles, in the order in which they stand
 */
export function commentaryOf(answers: readonly CommentedAnswer[]): CommentarySentence[] {
  const full = answers.filter((one) => one.outcome === 'answered');
  const noted = (kind: 'finding' | 'caveat') =>
    full.flatMap((one) =>
      one.notes
        .filter((note) => note.kind === kind)
        .slice(0, 1)
        .map((note): CommentarySentence => ({ tile: one.tile, text: asSentence(note.text), kind })),
    );
  const headlines = full.map((one): CommentarySentence => ({
    tile: one.tile,
    text: asSentence(one.plainHeadline),
    kind: 'headline',
  }));
  const seen = new Set<string>();
  const once = [
    ...headlines.slice(0, FIRST),
    ...noted('finding'),
    ...headlines.slice(FIRST),
    ...noted('caveat'),
  ].filter(({ text }) => !seen.has(text) && seen.add(text));
  return once.slice(0, MOST);
}

const asSentence = (text: string) => (/[.!?]$/.test(text) ? text : `${text}.`);
