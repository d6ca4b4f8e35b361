/** A model's workshop, for who keeps it: the draft in its parts, and what it would change. */
import { useQuery } from '@tanstack/react-query';
import { Link, Navigate, useParams } from 'react-router';
import type { ModelDraftView } from '@zud/core/contract/workshop';
import { api, ProblemError } from '../app/api';
import { Failure, Loading, Message } from '../parts/states';
import { CalendarSection } from './CalendarSection';
import { ColumnsSection } from './ColumnsSection';
import { DraftMargin } from './DraftMargin';
import { FileSection } from './FileSection';
import { Frame } from './Frame';
import { HierarchiesSection } from './HierarchiesSection';
import { JoinsSection } from './JoinsSection';
import { MeasuresSection } from './MeasuresSection';
import { partsOf, SECTIONS, type Section } from './parts';
import { SetsSection } from './SetsSection';
import { useDraft, type DraftHandle } from './use-draft';
import { VersionsSection } from './VersionsSection';
import { WhoSection } from './WhoSection';

export function WorkshopPage() {
  const { modelId = '', section = '' } = useParams();
  const handle = useDraft(modelId);
  const terms = useQuery({ queryKey: ['terms', modelId], queryFn: () => api.terms(modelId) });
  const { draft, error } = handle;
  if (!(SECTIONS as readonly string[]).includes(section))
    return <Navigate to={`/models/${modelId}/workshop/measures`} replace />;
  const proposed = (terms.data ?? []).filter(({ state }) => state === 'proposed').length;
  const own = draft?.file.glossary.length ?? 0;
  const count = `${own + (terms.data?.length ?? 0)}${proposed > 0 ? `, ${proposed} proposed` : ''}`;
  const since =
    draft?.begunAt === null || draft === undefined
      ? `as published${draft === undefined ? '' : `, version ${draft.version}`}`
      : `draft since ${new Date(draft.begunAt).toLocaleString(undefined, { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })}`;
  return (
    <Frame
      title={<Link to={`/models/${modelId}`}>{draft?.file.name ?? modelId}</Link>}
      about={since}
      parts={partsOf(modelId, draft ?? null, count)}
      marginLabel="What the draft changes"
      margin={
        draft === undefined ? null : <DraftMargin key={draft.version} modelId={modelId} draft={draft} handle={handle} />
      }
    >
      {error instanceof ProblemError && error.status === 403 ? (
        <Message title="Not yours to change">
          A model of everyone is changed by stewards, one of somebody’s own by its owner. Ask one of them, or teach a
          term in the glossary.
        </Message>
      ) : error !== null ? (
        <Failure error={error} onRetry={handle.retry} />
      ) : draft === undefined ? (
        <Loading what="Opening the workshop" />
      ) : (
        <Shown section={section as Section} modelId={modelId} draft={draft} handle={handle} />
      )}
    </Frame>
  );
}

function Shown({
  section,
  modelId,
  draft,
  handle,
}: {
  section: Section;
  modelId: string;
  draft: ModelDraftView;
  handle: DraftHandle;
}) {
  switch (section) {
    case 'joins':
      return <JoinsSection modelId={modelId} draft={draft} />;
    case 'measures':
      return <MeasuresSection modelId={modelId} draft={draft} handle={handle} />;
    case 'hierarchies':
      return <HierarchiesSection draft={draft} handle={handle} />;
    case 'calendar':
      return <CalendarSection draft={draft} handle={handle} />;
    case 'sets':
      return <SetsSection draft={draft} handle={handle} />;
    case 'who':
      return <WhoSection draft={draft} handle={handle} />;
    case 'columns':
      return <ColumnsSection draft={draft} />;
    case 'file':
      return <FileSection modelId={modelId} draft={draft} />;
    case 'versions':
      return <VersionsSection modelId={modelId} draft={draft} />;
  }
}
