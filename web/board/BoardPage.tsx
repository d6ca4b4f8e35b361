/** A board: its sentence, its tiles on a grid, who is here, and the line that refines it for me or for everyone. */
import { useMakeBriefing } from '../returning/use-make-briefing';
import { DecisionsOnBoard } from '../returning/DecisionsOnBoard';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { Edit } from '@zud/core/reading/edit-schema';
import { api, ProblemError, type Board, type BoardTile, type Refined, type Scope, type TileAnswer } from '../app/api';
import { useInterface } from '../app/interface-state';
import { Page } from '../app/Page';
import { usePerson } from '../app/session';
import { NARROW, SERIF } from '../app/theme';
import { pictureOf, save } from '../inquiry/exports';
import { AskLine } from '../parts/AskLine';
import { Button, Menu, TextButton } from '../parts/controls';
import { LimitNote } from '../parts/LimitNote';
import { Failure, Loading, Message } from '../parts/states';
import { BoardGrid, gapOf } from './BoardGrid';
import { BoardSentence, type Refine } from './BoardSentence';
import { CommentsDrawer } from './CommentsDrawer';
import { FindingsDialog, type LookedAt } from '../findings/FindingsDialog';
import { FeedDialog } from './FeedDialog';
import { HistoryDialog } from './HistoryDialog';
import { LooksDialog } from './LooksDialog';
import { RoomsDialog } from './RoomsDialog';
import { MoveDialog } from './MoveDialog';
import { PlacedTile } from './PlacedTile';
import { SharingDialog } from './SharingDialog';
import { Show } from './Show';
import { placeAfter } from './tile-acts';
import { TileCard } from './TileCard';
import { useBoardChanges } from './use-board-changes';
import { useBoardFeed } from './use-board-feed';
import { WordsCard } from './WordsCard';

const Columns = styled.div`
  display: grid;
  min-height: 0;
  min-width: 0;
  position: relative;
  grid-template: minmax(0, 1fr) / minmax(0, 1fr);
`;
const Sheet = styled.main`
  overflow: auto;
  padding: 18px 24px 24px;
  min-height: 0;
  @media (max-width: ${NARROW}) {
    padding: 14px;
  }
  @media print {
    overflow: visible;
    padding: 0;
    > div > div:last-child {
      display: none;
    }
  }
`;
const Head = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: baseline;
  h1 {
    font: 600 25px/1.3 ${SERIF};
  }
  > span {
    color: var(--quiet);
    font-size: 13px;
  }
  > div {
    margin-left: auto;
    display: flex;
    gap: 12px;
    align-items: center;
  }
`;
const Faces = styled.ul`
  display: flex;
  li {
    width: 22px;
    height: 22px;
    border-radius: 50%;
    display: grid;
    place-items: center;
    font-size: 9.5px;
    font-weight: 700;
    background: var(--ink);
    color: var(--on-ink);
    border: 2px solid var(--paper);
    margin-left: -6px;
    box-sizing: content-box;
  }
`;
const For = styled.fieldset`
  border: 1px solid var(--line);
  padding: 0;
  margin: 0;
  display: flex;
  border-radius: 3px;
  overflow: hidden;
  flex: none;
  label {
    padding: 5px 11px;
    font-size: 13px;
    cursor: pointer;
    color: var(--quiet);
  }
  label:has(input:checked) {
    background: var(--ink);
    color: var(--on-ink);
  }
  label:has(input:focus-visible) {
    outline: 2px solid var(--signal);
    outline-offset: -2px;
  }
  input {
    position: absolute;
    opacity: 0;
  }
`;
/** What a colleague just did, for a while. */
const Told = styled.p`
  color: var(--quiet);
  font-size: 13px;
  padding-bottom: 8px;
  animation: told 9s forwards;
  @keyframes told {
    0%,
    92% {
      opacity: 1;
    }
    100% {
      opacity: 0;
    }
  }
  @media (prefers-reduced-motion: reduce) {
    animation: none;
  }
`;
const DONE = {
  board: 'changed the board.',
  tile: 'changed a tile.',
  scope: 'changed the sentence for everyone.',
  shares: 'changed who may see it.',
  comment: 'said something.',
  deleted: 'deleted it.',
} as const;
const Say = styled.div`
  border-left: 3px solid var(--signal);
  padding: 6px 12px;
  margin: 0 0 12px;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: baseline;
  font: 400 15px/1.4 ${SERIF};
`;

export function BoardPage() {
  const { boardId = '' } = useParams();
  const [search, setSearch] = useSearchParams();
  const refinement = search.get('refinement');
  /** The tile by whose marks the others are narrowed. */
  const narrowedBy = search.get('by');
  /** My refinement without what that mark adds: that tile stays under it, and it is what widening goes back to. */
  const before = narrowedBy === null ? refinement : search.get('before');
  const showing = search.get('show');
  const person = usePerson();
  const client = useQueryClient();
  const navigate = useNavigate();
  const clearDraft = useInterface((state) => state.clearDraft);
  const [whom, setWhom] = useState<'me' | 'everyone'>('me');
  const [open, setOpen] = useState<'sharing' | 'history' | 'looks' | 'rooms' | 'feed' | null>(null);
  const [moving, setMoving] = useState<BoardTile | null>(null);
  const [looked, setLooked] = useState<LookedAt | null>(null);
  /** Whose comments are open: those of a tile, of a mark of it, or of the whole board. */
  const [talking, setTalking] = useState<{ tile: string | null; mark?: string } | null>(
    search.has('comments') ? { tile: null } : null,
  );
  const live = useBoardFeed(boardId);
  const board = useQuery({
    queryKey: ['board', boardId, refinement],
    queryFn: () => api.board(boardId, refinement),
    placeholderData: (last) => last,
  });
  const model = useQuery({
    queryKey: ['model', board.data?.modelId],
    queryFn: () => api.model(board.data?.modelId ?? ''),
    enabled: typeof board.data?.modelId === 'string',
    staleTime: 300_000,
  });
  const changes = useBoardChanges(boardId, board.data);
  const address = (change: Readonly<Record<string, string | null>>) =>
    setSearch((now) => {
      const next = new URLSearchParams(now);
      for (const [name, value] of Object.entries(change))
        if (value === null) next.delete(name);
        else next.set(name, value);
      return next;
    });
  const refine = useMutation({
    mutationFn: ({ whom: forWhom, by, ...body }: Refine & { scope?: Scope; by?: string }) => {
      const from = by === undefined ? refinement : before;
      return api.refine(boardId, { ...body, for: forWhom, ...(from !== null && forWhom === 'me' ? { from } : {}) });
    },
    onSuccess: (result: Refined, said) => {
      if (result.outcome !== 'answered') return;
      if (said.text !== undefined) clearDraft(`board ${boardId}`, said.text);
      if (said.whom === 'everyone') {
        if (board.data && result.scope) changes.changedScope(board.data.scope, result.scope);
        changes.refresh();
      } else
        address({
          refinement: result.scope && isNothing(result.scope) ? null : (result.id ?? null),
          by: said.by ?? null,
          before: said.by === undefined ? null : before,
        });
    },
  });
  const takeAlong = useMutation({
    mutationFn: async (format: (typeof FILES)[number]['id']) => {
      const { name, content } = await api.exportBoard(boardId, format === 'png' ? 'svg' : format, refinement);
      const picture = format === 'png' ? await pictureOf(content) : content;
      if (picture === null) throw new Error('The browser could not draw the picture.');
      save(format === 'png' ? name.replace(/svg$/, 'png') : name, picture);
    },
  });
  const brief = useMakeBriefing();
  const follow = useMutation({
    mutationFn: (follows: boolean) => api.follow(boardId, follows),
    onSettled: changes.refresh,
  });

  const back = <Button onPress={() => void navigate('/boards')}>Boards</Button>;
  if (live.closed !== null)
    return (
      <Page>
        <Message title="This board has closed" action={back}>
          {live.closed}
        </Message>
      </Page>
    );
  if (board.isPending)
    return (
      <Page>
        <Loading what="Opening the board" />
      </Page>
    );
  if (!board.data || (board.isError && board.error instanceof ProblemError && [403, 404].includes(board.error.status)))
    return (
      <Page>
        <Failure error={board.error} action={back} />
      </Page>
    );
  const { data } = board;
  const canEdit = data.right === 'owner' || data.right === 'edit';
  const canComment = data.right !== 'see';
  const count = (tile: string) => data.comments.filter((one) => one.tile === tile).length;
  const nameOf = (id: string) => {
    const tile = data.tiles.find((one) => one.id === id);
    return tile === undefined
      ? 'a tile taken off'
      : (tile.title ??
          client.getQueryData<TileAnswer>(['tile', boardId, id, refinement])?.plainHeadline ??
          tileName(tile));
  };
  const act = (tile: BoardTile) => (id: string) => {
    if (id === 'comment') setTalking({ tile: tile.id });
    else if (id === 'remove') changes.remove.mutate(tile);
    else if (id === 'duplicate') changes.duplicate.mutate(tile);
    else if (id === 'own') changes.keepOwn.mutate(tile);
    else if (id === 'elsewhere') setMoving(tile);
    else {
      const change = placeAfter(id, tile);
      if (change !== null) changes.move.mutate({ tile, change });
    }
  };
  const more = (id: string) => {
    const file = FILES.find((one) => one.id === id);
    if (file) takeAlong.mutate(file.id);
    else if (id === 'briefing') brief.mutate({ boardId });
    else if (id === 'print') window.print();
    else if (id === 'show') address({ show: '1' });
    else if (id === 'follow') follow.mutate(!data.followed);
    else if (id === 'worth' && data.modelId !== null)
      setLooked({ modelId: data.modelId, about: data.title, within: { boardId } });
    else setOpen(id as 'history' | 'looks' | 'rooms' | 'feed');
  };
  const narrow = (tile: BoardTile) => (edits: readonly Edit[] | null) =>
    edits === null
      ? address({ refinement: before, by: null, before: null })
      : refine.mutate({ edit: edits, whom: 'me', by: tile.id });
  const card = (tile: BoardTile, large: boolean) => {
    const shared = {
      boardId,
      refinement: narrowedBy === tile.id ? before : refinement,
      count: count(tile.id),
      canComment,
      canEdit: canEdit && !large,
      onAct: act(tile),
    };
    return tile.kind === 'answer' ? (
      <TileCard
        {...shared}
        tile={tile}
        model={model.data}
        canAsk={person.role !== 'viewer'}
        narrows={narrowedBy === tile.id}
        onNarrow={narrow(tile)}
        onComment={(mark) => setTalking({ tile: tile.id, mark })}
        onLook={(reading) => setLooked({ modelId: tile.modelId, about: nameOf(tile.id), within: { reading } })}
        {...(data.looks.accent === undefined ? {} : { accent: data.looks.accent })}
        {...(large ? { large: true } : {})}
      />
    ) : (
      <WordsCard {...shared} tile={tile} canAsk={false} onWords={(words) => changes.write.mutate({ tile, words })} />
    );
  };
  const said = refine.data && refine.data.outcome !== 'answered' ? refine.data : null;
  const failed = [refine.error, changes.error, takeAlong.error, follow.error].find(
    (error) => error !== null && error !== undefined,
  );
  const shown = data.tiles.filter((tile) => tile.kind !== 'section');
  const at = Math.min(Math.max(0, shown.length - 1), Math.max(0, Number(showing ?? 1) - 1));
  const current = shown[at];
  const foot = (
    <AskLine
      place={`board ${boardId}`}
      about={[data.title, data.tiles.length === 0 ? 'no tiles yet' : 'all tiles']}
      placeholder="Refine this board in words"
      modelId={data.modelId}
      before={readingForLine(data, whom)}
      busy={refine.isPending}
      onAsk={(text) => refine.mutate({ text, whom })}
      tries={[]}
    >
      <For>
        <legend className="visually-hidden">Refine for</legend>
        <label>
          <input type="radio" name="whom" checked={whom === 'me'} onChange={() => setWhom('me')} />
          For me
        </label>
        {canEdit ? (
          <label>
            <input type="radio" name="whom" checked={whom === 'everyone'} onChange={() => setWhom('everyone')} />
            For everyone
          </label>
        ) : null}
      </For>
    </AskLine>
  );
  return (
    <Page bare foot={foot}>
      <Columns>
        <Sheet>
          <Head>
            <h1>{data.title}</h1>
            <span>
              {sharedWords(data)}
              {data.asOf
                ? ` · data to ${new Date(`${data.asOf}T00:00:00Z`).toLocaleDateString(undefined, { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' })}`
                : ''}
              {live.connected ? '' : ' · connecting …'}
            </span>
            <div>
              {takeAlong.isPending ? <span role="status">Making the file …</span> : null}
              {changes.history.last !== null ? (
                <TextButton onPress={changes.history.undo}>{changes.history.last}: undo</TextButton>
              ) : null}
              {changes.history.next !== null ? (
                <TextButton onPress={changes.history.redo}>{changes.history.next}: redo</TextButton>
              ) : null}
              <Faces aria-label="Here now">
                {live.present.map((one) => (
                  <li key={one.id} title={`${one.name} is here`}>
                    <span aria-hidden="true">{initials(one.name)}</span>
                    <span className="visually-hidden">{one.name}</span>
                  </li>
                ))}
              </Faces>
              {canEdit ? (
                <Menu
                  label="Add"
                  ariaLabel="Add to this board"
                  entries={ADDED}
                  onChoose={(id) => {
                    const found = ADDED.find((one) => one.id === id);
                    if (found) changes.add.mutate({ kind: found.id, words: found.words });
                  }}
                />
              ) : null}
              <Button
                onPress={() => setTalking(talking === null ? { tile: null } : null)}
                aria-expanded={talking !== null}
              >
                {data.comments.length > 0 ? `Comments ${data.comments.length}` : 'Comments'}
              </Button>
              {data.right === 'owner' ? <Button onPress={() => setOpen('sharing')}>Share</Button> : null}
              <Menu
                label="More"
                ariaLabel="More on this board"
                onChoose={more}
                entries={[
                  {
                    id: 'show',
                    label: 'Show it',
                    note: 'Tile by tile, over the whole screen',
                    disabled: shown.length === 0,
                  },
                  {
                    id: 'follow',
                    label: data.followed ? 'No longer follow it' : 'Follow it',
                    note: 'Today tells what colleagues change',
                  },
                  ...(person.role !== 'viewer' && data.modelId !== null
                    ? [{ id: 'worth', label: 'What is worth a look in it' }]
                    : []),
                  ...(canEdit
                    ? [
                        { id: 'looks', label: 'Title and looks …' },
                        { id: 'rooms', label: 'Tell a room of it …', note: 'What it says now, and what changes' },
                        { id: 'history', label: 'History', note: 'Who changed what, and back to it' },
                      ]
                    : []),
                  ...FILES,
                  ...(person.role === 'viewer'
                    ? []
                    : [{ id: 'briefing', label: 'Make a briefing of it', note: 'Its tiles as pages, on a schedule' }]),
                  { id: 'feed', label: 'A feed of its news …' },
                  { id: 'print', label: 'Print' },
                ]}
              />
            </div>
          </Head>
          <BoardSentence
            board={data}
            model={model.data}
            canEdit={canEdit}
            onRefine={(how) => refine.mutate(how)}
            onClear={() => address({ refinement: null, by: null, before: null })}
            onShow={(id) => address({ refinement: id, by: null, before: null })}
            onChanged={changes.refresh}
          />
          <DecisionsOnBoard boardId={boardId} onOpen={() => setTalking({ tile: null })} />
          <LimitNote words={data.limited} />
          {data.fault === null ? null : <Say role="alert">{data.fault}</Say>}
          {live.last && live.last.by !== person.id ? (
            <Told key={live.count} role="status">
              {live.present.find((one) => one.id === live.last?.by)?.name ?? 'A colleague'} {DONE[live.last.kind]}
            </Told>
          ) : null}
          {said ? (
            <Say role="alert">
              {said.notes.map((note) => (
                <span key={note.text}>{note.text}</span>
              ))}
              {(said.options ?? []).map((option) =>
                option.scope ? (
                  <TextButton key={option.label} onPress={() => refine.mutate({ scope: option.scope as Scope, whom })}>
                    {option.label}
                  </TextButton>
                ) : (
                  <span key={option.label}>{option.label}</span>
                ),
              )}
              <TextButton onPress={() => refine.reset()}>Close</TextButton>
            </Say>
          ) : null}
          {failed ? (
            <Say role="alert">
              {failed.message}{' '}
              <TextButton
                onPress={() => {
                  refine.reset();
                  takeAlong.reset();
                  follow.reset();
                  changes.reset();
                }}
              >
                Close
              </TextButton>
            </Say>
          ) : null}
          {data.tiles.length === 0 ? (
            <Message title="An empty board" action={<Button onPress={() => void navigate('/')}>Ask something</Button>}>
              Ask a question and choose “Pin to a board” under its answer; the chart appears here and stays live.
            </Message>
          ) : null}
          <BoardGrid looks={data.looks}>
            {data.tiles.map((tile) => (
              <PlacedTile
                key={tile.id}
                tile={tile}
                label={tileName(tile)}
                gap={gapOf(data.looks)}
                canEdit={canEdit}
                onPlace={(change) => changes.move.mutate({ tile, change })}
              >
                {card(tile, false)}
              </PlacedTile>
            ))}
          </BoardGrid>
        </Sheet>
        {talking ? (
          <CommentsDrawer
            boardId={boardId}
            tile={talking.tile}
            mark={talking.mark ?? null}
            about={talking.tile === null ? 'Comments' : `On “${nameOf(talking.tile)}”`}
            canComment={canComment}
            nameOf={nameOf}
            onClose={() => setTalking(null)}
          />
        ) : null}
      </Columns>
      {showing !== null && current ? (
        <Show
          title={data.title}
          count={shown.length}
          at={at}
          onAt={(next) => address({ show: String(next + 1) })}
          onClose={() => address({ show: null })}
        >
          {card(current, true)}
        </Show>
      ) : null}
      <HistoryDialog boardId={boardId} isOpen={open === 'history'} onClose={() => setOpen(null)} />
      {open === 'feed' ? <FeedDialog boardId={boardId} onClose={() => setOpen(null)} /> : null}
      {open === 'rooms' ? <RoomsDialog boardId={boardId} onClose={() => setOpen(null)} /> : null}
      {open === 'looks' ? (
        <LooksDialog
          board={data}
          isOpen
          onLook={(change) => changes.look.mutate(change)}
          onClose={() => setOpen(null)}
        />
      ) : null}
      <FindingsDialog looked={looked} asks={person.role !== 'viewer'} onClose={() => setLooked(null)} />
      <MoveDialog
        from={boardId}
        isOpen={moving !== null}
        onMove={(to) => {
          if (moving) changes.moveTo.mutate({ tile: moving, to });
        }}
        onClose={() => setMoving(null)}
      />
      {data.right === 'owner' ? (
        <SharingDialog board={data} isOpen={open === 'sharing'} onClose={() => setOpen(null)} />
      ) : null}
    </Page>
  );
}

/** The board as it stands for me, with my refinement. */
const FILES = [
  { id: 'pptx', label: 'Take along as slides', note: 'PPTX, a slide an answer' },
  { id: 'png', label: 'Take along as a picture', note: 'PNG of the whole board' },
  { id: 'pdf', label: 'Take along as PDF', note: 'A page an answer, then its figures' },
  { id: 'xlsx', label: 'Take along as a workbook', note: 'XLSX, a sheet an answer' },
] as const;

const ADDED = [
  { id: 'section', label: 'Section', note: 'A heading over the tiles below it', words: 'New section' },
  { id: 'text', label: 'Text', note: 'Words of your own', words: 'Write here what the numbers do not say.' },
  { id: 'commentary', label: 'Commentary', note: 'Sentences computed from the tiles, which follow them', words: '' },
] as const;

function tileName(tile: BoardTile): string {
  if (tile.kind === 'answer') return tile.title ?? 'Tile';
  return tile.kind === 'commentary' ? 'Commentary' : (tile.words ?? '').slice(0, 60);
}

const isNothing = (scope: Scope) => scope.where.length === 0 && scope.when === null && scope.against === null;

const initials = (name: string) =>
  name
    .split(/\s+/)
    .map((part) => part[0] ?? '')
    .join('')
    .slice(0, 2)
    .toUpperCase();

function sharedWords(board: Board): string {
  const whose = board.right === 'owner' ? 'yours' : `by ${board.owner}`;
  const people = board.sharedWith === 0 ? [] : [`${board.sharedWith} ${board.sharedWith === 1 ? 'person' : 'people'}`];
  const all = [...people, ...board.sharedGroups];
  return all.length === 0 ? `${whose}, private` : `${whose}, shared with ${all.join(', ')}`;
}

/** What the words in the line refine: the board's sentence or my refinement, as a reading that has the first tile's measure. */
function readingForLine(board: Board, whom: 'me' | 'everyone') {
  const first = board.tiles.find((tile) => tile.kind === 'answer');
  if (!first?.reading) return null;
  const scope =
    whom === 'everyone' ? board.scope : (board.refinement?.scope ?? { where: [], when: null, against: null });
  return { ...first.reading, by: [], ahead: null, rank: null, order: null, view: null, ...scope };
}
