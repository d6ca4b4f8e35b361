/** A tile of words: a heading, a text, or the commentary that is computed from the answers and follows them. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { api, type WordsTile } from '../app/api';
import { SERIF } from '../app/theme';
import { Button, Menu, TextButton } from '../parts/controls';
import { Loading } from '../parts/states';
import { tileEntries, type TileRights } from './tile-acts';

const Card = styled.section`
  height: 100%; padding: 6px 14px 8px; display: grid; grid-template: auto minmax(0, 1fr) / minmax(0, 1fr); min-width: 0; min-height: 0; overflow: hidden; position: relative;
  header { display: flex; justify-content: space-between; gap: 8px; min-height: 20px; font-size: 11.5px; font-weight: 600; color: var(--quiet); }
  header button { border: 0; padding: 0 2px; line-height: 1; color: var(--quiet); }
  p, li { font: 400 16px/1.5 ${SERIF}; white-space: pre-line; }
  > div { overflow: auto; min-height: 0; }
  &[data-kind='section'] { padding: 0; align-content: end; border-bottom: 1px solid var(--ink); grid-template: minmax(0, 1fr) / minmax(0, 1fr) auto; align-items: end; }
  &[data-kind='section'] header { grid-column: 2; grid-row: 1; min-height: 0; padding: 0 4px 6px; }
  &[data-kind='section'] h2 { font: 600 21px/1.3 ${SERIF}; padding-bottom: 4px; }
  &[data-kind='commentary'] { border-left: 2px solid var(--signal); }
  ul { display: grid; gap: 6px; }
  &[data-kind='commentary'] li { font-size: 15px; line-height: 1.42; }
  li button { font: inherit; border: 0; text-align: left; padding: 0; white-space: normal; }
  li button[data-hovered] { text-decoration: underline; text-decoration-thickness: 1px; text-underline-offset: 3px; }
  li[data-kind='caveat'] { color: var(--quiet); }
  form { display: grid; gap: 8px; grid-template-rows: minmax(0, 1fr) auto; height: 100%; }
  form > span { display: flex; gap: 8px; }
  textarea { width: 100%; min-height: 48px; resize: none; border: 1px solid var(--line); border-radius: 3px; background: var(--raised); padding: 6px 8px; font: 400 15px/1.45 ${SERIF}; color: var(--ink); }
`;

const LABEL = { text: 'Text', section: 'Section', commentary: 'Commentary' } as const;

export function WordsCard(props: TileRights & { boardId: string; tile: WordsTile; refinement: string | null; count: number; onAct: (act: string) => void; onWords: (words: string) => void }) {
  const { tile } = props;
  const [draft, setDraft] = useState<string | null>(null);
  const commentary = useQuery({ queryKey: ['tile', props.boardId, tile.id, props.refinement], queryFn: ({ signal }) => api.commentary(props.boardId, tile.id, props.refinement, signal), enabled: tile.kind === 'commentary', placeholderData: (last) => last });
  const act = (id: string) => (id === 'words' ? setDraft(tile.words ?? '') : props.onAct(id));
  const entries = tileEntries(tile, props, 1);
  const save = () => {
    if (draft !== null && draft.trim() !== (tile.words ?? '') && (draft.trim() !== '' || tile.kind === 'commentary')) props.onWords(draft.trim());
    setDraft(null);
  };
  const words = tile.words ?? '';
  return (
    <Card data-testid="tile" data-kind={tile.kind} aria-label={tile.kind === 'section' ? words : LABEL[tile.kind]}>
      <header>
        {tile.kind === 'section' ? null : <span>{tile.kind === 'commentary' ? 'Commentary' : ''}</span>}
        <span>
          {props.count > 0 ? <TextButton onPress={() => props.onAct('comment')} aria-label={`${props.count} open ${props.count === 1 ? 'comment' : 'comments'}`}>{props.count} {props.count === 1 ? 'comment' : 'comments'}</TextButton> : null}
          {entries.length > 0 ? <Menu plain label="⋯" ariaLabel={`Acts on ${tile.kind === 'section' ? `the section ${words}` : LABEL[tile.kind].toLowerCase()}`} entries={entries} onChoose={act} /> : null}
        </span>
      </header>
      <div>
        {draft !== null ? (
          <form onSubmit={(event) => { event.preventDefault(); save(); }}>
            <textarea aria-label="Words" autoFocus value={draft} maxLength={4000} onChange={(event) => setDraft(event.target.value)} onKeyDown={(event) => { if (event.key === 'Escape') setDraft(null); if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) save(); }} />
            <span><Button type="submit">Keep</Button><TextButton onPress={() => setDraft(null)}>Leave as it was</TextButton></span>
          </form>
        ) : tile.kind === 'section' ? <h2>{words}</h2>
        : tile.kind === 'text' ? <p>{words}</p>
        : (
          <>
            {commentary.isPending ? <Loading what="Reading the tiles" /> : commentary.isError && !commentary.data ? <p role="alert">{commentary.error.message}</p>
            : (
              <ul>
                {(commentary.data?.sentences ?? []).map((one) => (
                  <li key={`${one.tile}${one.text}`} data-kind={one.kind}>
                    <TextButton onPress={() => showTile(one.tile)}>{one.text}</TextButton>
                  </li>
                ))}
                {commentary.data?.sentences.length === 0 ? <li>The answers say nothing yet.</li> : null}
              </ul>
            )}
            {words === '' ? null : <p>{words}</p>}
          </>
        )}
      </div>
    </Card>
  );
}

/** Brings a tile into view and marks it for a moment. */
export function showTile(id: string): void {
  const found = document.querySelector<HTMLElement>(`[data-tile="${id}"]`);
  if (found === null) return;
  found.scrollIntoView({ block: 'nearest', behavior: window.matchMedia('(prefers-reduced-motion: reduce)').matches ? 'auto' : 'smooth' });
  found.setAttribute('data-shown', '');
  window.setTimeout(() => found.removeAttribute('data-shown'), 1600);
}
