/** A kept alert: as it is, what it told, and how it would have over the past. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { AlertWithOccasions } from '@zud/core/contract/alerts';
import { Page } from '../app/Page';
import { ConfirmDialog } from '../parts/ConfirmDialog';
import { Button, TextButton } from '../parts/controls';
import { ago } from '../parts/List';
import { Failure, Loading } from '../parts/states';
import { Acts, Columns, Crumbs, Main, Side } from './alert-layout';
import { TermsOfAlert } from './AlertTerms';
import { TrialOf } from './AlertTrial';
import { Occasions } from './Occasions';
import { keyOf } from './Receivers';
import { returning, type AlertChange } from './returning-api';

const State = styled.p`
  && {
    border-left: 2px solid var(--signal);
    padding-left: 12px;
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
