/** Parts of a whole as rectangles of their size. */
import styled from 'styled-components';
import { formatCell, formatShort } from '@zud/core/format/format';
import { TOKENS } from '../app/theme';
import { inkOn } from './ink';
import { useMode } from '../app/use-mode';
import type { ChartProps } from './chart-props';

const Ground = styled.div`
  position: relative;
  width: 100%;
  height: 100%;
  min-height: 160px;
  button {
    position: absolute;
    border: 1px solid var(--paper);
    padding: 5px 7px;
    text-align: left;
    overflow: hidden;
    color: var(--on-ink);
    font-size: 12px;
    line-height: 1.25;
    display: block;
    border-radius: 0;
  }
  button:not(:disabled) {
    cursor: pointer;
  }
  button[aria-pressed='true'] {
    outline: 2.5px solid var(--signal);
    outline-offset: -3px;
    z-index: 1;
  }
  b {
    display: block;
    font-weight: 600;
  }
`;
const Frame = styled.div`
  height: 100%;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  ul {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 14px;
    padding-bottom: 6px;
    font-size: 12px;
  }
  li {
    display: flex;
    gap: 6px;
    align-items: center;
  }
  i {
    width: 11px;
    height: 11px;
    border-radius: 2px;
  }
`;
/** Smaller parts carry no words; pointing at them, or the table, tells. */
const READABLE = { width: 0.07, height: 0.05 };

export function Treemap(props: ChartProps) {
  const { chart, onChoose } = props;
  const tokens = TOKENS[useMode()];
  const { series } = tokens;
  const groups = [
    ...new Map((chart.tree ?? []).flatMap((part) => (part.group === null ? [] : [[part.group, part.colour] as const]))),
  ].map(([name, colour]) => ({ name, colour: series[colour % series.length] ?? tokens.ink }));
  const column = chart.series[0]?.column;
  const total = (chart.tree ?? []).reduce((sum, part) => sum + part.value, 0);
  if (!column) return null;
  return (
    <Frame>
      {groups.length > 0 && !props.small ? (
        <ul aria-label="Groups">
          {groups.map((group) => (
            <li key={group.name}>
              <i style={{ background: group.colour }} />
              {group.name}
            </li>
          ))}
        </ul>
      ) : (
        <span />
      )}
      <Ground role="group" aria-label={props.label}>
        {(chart.tree ?? []).map((part) => {
          const value = formatCell(part.value, column);
          const name = `${part.group === null ? '' : `${part.group}, `}${part.label}: ${value}, ${Math.round((100 * part.value) / total)} %`;
          return (
            <button
              key={part.row}
              type="button"
              disabled={!onChoose}
              title={name}
              aria-label={name}
              aria-pressed={props.chosen?.has(part.row) === true}
              onClick={(event) => onChoose?.(part.row, event.shiftKey || event.ctrlKey || event.metaKey)}
              style={{
                left: `${100 * part.x}%`,
                top: `${100 * part.y}%`,
                width: `${100 * part.width}%`,
                height: `${100 * part.height}%`,
                background: series[part.colour % series.length],
                color: inkOn(series[part.colour % series.length] ?? tokens.ink, tokens),
              }}
            >
              {part.width > READABLE.width && part.height > READABLE.height && !props.small ? (
                <>
                  <b>{part.label}</b>
                  {formatShort(part.value, column)}
                </>
              ) : null}
            </button>
          );
        })}
      </Ground>
    </Frame>
  );
}
