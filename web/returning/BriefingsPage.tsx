/** Briefings: those of one's own and those that go to one, and a line to say a new one. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { asksForBriefing } from '@zud/core/alerts/lead';
import { Page } from '../app/Page';
import { usePerson } from '../app/session';
import { PrimaryButton } from '../parts/controls';
import { ago, List, Title } from '../parts/List';
import { Failure, Loading } from '../parts/states';
import { ModelMenu, useModelChoice } from '../today/ModelChoice';
import { Nothing, Say } from './AlertsPage';
import { briefings, returning } from './returning-api';

export function BriefingsPage() {
  const person = usePerson();
  const navigate = useNavigate();
  const client = useQueryClient();
  const all = useQuery({ queryKey: ['briefings'], queryFn: briefings.all });
  const routines = useQuery({ queryKey: ['routines'], queryFn: returning.routines, enabled: person.role !== 'viewer' });
  const choice = useModelChoice();
  const { modelId } = choice;
  const [text, setText] = useState('');
  /** Those that routines fill stand with these. */
  const filled = new Set((routines.data ?? []).map(({ briefingId }) => briefingId));
  const shown = (all.data ?? []).filter(({ id }) => !filled.has(id));
  const asks = person.role !== 'viewer';
  const make = useMutation({
    mutationFn: (said: string) =>
      briefings.make({
        modelId: modelId ?? '',
        text: asksForBriefing(said) ? said : `brief me on ${said}`,
      }),
    onSuccess: async ({ id }) => {
      await client.invalidateQueries({ queryKey: ['briefings'] });
      void navigate(`/briefings/${id}`);
    },
  });
  return (
    <Page>
      <Title>Briefings</Title>
      {asks && modelId !== null ? (
        <Say
          onSubmit={(event) => {
            event.preventDefault();
            if (text.trim() !== '') make.mutate(text.trim());
          }}
        >
          <label htmlFor="briefing-words">Brief me on …</label>
          <input
            id="briefing-words"
            value={text}
            onChange={(event) => setText(event.target.value)}
            placeholder="a figure by a level every Monday at 6; for each of the top 5 of its members: the trend and what moved"
            autoComplete="off"
          />
          <div>
            <PrimaryButton type="submit" isDisabled={text.trim() === '' || make.isPending}>
              Make it
            </PrimaryButton>
            <ModelMenu choice={choice} />
            <span>
              A board or a trail becomes one too: from its menu. Nothing is sent before its time, or before you run it.
            </span>
          </div>
        </Say>
      ) : null}
      {make.isError ? <Failure error={make.error} /> : null}
      {all.isPending ? <Loading what="Looking for briefings" /> : null}
      {all.isError ? <Failure error={all.error} onRetry={() => void all.refetch()} /> : null}
      {all.data !== undefined && shown.length === 0 ? (
        <Nothing>
          {asks ? 'You have none yet. Say one above, or make one of a board.' : 'None goes to you yet.'}
        </Nothing>
      ) : null}
      {shown.length > 0 ? (
        <List
          label="Briefings"
          entries={shown.map((one) => ({
            id: one.id,
            to: `/briefings/${one.id}`,
            title: one.title,
            about: [
              one.mine ? '' : one.owner.name,
              one.paused === null ? one.looks : 'paused',
              one.editions[0] === undefined
                ? 'no edition yet'
                : `edition ${one.editions[0].number}, ${ago(one.editions[0].at)}`,
            ]
              .filter((part) => part !== '')
              .join(' · '),
          }))}
        />
      ) : null}
      {routines.isError ? <Failure error={routines.error} onRetry={() => void routines.refetch()} /> : null}
      {(routines.data ?? []).length > 0 ? (
        <>
          <h2 style={{ fontSize: 12, fontWeight: 600, color: 'var(--quiet)', margin: '26px 0 8px' }}>
            Routines: steps that are asked again
          </h2>
          <List
            label="Routines"
            entries={(routines.data ?? []).map((one) => ({
              id: one.id,
              to: `/routines/${one.id}`,
              title: one.title,
              about: [
                `${one.steps.length} ${one.steps.length === 1 ? 'step' : 'steps'}`,
                one.paused === null ? one.looks : 'paused',
                one.runs[0] === undefined ? 'has not run yet' : `ran ${ago(one.runs[0].at)}`,
              ].join(' · '),
            }))}
          />
        </>
      ) : null}
    </Page>
  );
}
