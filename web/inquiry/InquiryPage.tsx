/** An inquiry: trail, answer, notes, and the ask line that goes on from the chosen step. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useId, useRef, useState } from 'react';
import { Button as AriaButton } from 'react-aria-components';
import { useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import type { Note, Option } from '@zud/core/language/read';
import type { Edit } from '@zud/core/reading/edit-schema';
import { api, ProblemError, type Ask, type Inquiry } from '../app/api';
import { useInterface } from '../app/interface-state';
import { Page } from '../app/Page';
import { usePerson } from '../app/session';
import { NARROW } from '../app/theme';
import { AskLine } from '../parts/AskLine';
import { Button } from '../parts/controls';
import { Failure, Loading, Message } from '../parts/states';
import { AnswerView } from './AnswerView';
import { Margin } from './Margin';
import { DRAGGED } from './ModelDrawer';
import { PinDialog } from './PinDialog';
import { sideAfter } from './side-after';
import { placeInTrail } from './trail';
import { Trail } from './Trail';
import { offerOfKey } from './unanswered';
import { useMakeBriefing } from '../returning/use-make-briefing';
import { asksForAlert, asksForBriefing } from '@zud/core/alerts/lead';
import { newAlertAddress } from '../returning/new-alert';
import { UnansweredView } from './UnansweredView';
import { TeachDialog } from '../workshop/TeachDialog';

const Columns = styled.main`
  display: grid;
  grid-template-columns: 214px minmax(0, 1fr) 262px;
  min-height: 0;
  > section {
    min-height: 0;
    min-width: 0;
    overflow: auto;
  }
  @media (max-width: ${NARROW}) {
    display: block;
    overflow: auto;
    > nav:not([data-open]) {
      display: none;
    }
  }
`;
/** On a narrow screen the trail is folded into a line above the answer. */
const TrailFold = styled(AriaButton)`
  display: none;
  @media (max-width: ${NARROW}) {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    width: 100%;
    padding: 11px 14px;
    border: 0;
    border-bottom: 1px solid var(--line);
    background: none;
    font-size: 13px;
    text-align: left;
    color: var(--ink);
    span:first-child {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      font-weight: 600;
    }
    span:last-child {
      color: var(--quiet);
      white-space: nowrap;
    }
    &[data-focus-visible] {
      outline: 2px solid var(--signal);
      outline-offset: -2px;
    }
  }
`;
const Middle = styled.div`
  padding: 24px 30px;
`;

/** What is asked; absent as `after`: after the step shown. */
interface Said {
  readonly said: Ask;
  readonly after?: string | null;
}

/** Others, and other windows, may go on in the same inquiry. */
const ANEW = 4000;

export function InquiryPage() {
  const { inquiryId = '', stepId } = useParams();
  const person = usePerson();
  const client = useQueryClient();
  const navigate = useNavigate();
  const { setDraft, clearDraft, side, setSide } = useInterface();
  const [pinning, setPinning] = useState(false);
  /** The step at which the folded trail was opened: going to another closes it. */
  const [openedAt, setOpenedAt] = useState<string | null | undefined>(undefined);
  const running = useRef<AbortController | null>(null);
  const inquiry = useQuery({
    queryKey: ['inquiry', inquiryId],
    queryFn: () => api.inquiry(inquiryId),
    refetchInterval: ANEW,
  });
  const current = stepId ?? inquiry.data?.steps.at(-1)?.id ?? null;
  const step = useQuery({
    queryKey: ['step', inquiryId, current],
    queryFn: ({ signal }) => api.step(inquiryId, current ?? '', signal),
    enabled: current !== null,
    staleTime: 60_000,
  });
  const model = useQuery({
    queryKey: ['model', inquiry.data?.modelId],
    queryFn: () => api.model(inquiry.data?.modelId ?? ''),
    enabled: inquiry.data !== undefined,
    staleTime: 300_000,
  });
  const place = `inquiry ${inquiryId}`;
  const trailId = useId();
  const unfolded = openedAt === current;

  const ask = useMutation({
    mutationFn: ({ said, after }: Said) => {
      running.current?.abort();
      running.current = new AbortController();
      return api.ask(inquiryId, said, after === undefined ? current : after, running.current.signal);
    },
    onSuccess: (made, { said }) => {
      // what was not understood stays in the line, to be put otherwise
      if ('text' in said && made.outcome !== 'unclear') clearDraft(place, said.text);
      setSide(sideAfter(said, side));
      client.setQueryData(['step', inquiryId, made.id], made);
      client.setQueryData<Inquiry>(['inquiry', inquiryId], (there) =>
        there && !there.steps.some((one) => one.id === made.id) ? { ...there, steps: [...there.steps, made] } : there,
      );
      void client.invalidateQueries({ queryKey: ['inquiry', inquiryId] });
      void navigate(`/inquiries/${inquiryId}/steps/${made.id}`);
    },
  });
  const [teaching, setTeaching] = useState<{ readonly term: string; readonly means: string } | null>(null);
  const say = (said: Ask) => ask.mutate({ said });
  const brief = useMakeBriefing();
  // another reading of the same words takes its place beside them, after the step they followed
  const choose = (option: Option, of: Note['kind'] = 'unclear') => {
    if (option.reading)
      ask.mutate({
        said: { reading: option.reading, label: option.label },
        ...((of === 'assumed' || (of === 'explained' && step.data?.explanation === undefined)) && step.data
          ? { after: step.data.after }
          : {}),
      });
    else if (option.text !== undefined) {
      setDraft(place, replacedWord(step.data, option.text));
      document.querySelector<HTMLInputElement>('input[role=combobox]')?.focus();
    }
  };
  const shown = step.data;
  const before = shown?.reading ?? null;
  const canAsk = person.role !== 'viewer' && inquiry.data?.right !== 'see';
  const stopped = ask.error instanceof DOMException;
  const foot = canAsk ? (
    <AskLine
      place={place}
      about={[model.data?.name ?? '', shown ? `following “${shown.asked}”` : 'a first question']}
      placeholder={shown ? 'Ask a follow-up' : 'Ask a question'}
      modelId={inquiry.data?.modelId ?? null}
      before={before}
      busy={ask.isPending}
      onAsk={(text) =>
        asksForAlert(text) && inquiry.data !== undefined
          ? void navigate(
              newAlertAddress(inquiry.data.modelId, text),
              before === null ? {} : { state: { reading: before } },
            )
          : asksForBriefing(text) && inquiry.data !== undefined
            ? brief.mutate({ modelId: inquiry.data.modelId, text })
            : say({ text })
      }
      onStop={() => running.current?.abort()}
      caretAt={
        shown?.outcome === 'unclear' ? (shown.words.find((word) => word.use === 'unresolved')?.end ?? null) : null
      }
      onKey={(key, text) => {
        const offer = shown === undefined ? null : offerOfKey(key, text, shown);
        if (offer === null) return false;
        clearDraft(place, text);
        choose(offer);
        return true;
      }}
      {...(current === null && model.data ? { tries: model.data.starters } : {})}
    />
  ) : undefined;
  if (inquiry.isError)
    return (
      <Page>
        <Failure
          error={inquiry.error}
          {...(inquiry.error instanceof ProblemError && inquiry.error.status === 404
            ? {}
            : { onRetry: () => void inquiry.refetch() })}
          action={<Button onPress={() => void navigate('/inquiries')}>Your inquiries</Button>}
        />
      </Page>
    );
  return (
    <Page bare {...(foot ? { foot } : {})}>
      <Columns>
        <TrailFold
          aria-expanded={unfolded}
          aria-controls={trailId}
          onPress={() => setOpenedAt(unfolded ? undefined : current)}
        >
          <span>{inquiry.data?.title ?? 'Inquiry'}</span>
          <span>
            {placeInTrail(inquiry.data?.steps ?? [], current)} {unfolded ? '▴' : '▾'}
          </span>
        </TrailFold>
        <Trail
          id={trailId}
          unfolded={unfolded}
          inquiryId={inquiryId}
          inquiry={inquiry.data}
          current={current}
          onTeach={() => setTeaching({ term: '', means: shown?.sentence?.text ?? '' })}
        />
        <section
          onDragOver={(event) => {
            if (canAsk && event.dataTransfer.types.includes(DRAGGED)) event.preventDefault();
          }}
          onDrop={(event) => {
            const dropped = event.dataTransfer.getData(DRAGGED);
            if (dropped !== '') say({ edit: JSON.parse(dropped) as Edit[] });
          }}
        >
          {ask.isError && !stopped ? (
            <Middle>
              <Failure
                error={ask.error}
                onRetry={() => ask.variables && ask.mutate(ask.variables)}
                action={<Button onPress={() => ask.reset()}>Go back</Button>}
              />
            </Middle>
          ) : ask.isPending ? (
            <Middle>
              <Loading what="Computing" onStop={() => running.current?.abort()} />
            </Middle>
          ) : inquiry.isPending || (current !== null && step.isPending) ? (
            <Middle>
              <Loading what="Opening the inquiry" />
            </Middle>
          ) : step.isError ? (
            <Middle>
              <Failure error={step.error} onRetry={() => void step.refetch()} />
            </Middle>
          ) : !shown ? (
            <Middle>
              <Message title="A blank page">
                Ask a first question in the line below. Each answer becomes a step of the trail, and nothing is
                overwritten.
              </Message>
            </Middle>
          ) : shown.answer ? (
            <AnswerView
              key={shown.id}
              step={shown}
              model={model.data}
              canAsk={canAsk}
              onEdit={(edits) => say({ edit: edits })}
              onSay={(text) => say({ text })}
              onOpen={(reading, label) => say({ reading, label })}
              onPin={() => setPinning(true)}
            />
          ) : (
            <UnansweredView
              step={shown}
              onChoose={choose}
              onTeach={canAsk ? (words) => setTeaching({ term: words, means: '' }) : null}
            />
          )}
        </section>
        <Margin
          notes={[
            ...(inquiry.data?.limited ? [{ kind: 'caveat', text: inquiry.data.limited } as const] : []),
            ...(shown?.explanation?.notes ?? []).map((note) => ({ kind: 'explained', ...note }) as const),
            ...(shown?.notes ?? []).filter((note) => shown?.answer !== undefined || note.kind !== 'unclear'),
          ]}
          model={model.data}
          reading={before}
          canAsk={canAsk}
          onChoose={choose}
          onEdit={(edits) => say({ edit: edits })}
        />
      </Columns>
      {teaching !== null && inquiry.data ? (
        <TeachDialog
          modelId={inquiry.data.modelId}
          {...(teaching.term === '' ? {} : { term: teaching.term })}
          means={teaching.means}
          onClose={() => setTeaching(null)}
          onTaught={() => {
            setTeaching(null);
            // the same words, after the step that they followed, with what they mean now
            if (shown?.outcome === 'unclear') ask.mutate({ said: { text: shown.asked }, after: shown.after });
          }}
        />
      ) : null}
      {shown?.reading && inquiry.data ? (
        <PinDialog
          isOpen={pinning}
          onClose={() => setPinning(false)}
          modelId={inquiry.data.modelId}
          reading={shown.reading}
        />
      ) : null}
    </Page>
  );
}

/** The question as asked, with the first word that was not understood replaced. */
function replacedWord(
  step: { asked: string; words: readonly { start: number; end: number; use: string }[] } | undefined,
  text: string,
): string {
  const unknown = step?.words.find((word) => word.use === 'unresolved');
  return step && unknown ? `${step.asked.slice(0, unknown.start)}${text}${step.asked.slice(unknown.end)}` : text;
}
