/** Two steps of an inquiry side by side: headline, sentence with what differs, chart. */
import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import { changeBetween } from '@zud/core/reading/difference';
import type { Phrase } from '@zud/core/reading/sentence';
import { api, type Step } from '../app/api';
import { Page } from '../app/Page';
import { NARROW, SERIF } from '../app/theme';
import { Chart } from '../charts/Chart';
import { SentenceLine } from '../parts/SentenceLine';
import { Failure, Loading, Message } from '../parts/states';
import { AnswerTable } from './table/AnswerTable';

const Two = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 40px;
  height: 100%;
  padding: 20px 30px;
  min-height: 0;
  @media (max-width: ${NARROW}) {
    grid-template-columns: minmax(0, 1fr);
    padding: 14px;
    height: auto;
  }
`;
const Side = styled.section`
  min-width: 0;
  min-height: 0;
  display: grid;
  grid-template-rows: auto auto auto minmax(0, 1fr);
  gap: 6px;
  & + & {
    border-left: 1px solid var(--line);
    padding-left: 40px;
  }
  h1 {
    font: 600 21px/1.3 ${SERIF};
    text-wrap: balance;
  }
  small {
    color: var(--quiet);
  }
  @media (max-width: ${NARROW}) {
    grid-template-rows: auto auto auto 320px;
    & + & {
      border-left: 0;
      padding-left: 0;
      border-top: 1px solid var(--line);
      padding-top: 14px;
    }
  }
`;

export function ComparePage() {
  const { inquiryId = '', leftId = '', rightId = '' } = useParams();
  const left = useQuery({
    queryKey: ['step', inquiryId, leftId],
    queryFn: ({ signal }) => api.step(inquiryId, leftId, signal),
    staleTime: 60_000,
  });
  const right = useQuery({
    queryKey: ['step', inquiryId, rightId],
    queryFn: ({ signal }) => api.step(inquiryId, rightId, signal),
    staleTime: 60_000,
  });
  const change =
    left.data?.sentence && right.data?.sentence
      ? changeBetween(left.data.sentence, right.data.sentence)
      : { added: [], removed: [] };
  return (
    <Page bare>
      <Two>
        <StepSide inquiryId={inquiryId} query={left} marked={change.removed} />
        <StepSide inquiryId={inquiryId} query={right} marked={change.added} />
      </Two>
    </Page>
  );
}

interface Fetched {
  readonly data: Step | undefined;
  readonly isPending: boolean;
  readonly isError: boolean;
  readonly error: unknown;
  readonly refetch: () => unknown;
}

function StepSide({ inquiryId, query, marked }: { inquiryId: string; query: Fetched; marked: readonly Phrase[] }) {
  const { data } = query;
  if (query.isPending)
    return (
      <Side>
        <Loading what="Computing" />
      </Side>
    );
  if (query.isError || !data)
    return (
      <Side>
        <Failure error={query.error} onRetry={() => void query.refetch()} />
      </Side>
    );
  return (
    <Side aria-label={data.name ?? data.asked}>
      <small>
        {data.name ?? data.asked} · <Link to={`/inquiries/${inquiryId}/steps/${data.id}`}>go on from here</Link>
      </small>
      <h1>{data.headline ?? data.asked}</h1>
      {data.sentence ? <SentenceLine sentence={data.sentence} added={marked} /> : <span />}
      {data.answer && data.chart ? (
        data.chart.kind === 'table' ? (
          <AnswerTable answer={data.answer} view={data.reading?.view ?? null} />
        ) : (
          <Chart chart={data.chart} answer={data.answer} label={data.headline ?? ''} />
        )
      ) : (
        <Message title="No answer">This step was not answered, so there is nothing to draw.</Message>
      )}
    </Side>
  );
}
