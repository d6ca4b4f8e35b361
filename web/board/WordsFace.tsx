/** What a tile of words shows: a heading, a text, or sentences computed from the answers with what people add. */
import type { CommentarySentence, WordsTile } from '../app/api';
import { TextButton } from '../parts/controls';
import { Loading } from '../parts/states';
import { WordsBox } from './WordsBox';

/** Brings a tile into view and marks it for a moment. */
export function showTile(id: string): void {
  const found = document.querySelector<HTMLElement>(`[data-tile="${id}"]`);
  if (found === null) return;
  found.scrollIntoView({
    block: 'nearest',
    behavior: window.matchMedia('(prefers-reduced-motion: reduce)').matches ? 'auto' : 'smooth',
  });
  found.setAttribute('data-shown', '');
  window.setTimeout(() => found.removeAttribute('data-shown'), 1600);
}

export function WordsText({
  kind,
  words,
  sentences,
  fault,
}: {
  kind: WordsTile['kind'];
  words: string;
  sentences?: readonly CommentarySentence[] | undefined;
  fault?: string;
}) {
  if (kind === 'section') return <h2>{words}</h2>;
  if (kind === 'text') return <p>{words}</p>;
  return (
    <>
      {fault !== undefined ? (
        <p role="alert">{fault}</p>
      ) : sentences === undefined ? (
        <Loading what="Reading the tiles" />
      ) : (
        <ul>
          {sentences.map((one) => (
            <li key={`${one.tile}${one.text}`} data-kind={one.kind}>
              <TextButton onPress={() => showTile(one.tile)}>{one.text}</TextButton>
            </li>
          ))}
          {sentences.length === 0 ? <li>The answers say nothing yet.</li> : null}
        </ul>
      )}
      {words === '' ? null : <p>{words}</p>}
    </>
  );
}

/** Such a tile to look at only. */
export function WordsFace(props: Parameters<typeof WordsText>[0]) {
  return (
    <WordsBox kind={props.kind} words={props.words}>
      <WordsText {...props} />
    </WordsBox>
  );
}
