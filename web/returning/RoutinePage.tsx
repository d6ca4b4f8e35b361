/** A routine: its steps in words, what fills their blanks, when it runs, and how its runs went. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import type { RanStep, RoutineBlank, RoutineRun, RoutineStep, RoutineView } from '@zud/core/contract/routines';
import { namesInBraces } from '@zud/core/routines/routine';
import { Page } from '../app/Page';
import { NARROW, SERIF } from '../app/theme';
import { Button, Field, Menu, PrimaryButton, TextButton } from '../parts/controls';
import { ago } from '../parts/List';
import { Failure, Loading } from '../parts/states';
import { Columns, Crumbs, Main, Side } from './alert-layout';
import { LookChoice } from './LookChoice';
import { returning, type RoutineChange } from './returning-api';

const Steps = styled.ol`
  display: grid;
  gap: 0;
  + p {
    margin-top: 14px;
  }
  > li {
    border-bottom: 1px solid var(--line);
    padding: 14px 0;
    display: grid;
    grid-template-columns: 26px minmax(0, 1fr) auto;
    gap: 6px 10px;
    align-items: start;
  }
  > li > b {
    font: 600 17px/1.5 ${SERIF};
    color: var(--quiet);
  }
  input {
    width: 100%;
    border: 0;
    border-bottom: 1px solid transparent;
    background: none;
    font: 400 18px/1.4 ${SERIF};
    color: var(--ink);
    padding: 0 0 2px;
  }
  input:hover,
  input:focus {
    border-bottom-color: var(--ink);
  }
  div {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 16px;
    align-items: baseline;
    font-size: 12.5px;
    color: var(--quiet);
  }
  div input {
    font: inherit;
    width: 260px;
    border-bottom-color: var(--line);
  }
  small {
    font-size: 12.5px;
    color: var(--quiet);
    grid-column: 2;
  }
  small.bad {
    color: var(--signal);
  }
  @media (max-width: ${NARROW}) {
    > li {
      grid-template-columns: 20px minmax(0, 1fr);
    }
    > li > span,
    > li > button {
      grid-column: 2;
    }
    > li > button {
      justify-self: start;
    }
  }
`;

const OFTEN = 700;
const STATES: Readonly<Record<RanStep['state'], string>> = {
  waiting: 'waits',
  running: 'is asked …',
  done: 'done',
  failed: 'came to nothing',
  stopped: 'stopped',
};
const underWay = ({ state }: RoutineRun): boolean => state === 'waiting' || state === 'running';

export function RoutinePage() {
  const { routineId = '' } = useParams();
  const routine = useQuery({
    queryKey: ['routine', routineId],
    queryFn: () => returning.routine(routineId),
    refetchInterval: ({ state }) => ((state.data?.runs ?? []).some(underWay) ? OFTEN : false),
  });
  return (
    <Page>
      {routine.isPending ? <Loading what="Opening the routine" /> : null}
      {routine.isError ? <Failure error={routine.error} onRetry={() => void routine.refetch()} /> : null}
      {routine.data === undefined ? null : <Routine key={routine.data.id} routine={routine.data} />}
    </Page>
  );
}

function Routine({ routine }: { routine: RoutineView }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const { id } = routine;
  const refresh = () => client.invalidateQueries({ queryKey: ['routine', id] });
  const [steps, setSteps] = useState<readonly RoutineStep[]>(routine.steps);
  const [blanks, setBlanks] = useState<readonly RoutineBlank[]>(routine.blanks);
  const change = useMutation({
    mutationFn: (to: RoutineChange) => returning.changeRoutine(id, to),
    onSettled: refresh,
  });
  const run = useMutation({
    mutationFn: async () => {
      if (changed) await returning.changeRoutine(id, { steps, blanks });
      return returning.runRoutine(id);
    },
    onSettled: refresh,
  });
  const stop = useMutation({ mutationFn: (one: string) => returning.stopRun(id, one), onSettled: refresh });
  const remove = useMutation({
    mutationFn: () => returning.removeRoutine(id),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['routines'] });
      void navigate('/briefings');
    },
  });
  const changed = JSON.stringify([steps, blanks]) !== JSON.stringify([routine.steps, routine.blanks]);
  const whole = steps.every(({ text, each }) => text.trim() !== '' && each?.trim() !== '');
  const [latest] = routine.runs;
  const going = latest !== undefined && underWay(latest);
  const set = (at: number, to: Partial<RoutineStep>) =>
    setSteps(steps.map((one, index) => (index === at ? { ...one, ...to } : one)));
  const without = (at: number) => {
    const gone = steps[at];
    // what went on from it goes on from what it went on from
    setSteps(
      steps
        .filter((_one, index) => index !== at)
        .map((one) => (one.follows === gone?.id ? { ...one, follows: gone.follows } : one)),
    );
  };
  const known = new Set(blanks.map(({ name }) => name.toLowerCase()));
  const offered = namesInBraces(steps).filter((name) => name.toLowerCase() !== 'it' && !known.has(name.toLowerCase()));
  return (
    <Columns>
      <Main>
        <Crumbs>
          <Link to="/briefings">Briefings</Link> · routine
        </Crumbs>
        <h1>{routine.title}</h1>
        <section>
          <h2>Its steps</h2>
          <Steps aria-label="Steps">
            {steps.map((step, index) => (
              <Step
                key={step.id}
                step={step}
                index={index}
                steps={steps}
                ran={latest?.steps.find((one) => one.id === step.id && one.text === step.text)}
                onChange={(to) => set(index, to)}
                onRemove={() => without(index)}
              />
            ))}
          </Steps>
          <p>
            <Button
              onPress={() =>
                setSteps([
                  ...steps,
                  { id: crypto.randomUUID().slice(0, 8), text: '', follows: steps.at(-1)?.id ?? null, each: null },
                ])
              }
            >
              One more step
            </Button>{' '}
            {changed ? (
              <>
                <PrimaryButton isDisabled={!whole || change.isPending} onPress={() => change.mutate({ steps, blanks })}>
                  {whole ? 'Keep the changes' : 'A step is empty'}
                </PrimaryButton>{' '}
                <TextButton
                  onPress={() => {
                    setSteps(routine.steps);
                    setBlanks(routine.blanks);
                  }}
                >
                  take them back
                </TextButton>
              </>
            ) : null}
          </p>
          {change.isError || run.isError || stop.isError || remove.isError ? (
            <Failure error={change.error ?? run.error ?? stop.error ?? remove.error} />
          ) : null}
        </section>
        <section>
          <h2>Its runs</h2>
          {routine.runs.length === 0 ? <p className="quiet">It has not run yet.</p> : null}
          <Steps as="ul" aria-label="Runs">
            {routine.runs.map((one) => (
              <li key={one.id}>
                <b aria-hidden="true">·</b>
                <span>
                  {ago(one.at)}: {STATES[one.state]}
                  {one.said === null ? '' : `. ${one.said}`}
                </span>
                <span>
                  {one.edition === null ? null : (
                    <Link to={`/briefings/${routine.briefingId}/editions/${one.edition}`}>edition {one.edition}</Link>
                  )}
                  {underWay(one) ? (
                    <TextButton isDisabled={stop.isPending} onPress={() => stop.mutate(one.id)}>
                      stop it
                    </TextButton>
                  ) : null}
                </span>
              </li>
            ))}
          </Steps>
        </section>
      </Main>
      <Side>
        <section>
          <PrimaryButton isDisabled={!whole || run.isPending || going} onPress={() => run.mutate()}>
            {going ? 'It runs …' : 'Run it now'}
          </PrimaryButton>
        </section>
        <section>
          <h2>When it runs</h2>
          <LookChoice look={routine.look} words={routine.looks} hand onChange={(look) => change.mutate({ look })} />
          {routine.next === null ? null : <p>Next: {routine.next}</p>}
          {routine.look === null ? null : (
            <TextButton onPress={() => change.mutate({ paused: routine.paused === null })}>
              {routine.paused === null ? 'pause it' : 'let it run again'}
            </TextButton>
          )}
          {routine.paused === null ? null : <p role="status">{routine.paused}</p>}
        </section>
        <section>
          <h2>Blanks</h2>
          {blanks.length === 0 && offered.length === 0 ? <p>None. A name in braces in a step can be one.</p> : null}
          {blanks.map((blank, index) => (
            <div key={blank.name}>
              <Field
                label={blank.name}
                value={blank.value}
                onChange={(value) => setBlanks(blanks.map((one, at) => (at === index ? { ...one, value } : one)))}
              />
              <TextButton
                aria-label={`${blank.name} is no blank`}
                onPress={() => setBlanks(blanks.filter((_one, at) => at !== index))}
              >
                no blank
              </TextButton>
            </div>
          ))}
          {offered.map((name) => (
            <p key={name}>
              <TextButton onPress={() => setBlanks([...blanks, { name, value: '' }])}>make “{name}” a blank</TextButton>
            </p>
          ))}
        </section>
        <section>
          <h2>What comes out</h2>
          <p>
            An edition of <Link to={`/briefings/${routine.briefingId}`}>its briefing</Link>; to whom it goes is said
            there.
          </p>
          <TextButton isDisabled={remove.isPending} onPress={() => remove.mutate()}>
            remove the routine and its editions
          </TextButton>
        </section>
      </Side>
    </Columns>
  );
}

function Step({
  step,
  index,
  steps,
  ran,
  onChange,
  onRemove,
}: {
  step: RoutineStep;
  index: number;
  steps: readonly RoutineStep[];
  ran: RanStep | undefined;
  onChange: (to: Partial<RoutineStep>) => void;
  onRemove: () => void;
}) {
  const before = steps.slice(0, index);
  const followed = before.findIndex(({ id }) => id === step.follows);
  return (
    <li>
      <b aria-hidden="true">{index + 1}</b>
      <span>
        <input
          aria-label={`Step ${index + 1}`}
          placeholder="What is asked"
          value={step.text}
          onChange={(event) => onChange({ text: event.target.value })}
        />
        <div>
          <Menu
            plain
            label={followed < 0 ? 'asks anew ▾' : `goes on from step ${followed + 1} ▾`}
            ariaLabel={`What step ${index + 1} goes on from`}
            entries={[
              { id: '', label: 'It asks anew' },
              ...before.map((one, at) => ({ id: one.id, label: `Goes on from step ${at + 1}`, note: one.text })),
            ]}
            onChoose={(id) => onChange({ follows: id === '' ? null : id })}
          />
          {step.each === null ? (
            <TextButton onPress={() => onChange({ each: 'top 5 ' })}>for each of …</TextButton>
          ) : (
            <span>
              for each of{' '}
              <input
                aria-label={`The members that step ${index + 1} is asked for`}
                value={step.each}
                placeholder="top 5 … by …"
                onChange={(event) => onChange({ each: event.target.value })}
              />{' '}
              <TextButton onPress={() => onChange({ each: null })}>not for each</TextButton>
            </span>
          )}
        </div>
      </span>
      <TextButton isDisabled={steps.length === 1} aria-label={`Take out step ${index + 1}`} onPress={onRemove}>
        take out
      </TextButton>
      {ran === undefined || ran.state === 'waiting' ? null : (
        <small className={ran.state === 'failed' ? 'bad' : ''}>
          {STATES[ran.state]}
          {ran.said === null ? '' : `: ${ran.said}`}
        </small>
      )}
    </li>
  );
}
