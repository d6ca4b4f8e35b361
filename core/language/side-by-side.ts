/** Words that stand side by side without saying what they have to do with each other. */
import type { Cover } from './cover';
import type { Token } from './tokens';

const AND: ReadonlySet<string> = new Set(['and', '&', ',']);

/** "recycled tonnage and residual tonnage": a member that is said, after “and”, of the second measure only. */
export function conditionOfOne({ pieces }: Cover, tokens: readonly Token[]): boolean {
  const shows = (piece: Cover['pieces'][number] | undefined) =>
    piece?.intent.edits.some((edit) => edit.do === 'show') === true;
  return pieces.some((piece, index) => {
    const conditions = piece.intent.edits.length > 0 && piece.intent.edits.every((edit) => edit.do === 'condition');
    const joined = [tokens[piece.start], tokens[piece.start - 1]].some((token) => AND.has(token?.text ?? ''));
    return (
      conditions &&
      joined &&
      shows(pieces[index - 1]) &&
      shows(pieces[index + 1]) &&
      pieces[index + 1]?.start === piece.item.end
    );
  });
}

/** Two measures with nothing between them that says that both are meant, as words: “admissions at night” where nights are measured. */
export function measuresAlongside({ pieces }: Cover, tokens: readonly Token[]): readonly [string, string] | null {
  const shows = (piece: Cover['pieces'][number] | undefined) => {
    const [edit, second] = piece?.intent.edits ?? [];
    return edit?.do === 'show' && edit.how === 'replace' && second === undefined && piece?.intent.followUp !== true;
  };
  const text = ({ start, item }: Cover['pieces'][number]) =>
    tokens
      .slice(start, item.end)
      .map((token) => token.text)
      .join(' ');
  for (const [index, piece] of pieces.entries()) {
    const next = pieces[index + 1];
    if (next === undefined || !shows(piece) || !shows(next)) continue;
    if (!tokens.slice(piece.item.end, next.start).some((token) => JOINS.has(token.text.toLowerCase())))
      return [text(piece), text(next)];
  }
  return null;
}
const JOINS: ReadonlySet<string> = new Set(['and', '&', ',', '+', 'with', 'plus', 'also', 'or', '-', '–', '/']);
