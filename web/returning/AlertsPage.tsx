/** Alerts: what one is told of when, and a line to say a new one in words. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { asksForAlert } from '@zud/core/alerts/lead';
import type { AlertView } from '@zud/core/contract/alerts';
import { Page } from '../app/Page';
import { usePerson } from '../app/session';
import { SERIF } from '../app/theme';
import { PrimaryButton } from '../parts/controls';
import { ago, List, Title } from '../parts/List';
import { Failure, Loading } from '../parts/states';
import { ModelMenu, useModelChoice } from '../today/ModelChoice';
import { returning } from './returning-api';

export const Say = styled.form`
  display: grid;
  gap: 8px;
  margin-bottom: 30px;
  label {
    font: 400 18px/1.4 ${SERIF};
  }
  input {
    width: 100%;
    border: 0;
    border-bottom: 1.5px solid var(--ink);
    background: none;
    padding: 8px 0;
    font: 400 20px/1.4 ${SERIF};
  }
  input::placeholder {
    color: var(--quiet);
    font-style: italic;
    opacity: 1;
  }
  div {
    display: flex;
    gap: 16px;
    align-items: baseline;
    flex-wrap: wrap;
    color: var(--quiet);
    font-size: 13px;
  }
`;
export const Nothing = styled.p`
  font: 400 17px/1.5 ${SERIF};
  color: var(--quiet);
`;

/** What is the case with an alert, in a few words. */
function stateOfAlert(alert: AlertView): string {
  if (alert.paused !== null) return 'paused';
  if (alert.sleeps && alert.snoozedUntil !== null)
    return `sleeps until ${new Date(alert.snoozedUntil).toLocaleDateString(undefined, { day: 'numeric', month: 'long' })}`;
  return alert.lastTold === null ? 'has told nothing yet' : `told ${ago(alert.lastTold)}`;
}

export function AlertsPage() {
  const person = usePerson();
  const navigate = useNavigate();
  const alerts = useQuery({ queryKey: ['alerts'], queryFn: returning.alerts });
  const choice = useModelChoice();
  const { modelId } = choice;
  const [text, setText] = useState('');
  const asks = person.role !== 'viewer';
  return (
    <Page>
      <Title>Alerts</Title>
      {asks && modelId !== null ? (
        <Say
          onSubmit={(event) => {
            event.preventDefault();
            const said = text.trim();
            if (said !== '')
              void navigate(
                `/alerts/new?${new URLSearchParams({ model: modelId, text: asksForAlert(said) ? said : `tell me when ${said}` }).toString()}`,
              );
          }}
        >
          <label htmlFor="alert-words">Tell me when …</label>
          <input
            id="alert-words"
            value={text}
            onChange={(event) => setText(event.target.value)}
            placeholder="a figure of any of its members is over a number in a week, is outside the usual, misses plan"
            autoComplete="off"
          />
          <div>
            <PrimaryButton type="submit" isDisabled={text.trim() === ''}>
              Try it over the past
            </PrimaryButton>
            <ModelMenu choice={choice} />
            <span>Nothing is kept before you have seen when it would have told you.</span>
          </div>
        </Say>
      ) : null}
      {alerts.isPending ? <Loading what="Looking for alerts" /> : null}
      {alerts.isError ? <Failure error={alerts.error} onRetry={() => void alerts.refetch()} /> : null}
      {alerts.data?.length === 0 ? (
        <Nothing>
          {asks
            ? 'You have none yet. Say one above; or choose “Tell me when …” beside an answer or a tile.'
            : 'None goes to you. Whoever makes one can name you as its receiver.'}
        </Nothing>
      ) : null}
      {alerts.data !== undefined && alerts.data.length > 0 ? (
        <List
          label="Alerts"
          entries={alerts.data.map((alert) => ({
            id: alert.id,
            to: `/alerts/${alert.id}`,
            title: alert.sentence,
            about: `${alert.mine ? '' : `${alert.owner.name} · `}${alert.looks} · ${stateOfAlert(alert)}`,
          }))}
        />
      ) : null}
    </Page>
  );
}
