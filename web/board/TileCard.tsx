/** A tile with an answer on a board: asks for it, offers what can be done with it, and with the marks of its chart. */
import { newAlertAddress, WATCHED } from '../returning/new-alert';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import type { Edit } from '@zud/core/reading/edit-schema';
import type { Reading } from '@zud/core/reading/schema';
import { api, type AnswerTile, type ModelView } from '../app/api';
import { actsForMarks } from '../inquiry/marks';
import { Menu, TextButton } from '../parts/controls';
import { AnswerCard } from './AnswerCard';
import { tileEntries, type TileRights } from './tile-acts';
import { tileAnswer } from './tile-answers';

const Marks = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: baseline;
  font-size: 12px;
  padding-top: 4px;
  border-top: 1px solid var(--line);
  b {
    font-weight: 600;
  }
  button {
    font-size: 12px;
  }
`;
const NONE: ReadonlySet<number> = new Set();

export interface TileProps extends TileRights {
  readonly boardId: string;
  readonly tile: AnswerTile;
  readonly refinement: string | null;
  readonly model: ModelView | undefined;
  readonly count: number;
  readonly accent?: number;
  readonly large?: boolean;
  readonly onAct: (act: string) => void;
  /** Narrows the other tiles to what chosen marks stand for; null: no longer. */
  readonly onNarrow: (edits: readonly Edit[] | null) => void;
  /** Is it by this tile that the others are narrowed now? */
  readonly narrows: boolean;
  readonly onComment: (mark: string) => void;
  /** What is worth a look in what the tile shows. */
  readonly onLook: (reading: Reading) => void;
}

export function TileCard(props: TileProps) {
  const { tile } = props;
  const navigate = useNavigate();
  const [chosen, setChosen] = useState<ReadonlySet<number>>(NONE);
  const query = useQuery({
    queryKey: ['tile', props.boardId, tile.id, props.refinement],
    queryFn: () => tileAnswer(props.boardId, tile.id, props.refinement),
    placeholderData: (last) => last,
    retry: 2,
    retryDelay: 1500,
  });
  const ask = useMutation({
    mutationFn: () => api.askFromTile(props.boardId, tile.id, props.refinement),
    onSuccess: ({ inquiry, step }) => void navigate(`/inquiries/${inquiry}/steps/${step}`),
  });
  const askOn = useMutation({
    mutationFn: async (edits: readonly Edit[]) => {
      const { inquiry, step } = await api.askFromTile(props.boardId, tile.id, props.refinement);
      const asked = await api.ask(inquiry, { edit: edits }, step);
      return `/inquiries/${inquiry}/steps/${asked.id}`;
    },
    onSuccess: (address) => void navigate(address),
  });
  const draft = useMutation({
    mutationFn: () => api.draftBoard({ modelId: tile.modelId, tile: { board: props.boardId, id: tile.id } }),
    onSuccess: ({ id }) => void navigate(`/boards/${id}`),
  });
  const { data } = query;
  const entries = tileEntries(tile, props, data?.chart.kind === 'number' ? 1 : 2);
  const act = (id: string) => {
    if (id === 'ask') ask.mutate();
    else if (id === 'draft') draft.mutate();
    else if (id === 'alert')
      void navigate(newAlertAddress(tile.modelId, WATCHED), { state: { reading: data?.reading ?? tile.reading } });
    else if (id === 'look') props.onLook(data?.reading ?? tile.reading);
    else props.onAct(id);
  };
  const choose = (row: number, more: boolean) =>
    setChosen((before) => {
      if (!more) return before.size === 1 && before.has(row) ? NONE : new Set([row]);
      const after = new Set(before);
      if (!after.delete(row)) after.add(row);
      return after;
    });
  const marked =
    chosen.size > 0 && data
      ? actsForMarks(
          data.answer,
          [...chosen].sort((a, b) => a - b),
          data.reading,
          props.model,
        )
      : null;
  const narrow = marked?.narrow ?? null;
  return (
    <AnswerCard
      title={tile.title}
      by={tile.by}
      data={data}
      error={query.error}
      isPending={query.isPending}
      ownScope={tile.ownScope}
      onChoose={choose}
      chosen={chosen}
      fault={
        ask.error?.message ??
        askOn.error?.message ??
        draft.error?.message ??
        (draft.isPending ? 'Drafting a board …' : undefined)
      }
      {...(props.accent === undefined ? {} : { accent: props.accent })}
      {...(props.large ? { large: true } : {})}
      acts={(title) => (
        <>
          {props.count > 0 ? (
            <TextButton
              onPress={() => props.onAct('comment')}
              aria-label={`${props.count} open ${props.count === 1 ? 'comment' : 'comments'} on ${title || 'this tile'}`}
            >
              {props.count} {props.count === 1 ? 'comment' : 'comments'}
            </TextButton>
          ) : null}
          {entries.length > 0 ? (
            <Menu plain label="⋯" ariaLabel={`Acts on ${title || 'this tile'}`} entries={entries} onChoose={act} />
          ) : null}
        </>
      )}
      below={
        marked || props.narrows ? (
          <Marks role="group" aria-label="Chosen marks">
            {marked ? <b>{marked.title}</b> : null}
            {narrow !== null ? (
              <TextButton
                onPress={() => {
                  props.onNarrow(narrow);
                  setChosen(NONE);
                }}
              >
                Narrow the others
              </TextButton>
            ) : null}
            {props.canAsk
              ? marked?.questions.map((question) => (
                  <TextButton
                    key={question.label}
                    isDisabled={askOn.isPending}
                    onPress={() => askOn.mutate(question.edits)}
                  >
                    {question.label}
                  </TextButton>
                ))
              : null}
            {marked && props.canComment ? (
              <TextButton
                onPress={() => {
                  props.onComment(marked.title);
                  setChosen(NONE);
                }}
              >
                Comment on it
              </TextButton>
            ) : null}
            {props.narrows ? (
              <TextButton onPress={() => props.onNarrow(null)}>Widen the others again</TextButton>
            ) : null}
            {marked ? <TextButton onPress={() => setChosen(NONE)}>Close</TextButton> : null}
          </Marks>
        ) : null
      }
    />
  );
}
