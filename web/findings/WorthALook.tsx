/** What is worth a look in a model: findings with a small picture each, opened as an inquiry, or not to be told again. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useId, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import type { ModelFinding } from '@zud/core/analysis/model-finding';
import type { Reading } from '@zud/core/reading/schema';
import { formatValue } from '@zud/core/format/format';
import { api } from '../app/api';
import { useInterface } from '../app/interface-state';
import { NARROW, SERIF } from '../app/theme';
import { SmallLinePicture } from '../parts/SmallLinePicture';
import { TextButton } from '../parts/controls';
import { Failure, Loading } from '../parts/states';

const Section = styled.section`
  min-width: 0;
  > header {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    font-size: 12px;
    color: var(--quiet);
    border-bottom: 1.5px solid var(--ink);
    padding-bottom: 8px;
  }
  > header h2 {
    font-size: 12px;
    font-weight: 600;
    margin: 0;
  }
  > p {
    padding-top: 14px;
  }
`;
const Grid = styled.ul`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 0 28px;
  > li {
    display: grid;
    grid-template-rows: auto auto 1fr auto;
    gap: 6px;
    padding: 16px 0 14px;
    border-bottom: 1px solid var(--line);
    min-width: 0;
  }
  > li:first-child {
    grid-column: 1 / -1;
    grid-template-columns: minmax(0, 1fr) 300px;
    column-gap: 28px;
  }
  > li:first-child > figure {
    grid-column: 2;
    grid-row: 1 / span 4;
    align-self: center;
  }
  h3 {
    font: 600 17px/1.3 ${SERIF};
    overflow-wrap: anywhere;
  }
  > li:first-child h3 {
    font-size: 22px;
  }
  p {
    font: 400 15px/1.42 ${SERIF};
    color: var(--quiet);
  }
  &[data-narrow='true'] {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  @media (max-width: ${NARROW}) {
    &,
    &[data-narrow='true'] {
      grid-template-columns: minmax(0, 1fr);
    }
    > li:first-child {
      grid-template-columns: minmax(0, 1fr);
    }
    > li:first-child > figure {
      grid-column: 1;
      grid-row: auto;
    }
  }
`;
const Acts = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
  em {
    font-style: normal;
    font-size: 12px;
    font-weight: 600;
    color: var(--signal);
  }
`;
const Quiet = styled(TextButton)`
  color: var(--quiet);
  border-bottom-color: transparent;
`;

/** Findings on a page, and where all are asked for. */
const SOME = 7;
const MOST = 25;
/** Milliseconds between two looks at how far the search is. */
const PROGRESS = 700;
/** Milliseconds after which somebody is taken to stay. */
const PASSING = 1500;

/** @param within a reading or a board that is looked around in; a whole model where there is none */
export function WorthALook({
  modelId,
  asks,
  within = null,
}: {
  modelId: string;
  asks: boolean;
  within?: { readonly reading: Reading } | { readonly boardId: string } | null;
}) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const { setSide } = useInterface();
  const [all, setAll] = useState(false);
  const heading = useId();
  const key = ['findings', modelId, within];
  // looking around takes the server some seconds: not for who only passes through
  const [stays, setStays] = useState(within !== null);
  useEffect(() => {
    const timer = setTimeout(() => setStays(true), PASSING);
    return () => clearTimeout(timer);
  }, []);
  const findings = useQuery({
    queryKey: key,
    queryFn: ({ signal }) => api.findings(modelId, { most: MOST, ...(within ?? { look: true }) }, signal),
    staleTime: 300_000,
    enabled: stays,
  });
  const looking = findings.fetchStatus === 'fetching' && findings.data === undefined;
  const progress = useQuery({
    queryKey: ['findings progress', modelId],
    queryFn: () => api.findingsProgress(modelId),
    enabled: looking,
    refetchInterval: PROGRESS,
    gcTime: 0,
  });
  const { done, of } = progress.data ?? { done: 0, of: 0 };
  const stopped = stays && findings.isPending && findings.fetchStatus === 'idle';
  const marks = useQuery({ queryKey: ['finding marks', modelId], queryFn: () => api.findingMarks(modelId) });
  const open = useMutation({
    mutationFn: async (finding: ModelFinding) => {
      const inquiry = await api.createInquiry(modelId, finding.title.slice(0, 200));
      const step = await api.ask(
        inquiry.id,
        { reading: finding.reading, label: finding.title.slice(0, 300) },
        undefined,
      );
      return `/inquiries/${inquiry.id}/steps/${step.id}`;
    },
    onSuccess: (address) => {
      setSide('chart');
      void navigate(address);
    },
  });
  const mark = useMutation({
    mutationFn: ({ id, as, title }: { id: string; as: 'less' | 'hidden' | null; title: string }) =>
      api.markFinding(modelId, id, as, title),
    onSuccess: (now) => {
      client.setQueryData(['finding marks', modelId], now);
      void client.invalidateQueries({ queryKey: ['findings', modelId] });
    },
  });
  const told = [...(findings.data?.findings ?? [])].sort((a, b) => Number(b.fresh ?? false) - Number(a.fresh ?? false));
  const shown = told.slice(0, all ? MOST : SOME);
  const { since, looked } = findings.data ?? { since: null, looked: 0 };
  return (
    <Section aria-labelledby={heading}>
      <header>
        <h2 id={heading}>Worth a look{since === null ? '' : ` since ${dayOf(since)}`}</h2>
        {findings.data ? <span>of {formatValue(looked, {})} lines looked at</span> : null}
      </header>
      {stopped ? (
        <p>
          Stopped; nothing was looked at to its end.{' '}
          <TextButton onPress={() => void findings.refetch()}>Look around</TextButton>
        </p>
      ) : findings.isPending ? (
        <Loading
          what="Looking around"
          {...(of > 0 ? { far: `· ${formatValue(done, {})} of ${formatValue(of, {})} steps` } : {})}
          {...(looking ? { onStop: () => void client.cancelQueries({ queryKey: key }) } : {})}
        />
      ) : findings.isError ? (
        <Failure error={findings.error} onRetry={() => void findings.refetch()} />
      ) : shown.length === 0 ? (
        <p>Nothing stands out from chance just now.</p>
      ) : (
        <Grid aria-labelledby={heading} data-narrow={within !== null}>
          {shown.map((finding, index) => (
            <li key={finding.id}>
              <h3>{finding.title}</h3>
              <p>{finding.text}</p>
              {finding.line === undefined ? null : <SmallLinePicture line={finding.line} large={index === 0} />}
              <Acts>
                {finding.fresh === true ? <em>new</em> : null}
                {asks ? (
                  <TextButton
                    aria-label={`Open: ${finding.title}`}
                    isDisabled={open.isPending}
                    onPress={() => open.mutate(finding)}
                  >
                    open
                  </TextButton>
                ) : null}
                <Quiet
                  aria-label={`Less of this: ${finding.title}`}
                  onPress={() =>
                    mark.mutate({
                      id: `${finding.kind}:${finding.measure}`,
                      as: 'less',
                      title: `Like “${finding.title}”`,
                    })
                  }
                >
                  less of this
                </Quiet>
                <Quiet
                  aria-label={`Not interesting: ${finding.title}`}
                  onPress={() => mark.mutate({ id: finding.id, as: 'hidden', title: finding.title })}
                >
                  not interesting
                </Quiet>
              </Acts>
            </li>
          ))}
        </Grid>
      )}
      {open.isError ? <Failure error={open.error} /> : null}
      {told.length > SOME ? (
        <p>
          <TextButton onPress={() => setAll(!all)}>{all ? 'Fewer' : `All ${told.length}`}</TextButton>
        </p>
      ) : null}
      {(marks.data ?? []).length > 0 ? (
        <details>
          <summary>Not told ({(marks.data ?? []).length})</summary>
          <ul>
            {(marks.data ?? []).map((one) => (
              <li key={one.finding}>
                {one.title}{' '}
                <TextButton
                  aria-label={`Tell again: ${one.title}`}
                  onPress={() => mark.mutate({ id: one.finding, as: null, title: one.title })}
                >
                  tell again
                </TextButton>
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </Section>
  );
}

const dayOf = (moment: string): string =>
  new Date(moment).toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });
