/** One alert: as it would be, tried over the past, before it is kept; and as it is, with what it told. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Link, useLocation, useNavigate, useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { AlertLook } from '@zud/core/alerts/alert';
import type { AlertWithOccasions, OccasionView, Trial } from '@zud/core/contract/alerts';
import type { QuietHours, Receiver } from '@zud/core/contract/messages';
import type { Reading } from '@zud/core/reading/schema';
import { api } from '../app/api';
import { Page } from '../app/Page';
import { usePerson } from '../app/session';
import { NARROW, SERIF } from '../app/theme';
import { Choice } from '../parts/Choice';
import { ConfirmDialog } from '../parts/ConfirmDialog';
import { Button, PrimaryButton, TextButton } from '../parts/controls';
import { ago } from '../parts/List';
import { Failure, Loading } from '../parts/states';
import { LookChoice } from './LookChoice';
import { keyOf, Receivers } from './Receivers';
import { returning, zone, type AlertAsked, type AlertChange } from './returning-api';
import { TrialPicture } from './TrialPicture';

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 28px 48px;
  align-items: start;
  @media (max-width: ${NARROW}) {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Main = styled.div`
  display: grid;
  gap: 22px;
  h1 {
    font: 600 27px/1.3 ${SERIF};
    text-wrap: balance;
  }
  h2 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    margin-bottom: 8px;
  }
  p {
    font: 400 17px/1.5 ${SERIF};
  }
  p.quiet {
    color: var(--quiet);
  }
`;
const Crumbs = styled.p`
  && {
    font: inherit;
    font-size: 13px;
    color: var(--quiet);
  }
`;
const Side = styled.aside`
  display: grid;
  gap: 18px;
  section {
    border-bottom: 1px solid var(--line);
    padding-bottom: 16px;
  }
  h2 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    margin-bottom: 6px;
  }
  p,
  li {
    font: 400 15.5px/1.45 ${SERIF};
  }
  input[type='time'],
  input[type='number'] {
    border: 1px solid var(--line);
    border-radius: 3px;
    background: var(--raised);
    padding: 4px 6px;
    width: auto;
  }
`;
const Times = styled.ol`
  border-top: 1px solid var(--line);
  max-height: 340px;
  overflow: auto;
  li {
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
    font: 400 16px/1.45 ${SERIF};
  }
  small {
    color: var(--quiet);
  }
`;
const Acts = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: baseline;
`;

interface Terms {
  readonly look: AlertLook;
  readonly receivers: readonly Receiver[];
  readonly again: number | null;
  readonly quiet: QuietHours | null;
}

/** To whom, when, how often: the same before and after it is kept. */
function TermsOfAlert(
  props: Terms & {
    looks: string;
    names: ReadonlyMap<string, string>;
    disabled?: boolean;
    onChange: (change: AlertChange, looks?: string) => void;
  },
) {
  const { look, receivers, again, quiet, onChange } = props;
  return (
    <>
      <section>
        <h2>Told to</h2>
        <Receivers receivers={receivers} names={props.names} onChange={(next) => onChange({ receivers: next })} />
      </section>
      <section>
        <h2>Looked at</h2>
        <LookChoice
          look={look}
          words={props.looks}
          onChange={(next, words) => next !== null && onChange({ look: next }, words)}
        />
      </section>
      <section>
        <h2>While it lasts</h2>
        <Choice
          label="While it lasts"
          value={again === null ? 'once' : 'again'}
          options={[
            ['once', 'told once, until it is back to normal'],
            ['again', 'told again'],
          ]}
          onChange={(value) => onChange({ again: value === 'once' ? null : 1 })}
        />
        {again === null ? null : (
          <p>
            every{' '}
            <input
              type="number"
              aria-label="Periods between two words"
              min={1}
              max={400}
              value={again}
              onChange={(event) => onChange({ again: Math.max(1, Math.min(400, Number(event.target.value) || 1)) })}
            />{' '}
            periods
          </p>
        )}
      </section>
      <section>
        <h2>Quiet hours</h2>
        {quiet === null ? (
          <TextButton onPress={() => onChange({ quiet: { from: '20:00', to: '07:00', zone: zone() } })}>
            none; keep some
          </TextButton>
        ) : (
          <p>
            from{' '}
            <input
              type="time"
              aria-label="Quiet from"
              value={quiet.from}
              onChange={(event) =>
                event.target.value !== '' && onChange({ quiet: { ...quiet, from: event.target.value } })
              }
            />{' '}
            to{' '}
            <input
              type="time"
              aria-label="Quiet until"
              value={quiet.to}
              onChange={(event) =>
                event.target.value !== '' && onChange({ quiet: { ...quiet, to: event.target.value } })
              }
            />{' '}
            <TextButton onPress={() => onChange({ quiet: null })}>none</TextButton>
          </p>
        )}
      </section>
    </>
  );
}

function TrialOf({ trial }: { trial: Trial }) {
  return (
    <>
      <p>
        <strong>{trial.text}</strong>{' '}
        {trial.times.length > 0 && trial.now.length > 0
          ? 'It is the case now; you are told when it comes about the next time.'
          : ''}
      </p>
      <TrialPicture trial={trial} />
      {trial.times.length === 0 ? null : (
        <section>
          <h2>When it would have told you</h2>
          <Times aria-label="When it would have told you" tabIndex={0}>
            {[...trial.times].reverse().map((one) => (
              <li key={one.at}>{one.text}</li>
            ))}
          </Times>
        </section>
      )}
    </>
  );
}

/** An alert that is not kept yet. */
export function NewAlertPage() {
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const me = usePerson();
  const client = useQueryClient();
  const given = (useLocation().state as { reading?: Reading } | null)?.reading;
  const modelId = search.get('model') ?? '';
  const text = search.get('text') ?? '';
  const [words, setWords] = useState(text);
  const [terms, setTerms] = useState<Partial<Terms> & { looks?: string }>({});
  const asked: AlertAsked = { modelId, text, ...(given === undefined ? {} : { reading: given }) };
  const draft = useQuery({
    queryKey: ['alert draft', modelId, text, given],
    queryFn: () => returning.readAlert(asked),
    retry: false,
    enabled: text !== '',
  });
  const trial = useQuery({
    queryKey: ['alert trial', modelId, text, given, terms.again ?? null],
    queryFn: ({ signal }) => returning.tryAlert({ ...asked, again: terms.again ?? null }, signal),
    retry: false,
    enabled: draft.isSuccess,
  });
  const keep = useMutation({
    mutationFn: () =>
      returning.makeAlert({
        ...asked,
        ...(terms.look === undefined ? {} : { look: terms.look }),
        receivers: terms.receivers ?? draft.data?.receivers ?? [],
        again: terms.again ?? null,
        quiet: terms.quiet ?? null,
      }),
    onSuccess: ({ id }) => {
      void client.invalidateQueries({ queryKey: ['alerts'] });
      void navigate(`/alerts/${id}`, { replace: true });
    },
  });
  const again = (event?: { preventDefault(): void }) => {
    event?.preventDefault();
    void navigate(`/alerts/new?${new URLSearchParams({ model: modelId, text: words }).toString()}`, {
      replace: true,
      state: given === undefined ? null : { reading: given },
    });
  };
  const look = terms.look ?? draft.data?.look ?? 'data';
  return (
    <Page>
      <Columns>
        <Main>
          <Crumbs>
            <Link to="/alerts">Alerts</Link> · not kept yet
          </Crumbs>
          {draft.isPending && text !== '' ? <Loading what="Reading" /> : null}
          {draft.data === undefined ? null : <h1>You are told when {draft.data.sentence}</h1>}
          {draft.data?.notes.map((note) => (
            <p key={note} className="quiet">
              {note}
            </p>
          ))}
          <Words onSubmit={again}>
            <label htmlFor="words">In words</label>
            <input id="words" value={words} onChange={(event) => setWords(event.target.value)} autoComplete="off" />
            <Button type="submit" isDisabled={words.trim() === '' || words === text}>
              Try it
            </Button>
          </Words>
          {draft.isError ? <Failure error={draft.error} /> : null}
          {trial.isLoading ? (
            <Loading
              what="Trying it over the past"
              onStop={() => void client.cancelQueries({ queryKey: ['alert trial'] })}
            />
          ) : null}
          {trial.isError ? <Failure error={trial.error} onRetry={() => void trial.refetch()} /> : null}
          {trial.data === undefined ? null : <TrialOf trial={trial.data} />}
          {keep.isError ? <Failure error={keep.error} /> : null}
          {draft.isSuccess ? (
            <Acts>
              <PrimaryButton isDisabled={keep.isPending || !trial.isSuccess} onPress={() => keep.mutate()}>
                Keep this alert
              </PrimaryButton>
              <Button onPress={() => void navigate(-1)}>Not now</Button>
            </Acts>
          ) : null}
        </Main>
        {draft.data === undefined ? null : (
          <Side aria-label="To whom and when">
            <TermsOfAlert
              look={look}
              looks={terms.looks ?? draft.data.looks}
              receivers={terms.receivers ?? draft.data.receivers}
              again={terms.again ?? null}
              quiet={terms.quiet ?? null}
              names={new Map([[keyOf({ kind: 'person', id: me.id }), me.name]])}
              onChange={(change, looks) =>
                setTerms({ ...terms, ...(change as Partial<Terms>), ...(looks === undefined ? {} : { looks }) })
              }
            />
          </Side>
        )}
      </Columns>
    </Page>
  );
}

const Words = styled.form`
  display: flex;
  gap: 12px;
  align-items: baseline;
  label {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    white-space: nowrap;
  }
  input {
    flex: 1;
    min-width: 0;
    border: 0;
    border-bottom: 1px solid var(--line);
    background: none;
    padding: 6px 0;
    font: 400 17px/1.4 ${SERIF};
  }
`;

export function AlertPage() {
  const { alertId = '' } = useParams();
  const found = useQuery({ queryKey: ['alert', alertId], queryFn: () => returning.alert(alertId), retry: false });
  if (found.isPending)
    return (
      <Page>
        <Loading what="Opening the alert" />
      </Page>
    );
  if (found.isError)
    return (
      <Page>
        <Failure error={found.error} onRetry={() => void found.refetch()} />
      </Page>
    );
  return <KeptAlert alert={found.data} />;
}

function KeptAlert({ alert }: { alert: AlertWithOccasions }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const [removing, setRemoving] = useState(false);
  const refresh = () =>
    Promise.all([
      client.invalidateQueries({ queryKey: ['alert', alert.id] }),
      client.invalidateQueries({ queryKey: ['alerts'] }),
      client.invalidateQueries({ queryKey: ['told'] }),
    ]);
  const trial = useQuery({
    queryKey: ['alert trial', alert.id, alert.again],
    queryFn: ({ signal }) => returning.tryKept(alert.id, signal),
    retry: false,
  });
  const change = useMutation({
    mutationFn: (what: AlertChange) => returning.changeAlert(alert.id, what),
    onSettled: refresh,
  });
  const see = useMutation({ mutationFn: () => returning.see(alert.id), onSettled: refresh });
  const remove = useMutation({
    mutationFn: () => returning.removeAlert(alert.id),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['alerts'] });
      void navigate('/alerts');
    },
  });
  const { sleeps } = alert;
  const names = new Map(alert.receivers.map(({ to, name }) => [keyOf(to), name]));
  const unseen = alert.occasions.some(({ seen }) => !seen);
  return (
    <Page>
      <Columns>
        <Main>
          <Crumbs>
            <Link to="/alerts">Alerts</Link> · {alert.mine ? 'yours' : `of ${alert.owner.name}`}
            {alert.said === null ? '' : ` · said as “${alert.said}”`}
          </Crumbs>
          <h1>
            {alert.mine || alert.receivers.length > 0 ? 'You are told when' : 'Told when'} {alert.sentence}
          </h1>
          {alert.paused !== null ? (
            <State>
              <strong>Paused.</strong> {alert.paused}
            </State>
          ) : null}
          {sleeps && alert.snoozedUntil !== null ? (
            <State>
              <strong>Sleeps</strong> until{' '}
              {new Date(alert.snoozedUntil).toLocaleString(undefined, { dateStyle: 'long', timeStyle: 'short' })}; what
              comes until then is told after it.
            </State>
          ) : null}
          <section>
            <h2>What it told</h2>
            {alert.occasions.length === 0 ? (
              <p className="quiet">Nothing yet. It began {ago(alert.createdAt)} with what was the case then.</p>
            ) : (
              <Occasions occasions={alert.occasions} marked={search.get('told')} />
            )}
            {unseen ? (
              <TextButton onPress={() => see.mutate()} isDisabled={see.isPending}>
                mark all as seen
              </TextButton>
            ) : null}
          </section>
          {trial.isPending ? <Loading what="Looking at the past" /> : null}
          {trial.isError ? <Failure error={trial.error} /> : null}
          {trial.data === undefined ? null : <TrialOf trial={trial.data} />}
        </Main>
        <Side aria-label="To whom and when">
          {alert.mine ? (
            <>
              <TermsOfAlert
                look={alert.look}
                looks={alert.looks}
                receivers={alert.receivers.map(({ to }) => to)}
                again={alert.again}
                quiet={alert.quiet}
                names={names}
                onChange={(what) => change.mutate(what)}
              />
              {change.isError ? <Failure error={change.error} /> : null}
              <Acts>
                <Button onPress={() => change.mutate({ paused: alert.paused === null })}>
                  {alert.paused === null ? 'Pause it' : 'Start it again'}
                </Button>
                <Button
                  onPress={() =>
                    change.mutate({ snoozedUntil: sleeps ? null : new Date(Date.now() + 7 * 86_400_000).toISOString() })
                  }
                >
                  {sleeps ? 'Wake it' : 'Let it sleep for a week'}
                </Button>
                <Button onPress={() => setRemoving(true)}>Remove …</Button>
              </Acts>
              <ConfirmDialog
                isOpen={removing}
                title="Remove this alert?"
                text="It tells nobody any more, and what it told is removed with it."
                act="Remove it"
                error={remove.error}
                onConfirm={() => remove.mutate()}
                onClose={() => setRemoving(false)}
              />
            </>
          ) : (
            <section>
              <h2>Looked at</h2>
              <p>{alert.looks}</p>
            </section>
          )}
        </Side>
      </Columns>
    </Page>
  );
}

const State = styled.p`
  && {
    border-left: 2px solid var(--signal);
    padding-left: 12px;
  }
`;

/** What was told, each with the way to ask on. */
export function Occasions({
  occasions,
  marked,
  brief = false,
}: {
  occasions: readonly OccasionView[];
  marked?: string | null;
  brief?: boolean;
}): ReactNode {
  const navigate = useNavigate();
  const me = usePerson();
  const ask = useMutation({
    mutationFn: async ({ modelId, reading }: { modelId: string; reading: Reading }) => {
      const inquiry = await api.createInquiry(modelId);
      const step = await api.ask(inquiry.id, { reading }, undefined);
      return `/inquiries/${inquiry.id}/steps/${step.id}`;
    },
    onSuccess: (to) => void navigate(to),
  });
  return (
    <>
      <Times aria-label="What alerts told" tabIndex={0}>
        {occasions.map((one) => (
          <li key={one.id} aria-current={one.id === marked ? 'true' : undefined}>
            {one.texts.map((text) => (
              <div key={text}>{one.seen ? text : <strong>{text}</strong>}</div>
            ))}
            <small>
              {ago(one.at)}
              {brief ? (
                <>
                  {' '}
                  · <Link to={`/alerts/${one.alertId}?told=${one.id}`}>the alert</Link>
                </>
              ) : null}
            </small>{' '}
            {one.reading !== null && me.role !== 'viewer' ? (
              <TextButton
                isDisabled={ask.isPending}
                onPress={() => one.reading !== null && ask.mutate({ modelId: one.modelId, reading: one.reading })}
              >
                ask on
              </TextButton>
            ) : null}
          </li>
        ))}
      </Times>
      {ask.isError ? <Failure error={ask.error} /> : null}
    </>
  );
}
