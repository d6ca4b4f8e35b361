/** A tile of words on a board, to be rewritten by who may change it. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type WordsTile } from '../app/api';
import { Button, Menu, TextButton } from '../parts/controls';
import { tileEntries, type TileRights } from './tile-acts';
import { WORDS_LABEL, WordsBox } from './WordsBox';
import { WordsText } from './WordsFace';

export function WordsCard(
  props: TileRights & {
    boardId: string;
    tile: WordsTile;
    refinement: string | null;
    count: number;
    onAct: (act: string) => void;
    onWords: (words: string) => void;
  },
) {
  const { tile } = props;
  const [draft, setDraft] = useState<string | null>(null);
  const commentary = useQuery({
    queryKey: ['tile', props.boardId, tile.id, props.refinement],
    queryFn: ({ signal }) => api.commentary(props.boardId, tile.id, props.refinement, signal),
    enabled: tile.kind === 'commentary',
    placeholderData: (last) => last,
  });
  const act = (id: string) => (id === 'words' ? setDraft(tile.words ?? '') : props.onAct(id));
  const entries = tileEntries(tile, props, 1);
  const words = tile.words ?? '';
  const save = () => {
    if (draft !== null && draft.trim() !== words && (draft.trim() !== '' || tile.kind === 'commentary'))
      props.onWords(draft.trim());
    setDraft(null);
  };
  return (
    <WordsBox
      kind={tile.kind}
      words={words}
      acts={
        <>
          {props.count > 0 ? (
            <TextButton
              onPress={() => props.onAct('comment')}
              aria-label={`${props.count} open ${props.count === 1 ? 'comment' : 'comments'}`}
            >
              {props.count} {props.count === 1 ? 'comment' : 'comments'}
            </TextButton>
          ) : null}
          {entries.length > 0 ? (
            <Menu
              plain
              label="⋯"
              ariaLabel={`Acts on ${tile.kind === 'section' ? `the section ${words}` : WORDS_LABEL[tile.kind].toLowerCase()}`}
              entries={entries}
              onChoose={act}
            />
          ) : null}
        </>
      }
    >
      {draft !== null ? (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            save();
          }}
        >
          <textarea
            aria-label="Words"
            autoFocus
            value={draft}
            maxLength={4000}
            onChange={(event) => setDraft(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Escape') setDraft(null);
              if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) save();
            }}
          />
          <span>
            <Button type="submit">Keep</Button>
            <TextButton onPress={() => setDraft(null)}>Leave as it was</TextButton>
          </span>
        </form>
      ) : (
        <WordsText
          kind={tile.kind}
          words={words}
          sentences={commentary.data?.sentences}
          {...(commentary.isError && !commentary.data ? { fault: commentary.error.message } : {})}
        />
      )}
    </WordsBox>
  );
}
