/** Today: the ask line large, suggestions from the model, boards and inquiries of late. */
import { useMutation, useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { api, type BoardSummary } from '../app/api';
import { useInterface } from '../app/interface-state';
import { Page } from '../app/Page';
import { usePerson } from '../app/session';
import { NARROW, SERIF } from '../app/theme';
import { AskLine } from '../parts/AskLine';
import { TextButton } from '../parts/controls';
import { ago, List } from '../parts/List';
import { Failure, Loading } from '../parts/states';
import { WorthALook } from '../findings/WorthALook';
import { KeptFigures } from '../returning/KeptFigures';
import { AmissData } from '../data/AmissData';
import { DecisionsToday } from '../returning/DecisionsToday';
import { ToldToday } from '../returning/ToldToday';
import { useMakeBriefing } from '../returning/use-make-briefing';
import { asksForAlert, asksForBriefing } from '@zud/core/alerts/lead';
import { newAlertAddress } from '../returning/new-alert';
import { ModelMenu, useModelChoice } from './ModelChoice';

const Top = styled.section`
  padding: 34px 0 30px;
  display: grid;
  gap: 14px;
  h1 {
    font: 600 32px/1.2 ${SERIF};
    letter-spacing: -0.01em;
  }
`;
const Starters = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 22px;
  align-items: baseline;
  font-size: 13px;
  color: var(--quiet);
  button {
    font: 400 16px/1.4 ${SERIF};
  }
`;
const Two = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 28px 40px;
  align-items: start;
  > div {
    display: grid;
    gap: 26px;
  }
  h2 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    margin-bottom: 8px;
  }
  p {
    font: 400 16px/1.5 ${SERIF};
    color: var(--quiet);
  }
  @media (max-width: ${NARROW}) {
    grid-template-columns: minmax(0, 1fr);
    gap: 24px;
  }
`;

const Mentions = styled.section`
  padding-bottom: 26px;
  h2 {
    font-size: 12px;
    font-weight: 600;
    color: var(--signal);
    margin-bottom: 8px;
  }
`;

/** Boards that several people open, most first; those changed last first among equals, as they come. */
function popularAmong(boards: readonly BoardSummary[]): readonly BoardSummary[] {
  return boards
    .filter((board) => board.openedBy > 1)
    .sort((a, b) => b.openedBy - a.openedBy)
    .slice(0, 4);
}

export function TodayPage() {
  const person = usePerson();
  const navigate = useNavigate();
  const { setDraft, setSide } = useInterface();
  const [search] = useSearchParams();
  const inquiries = useQuery({ queryKey: ['inquiries'], queryFn: api.inquiries });
  const choice = useModelChoice(search.get('model'));
  const { models, modelId } = choice;
  const model = useQuery({
    queryKey: ['model', modelId],
    queryFn: () => api.model(modelId ?? ''),
    enabled: modelId !== null,
    staleTime: 300_000,
  });
  const boards = useQuery({ queryKey: ['boards'], queryFn: api.boards });
  const mentions = useQuery({ queryKey: ['mentions'], queryFn: api.mentions, staleTime: 0 });
  const news = useQuery({ queryKey: ['news'], queryFn: api.news, staleTime: 0 });
  const running = useRef<AbortController | null>(null);
  const ask = useMutation({
    mutationFn: async (text: string) => {
      running.current = new AbortController();
      const { signal } = running.current;
      const inquiry = await api.createInquiry(modelId ?? '');
      const step = await api.ask(inquiry.id, { text }, undefined, signal).catch(async (error: unknown) => {
        if (signal.aborted) await api.deleteInquiry(inquiry.id);
        throw error;
      });
      return { inquiry, step };
    },
    onSuccess: ({ inquiry, step }) => {
      setDraft('today', '');
      setSide('chart');
      void navigate(`/inquiries/${inquiry.id}/steps/${step.id}`);
    },
  });
  const brief = useMakeBriefing();
  /** Shown at once: a list that slides away under the pointer loses the click. */
  const pending =
    models.isPending ||
    (modelId !== null && model.isPending) ||
    boards.isPending ||
    inquiries.isPending ||
    mentions.isPending ||
    news.isPending;
  const popular = popularAmong(boards.data ?? []);
  const hour = new Date().getHours();
  const greeting = hour < 12 ? 'Good morning' : hour < 18 ? 'Good afternoon' : 'Good evening';
  const asks = person.role !== 'viewer';
  return (
    <Page>
      <Top>
        <h1>
          {greeting}, {person.name.split(' ')[0]}
        </h1>
        {models.isError ? <Failure error={models.error} onRetry={() => void models.refetch()} /> : null}
        {models.data?.length === 0 ? (
          <p>
            There is nothing to ask of yet. Bring a file under <Link to="/models">Models</Link>, or ask a steward to;
            then you can ask here.
          </p>
        ) : null}
        {asks && modelId !== null && !pending ? (
          <>
            <AskLine
              large
              place="today"
              about={[model.data?.name ?? '', 'a new inquiry']}
              placeholder="Ask a question"
              modelId={modelId}
              before={null}
              busy={ask.isPending}
              onAsk={(text) =>
                asksForAlert(text)
                  ? void navigate(newAlertAddress(modelId, text))
                  : asksForBriefing(text)
                    ? brief.mutate({ modelId, text })
                    : ask.mutate(text)
              }
            >
              <ModelMenu choice={choice} label="Model ▾" />
            </AskLine>
            {brief.isError ? <Failure error={brief.error} /> : null}
            {ask.isPending ? <Loading what="Computing" onStop={() => running.current?.abort()} /> : null}
            {ask.isError && !(ask.error instanceof DOMException) ? (
              <Failure error={ask.error} onRetry={() => ask.variables !== undefined && ask.mutate(ask.variables)} />
            ) : null}
            <Starters aria-label="Suggestions">
              {(model.data?.starters ?? []).map((starter) => (
                <TextButton key={starter} isDisabled={ask.isPending} onPress={() => ask.mutate(starter)}>
                  {starter}
                </TextButton>
              ))}
            </Starters>
          </>
        ) : null}
      </Top>
      {pending ? null : <KeptFigures />}
      {pending ? null : <AmissData />}
      {pending ? null : <ToldToday />}
      {pending ? null : <DecisionsToday />}
      {(mentions.data ?? []).length > 0 && !pending ? (
        <Mentions aria-label="Mentions">
          <h2>You were mentioned</h2>
          <List
            label="Mentions"
            entries={(mentions.data ?? []).map((one) => ({
              id: one.id,
              to: `/boards/${one.boardId}?comments`,
              title: one.text,
              about: `${one.by} on ${one.board} · ${ago(one.at)}`,
            }))}
          />
        </Mentions>
      ) : null}
      {(news.data ?? []).length > 0 && !pending ? (
        <Mentions aria-label="News">
          <h2>Changed on boards you follow</h2>
          <List
            label="News"
            entries={(news.data ?? []).map((one) => ({
              id: one.boardId,
              to: `/boards/${one.boardId}`,
              title: one.board,
              about: `${one.by} ${one.what}${one.changes > 1 ? `, and ${one.changes - 1} more` : ''} · ${ago(one.at)}`,
            }))}
          />
        </Mentions>
      ) : null}
      {pending ? (
        <Loading what="Opening" />
      ) : (
        <Two>
          {modelId === null ? <div /> : <WorthALook modelId={modelId} asks={asks} />}
          <div>
            <section>
              <h2>Boards</h2>
              {boards.isError ? (
                <Failure error={boards.error} />
              ) : boards.data.length === 0 ? (
                <p>No boards yet. Pin an answer to make one.</p>
              ) : (
                <List
                  label="Boards"
                  entries={boards.data.slice(0, 6).map((board) => ({
                    id: board.id,
                    to: `/boards/${board.id}`,
                    title: board.title,
                    about: `${board.owner} · ${ago(board.updatedAt)}${board.followers > 1 ? ` · ${board.followers} follow it` : ''}`,
                  }))}
                />
              )}
            </section>
            <section>
              <h2>Inquiries</h2>
              {inquiries.isError ? (
                <Failure error={inquiries.error} />
              ) : inquiries.data.length === 0 ? (
                <p>
                  {asks
                    ? 'None yet. Ask a question above.'
                    : 'Your role reads boards; asking needs the role of analyst.'}
                </p>
              ) : (
                <List
                  label="Inquiries"
                  entries={inquiries.data.slice(0, 6).map((one) => ({
                    id: one.id,
                    to: `/inquiries/${one.id}`,
                    title: one.title,
                    about: ago(one.updatedAt),
                  }))}
                />
              )}
            </section>
            {popular.length > 0 ? (
              <section>
                <h2>Opened most in four weeks</h2>
                <List
                  label="Opened most"
                  entries={popular.map((board) => ({
                    id: board.id,
                    to: `/boards/${board.id}`,
                    title: board.title,
                    about: `by ${board.openedBy} people`,
                  }))}
                />
              </section>
            ) : null}
          </div>
        </Two>
      )}
    </Page>
  );
}
