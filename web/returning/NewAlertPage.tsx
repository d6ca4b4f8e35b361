/** An alert that is not kept yet: read from its words, tried over the past, its terms chosen. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useLocation, useNavigate, useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { Reading } from '@zud/core/reading/schema';
import { Page } from '../app/Page';
import { usePerson } from '../app/session';
import { SERIF } from '../app/theme';
import { Button, PrimaryButton } from '../parts/controls';
import { Failure, Loading } from '../parts/states';
import { ModelMenu, useModelChoice } from '../today/ModelChoice';
import { Acts, Columns, Crumbs, Main, Side } from './alert-layout';
import { TermsOfAlert, type Terms } from './AlertTerms';
import { TrialOf } from './AlertTrial';
import { keyOf } from './Receivers';
import { returning, type AlertAsked } from './returning-api';

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

export function NewAlertPage() {
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const me = usePerson();
  const client = useQueryClient();
  const given = (useLocation().state as { reading?: Reading } | null)?.reading;
  // an address without a model is of the usual one
  const choice = useModelChoice(search.get('model') || null);
  const modelId = choice.modelId ?? '';
  const text = search.get('text') ?? '';
  const [words, setWords] = useState(text);
  const [terms, setTerms] = useState<Partial<Terms> & { looks?: string }>({});
  const asked: AlertAsked = { modelId, text, ...(given === undefined ? {} : { reading: given }) };
  const draft = useQuery({
    queryKey: ['alert draft', modelId, text, given],
    queryFn: () => returning.readAlert(asked),
    retry: false,
    enabled: text !== '' && modelId !== '',
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
            {search.get('model') ? null : (
              <>
                {' · '}
                <ModelMenu choice={choice} />
              </>
            )}
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
