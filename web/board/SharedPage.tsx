/** A board by a link, for who has not signed in: to look at, in a page of its own or in a frame of another. */
import { useQuery } from '@tanstack/react-query';
import { useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { api, ProblemError, type SharedBoard } from '../app/api';
import { Page } from '../app/Page';
import { SERIF } from '../app/theme';
import { leadOf } from '@zud/core/reading/sentence';
import { Failure, Loading, Message } from '../parts/states';
import { AnswerCard } from './AnswerCard';
import { BoardGrid } from './BoardGrid';
import { WordsFace } from './WordsFace';

const Sheet = styled.main`
  overflow: auto;
  padding: 18px 24px 24px;
  min-height: 0;
  height: 100%;
  h1 {
    font: 600 25px/1.3 ${SERIF};
  }
  > p {
    font: 400 16px/1.6 ${SERIF};
    color: var(--quiet);
    padding-bottom: 12px;
  }
`;
/** Guests have no live connection; their tiles are asked for again from time to time. */
const ANEW = 60_000;

export function SharedPage() {
  const { token = '' } = useParams();
  const framed = useSearchParams()[0].has('framed');
  const board = useQuery({ queryKey: ['shared', token], queryFn: () => api.shared(token), refetchInterval: ANEW });
  const inside = board.isPending ? (
    <Loading what="Opening the board" />
  ) : board.isError ? (
    board.error instanceof ProblemError && board.error.status === 404 ? (
      <Message title="This link shows nothing">
        It may be over or withdrawn, or a letter of it is missing. Ask who sent it for a new one.
      </Message>
    ) : (
      <Failure error={board.error} onRetry={() => void board.refetch()} />
    )
  ) : (
    <Shown token={token} board={board.data} />
  );
  if (framed) return <Sheet>{inside}</Sheet>;
  return (
    <Page bare>
      <Sheet>{inside}</Sheet>
    </Page>
  );
}

function Shown({ token, board }: { token: string; board: SharedBoard }) {
  const scope = board.phrases
    .map((phrase, index) => (index === 0 ? phrase.text : `${leadOf(phrase.part)}${phrase.text}`))
    .join('');
  const asOf =
    board.asOf === null
      ? ''
      : ` · data to ${new Date(`${board.asOf}T00:00:00Z`).toLocaleDateString(undefined, { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' })}`;
  return (
    <>
      <h1>{board.title}</h1>
      <p>
        Showing {scope === '' ? 'everything' : scope} · shared by {board.by}
        {asOf}
      </p>
      <BoardGrid looks={board.looks}>
        {board.tiles.map((tile) => (
          <div
            key={tile.id}
            data-tile={tile.id}
            style={{
              ['--x' as string]: tile.x,
              ['--y' as string]: tile.y,
              ['--w' as string]: tile.width,
              ['--h' as string]: tile.height,
            }}
          >
            {tile.kind === 'answer' ? (
              <GuestAnswer token={token} tile={tile} accent={board.looks.accent} />
            ) : tile.kind === 'commentary' ? (
              <GuestCommentary token={token} tile={tile} />
            ) : (
              <WordsFace kind={tile.kind} words={tile.words ?? ''} />
            )}
          </div>
        ))}
      </BoardGrid>
    </>
  );
}

type GuestTile = SharedBoard['tiles'][number];

function GuestAnswer({ token, tile, accent }: { token: string; tile: GuestTile; accent: number | undefined }) {
  const query = useQuery({
    queryKey: ['shared', token, tile.id],
    queryFn: ({ signal }) => api.sharedAnswer(token, tile.id, signal),
    placeholderData: (last) => last,
    refetchInterval: ANEW,
  });
  return (
    <AnswerCard
      title={tile.title}
      by={tile.by}
      data={query.data}
      error={query.error}
      isPending={query.isPending}
      {...(accent === undefined ? {} : { accent })}
    />
  );
}

function GuestCommentary({ token, tile }: { token: string; tile: GuestTile }) {
  const query = useQuery({
    queryKey: ['shared', token, tile.id],
    queryFn: ({ signal }) => api.sharedCommentary(token, tile.id, signal),
    placeholderData: (last) => last,
    refetchInterval: ANEW,
  });
  return (
    <WordsFace
      kind="commentary"
      words={tile.words ?? ''}
      sentences={query.data?.sentences}
      {...(query.isError && !query.data ? { fault: query.error.message } : {})}
    />
  );
}
