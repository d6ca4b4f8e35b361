import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import type { Step } from '../app/api';
import { Thumbnail } from '../charts/Thumbnail';
import { trailRows } from './trail';

const Column = styled.nav`
  padding: 16px 8px 16px 20px; overflow: auto; border-right: 1px solid var(--line); min-height: 0;
  header { display: flex; justify-content: space-between; font-size: 12px; color: var(--quiet); padding: 0 8px 10px 0; }
  header span:first-child { font-weight: 600; }
  li { position: relative; }
  li::before { content: ''; position: absolute; left: calc(11px + var(--depth) * 16px); top: 0; bottom: 0; width: 1px; background: var(--line); }
  li:first-child::before { top: 16px; }
  li:last-child::before { bottom: calc(100% - 16px); }
`;
const Row = styled(Link)<{ $depth: number }>`
  display: flex; align-items: flex-start; gap: 10px; padding: 7px 8px 7px calc(6px + ${(props) => props.$depth * 16}px); text-decoration: none; border-radius: 3px; position: relative;
  &[aria-current] { background: var(--wash); }
  &:hover { background: var(--wash); }
  i { flex: none; width: 10px; height: 10px; margin-top: 4px; border-radius: 50%; border: 1.4px solid var(--ink); background: var(--paper); }
  &[aria-current] i { background: var(--signal); border-color: var(--signal); }
  &[data-outcome='unclear'] i, &[data-outcome='choose'] i { border-style: dashed; border-color: var(--quiet); }
  b { display: block; font-weight: 600; font-size: 13px; line-height: 1.35; overflow-wrap: anywhere; }
  small { display: block; font-size: 11.5px; color: var(--quiet); }
  span { flex: 1; min-width: 0; }
  svg { flex: none; margin-top: 2px; }
`;

const OUTCOME: Partial<Record<Step['outcome'], string>> = { choose: 'a choice is open', unclear: 'not understood', empty: 'no data' };

export function Trail({ inquiryId, steps, current }: { inquiryId: string; steps: readonly Step[]; current: string | null }) {
  const here = useRef<HTMLAnchorElement>(null);
  useEffect(() => {
    void here.current?.scrollIntoView({ block: 'nearest' });
  }, [current]);
  return (
    <Column aria-label="Trail">
      <header>
        <span>Trail</span>
        <span>{steps.length} {steps.length === 1 ? 'step' : 'steps'}</span>
      </header>
      <ol>
        {trailRows(steps).map(({ step, depth }) => (
          <li key={step.id} style={{ ['--depth' as string]: depth }}>
            <Row to={`/inquiries/${inquiryId}/steps/${step.id}`} $depth={depth} data-outcome={step.outcome} {...(step.id === current ? { 'aria-current': 'step' as const, ref: here } : {})}>
              <i />
              <span>
                <b>{step.asked}</b>
                {OUTCOME[step.outcome] ? <small>{OUTCOME[step.outcome]}</small> : null}
              </span>
              {step.thumbnail ? <Thumbnail thumbnail={step.thumbnail} /> : null}
            </Row>
          </li>
        ))}
      </ol>
    </Column>
  );
}
