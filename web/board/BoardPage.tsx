/** A board: its sentence, its tiles on a grid, who is here, and the line that refines it for me or for everyone. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { Phrase } from '@zud/core/reading/sentence';
import { leadOf } from '@zud/core/reading/sentence';
import { api, ProblemError, type Board, type BoardTile, type Refined, type Scope, type TileAnswer, type WordsTile } from '../app/api';
import { useInterface } from '../app/interface-state';
import { Page } from '../app/Page';
import { usePerson } from '../app/session';
import { NARROW, SERIF } from '../app/theme';
import { AskLine } from '../parts/AskLine';
import { save } from '../inquiry/take-along';
import { Button, Menu, TextButton } from '../parts/controls';
import { ShareDialog } from '../parts/ShareDialog';
import { Failure, Loading, Message } from '../parts/states';
import { CommentsDrawer } from './CommentsDrawer';
import { HistoryDialog } from './HistoryDialog';
import { arranged } from './layout';
import { GAP, PlacedTile, ROW } from './PlacedTile';
import { placeAfter, type PlaceChange } from './tile-acts';
import { TileCard } from './TileCard';
import { showTile, WordsCard } from './WordsCard';
import { useBoardEvents } from './use-board-events';

const Columns = styled.div`
  display: grid; min-height: 0; min-width: 0; position: relative; grid-template: minmax(0, 1fr) / minmax(0, 1fr);
`;
const Sheet = styled.main`
  overflow: auto; padding: 18px 24px 24px; min-height: 0;
  @media (max-width: ${NARROW}) { padding: 14px; }
`;
const Head = styled.div`
  display: flex; flex-wrap: wrap; gap: 6px 16px; align-items: baseline;
  h1 { font: 600 25px/1.3 ${SERIF}; }
  > span { color: var(--quiet); font-size: 13px; }
  > div { margin-left: auto; display: flex; gap: 12px; align-items: center; }
`;
const Faces = styled.ul`
  display: flex;
  li { width: 22px; height: 22px; border-radius: 50%; display: grid; place-items: center; font-size: 9.5px; font-weight: 700; background: var(--ink); color: var(--on-ink); border: 2px solid var(--paper); margin-left: -6px; box-sizing: content-box; }
`;
const Saying = styled.p`
  font: 400 17px/1.6 ${SERIF}; padding: 4px 0 12px;
  .when { font-variant-caps: all-small-caps; letter-spacing: 0.04em; text-transform: lowercase; }
  .where { text-decoration: underline dotted; text-underline-offset: 4px; }
  ins { text-decoration: none; box-shadow: inset 0 -2px 0 var(--signal); }
  button { margin-left: 10px; }
`;
const Grid = styled.div`
  display: grid; grid-template-columns: repeat(12, minmax(0, 1fr)); grid-auto-rows: ${ROW}px; gap: ${GAP}px;
  [data-shown] > section { box-shadow: 0 0 0 2px var(--signal); }
  > div { grid-column: calc(var(--x) + 1) / span var(--w); grid-row: calc(var(--y) + 1) / span var(--h); min-width: 0; }
  @media (max-width: ${NARROW}) { grid-template-columns: minmax(0, 1fr); grid-auto-rows: auto; > div { grid-column: 1; grid-row: auto; height: calc(var(--h) * ${ROW}px); } }
`;
const For = styled.fieldset`
  border: 1px solid var(--line); padding: 0; margin: 0; display: flex; border-radius: 3px; overflow: hidden; flex: none;
  label { padding: 5px 11px; font-size: 13px; cursor: pointer; color: var(--quiet); }
  label:has(input:checked) { background: var(--ink); color: var(--on-ink); }
  label:has(input:focus-visible) { outline: 2px solid var(--signal); outline-offset: -2px; }
  input { position: absolute; opacity: 0; }
`;
const Say = styled.div`
  border-left: 3px solid var(--signal); padding: 6px 12px; margin: 0 0 12px; display: flex; flex-wrap: wrap; gap: 6px 16px; align-items: baseline; font: 400 15px/1.4 ${SERIF};
`;

export function BoardPage() {
  const { boardId = '' } = useParams();
  const [search, setSearch] = useSearchParams();
  const refinement = search.get('refinement');
  const person = usePerson();
  const client = useQueryClient();
  const navigate = useNavigate();
  const setDraft = useInterface((state) => state.setDraft);
  const [whom, setWhom] = useState<'me' | 'everyone'>('me');
  const [sharing, setSharing] = useState(false);
  const [looking, setLooking] = useState(false);
  /** Whose comments are open: those of a tile, or of the whole board. */
  const [talking, setTalking] = useState<{ tile: string | null } | null>(search.has('comments') ? { tile: null } : null);
  const [undoable, setUndoable] = useState<{ label: string; run: () => Promise<unknown> } | null>(null);
  const live = useBoardEvents(boardId);
  const board = useQuery({ queryKey: ['board', boardId, refinement], queryFn: () => api.board(boardId, refinement), placeholderData: (last) => last });
  const refresh = () => {
    void client.invalidateQueries({ queryKey: ['board', boardId] });
    void client.invalidateQueries({ queryKey: ['tile', boardId] });
  };
  const refine = useMutation({
    mutationFn: (body: { text?: string; scope?: Scope }) => api.refine(boardId, { ...body, for: whom, ...(refinement && whom === 'me' ? { from: refinement } : {}) }),
    onSuccess: (result: Refined, body) => {
      if (result.outcome !== 'answered') return;
      if (body.text !== undefined) setDraft(`board ${boardId}`, '');
      if (whom === 'everyone') {
        const before = board.data?.scope;
        if (before) setUndoable({ label: 'Changed for everyone', run: () => api.refine(boardId, { scope: before, for: 'everyone' }) });
        refresh();
      } else setSearch(result.scope && isNothing(result.scope) ? {} : { refinement: result.id ?? '' });
    },
  });
  const move = useMutation({
    mutationFn: async ({ tile, change }: { tile: BoardTile; change: PlaceChange }) => {
      const before = board.data?.tiles ?? [];
      const after = arranged(before.map((one) => (one.id === tile.id ? { ...one, ...change } : one)), tile.id);
      const moved = after.filter((one) => before.some((there) => there.id === one.id && (there.x !== one.x || there.y !== one.y || there.width !== one.width || there.height !== one.height)));
      for (const one of moved) await api.changeTile(boardId, one.id, { x: one.x, y: one.y, width: one.width, height: one.height, ...(one.id === tile.id ? { version: one.version } : {}) });
      setUndoable({ label: 'Moved', run: async () => { for (const one of moved) { const old = before.find((there) => there.id === one.id); if (old) await api.changeTile(boardId, one.id, { x: old.x, y: old.y, width: old.width, height: old.height }); } } });
    },
    onSettled: refresh,
  });
  const remove = useMutation({
    mutationFn: async (tile: BoardTile) => {
      await api.removeTile(boardId, tile.id);
      setUndoable({ label: 'Taken off', run: () => api.pinAt(boardId, tile) });
    },
    onSettled: refresh,
  });
  const add = useMutation({
    mutationFn: async ({ kind, words }: { kind: WordsTile['kind']; words: string }) => {
      const made = await api.addWords(boardId, kind, words);
      setUndoable({ label: 'Added', run: () => api.removeTile(boardId, made.id) });
      await client.invalidateQueries({ queryKey: ['board', boardId] });
      window.requestAnimationFrame(() => showTile(made.id));
    },
    onSettled: refresh,
  });
  const duplicate = useMutation({
    mutationFn: async (tile: BoardTile) => {
      const lowest = Math.max(0, ...(board.data?.tiles ?? []).map((one) => one.y + one.height));
      const made = await api.pinAt(boardId, { ...tile, y: lowest });
      setUndoable({ label: 'Duplicated', run: () => api.removeTile(boardId, made.id) });
      await client.invalidateQueries({ queryKey: ['board', boardId] });
      window.requestAnimationFrame(() => showTile(made.id));
    },
    onSettled: refresh,
  });
  const write = useMutation({
    mutationFn: async ({ tile, words }: { tile: WordsTile; words: string }) => {
      await api.changeTile(boardId, tile.id, { words, version: tile.version });
      setUndoable({ label: 'Rewritten', run: () => api.changeTile(boardId, tile.id, { words: tile.words ?? '' }) });
    },
    onSettled: refresh,
  });
  const takeAlong = useMutation({ mutationFn: async (format: (typeof FILES)[number]['id']) => { const { name, content } = await api.exportBoard(boardId, format, refinement); save(name, content); } });
  const undo = useMutation({ mutationFn: (run: () => Promise<unknown>) => run(), onSettled: () => { setUndoable(null); refresh(); } });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== 'z' || !(event.ctrlKey || event.metaKey) || (event.target as HTMLElement).tagName === 'INPUT' || !undoable) return;
      event.preventDefault();
      undo.mutate(undoable.run);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undoable, undo]);

  const back = <Button onPress={() => void navigate('/boards')}>Boards</Button>;
  if (live.closed !== null) return <Page><Message title="This board has closed" action={back}>{live.closed}</Message></Page>;
  if (board.isPending) return <Page><Loading what="Opening the board" /></Page>;
  if (!board.data || (board.isError && board.error instanceof ProblemError && [403, 404].includes(board.error.status))) return <Page><Failure error={board.error} action={back} /></Page>;
  const { data } = board;
  const canEdit = data.right === 'owner' || data.right === 'edit';
  const canComment = data.right !== 'see';
  const count = (tile: string) => data.comments.filter((one) => one.tile === tile).length;
  const nameOf = (id: string) => { const tile = data.tiles.find((one) => one.id === id); return tile === undefined ? 'a tile taken off' : (tile.title ?? client.getQueryData<TileAnswer>(['tile', boardId, id, refinement])?.plainHeadline ?? tileName(tile)); };
  const act = (tile: BoardTile) => (id: string) => {
    if (id === 'comment') setTalking({ tile: tile.id });
    else if (id === 'remove') remove.mutate(tile);
    else if (id === 'duplicate') duplicate.mutate(tile);
    else {
      const change = placeAfter(id, tile);
      if (change !== null) move.mutate({ tile, change });
    }
  };
  const said = refine.data && refine.data.outcome !== 'answered' ? refine.data : null;
  const failed = [refine.error, move.error, remove.error, add.error, duplicate.error, write.error, takeAlong.error].find((error) => error !== null && error !== undefined);
  const foot = (
    <AskLine place={`board ${boardId}`} about={[data.title, data.tiles.length === 0 ? 'no tiles yet' : 'all tiles']} placeholder="Refine this board in words" modelId={data.modelId} before={readingForLine(data, whom)} busy={refine.isPending} onAsk={(text) => refine.mutate({ text })} tries={[]}>
      <For>
        <legend className="visually-hidden">Refine for</legend>
        <label><input type="radio" name="whom" checked={whom === 'me'} onChange={() => setWhom('me')} />For me</label>
        {canEdit ? <label><input type="radio" name="whom" checked={whom === 'everyone'} onChange={() => setWhom('everyone')} />For everyone</label> : null}
      </For>
    </AskLine>
  );
  return (
    <Page bare foot={foot}>
      <Columns>
      <Sheet>
        <Head>
          <h1>{data.title}</h1>
          <span>{sharedWords(data)}{data.asOf ? ` · data to ${new Date(`${data.asOf}T00:00:00Z`).toLocaleDateString(undefined, { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' })}` : ''}{live.connected ? '' : ' · connecting …'}</span>
          <div>
            {takeAlong.isPending ? <span role="status">Making the file …</span> : null}
            {undoable ? <TextButton onPress={() => undo.mutate(undoable.run)}>{undoable.label}: undo</TextButton> : null}
            <Faces aria-label="Here now">{live.present.map((one) => <li key={one.id} title={`${one.name} is here`}><span aria-hidden="true">{initials(one.name)}</span><span className="visually-hidden">{one.name}</span></li>)}</Faces>
            {canEdit ? <Menu label="Add" ariaLabel="Add to this board" entries={ADDED} onChoose={(id) => { const found = ADDED.find((one) => one.id === id); if (found) add.mutate({ kind: found.id, words: found.words }); }} /> : null}
            <Button onPress={() => setTalking(talking === null ? { tile: null } : null)} aria-expanded={talking !== null}>{data.comments.length > 0 ? `Comments ${data.comments.length}` : 'Comments'}</Button>
            {data.right === 'owner' ? <Button onPress={() => setSharing(true)}>Share</Button> : null}
            <Menu label="More" ariaLabel="More on this board" entries={[...(canEdit ? [{ id: 'history', label: 'History', note: 'Who changed what, and back to it' }] : []), ...FILES]} onChoose={(id) => { const file = FILES.find((one) => one.id === id); if (file) takeAlong.mutate(file.id); else setLooking(true); }} />
          </div>
        </Head>
        <Saying data-testid="board-sentence">
          Showing <ScopePhrases phrases={data.phrases} nothing="everything" />
          {data.refinement && data.refinement.phrases.length > 0 ? (
            <>
              {' '}— refined for me: <ins><ScopePhrases phrases={data.refinement.phrases} nothing="" /></ins>
              <TextButton onPress={() => setSearch({})}>Clear</TextButton>
            </>
          ) : null}
        </Saying>
        {live.last && live.last.by !== person.id ? <p className="visually-hidden" role="status">{live.present.find((one) => one.id === live.last?.by)?.name ?? 'A colleague'} changed this board.</p> : null}
        {said ? (
          <Say role="alert">
            {said.notes.map((note) => <span key={note.text}>{note.text}</span>)}
            {(said.options ?? []).map((option) => option.scope ? <TextButton key={option.label} onPress={() => refine.mutate({ scope: option.scope as Scope })}>{option.label}</TextButton> : <span key={option.label}>{option.label}</span>)}
            <TextButton onPress={() => refine.reset()}>Close</TextButton>
          </Say>
        ) : null}
        {failed ? <Say role="alert">{failed.message} <TextButton onPress={() => { refine.reset(); move.reset(); remove.reset(); add.reset(); duplicate.reset(); write.reset(); takeAlong.reset(); }}>Close</TextButton></Say> : null}
        {data.tiles.length === 0 ? <Message title="An empty board" action={<Button onPress={() => void navigate('/')}>Ask something</Button>}>Ask a question and choose “Pin to a board” under its answer; the chart appears here and stays live.</Message> : null}
        <Grid>
          {data.tiles.map((tile) => (
            <PlacedTile key={tile.id} tile={tile} label={tileName(tile)} canEdit={canEdit} onPlace={(change) => move.mutate({ tile, change })}>
              {tile.kind === 'answer'
                ? <TileCard boardId={boardId} tile={tile} refinement={refinement} count={count(tile.id)} canAsk={person.role !== 'viewer'} canComment={canComment} canEdit={canEdit} onAct={act(tile)} />
                : <WordsCard boardId={boardId} tile={tile} refinement={refinement} count={count(tile.id)} canAsk={false} canComment={canComment} canEdit={canEdit} onAct={act(tile)} onWords={(words) => write.mutate({ tile, words })} />}
            </PlacedTile>
          ))}
        </Grid>
      </Sheet>
      {talking ? <CommentsDrawer boardId={boardId} tile={talking.tile} about={talking.tile === null ? 'Comments' : `On “${nameOf(talking.tile)}”`} canComment={canComment} nameOf={nameOf} onClose={() => setTalking(null)} /> : null}
      </Columns>
      <HistoryDialog boardId={boardId} isOpen={looking} onClose={() => setLooking(false)} />
      {data.right === 'owner' ? <ShareDialog title="Share this board" kept={['board', boardId]} rights={RIGHTS} fetch={() => api.shares(boardId)} set={(who, right) => api.share(boardId, who, right)} isOpen={sharing} onClose={() => setSharing(false)} /> : null}
    </Page>
  );
}

function ScopePhrases({ phrases, nothing }: { phrases: readonly Phrase[]; nothing: string }) {
  if (phrases.length === 0) return <>{nothing}</>;
  return <>{phrases.map((phrase, index) => <span key={`${phrase.path}${phrase.text}`}>{index === 0 ? '' : leadOf(phrase.part)}<span className={phrase.part}>{phrase.text}</span></span>)}</>;
}

const RIGHTS = [['see', 'may see'], ['comment', 'may comment'], ['edit', 'may edit']] as const;

/** The board as it stands for me, with my refinement. */
const FILES = [
  { id: 'pptx', label: 'Take along as slides', note: 'PPTX, a slide an answer' },
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

const initials = (name: string) => name.split(/\s+/).map((part) => part[0] ?? '').join('').slice(0, 2).toUpperCase();

function sharedWords(board: Board): string {
  const whose = board.right === 'owner' ? 'yours' : `by ${board.owner}`;
  return board.sharedWith === 0 ? `${whose}, private` : `${whose}, shared with ${board.sharedWith} ${board.sharedWith === 1 ? 'person' : 'people'}`;
}

/** What the words in the line refine: the board's sentence or my refinement, as a reading that has the first tile's measure. */
function readingForLine(board: Board, whom: 'me' | 'everyone') {
  const first = board.tiles.find((tile) => tile.kind === 'answer');
  if (!first) return null;
  const scope = whom === 'everyone' ? board.scope : (board.refinement?.scope ?? { where: [], when: null, against: null });
  return { ...first.reading, by: [], rank: null, order: null, view: null, ...scope };
}
