/** Places on plain ground, by their coordinates: circles of the size of the measure, with lines of latitude and longitude. */
import styled from 'styled-components';
import { formatCell, formatShort } from '@zud/core/format/format';
import { projected } from '@zud/core/chart/projection';
import { TOKENS } from '../app/theme';
import { useMode } from '../app/use-mode';
import { useSize } from '../parts/use-size';
import type { ChartProps } from './chart-props';

const Ground = styled.div`
  position: relative;
  width: 100%;
  height: 100%;
  min-height: 200px;
  overflow: hidden;
  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    background: var(--wash);
    border-radius: 3px;
  }
  text {
    font-size: 11.5px;
    fill: var(--ink);
    paint-order: stroke;
    stroke: var(--wash);
    stroke-width: 3px;
  }
  text.grid {
    fill: var(--quiet);
    font-size: 10.5px;
  }
  circle[role='button'] {
    cursor: pointer;
  }
  circle[role='button']:focus-visible {
    outline: none;
    stroke: var(--signal);
    stroke-width: 3;
  }
`;
const GREATEST = 26;

export function PlaceMap(props: ChartProps) {
  const { chart, onChoose } = props;
  const [ground, size] = useSize<HTMLDivElement>();
  const { series: colours } = TOKENS[useMode()];
  const [series] = chart.series;
  const points = (series?.points ?? []).filter((point) => point.y !== null);
  const most = Math.max(1e-9, ...points.map((point) => Math.abs(point.size ?? 0)));
  const plane = projected(
    points.map((point) => ({ longitude: point.x, latitude: point.y ?? 0 })),
    size,
    54,
  );
  return (
    <Ground ref={ground} role="group" aria-label={props.label}>
      <svg role="presentation">
        {plane.meridians.map((line) => (
          <g key={`x${line.degrees}`}>
            <line x1={line.at} x2={line.at} y1={0} y2={size.height} stroke="var(--line)" />
            <text className="grid" x={line.at + 4} y={size.height - 6}>
              {degrees(line.degrees, 'E', 'W')}
            </text>
          </g>
        ))}
        {plane.parallels.map((line) => (
          <g key={`y${line.degrees}`}>
            <line y1={line.at} y2={line.at} x1={0} x2={size.width} stroke="var(--line)" />
            <text className="grid" x={6} y={line.at - 4}>
              {degrees(line.degrees, 'N', 'S')}
            </text>
          </g>
        ))}
        {points
          .map((point, index) => ({ point, at: plane.points[index] ?? { x: 0, y: 0 } }))
          .sort((a, b) => (b.point.size ?? 0) - (a.point.size ?? 0))
          .map(({ point, at }) => {
            const { row = -1, label = '' } = point;
            const value = series ? formatCell(point.size ?? null, series.column) : '';
            const radius = Math.max(3, GREATEST * Math.sqrt(Math.abs(point.size ?? 0) / most));
            const acts = onChoose
              ? {
                  'role': 'button',
                  'tabIndex': 0,
                  'aria-pressed': props.chosen?.has(row) === true,
                  'onClick': (event: React.MouseEvent) =>
                    onChoose(row, event.shiftKey || event.ctrlKey || event.metaKey),
                  'onKeyDown': (event: React.KeyboardEvent) => {
                    if (event.key === 'Enter' || event.key === ' ') {
                      event.preventDefault();
                      onChoose(row, event.shiftKey);
                    }
                  },
                }
              : {};
            return (
              <g key={row}>
                <circle
                  cx={at.x}
                  cy={at.y}
                  r={radius}
                  fill={`color-mix(in srgb, ${colours[(point.size ?? 0) < 0 ? 5 : 0]} 72%, transparent)`}
                  stroke={props.chosen?.has(row) ? 'var(--signal)' : 'var(--paper)'}
                  strokeWidth={props.chosen?.has(row) ? 3 : 1}
                  aria-label={`${label}: ${value}`}
                  {...acts}
                >
                  <title>{`${label}: ${value}`}</title>
                </circle>
                {props.small ? null : (
                  <text x={at.x + radius + 4} y={at.y + 4}>
                    {label}{' '}
                    <tspan fill="var(--quiet)">{series ? formatShort(point.size ?? 0, series.column) : ''}</tspan>
                  </text>
                )}
              </g>
            );
          })}
      </svg>
    </Ground>
  );
}

const degrees = (value: number, positive: string, negative: string) =>
  `${Math.abs(value)}° ${value === 0 ? '' : value > 0 ? positive : negative}`;
