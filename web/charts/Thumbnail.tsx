/** A chart the size of a thumbnail, from a few numbers. */
import type { Step } from '../app/api';
import { TOKENS } from '../app/theme';
import { useMode } from '../app/use-mode';

const WIDTH = 48;
const HEIGHT = 22;

export function Thumbnail({ thumbnail }: { thumbnail: NonNullable<Step['thumbnail']> }) {
  const { series: colours, quiet } = TOKENS[useMode()];
  const { kind, series } = thumbnail;
  const values = series.flat().filter((value) => value !== null);
  if (values.length === 0) return null;
  const high = Math.max(...values, 0);
  const low = kind === 'line' ? Math.min(...values) : Math.min(0, ...values);
  const y = (value: number) => HEIGHT - 1 - ((value - low) / (high - low || 1)) * (HEIGHT - 3);
  const lines = kind === 'line' || kind === 'area';
  return (
    <svg width={WIDTH} height={HEIGHT} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden="true">
      {lines
        ? series.map((line, index) => {
            const step = line.length > 1 ? (WIDTH - 2) / (line.length - 1) : 0;
            const points = line.flatMap((value, at) =>
              value === null ? [] : [`${(1 + at * step).toFixed(1)},${y(value).toFixed(1)}`],
            );
            return (
              <polyline
                key={index}
                points={points.join(' ')}
                fill="none"
                strokeWidth="1.4"
                stroke={colours[index % colours.length]}
              />
            );
          })
        : (series[0] ?? []).slice(0, 12).map((value, at, all) => {
            const width = (WIDTH - 2) / all.length;
            return value === null ? null : (
              <rect
                key={at}
                x={1 + at * width}
                y={Math.min(y(value), y(0))}
                width={Math.max(1, width - 1.5)}
                height={Math.max(1, Math.abs(y(0) - y(value)))}
                fill={kind === 'number' ? quiet : colours[0]}
              />
            );
          })}
    </svg>
  );
}
