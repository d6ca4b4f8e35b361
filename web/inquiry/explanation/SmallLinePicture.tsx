/** A few numbers as a small line: what they are now, and what they were before, paler. */
import styled from 'styled-components';
import type { SmallLine } from '@zud/core/analysis/explain/explanation';

const WIDTH = 130;
const HEIGHT = 42;
const EDGE = 3;

const Frame = styled.figure`
  svg {
    display: block;
    overflow: visible;
  }
  path {
    fill: none;
    stroke-width: 1.8;
    stroke-linejoin: round;
  }
`;

export function SmallLinePicture({ line }: { line: SmallLine }) {
  const { now, before = [] } = line;
  const all = [...now, ...before].filter((one): one is number => one !== null);
  if (all.length < 2) return null;
  const [low, high] = [Math.min(0, ...all), Math.max(...all)];
  const count = Math.max(now.length, before.length);
  const path = (values: readonly (number | null)[]) =>
    values
      .map((value, index) =>
        value === null
          ? ''
          : `${index === 0 || values[index - 1] === null ? 'M' : 'L'}${(EDGE + (index / Math.max(1, count - 1)) * (WIDTH - 2 * EDGE)).toFixed(1)} ${(HEIGHT - EDGE - ((value - low) / Math.max(1e-12, high - low)) * (HEIGHT - 2 * EDGE)).toFixed(1)}`,
      )
      .join('');
  return (
    <Frame>
      <svg
        width={WIDTH}
        height={HEIGHT}
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={before.length > 0 ? 'Day by day, now and before' : 'Period by period'}
      >
        <path d={path(before)} stroke="var(--first)" opacity="0.35" />
        <path d={path(now)} stroke="var(--first)" />
      </svg>
    </Frame>
  );
}
