/** From what it was, by the parts that are told and the rest, to what it is: bars that each begin where the one before ends. */
import styled from 'styled-components';
import type { Explanation } from '@zud/core/analysis/explain/explanation';
import { formatCell, formatValue } from '@zud/core/format/format';
import type { AnswerColumn } from '@zud/core/query/plan';
import { bridgeSteps, type BridgeStep } from '@zud/core/chart/explanation-bridge';

const HEIGHT = 150;
/** Room for what stands above and below a bar. */
const EDGE = 20;

const Frame = styled.figure`
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
  padding-top: 6px;
  > div {
    position: relative;
    min-width: 0;
  }
`;
const Room = styled.div`
  position: relative;
  height: ${HEIGHT}px;
`;
const Bar = styled.span`
  position: absolute;
  left: 12%;
  right: 12%;
  min-height: 2px;
  background: var(--first);
  &[data-kind='total'] {
    background: var(--bar-total, #5a6169);
  }
  &[data-kind='fall'] {
    background: var(--signal);
    opacity: 0.72;
  }
  &[data-kind='data'] {
    background: var(--wash);
    outline: 1px dashed var(--quiet);
    outline-offset: -1px;
    opacity: 1;
  }
  &[data-kind='rest'] {
    background: var(--line);
  }
`;
const Level = styled.span`
  position: absolute;
  left: 88%;
  width: 24%;
  border-top: 1px solid var(--line);
`;
const Figure = styled.b`
  position: absolute;
  left: 0;
  right: 0;
  text-align: center;
  font-size: 11.5px;
  font-weight: 600;
  letter-spacing: 0.03em;
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
`;
const Name = styled.span`
  display: block;
  padding: 4px 4px 8px;
  font-size: 11.5px;
  line-height: 1.25;
  color: var(--quiet);
  text-align: center;
  overflow-wrap: anywhere;
`;

export function BridgePicture(props: {
  explanation: Explanation;
  value: AnswerColumn;
  effect: AnswerColumn;
  ends: { readonly before: string; readonly now: string };
}) {
  const steps = bridgeSteps(props.explanation, props.ends);
  const levels = steps.flatMap(({ from, to }) => [from, to]);
  const moved = steps.filter(({ kind }) => kind !== 'total').flatMap(({ from, to }) => [from, to]);
  // steps that are small beside the totals are seen from near: the totals then do not stand on zero, which is said
  const near = moved.length > 0 && spread(moved) < 0.35 * Math.max(...levels.map(Math.abs));
  const low = near ? Math.min(...moved) - 0.35 * spread(moved) : Math.min(0, ...levels);
  const high = Math.max(...levels, low + 1e-12);
  const y = (value: number) => EDGE + ((high - Math.max(low, value)) / (high - low)) * (HEIGHT - 2 * EDGE);
  return (
    <>
      <Frame role="img" aria-label={altText(steps, props.value, props.effect)}>
        {steps.map((step, index) => {
          const [top, bottom] = [
            y(Math.max(step.from, step.to)),
            step.kind === 'total' ? HEIGHT - EDGE : y(Math.min(step.from, step.to)),
          ];
          const below = step.kind !== 'total' && step.effect < 0;
          return (
            <div key={`${step.name}${index}`} aria-hidden="true">
              <Room>
                <Bar data-kind={barKind(step)} style={{ top, height: Math.max(2, bottom - top) }} />
                {index < steps.length - 1 ? <Level style={{ top: y(step.to) }} /> : null}
                <Figure style={{ top: below ? bottom + 4 : top - 17 }}>
                  {step.kind === 'total' ? formatValue(step.to, props.value) : formatCell(step.effect, props.effect)}
                </Figure>
              </Room>
              <Name>{step.name}</Name>
            </div>
          );
        })}
      </Frame>
      {near ? <figcaption>The totals are cut below, so that the steps can be seen.</figcaption> : null}
    </>
  );
}

const spread = (values: readonly number[]): number => Math.max(...values) - Math.min(...values);

function barKind({ kind, effect }: BridgeStep): string {
  if (kind === 'total' || kind === 'data' || kind === 'rest') return kind;
  return effect < 0 ? 'fall' : 'rise';
}

const altText = (steps: readonly BridgeStep[], value: AnswerColumn, effect: AnswerColumn): string =>
  steps
    .map((step) =>
      step.kind === 'total'
        ? `${step.name}: ${formatValue(step.to, value)}`
        : `${step.name}: ${formatCell(step.effect, effect)}`,
    )
    .join('; ');
