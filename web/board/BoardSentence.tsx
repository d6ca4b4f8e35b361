/** The board's sentence, each phrase of which opens its editor; and what I refined for myself, kept under a name, sent or offered. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import type { Edit } from '@zud/core/reading/edit-schema';
import { EMPTY_READING, type Reading } from '@zud/core/reading/schema';
import type { Phrase, Sentence } from '@zud/core/reading/sentence';
import { api, type Board, type KeptRefinement, type ModelView, type Scope } from '../app/api';
import { SERIF } from '../app/theme';
import { AddToSentence, PhraseEditor } from '../inquiry/phrases/PhraseEditor';
import { Button, Dialog, Field, Menu, PrimaryButton, TextButton } from '../parts/controls';
import { Failure } from '../parts/states';
import { SentenceLine } from '../parts/SentenceLine';

const Saying = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  align-items: baseline;
  padding: 4px 0 12px;
  font: 400 17px/1.6 ${SERIF};
  > span {
    color: var(--quiet);
  }
  > div {
    box-shadow: inset 0 -2px 0 var(--signal);
  }
  > button,
  > span button {
    font-size: 13px;
  }
`;
const Offers = styled.ul`
  border-left: 3px solid var(--signal);
  padding: 6px 12px;
  margin: 0 0 12px;
  display: grid;
  gap: 6px;
  font: 400 15px/1.4 ${SERIF};
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 14px;
    align-items: baseline;
  }
`;

/** A scope as a reading, so that the editors of phrases can change it. */
const readingOf = (scope: Scope): Reading => ({ ...EMPTY_READING, ...scope });
const sentenceOf = (phrases: readonly Phrase[]): Sentence => ({
  phrases,
  text: phrases.map((phrase) => phrase.text).join(', '),
});

export interface Refine {
  readonly edit?: readonly Edit[];
  readonly text?: string;
  readonly whom: 'me' | 'everyone';
}

export function BoardSentence(props: {
  board: Board;
  model: ModelView | undefined;
  canEdit: boolean;
  onRefine: (how: Refine) => void;
  onClear: () => void;
  onShow: (refinement: string) => void;
  onChanged: () => void;
}) {
  const { board, model } = props;
  const editors = (scope: Scope, whom: Refine['whom']) => {
    if (!model) return {};
    const shared = { reading: readingOf(scope), model, onSay: (text: string) => props.onRefine({ text, whom }) };
    return {
      editorFor: (phrase: Phrase, close: () => void) => (
        <PhraseEditor
          {...shared}
          phrase={phrase}
          onEdit={(edit) => {
            close();
            props.onRefine({ edit, whom });
          }}
        />
      ),
      adder: (close: () => void) => (
        <AddToSentence
          {...shared}
          only="scope"
          onEdit={(edit) => {
            close();
            props.onRefine({ edit, whom });
          }}
        />
      ),
    };
  };
  const { refinement } = board;
  return (
    <>
      <Saying data-testid="board-sentence">
        <span>Showing {board.phrases.length === 0 ? 'everything' : ''}</span>
        {board.phrases.length > 0 || props.canEdit ? (
          <SentenceLine
            sentence={sentenceOf(board.phrases)}
            {...(props.canEdit ? editors(board.scope, 'everyone') : {})}
          />
        ) : null}
        {refinement && refinement.phrases.length > 0 ? (
          <>
            {' '}
            <span>— refined for me:</span>{' '}
            <div>
              <SentenceLine sentence={sentenceOf(refinement.phrases)} {...editors(refinement.scope, 'me')} />
            </div>
            <TextButton onPress={props.onClear}>Clear</TextButton>
            <Keep board={board} refinement={refinement.id} canEdit={props.canEdit} onChanged={props.onChanged} />
          </>
        ) : null}
        <Kept board={board} current={refinement?.id ?? null} onShow={props.onShow} />
      </Saying>
      {props.canEdit ? <Offered board={board} onShow={props.onShow} onChanged={props.onChanged} /> : null}
    </>
  );
}

const useKept = (board: Board) =>
  useQuery({ queryKey: ['board', board.id, 'refinements'], queryFn: () => api.refinements(board.id) });

/** My own that have a name. */
function Kept({ board, current, onShow }: { board: Board; current: string | null; onShow: (id: string) => void }) {
  const kept = (useKept(board).data ?? []).filter((one) => one.own && one.name !== null);
  if (kept.length === 0) return null;
  return (
    <Menu
      plain
      label="My refinements ▾"
      ariaLabel="My refinements of this board"
      entries={kept.map((one) => ({
        id: one.id,
        label: one.name ?? '',
        note: one.label,
        disabled: one.id === current,
      }))}
      onChoose={onShow}
    />
  );
}

/** Keeps a refinement under a name, copies its link, offers it to those who may change the board. */
function Keep({
  board,
  refinement,
  canEdit,
  onChanged,
}: {
  board: Board;
  refinement: string;
  canEdit: boolean;
  onChanged: () => void;
}) {
  const client = useQueryClient();
  const own = (useKept(board).data ?? []).find((one) => one.id === refinement && one.own);
  const [naming, setNaming] = useState(false);
  const [name, setName] = useState('');
  const change = useMutation({
    mutationFn: (what: { name?: string | null; offered?: boolean }) => api.changeRefinement(board.id, refinement, what),
    onSuccess: () => {
      setNaming(false);
      void client.invalidateQueries({ queryKey: ['board', board.id, 'refinements'] });
      onChanged();
    },
  });
  const copy = useMutation({ mutationFn: () => navigator.clipboard.writeText(window.location.href) });
  const act = (id: string) => {
    if (id === 'name') {
      setName(own?.name ?? '');
      setNaming(true);
    } else if (id === 'copy') copy.mutate();
    else if (id === 'forget') change.mutate({ name: null });
    else change.mutate({ offered: id === 'offer' });
  };
  return (
    <>
      <Menu
        plain
        label="Keep ▾"
        ariaLabel="Keep or send this refinement"
        onChoose={act}
        entries={[
          { id: 'name', label: own?.name ? 'Call it otherwise …' : 'Keep under a name …' },
          { id: 'copy', label: 'Copy its link', note: 'For anyone who may see this board' },
          ...(own?.name ? [{ id: 'forget', label: 'No longer keep it' }] : []),
          ...(canEdit
            ? []
            : own?.offered
              ? [{ id: 'withdraw', label: 'Take the offer back' }]
              : [{ id: 'offer', label: 'Offer it for everyone', note: `${board.owner} decides` }]),
        ]}
      />
      <span role="status">
        {copy.isSuccess
          ? 'Copied'
          : copy.isError
            ? 'The browser does not allow copying here; the address above is the link.'
            : own?.offered
              ? 'offered'
              : own?.name
                ? `kept as “${own.name}”`
                : ''}
      </span>
      <Dialog title="Keep this refinement" isOpen={naming} onClose={() => setNaming(false)}>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim() !== '') change.mutate({ name: name.trim() });
          }}
          style={{ display: 'grid', gap: 14, justifyItems: 'start' }}
        >
          <Field label="Name" value={name} onChange={setName} autoFocus />
          {change.isError ? <Failure error={change.error} /> : null}
          <PrimaryButton type="submit" isDisabled={name.trim() === '' || change.isPending}>
            Keep it
          </PrimaryButton>
        </form>
      </Dialog>
    </>
  );
}

/** What colleagues offer as the board's sentence. */
function Offered({ board, onShow, onChanged }: { board: Board; onShow: (id: string) => void; onChanged: () => void }) {
  const client = useQueryClient();
  const offers = (useKept(board).data ?? []).filter((one) => one.offered && !one.own);
  const decide = useMutation({
    mutationFn: ({ offer, decision }: { offer: KeptRefinement; decision: 'taken' | 'declined' }) =>
      api.decideRefinement(board.id, offer.id, decision),
    onSettled: () => {
      void client.invalidateQueries({ queryKey: ['board', board.id, 'refinements'] });
      onChanged();
    },
  });
  if (offers.length === 0) return null;
  return (
    <Offers aria-label="Offers">
      {offers.map((offer) => (
        <li key={offer.id}>
          <span>
            {offer.by} offers for everyone: {offer.label}
            {offer.name ? ` (“${offer.name}”)` : ''}
          </span>
          <TextButton onPress={() => onShow(offer.id)}>Look at it</TextButton>
          <Button isDisabled={decide.isPending} onPress={() => decide.mutate({ offer, decision: 'taken' })}>
            Take it
          </Button>
          <TextButton isDisabled={decide.isPending} onPress={() => decide.mutate({ offer, decision: 'declined' })}>
            Decline
          </TextButton>
        </li>
      ))}
      {decide.isError ? <li role="alert">{decide.error.message}</li> : null}
    </Offers>
  );
}
