/** A briefing read as pages, each still open to questions: the latest edition, an earlier one, two side by side, or as it would come out now. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import type { BriefingView, Edition, EditionPage } from '@zud/core/contract/briefings';
import { api } from '../app/api';
import { Page } from '../app/Page';
import { usePerson } from '../app/session';
import { AskLine } from '../parts/AskLine';
import { Menu, TextButton } from '../parts/controls';
import { save } from '../inquiry/exports';
import { Failure, Loading, Message } from '../parts/states';
import { Beside, Entry, Keys, Left, Middle, Right, Three } from './briefing-layout';
import { BriefingDialog } from './BriefingDialog';
import { BriefingFace } from './BriefingFace';
import { PageMenu } from './PageMenu';
import { briefings, type BriefingChange } from './returning-api';

export function BriefingPage() {
  const { briefingId = '', number } = useParams();
  const briefing = useQuery({
    queryKey: ['briefing', briefingId],
    queryFn: () => briefings.one(briefingId),
    retry: false,
  });
  const latest = briefing.data?.editions[0]?.number ?? 0;
  const shown = number === 'preview' ? 0 : number === undefined ? latest : Number(number);
  const edition = useQuery({
    queryKey: ['edition', briefingId, shown, shown === 0 ? briefing.data?.pages : null],
    queryFn: ({ signal }) =>
      shown === 0 ? briefings.preview(briefingId, signal) : briefings.edition(briefingId, shown, signal),
    enabled: briefing.data !== undefined,
    retry: false,
    staleTime: shown === 0 ? 0 : 300_000,
  });
  const client = useQueryClient();
  if (briefing.isError || edition.isError)
    return (
      <Page>
        <Failure
          error={briefing.error ?? edition.error}
          onRetry={() => void (briefing.isError ? briefing.refetch() : edition.refetch())}
        />
      </Page>
    );
  if (briefing.data === undefined || edition.data === undefined)
    return (
      <Page>
        <Loading
          what={shown === 0 ? 'Computing the pages' : 'Opening the edition'}
          onStop={() => void client.cancelQueries({ queryKey: ['edition', briefingId] })}
        />
      </Page>
    );
  return <Shown briefing={briefing.data} edition={edition.data} />;
}

function Shown({ briefing, edition }: { briefing: BriefingView; edition: Edition }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const me = usePerson();
  const [search, setSearch] = useSearchParams();
  const [dialog, setDialog] = useState<'terms' | 'remove' | null>(null);
  const asks = me.role !== 'viewer';
  const there = edition.pages.filter(({ left }) => left === null);
  const at = Math.max(
    0,
    there.findIndex(({ id }) => id === search.get('page')),
  );
  const page = there[at];
  const besideNumber = search.get('beside') === null ? null : Number(search.get('beside'));
  const other = useQuery({
    queryKey: ['edition', briefing.id, besideNumber],
    queryFn: ({ signal }) => briefings.edition(briefing.id, besideNumber ?? 0, signal),
    enabled: besideNumber !== null,
    retry: false,
  });
  const open = (index: number) => {
    const next = there[Math.max(0, Math.min(there.length - 1, index))];
    if (next !== undefined)
      setSearch(
        { page: next.id, ...(besideNumber === null ? {} : { beside: String(besideNumber) }) },
        { replace: true },
      );
  };
  usePageKeys((by) => open(at + by));
  const refresh = async (now?: BriefingView) => {
    if (now !== undefined) client.setQueryData(['briefing', briefing.id], now);
    await Promise.all([
      client.invalidateQueries({ queryKey: ['briefing', briefing.id] }),
      client.invalidateQueries({ queryKey: ['briefings'] }),
    ]);
  };
  const change = useMutation({
    mutationFn: (what: BriefingChange) => briefings.change(briefing.id, { ...what, version: briefing.version }),
    onSuccess: async (now, what) => {
      await refresh(now);
      // what its pages are is seen as they would come out now
      if (what.pages !== undefined) void navigate(`/briefings/${briefing.id}/editions/preview`, { replace: true });
    },
  });
  const run = useMutation({
    mutationFn: () => briefings.run(briefing.id),
    onSuccess: async ({ number }) => {
      await refresh();
      void navigate(`/briefings/${briefing.id}/editions/${number}`);
    },
  });
  const modelId = page?.modelId ?? briefing.pages.find((one) => one.modelId !== null)?.modelId ?? null;
  const ask = useMutation({
    mutationFn: async (text: string) => {
      const inquiry = await api.createInquiry(modelId ?? '');
      const first = page?.reading ? await api.ask(inquiry.id, { reading: page.reading }, undefined) : null;
      const step = text === '' ? first : await api.ask(inquiry.id, { text }, first?.id);
      return `/inquiries/${inquiry.id}${step === null ? '' : `/steps/${step.id}`}`;
    },
    onSuccess: (to) => void navigate(to),
  });
  const add = useMutation({
    mutationFn: (text: string) => briefings.pagesOf(modelId ?? '', text),
    onSuccess: ({ pages }) => change.mutate({ pages: [...briefing.pages, ...pages] }),
  });
  const said = (text: string) => {
    const added = briefing.mine
      ? /^\s*(?:add|also|and also|with)\s+(?:a page (?:on|about|with|of)\s+)?(.+)$/i.exec(text)
      : null;
    if (added !== null) add.mutate(added[1] ?? '');
    else ask.mutate(text);
  };
  const take = useMutation({
    mutationFn: (what: { format: 'pdf' | 'pptx' | 'xlsx' | 'csv'; page?: string }) =>
      briefings.take(briefing.id, edition.number, what.format, what.page),
    onSuccess: ({ name, content }) => save(name, content),
  });
  const before = briefing.editions.find(({ number }) => number < (edition.number === 0 ? Infinity : edition.number));
  const when = new Date(edition.at).toLocaleString(undefined, {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    hour: '2-digit',
    minute: '2-digit',
  });
  const busy = ask.isPending || add.isPending || change.isPending || run.isPending;
  const failed = ask.error ?? add.error ?? change.error ?? run.error ?? take.error;
  return (
    <Page
      bare
      foot={
        asks && modelId !== null ? (
          <AskLine
            place={`briefing ${briefing.id}`}
            about={[briefing.title, there.length === 0 ? 'no page' : `page ${at + 1} of ${there.length}`]}
            placeholder={
              briefing.mine ? 'Ask of this page, or change the briefing in words: “add …”' : 'Ask of this page'
            }
            modelId={modelId}
            before={page?.reading ?? null}
            busy={busy}
            onAsk={said}
          >
            <Keys>
              <button type="button" aria-label="Page before" onClick={() => open(at - 1)}>
                ←
              </button>
              <button type="button" aria-label="Next page" onClick={() => open(at + 1)}>
                →
              </button>
            </Keys>
            {briefing.mine ? (
              <TextButton
                isDisabled={busy}
                onPress={() =>
                  change.mutate({
                    pages: briefing.pages.map((one) =>
                      one.only === 'always' ? { ...one, only: 'changed' as const } : one,
                    ),
                  })
                }
              >
                leave out pages without news
              </TextButton>
            ) : null}
          </AskLine>
        ) : (
          <span />
        )
      }
    >
      <Three>
        <Left aria-label="Pages">
          <h1>{briefing.title}</h1>
          <p>
            {edition.number === 0 ? 'as it would come out now; nothing is sent' : `edition ${edition.number}, ${when}`}
          </p>
          <h2>Pages</h2>
          <ol>
            {edition.pages.map((one) => {
              const place = there.indexOf(one);
              return (
                <Entry key={one.id} $on={one === page} $out={one.left !== null}>
                  <span>{place < 0 ? '' : place + 1}</span>
                  <button
                    type="button"
                    aria-current={one === page ? 'page' : undefined}
                    disabled={one.left !== null}
                    onClick={() => open(place)}
                  >
                    {one.title === '' ? 'A page' : one.title}
                  </button>
                  {briefing.mine && one.id === firstOf(edition.pages, one.of) ? (
                    <PageMenu
                      page={briefing.pages.find(({ id }) => id === one.of)}
                      pages={briefing.pages}
                      onChange={(pages) => change.mutate({ pages })}
                    />
                  ) : (
                    <span />
                  )}
                  {one.left !== null ? (
                    <small>left out: {one.left}</small>
                  ) : one.condition === '' ? null : (
                    <small>{one.condition}</small>
                  )}
                </Entry>
              );
            })}
          </ol>
          {briefing.mine ? (
            <Menu
              plain
              label="Add a page ▾"
              ariaLabel="Add a page"
              entries={[
                { id: 'unusual', label: 'What is unusual', note: 'left out where nothing is' },
                { id: 'text', label: 'Words of your own' },
                { id: 'words', label: 'A question …', note: 'say “add …” in the line below' },
              ]}
              onChoose={(id) => {
                if (id === 'words') document.querySelector<HTMLInputElement>('input[role=combobox]')?.focus();
                else
                  change.mutate({
                    pages: [
                      ...briefing.pages,
                      {
                        id: crypto.randomUUID().slice(0, 8),
                        title: id === 'text' ? 'Words' : 'What is unusual',
                        kind: id === 'text' ? 'text' : 'findings',
                        modelId: id === 'text' ? null : modelId,
                        reading: null,
                        words: id === 'text' ? 'Write here what the numbers do not say.' : null,
                        only: id === 'text' ? 'always' : 'unusual',
                        each: null,
                      },
                    ],
                  });
              }}
            />
          ) : null}
        </Left>
        <Middle aria-label="The page" tabIndex={0}>
          {failed ? <Failure error={failed} /> : null}
          {busy ? <Loading what={run.isPending ? 'Making the edition' : 'Working'} /> : null}
          {page === undefined ? (
            <Message title="Nothing to tell">
              No page is in this edition: each says at the left why it is left out.
            </Message>
          ) : besideNumber === null ? (
            <BriefingFace page={page} onAsk={asks && page.reading !== null ? () => ask.mutate('') : null} />
          ) : (
            <Beside>
              <section aria-label={`Edition ${edition.number}`}>
                <BriefingFace
                  page={page}
                  heading={edition.number === 0 ? 'now' : `edition ${edition.number}`}
                  onAsk={null}
                />
              </section>
              <section aria-label={`Edition ${besideNumber}`}>
                {other.isPending ? <Loading what="Opening the other edition" /> : null}
                {other.isError ? <Failure error={other.error} /> : null}
                {other.data === undefined ? null : <OtherPage edition={other.data} page={page} />}
              </section>
            </Beside>
          )}
        </Middle>
        <Right aria-label="About this edition">
          {edition.limits === null ? null : (
            <section>
              <p>{edition.limits}</p>
            </section>
          )}
          <section>
            <h2>Since the last edition</h2>
            <p>
              {before === undefined
                ? 'This is the first.'
                : edition.since.length === 0
                  ? 'Nothing of it changed.'
                  : edition.since.join(' ')}
            </p>
          </section>
          {briefing.mine ? (
            <section>
              <h2>Sent</h2>
              {edition.number === 0 ? (
                <p>
                  Nothing yet: to {briefing.receivers.map(({ name }) => name).join(', ') || 'nobody'}, each with their
                  own rows.
                </p>
              ) : (
                <p>
                  {edition.sent.length === 0 ? 'To nobody.' : `${edition.sent.join('. ')}, each with their own rows.`}
                </p>
              )}
              <div>
                <TextButton onPress={() => setDialog('terms')}>to whom and when …</TextButton>
              </div>
            </section>
          ) : null}
          <section>
            <h2>Next</h2>
            <p>
              {briefing.paused !== null
                ? `Paused: ${briefing.paused}`
                : briefing.look === 'data'
                  ? 'Whenever data arrive.'
                  : (briefing.next ?? 'By hand only.')}
            </p>
            <div>
              {briefing.next === null ? null : <a href={`/api/briefings/${briefing.id}/calendar`}>calendar</a>}
              {briefing.mine ? (
                <>
                  <TextButton isDisabled={busy} onPress={() => run.mutate()}>
                    run now
                  </TextButton>
                  <TextButton isDisabled={busy} onPress={() => change.mutate({ paused: briefing.paused === null })}>
                    {briefing.paused === null ? 'pause' : 'start again'}
                  </TextButton>
                </>
              ) : null}
            </div>
          </section>
          <section>
            <h2>Take along</h2>
            <div>
              {edition.number === 0
                ? 'An edition can be taken along; run it first.'
                : (['pdf', 'pptx', 'xlsx'] as const).map((format) => (
                    <TextButton key={format} isDisabled={take.isPending} onPress={() => take.mutate({ format })}>
                      {format.toUpperCase()}
                    </TextButton>
                  ))}
              {edition.number !== 0 && page?.answer ? (
                <TextButton isDisabled={take.isPending} onPress={() => take.mutate({ format: 'csv', page: page.id })}>
                  this page as CSV
                </TextButton>
              ) : null}
            </div>
          </section>
          {briefing.editions.length > 0 ? (
            <section>
              <h2>Editions</h2>
              <div>
                {before === undefined ? null : besideNumber === null ? (
                  <Link
                    to={`?${new URLSearchParams({ page: page?.id ?? '', beside: String(before.number) }).toString()}`}
                  >
                    edition {before.number} beside it
                  </Link>
                ) : (
                  <Link to={`?${new URLSearchParams({ page: page?.id ?? '' }).toString()}`}>only this edition</Link>
                )}
                {edition.number === 0 ? null : (
                  <Link to={`/briefings/${briefing.id}/editions/preview`}>as it would come out now</Link>
                )}
                <Menu
                  plain
                  label="others ▾"
                  ariaLabel="Other editions"
                  entries={briefing.editions.map((one) => ({
                    id: String(one.number),
                    label: `Edition ${one.number}`,
                    note: new Date(one.at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' }),
                    disabled: one.number === edition.number,
                  }))}
                  onChoose={(number) => void navigate(`/briefings/${briefing.id}/editions/${number}`)}
                />
              </div>
            </section>
          ) : null}
          {briefing.mine ? (
            <div>
              <TextButton onPress={() => setDialog('remove')}>remove this briefing …</TextButton>
            </div>
          ) : null}
        </Right>
      </Three>
      {briefing.mine ? (
        <BriefingDialog
          open={dialog}
          briefing={briefing}
          onChange={(what) => change.mutate(what)}
          error={change.error}
          onClose={() => setDialog(null)}
        />
      ) : null}
    </Page>
  );
}

const firstOf = (pages: readonly EditionPage[], of: string): string | undefined =>
  pages.find((one) => one.of === of)?.id;

function OtherPage({ edition, page }: { edition: Edition; page: EditionPage }) {
  const there = edition.pages.find(({ id }) => id === page.id);
  if (there === undefined)
    return <Message title="Not in that edition">Edition {edition.number} had no such page.</Message>;
  if (there.left !== null)
    return (
      <Message title="Left out">
        It was left out of edition {edition.number}: {there.left}.
      </Message>
    );
  return <BriefingFace page={there} heading={`edition ${edition.number}`} onAsk={null} />;
}

/** The arrow keys turn the pages, wherever no text is being written. */
function usePageKeys(turn: (by: number) => void): void {
  const turning = useRef(turn);
  useEffect(() => {
    turning.current = turn;
  });
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      const { target } = event;
      if (
        event.altKey ||
        event.ctrlKey ||
        event.metaKey ||
        (target instanceof HTMLElement &&
          target.closest('input, textarea, select, [role=menu], [role=dialog], [role=radiogroup]'))
      )
        return;
      if (event.key === 'ArrowRight' || event.key === 'PageDown') turning.current(1);
      else if (event.key === 'ArrowLeft' || event.key === 'PageUp') turning.current(-1);
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, []);
}
