/** The line that an alert looks at, period by period, with the value it must not pass and a mark where it would have told. */
import styled from 'styled-components';
import type { Trial } from '@zud/core/contract/alerts';
import { linear } from '@zud/core/chart/svg/scale';
import { formatShort } from '@zud/core/format/format';
import type { AnswerColumn } from '@zud/core/query/plan';
import { unitWords } from '@zud/core/reading/words';
import type { Grain } from '@zud/core/time/grain';
import { TOKENS } from '@zud/core/chart/tokens';
import { useMode } from '../app/use-mode';
import { useSize } from '../parts/use-size';

/** Until it is known how much room there is. */
const USUAL_WIDTH = 720;
/** Narrower, only the first and the last period are written under it. */
const ROOM_FOR_THREE = 620;
const HEIGHT = 230;
const LEFT = 56;
const RIGHT = 132;
const TOP = 14;
const FOOT = 26;

const Frame = styled.figure`
  svg {
    display: block;
    width: 100%;
    height: auto;
  }
  figcaption {
    font-size: 12.5px;
    color: var(--quiet);
  }
  text {
    font-size: 11.5px;
    fill: var(--quiet);
  }
`;

export function TrialPicture({ trial }: { trial: Trial }) {
  const { series } = TOKENS[useMode()];
  const [frame, size] = useSize<HTMLElement>();
  const width = size.width === 0 ? USUAL_WIDTH : size.width;
  const { lines, bounds, format } = trial;
  const grain = trial.grain as Grain;
  const days = lines[0]?.points.map(({ at }) => at) ?? [];
  const values = [
    ...lines.flatMap(({ points }) =>
      points.flatMap(({ value, plan = null }) => [value, plan].filter((one) => one !== null)),
    ),
    ...bounds,
  ];
  if (days.length < 2 || values.length === 0) return null;
  const [least, most] = [Math.min(...values), Math.max(...values)];
  // nought is the foot where the lines come near it
  const scale = linear(values, least >= 0 && least < most / 2);
  const x = (index: number) => LEFT + (index / (days.length - 1)) * (width - LEFT - RIGHT);
  const y = (value: number) => TOP + (1 - scale.at(value)) * (HEIGHT - TOP - FOOT);
  /** A line that breaks where there is no value. */
  const path = (line: readonly (number | null)[]) =>
    line
      .map((value, at) =>
        value === null
          ? ''
          : `${(line[at - 1] ?? null) === null ? 'M' : 'L'}${x(at).toFixed(1)} ${y(value).toFixed(1)}`,
      )
      .join('');
  const column = (format ?? { label: '' }) as Pick<AnswerColumn, 'unit' | 'format'>;
  const written = (value: number) => formatShort(value, column);
  const named = placedLabels([
    ...bounds.map((value) => ({ key: `bound ${value}`, text: written(value), colour: 'var(--signal)', at: y(value) })),
    ...lines.map(({ member, points }, index) => ({
      key: member,
      text: member,
      colour: series[index % series.length] ?? 'var(--ink)',
      at: y(points.findLast(({ value }) => value !== null)?.value ?? scale.low),
    })),
  ]);
  return (
    <Frame ref={frame}>
      <svg viewBox={`0 0 ${width} ${HEIGHT}`} role="img" aria-label={trial.text}>
        {scale.ticks.map((value) => (
          <g key={value}>
            <line x1={LEFT} x2={width - RIGHT} y1={y(value)} y2={y(value)} stroke="var(--line)" />
            <text x={LEFT - 8} y={y(value) + 4} textAnchor="end">
              {written(value)}
            </text>
          </g>
        ))}
        {bounds.map((value) => (
          <line
            key={value}
            x1={LEFT}
            x2={width - RIGHT}
            y1={y(value)}
            y2={y(value)}
            stroke="var(--signal)"
            strokeDasharray="5 4"
            strokeWidth="1.4"
          />
        ))}
        {lines.map(({ member, points }, index) => (
          <g key={member}>
            {points.some(({ plan }) => typeof plan === 'number') ? (
              <path
                d={path(points.map(({ plan }) => plan ?? null))}
                fill="none"
                stroke={series[index % series.length]}
                strokeWidth="1.2"
                strokeDasharray="2 4"
              />
            ) : null}
            <path
              d={path(points.map(({ value }) => value))}
              fill="none"
              stroke={series[index % series.length]}
              strokeWidth="1.7"
              strokeLinejoin="round"
            />
            {points.map(({ value, told, at }, place) =>
              told && value !== null ? (
                <circle
                  key={at}
                  cx={x(place)}
                  cy={y(value)}
                  r="5"
                  fill="var(--raised)"
                  stroke="var(--signal)"
                  strokeWidth="2"
                >
                  <title>{`${member === '' ? '' : `${member}, `}${unitWords(grain, at)}: ${written(value)}`}</title>
                </circle>
              ) : null,
            )}
          </g>
        ))}
        {named.map(({ key, text, colour, at }) => (
          <text key={key} x={width - RIGHT + 8} y={at + 4} style={{ fill: colour, fontWeight: 600 }}>
            {text.length > 20 ? `${text.slice(0, 19)}…` : text}
          </text>
        ))}
        {(width < ROOM_FOR_THREE ? [0, days.length - 1] : [0, Math.floor((days.length - 1) / 2), days.length - 1]).map(
          (at) => (
            <text
              key={days[at]}
              x={width >= ROOM_FOR_THREE ? x(at) : at === 0 ? 0 : width}
              y={HEIGHT - 6}
              textAnchor={at === 0 ? 'start' : at === days.length - 1 ? 'end' : 'middle'}
            >
              {unitWords(grain, days[at] ?? '')}
            </text>
          ),
        )}
      </svg>
      {lines.some(({ points }) => points.some(({ plan }) => plan !== undefined)) ? (
        <figcaption>dotted: what was planned; a period without a plan is not judged</figcaption>
      ) : null}
    </Frame>
  );
}

/** Pixels between two lines of names. */
const APART = 14;

/** Names at the ends of their lines, apart from each other and within the picture. */
function placedLabels<Label extends { readonly at: number }>(labels: readonly Label[]): Label[] {
  let last = -Infinity;
  const down = [...labels]
    .sort((a, b) => a.at - b.at)
    .map((label) => {
      last = Math.max(label.at, last + APART);
      return { ...label, at: last };
    });
  let next = HEIGHT - FOOT + APART;
  return down.reverse().map((label) => {
    next = Math.min(label.at, next - APART);
    return { ...label, at: next };
  });
}
