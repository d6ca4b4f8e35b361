import { useMutation, useQueryClient } from '@tanstack/react-query';
import { memo, useEffect, useRef, useState, type RefObject } from 'react';
import { Link, useNavigate } from 'react-router';
import styled from 'styled-components';
import { api, type Inquiry, type Step } from '../app/api';
import { NARROW } from '../app/theme';
import { Thumbnail } from '../charts/Thumbnail';
import { Button, Dialog, Field, Menu, PrimaryButton, TextButton, type MenuEntry } from '../parts/controls';
import { Failure } from '../parts/states';
import { trailRows, type TrailRow } from './trail';
import { TrailHead } from './TrailHead';
import { unansweredWords } from './unanswered';

const Column = styled.nav`
  padding: 16px 8px 16px 20px;
  overflow: auto;
  border-right: 1px solid var(--line);
  min-height: 0;
  @media (max-width: ${NARROW}) {
    border-right: 0;
    border-bottom: 1px solid var(--line);
  }
  header {
    display: flex;
    justify-content: space-between;
    font-size: 12px;
    color: var(--quiet);
    padding: 0 8px 10px 0;
  }
  header span:first-child {
    font-weight: 600;
  }
  li {
    position: relative;
  }
  li > :last-child:not(a) {
    position: absolute;
    right: 4px;
    bottom: 4px;
    opacity: 0;
    background: var(--paper);
    padding: 0 5px;
    line-height: 1;
  }
  li:hover > :last-child:not(a),
  li > :last-child:not(a):is(:focus-visible, [aria-expanded='true']) {
    opacity: 1;
  }
  @media (hover: none) {
    li > :last-child:not(a) {
      opacity: 1;
    }
  }
  footer {
    padding: 10px 8px;
    font-size: 12.5px;
  }
  li::before {
    content: '';
    position: absolute;
    left: calc(11px + var(--depth) * 16px);
    top: 0;
    bottom: 0;
    width: 1px;
    background: var(--line);
  }
  li:first-child::before {
    top: 16px;
  }
  li:last-child::before {
    bottom: calc(100% - 16px);
  }
`;
const Row = styled(Link)<{ $depth: number }>`
  display: flex;
  align-items: flex-start;
  gap: 10px;
  padding: 7px 8px 7px calc(6px + ${(props) => props.$depth * 16}px);
  text-decoration: none;
  border-radius: 3px;
  position: relative;
  &[aria-current] {
    background: var(--wash);
  }
  &:hover {
    background: var(--wash);
  }
  i {
    flex: none;
    width: 10px;
    height: 10px;
    margin-top: 4px;
    border-radius: 50%;
    border: 1.4px solid var(--ink);
    background: var(--paper);
  }
  &[aria-current] i {
    background: var(--signal);
    border-color: var(--signal);
  }
  &[data-outcome='unclear'] i,
  &[data-outcome='choose'] i {
    border-style: dashed;
    border-color: var(--quiet);
  }
  b {
    display: block;
    font-weight: 600;
    font-size: 13px;
    line-height: 1.35;
    overflow-wrap: anywhere;
  }
  small {
    display: block;
    font-size: 11.5px;
    color: var(--quiet);
  }
  span {
    flex: 1;
    min-width: 0;
  }
  svg {
    flex: none;
    margin-top: 2px;
  }
`;

interface Place {
  /** Whether this step is the one shown, another is, or none. */
  readonly place: 'here' | 'elsewhere' | 'alone';
  readonly changes: boolean;
}

const entriesFor = ({ step, branches }: TrailRow, { place, changes }: Place): MenuEntry[] => [
  ...(place !== 'elsewhere'
    ? []
    : [{ id: 'compare', label: 'Compare with the step shown', note: 'Both side by side, with what differs' }]),
  ...(changes ? changing(step, branches) : []),
];

const changing = (step: Step, branches: boolean): MenuEntry[] => [
  { id: 'rename', label: 'Rename' },
  { id: 'star', label: step.starred ? 'Take the star off' : 'Star' },
  ...(branches ? [{ id: 'fold', label: step.folded ? 'Unfold its branches' : 'Fold its branches away' }] : []),
  { id: 'delete', label: 'Delete', note: 'With the steps that go on from it; can be undone' },
];

const NO_STEPS: readonly Step[] = [];

/** What is said of a step that shows no figures. */
const remarkOf = (step: Step): string | null =>
  step.outcome === 'answered' ? null : step.outcome === 'empty' ? 'no data' : unansweredWords(step).label;

/** A step of the trail; drawn anew only when something of it changed, however long the trail. */
const TrailStep = memo(function TrailStep(
  props: TrailRow & Place & { inquiryId: string; acting: RefObject<(row: TrailRow, id: string) => void> },
) {
  const { step, depth, hidden, branches, place, changes, inquiryId, acting } = props;
  const here = useRef<HTMLAnchorElement>(null);
  useEffect(() => {
    if (place === 'here') here.current?.scrollIntoView({ block: 'nearest' });
  }, [place]);
  const row: TrailRow = { step, depth, hidden, branches };
  const entries = entriesFor(row, { place, changes });
  return (
    <li style={{ ['--depth' as string]: depth }}>
      <Row
        ref={here}
        to={`/inquiries/${inquiryId}/steps/${step.id}`}
        $depth={depth}
        data-outcome={step.outcome}
        {...(place === 'here' ? { 'aria-current': 'step' as const } : {})}
      >
        <i />
        <span>
          <b>
            {step.starred ? (
              <span role="img" aria-label="Starred">
                ★{' '}
              </span>
            ) : null}
            {step.name ?? step.asked}
          </b>
          {step.name !== null ? <small>{step.asked}</small> : null}
          {remarkOf(step) === null ? null : <small>{remarkOf(step)}</small>}
          {hidden > 0 ? (
            <small>
              {hidden} {hidden === 1 ? 'step' : 'steps'} folded away
            </small>
          ) : null}
        </span>
        {step.thumbnail ? <Thumbnail thumbnail={step.thumbnail} /> : null}
      </Row>
      {entries.length === 0 ? null : (
        <Menu
          plain
          label="⋯"
          ariaLabel={`What to do with “${step.name ?? step.asked}”`}
          entries={entries}
          onChoose={(id) => acting.current(row, id)}
        />
      )}
    </li>
  );
});

export function Trail({
  id,
  unfolded,
  inquiryId,
  inquiry,
  current,
  onTeach,
}: {
  id: string;
  onTeach: () => void;
  /** Whether it is seen where there is little room; where there is enough it always is. */
  unfolded: boolean;
  inquiryId: string;
  inquiry: Inquiry | undefined;
  current: string | null;
}) {
  const steps = inquiry?.steps ?? NO_STEPS;
  const changes = inquiry !== undefined && inquiry.right !== 'see';
  const client = useQueryClient();
  const navigate = useNavigate();
  const [renaming, setRenaming] = useState<Step | null>(null);
  const [name, setName] = useState('');
  /** What was deleted, the latest last: each can be taken back in turn. */
  const [gone, setGone] = useState<readonly (readonly string[])[]>([]);
  const refresh = () => client.invalidateQueries({ queryKey: ['inquiry', inquiryId] });
  const mark = useMutation({
    mutationFn: ({ step, ...marks }: { step: Step; name?: string | null; starred?: boolean; folded?: boolean }) =>
      api.markStep(inquiryId, step.id, marks),
    onSuccess: () => {
      setRenaming(null);
      return refresh();
    },
  });
  const remove = useMutation({
    mutationFn: (step: Step) => api.deleteStep(inquiryId, step.id),
    onSuccess: async ({ deleted }, step) => {
      setGone((before) => [...before, deleted]);
      if (current !== null && deleted.includes(current))
        await navigate(`/inquiries/${inquiryId}${step.after === null ? '' : `/steps/${step.after}`}`);
      await refresh();
    },
  });
  const last = gone.at(-1) ?? [];
  const restore = useMutation({
    mutationFn: () => api.restoreSteps(inquiryId, last),
    onSuccess: () => {
      setGone((before) => before.slice(0, -1));
      return refresh();
    },
  });
  const act = (row: TrailRow, id: string) => {
    const { step } = row;
    if (id === 'rename') {
      setName(step.name ?? step.asked);
      setRenaming(step);
    }
    if (id === 'compare') void navigate(`/inquiries/${inquiryId}/compare/${step.id}/${current ?? ''}`);
    if (id === 'star') mark.mutate({ step, starred: !step.starred });
    if (id === 'fold') mark.mutate({ step, folded: !step.folded });
    if (id === 'delete') remove.mutate(step);
  };
  const acting = useRef(act);
  useEffect(() => {
    acting.current = act;
  });
  return (
    <Column id={id} aria-label="Trail" {...(unfolded ? { 'data-open': '' } : {})}>
      {inquiry ? <TrailHead inquiry={inquiry} onTeach={onTeach} /> : null}
      <header>
        <span>Trail</span>
        <span>
          {steps.length} {steps.length === 1 ? 'step' : 'steps'}
        </span>
      </header>
      <ol>
        {trailRows(steps).map((row) => (
          <TrailStep
            key={row.step.id}
            inquiryId={inquiryId}
            {...row}
            place={current === null ? 'alone' : row.step.id === current ? 'here' : 'elsewhere'}
            changes={changes}
            acting={acting}
          />
        ))}
      </ol>
      {last.length > 0 ? (
        <footer role="status">
          {last.length === 1 ? 'A step was deleted.' : `${last.length} steps were deleted.`}{' '}
          <TextButton onPress={() => restore.mutate()}>Undo</TextButton>
        </footer>
      ) : null}
      {remove.isError ? <Failure error={remove.error} /> : null}
      {restore.isError ? <Failure error={restore.error} /> : null}
      <Dialog title="Rename the step" isOpen={renaming !== null} onClose={() => setRenaming(null)}>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (renaming)
              mark.mutate({
                step: renaming,
                name: name.trim() === '' || name.trim() === renaming.asked ? null : name.trim(),
              });
          }}
        >
          <Field label="Name" value={name} onChange={setName} autoFocus />
          {mark.isError ? <Failure error={mark.error} /> : null}
          <div style={{ display: 'flex', gap: 10, marginTop: 14 }}>
            <PrimaryButton type="submit">Rename</PrimaryButton>
            <Button onPress={() => setRenaming(null)}>Cancel</Button>
          </div>
        </form>
      </Dialog>
    </Column>
  );
}
