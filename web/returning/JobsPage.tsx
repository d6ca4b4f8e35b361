/** What runs, waits and was sent, for admins; programs that events may go to; and the clock, where it can be moved. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { JobEntry, OutboxEntry } from '@zud/core/contract/messages';
import { Page } from '../app/Page';
import { Button, Field, TextButton } from '../parts/controls';
import { ago, Title } from '../parts/List';
import { Failure, Loading } from '../parts/states';
import { TablePart } from '../parts/TablePart';
import { returning } from './returning-api';
import { Line, Secret } from './jobs-layout';
import { RoomsPart } from './RoomsPart';

/** Milliseconds between two looks. */
const OFTEN = 3000;

const JOB_STATES: Readonly<Record<JobEntry['state'], string>> = {
  created: 'waits',
  retry: 'failed, is tried again',
  active: 'runs',
  completed: 'done',
  cancelled: 'stopped',
  failed: 'failed',
};
const QUEUES: Readonly<Record<string, string>> = {
  alert: 'Look at an alert',
  briefing: 'Make an edition',
  routine: 'Run a routine',
  message: 'Send a message',
};
const MESSAGE_STATES: Readonly<Record<OutboxEntry['state'], string>> = {
  waiting: 'waits',
  queued: 'waits',
  sending: 'is being sent',
  sent: 'sent',
  failed: 'failed',
  unsure: 'may have been sent',
  nothing: 'nothing to tell them',
  withheld: 'receiver left',
};

export function JobsPage() {
  const client = useQueryClient();
  const jobs = useQuery({ queryKey: ['jobs'], queryFn: returning.jobs, refetchInterval: OFTEN, retry: false });
  const outbox = useQuery({ queryKey: ['outbox'], queryFn: returning.outbox, refetchInterval: OFTEN, retry: false });
  const refresh = () =>
    Promise.all([client.invalidateQueries({ queryKey: ['jobs'] }), client.invalidateQueries({ queryKey: ['outbox'] })]);
  const stop = useMutation({ mutationFn: returning.stopJob, onSettled: refresh });
  const again = useMutation({ mutationFn: returning.sendAgain, onSettled: refresh });
  if (jobs.isPending || outbox.isPending)
    return (
      <Page>
        <Loading what="Looking at what runs" />
      </Page>
    );
  if (jobs.isError || outbox.isError)
    return (
      <Page>
        <Failure error={jobs.error ?? outbox.error} onRetry={() => void refresh()} />
      </Page>
    );
  return (
    <Page>
      <Title>What runs and was sent</Title>
      {jobs.data.movable ? <ClockPart now={jobs.data.now} /> : null}
      <TablePart>
        <h2>Messages</h2>
        {again.isError ? <Failure error={again.error} /> : null}
        {outbox.data.length === 0 ? (
          <p>Nothing was sent yet.</p>
        ) : (
          <div>
            <table>
              <thead>
                <tr>
                  <th>Written</th>
                  <th>About</th>
                  <th>To</th>
                  <th>Of</th>
                  <th>State</th>
                  <th>What was said</th>
                </tr>
              </thead>
              <tbody>
                {outbox.data.map((one) => (
                  <tr key={one.id} title={one.key}>
                    <td>{ago(one.createdAt)}</td>
                    <td>
                      {one.subject}, by {one.channel}
                    </td>
                    <td>{one.to}</td>
                    <td>{one.owner}</td>
                    <td className={one.state === 'failed' || one.state === 'unsure' ? 'bad' : ''}>
                      {MESSAGE_STATES[one.state]}
                      {one.tries > 1 ? `, tried ${one.tries} times` : ''}
                    </td>
                    <td>
                      {one.said}{' '}
                      {one.state === 'failed' || one.state === 'unsure' ? (
                        <TextButton isDisabled={again.isPending} onPress={() => again.mutate(one.id)}>
                          send it again
                        </TextButton>
                      ) : null}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </TablePart>
      <RoomsPart />
      <HooksPart />
      <TablePart>
        <h2>Jobs</h2>
        {stop.isError ? <Failure error={stop.error} /> : null}
        {jobs.data.jobs.length === 0 ? (
          <p>Nothing has run yet.</p>
        ) : (
          <div>
            <table>
              <thead>
                <tr>
                  <th>Asked for</th>
                  <th>What</th>
                  <th>State</th>
                  <th>Took</th>
                  <th>What was said</th>
                </tr>
              </thead>
              <tbody>
                {jobs.data.jobs.map((one) => (
                  <tr key={one.id}>
                    <td>{ago(one.createdAt)}</td>
                    <td>
                      {QUEUES[one.queue] ?? one.queue}, {one.about}
                    </td>
                    <td className={one.state === 'failed' || one.state === 'retry' ? 'bad' : ''}>
                      {JOB_STATES[one.state]}
                    </td>
                    <td>
                      {one.startedAt !== null && one.endedAt !== null
                        ? `${((Date.parse(one.endedAt) - Date.parse(one.startedAt)) / 1000).toFixed(1)} s`
                        : ''}
                    </td>
                    <td>
                      {one.said}{' '}
                      {one.state === 'created' || one.state === 'retry' || one.state === 'active' ? (
                        <TextButton isDisabled={stop.isPending} onPress={() => stop.mutate(one.id)}>
                          stop it
                        </TextButton>
                      ) : null}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </TablePart>
    </Page>
  );
}

function ClockPart({ now }: { now: string }) {
  const client = useQueryClient();
  const [text, setText] = useState('');
  const set = useMutation({
    mutationFn: (instant: string) => returning.setClock(instant),
    onSuccess: () => client.invalidateQueries(),
  });
  return (
    <TablePart>
      <h2>The clock</h2>
      <p>
        It stands at {new Date(now).toLocaleString(undefined, { dateStyle: 'full', timeStyle: 'short' })}. What is due
        by the time that you set runs at once.
      </p>
      {set.isError ? <Failure error={set.error} /> : null}
      <Line
        onSubmit={(event) => {
          event.preventDefault();
          set.mutate(new Date(text).toISOString());
        }}
      >
        <Field label="Set it to" type="datetime-local" value={text} onChange={setText} />
        <Button type="submit" isDisabled={text === '' || set.isPending}>
          Set the clock
        </Button>
        <Button onPress={() => set.mutate(new Date(Date.parse(now) + 86_400_000).toISOString())}>A day on</Button>
        <Button onPress={() => set.mutate(new Date(Date.parse(now) + 7 * 86_400_000).toISOString())}>A week on</Button>
      </Line>
    </TablePart>
  );
}

function HooksPart() {
  const client = useQueryClient();
  const hooks = useQuery({ queryKey: ['hooks'], queryFn: returning.hooks });
  const [name, setName] = useState('');
  const [url, setUrl] = useState('');
  const refresh = () => client.invalidateQueries({ queryKey: ['hooks'] });
  const allow = useMutation({
    mutationFn: () => returning.allowHook({ name: name.trim(), url: url.trim() }),
    onSuccess: async () => {
      setName('');
      setUrl('');
      await refresh();
    },
  });
  const renew = useMutation({ mutationFn: returning.newSecret });
  const withdraw = useMutation({ mutationFn: returning.withdrawHook, onSettled: refresh });
  const secret = renew.data ?? allow.data;
  return (
    <TablePart>
      <h2>Programs that events may go to</h2>
      <p>
        Stewards can name them as receivers. Each event is a CloudEvent by HTTP, signed with the secret of the program.
      </p>
      {secret?.secret === undefined ? null : (
        <Secret role="status">
          The secret of {secret.name}, shown this once: <code>{secret.secret}</code>
        </Secret>
      )}
      {allow.isError || renew.isError || withdraw.isError ? (
        <Failure error={allow.error ?? renew.error ?? withdraw.error} />
      ) : null}
      {(hooks.data ?? []).length === 0 ? null : (
        <div>
          <table>
            <tbody>
              {(hooks.data ?? []).map((hook) => (
                <tr key={hook.id}>
                  <td>{hook.name}</td>
                  <td>{hook.url}</td>
                  <td>
                    <TextButton onPress={() => renew.mutate(hook.id)}>a new secret</TextButton>{' '}
                    <TextButton onPress={() => withdraw.mutate(hook.id)}>withdraw</TextButton>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <Line
        onSubmit={(event) => {
          event.preventDefault();
          allow.mutate();
        }}
      >
        <Field label="Name" value={name} onChange={setName} />
        <Field label="Address" value={url} onChange={setUrl} placeholder="https://example.com/events" />
        <Button type="submit" isDisabled={name.trim() === '' || url.trim() === '' || allow.isPending}>
          Allow it
        </Button>
      </Line>
    </TablePart>
  );
}
