/** The whole trail on today's data, step by step: which headlines are as they were when asked, and which changed. */
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import { api, type Step } from '../app/api';
import { Page } from '../app/Page';
import { SERIF } from '../app/theme';
import { Button } from '../parts/controls';
import { Title } from '../parts/List';
import { Failure, Loading } from '../parts/states';

const List = styled.ol`
  margin-top: 18px;
  max-width: 900px;
  li {
    padding: 12px 0;
    border-top: 1px solid var(--line);
    display: grid;
    grid-template-columns: 96px minmax(0, 1fr);
    gap: 4px 16px;
  }
  b {
    font-size: 12px;
    color: var(--quiet);
    font-weight: 600;
  }
  li[data-changed] b {
    color: var(--signal);
  }
  p {
    font: 400 16px/1.4 ${SERIF};
  }
  del {
    color: var(--quiet);
    text-decoration-color: var(--signal);
  }
  ins {
    text-decoration: none;
    box-shadow: inset 0 -2px 0 var(--signal);
  }
  small {
    color: var(--quiet);
    grid-column: 2;
  }
`;

interface Replayed {
  readonly step: Step;
  /** Null while it is not computed yet. */
  readonly headline: string | null;
  readonly fault: string | null;
}

export function ReplayPage() {
  const { inquiryId = '' } = useParams();
  const inquiry = useQuery({ queryKey: ['inquiry', inquiryId], queryFn: () => api.inquiry(inquiryId) });
  const [done, setDone] = useState<readonly Replayed[]>([]);
  const [state, setState] = useState<'running' | 'stopped' | 'done'>('running');
  const running = useRef<AbortController | null>(null);
  const steps = inquiry.data?.steps.filter((step) => step.headline !== undefined);
  const key = steps?.map((step) => step.id).join(' ');
  useEffect(() => {
    if (!steps || state !== 'running') return undefined;
    const controller = new AbortController();
    running.current = controller;
    const replay = async () => {
      const found: Replayed[] = [];
      for (const step of steps) {
        const result = await api.step(inquiryId, step.id, controller.signal).then(
          (now): Replayed => ({ step, headline: now.headline ?? 'No answer', fault: null }),
          (error: unknown): Replayed => ({
            step,
            headline: null,
            fault: error instanceof Error ? error.message : 'It could not be computed.',
          }),
        );
        if (controller.signal.aborted) return;
        found.push(result);
        setDone([...found]);
      }
      setState('done');
    };
    void replay();
    return () => controller.abort();
    // the steps are named by their ids: the list itself is new at each fetch
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, inquiryId, state === 'running']);
  if (inquiry.isPending)
    return (
      <Page>
        <Loading what="Opening the inquiry" />
      </Page>
    );
  if (inquiry.isError)
    return (
      <Page>
        <Failure error={inquiry.error} onRetry={() => void inquiry.refetch()} />
      </Page>
    );
  const all = steps?.length ?? 0;
  const changed = done.filter((one) => one.headline !== null && one.headline !== one.step.headline).length;
  return (
    <Page>
      <Title>{inquiry.data.title}, replayed</Title>
      {all === 0 ? (
        <p>There are no answered steps to replay yet.</p>
      ) : state === 'running' ? (
        <Loading
          what={`Computing step ${Math.min(done.length + 1, all)} of ${all}`}
          onStop={() => {
            running.current?.abort();
            setState('stopped');
          }}
        />
      ) : (
        <p role="status">
          {state === 'stopped' ? `Stopped after ${done.length} of ${all} steps. ` : ''}
          {changed === 0 ? 'All headlines are as they were.' : `${changed} of ${done.length} headlines changed.`}{' '}
          <Link to={`/inquiries/${inquiryId}`}>Back to the inquiry</Link>{' '}
          {state === 'stopped' ? <Button onPress={() => setState('running')}>Replay again</Button> : null}
        </p>
      )}
      <List aria-label="Steps">
        {done.map(({ step, headline, fault }) => {
          const same = headline === step.headline;
          return (
            <li key={step.id} {...(same ? {} : { 'data-changed': true })}>
              <b>{fault !== null ? 'Failed' : same ? 'As it was' : 'Changed'}</b>
              <p>
                {fault ??
                  (same ? (
                    headline
                  ) : (
                    <>
                      <del>{step.headline}</del> <ins>{headline}</ins>
                    </>
                  ))}
              </p>
              <small>
                <Link to={`/inquiries/${inquiryId}/steps/${step.id}`}>{step.name ?? step.asked}</Link>, asked{' '}
                {new Date(step.at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })}
              </small>
            </li>
          );
        })}
      </List>
    </Page>
  );
}
