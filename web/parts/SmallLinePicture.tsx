/** A few numbers as a small line: what they are now, and what they were before, paler. */
import styled from 'styled-components';
import type { SmallLine } from '@zud/core/analysis/explain/explanation';

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

export function SmallLinePicture({ line, large = false }: { line: SmallLine; large?: boolean }) {
  const [width, height] = large ? [290, 92] : [130, 42];
  const { now, before = [] } = line;
  const all = [...now, ...before].filter((one): one is number => one !== null);
  if (all.length < 2) return null;
  // a line is looked at for its shape; where it lies near nought, nought is its foot
  const [least, high] = [Math.min(...all), Math.max(...all)];
  const low = least >= 0 && least < 0.5 * high ? 0 : least;
  const count = Math.max(now.length, before.length);
  const path = (values: readonly (number | null)[]) =>
    values
      .map((value, index) =>
        value === null
          ? ''
          : `${index === 0 || values[index - 1] === null ? 'M' : 'L'}${(EDGE + (index / Math.max(1, count - 1)) * (width - 2 * EDGE)).toFixed(1)} ${(height - EDGE - ((value - low) / Math.max(1e-12, high - low)) * (height - 2 * EDGE)).toFixed(1)}`,
      )
      .join('');
  return (
    <Frame>
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={before.length > 0 ? 'Day by day, now and before' : 'Period by period'}
      >
        <path d={path(before)} stroke="var(--first)" opacity="0.35" />
        <path d={path(now)} stroke="var(--first)" />
      </svg>
    </Frame>
  );
}
