/** The format options of a chart: labels, lines across it, where its axis begins, its colour. Each choice is a step. */
import { useState } from 'react';
import { Dialog, DialogTrigger, Popover } from 'react-aria-components';
import styled from 'styled-components';
import { CROSSED, FITTED } from '@zud/core/chart/lines';
import type { ChartDescription } from '@zud/core/chart/description';
import type { Edit } from '@zud/core/reading/edit-schema';
import { MOST_LINES, type Reading } from '@zud/core/reading/schema';
import { lineWords } from '@zud/core/reading/words';
import { TOKENS } from '../app/theme';
import { useMode } from '../app/use-mode';
import { Button, Field, TextButton } from '../parts/controls';
import { formatActs, inColour, lineAt, withoutLine } from './format-acts';

const Sheet = styled(Popover)`
  background: var(--raised);
  border: 1px solid var(--line);
  border-radius: 3px;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.12);
  width: 268px;
  max-height: 76vh;
  overflow: auto;
  font-size: 13px;
  section {
    padding: 10px 14px;
    display: grid;
    gap: 8px;
    border-bottom: 1px solid var(--line);
  }
  section:last-child {
    border-bottom: 0;
  }
  h3 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
  }
  label.option {
    display: flex;
    gap: 8px;
    align-items: center;
    cursor: pointer;
  }
  label.option:has(:disabled) {
    color: var(--quiet);
    cursor: default;
  }
  form {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto auto;
    gap: 6px;
    align-items: end;
  }
  form input {
    padding: 5px 8px;
    width: 100%;
    min-width: 0;
    font-size: 13px;
  }
  ul {
    display: grid;
    gap: 4px;
  }
  li {
    display: flex;
    justify-content: space-between;
    gap: 8px;
  }
  p {
    color: var(--quiet);
    font-size: 12px;
  }
  .colours {
    display: grid;
    grid-template-columns: repeat(10, 1fr);
    gap: 4px;
  }
  .colours button {
    height: 20px;
    border: 1px solid transparent;
    border-radius: 3px;
    cursor: pointer;
    padding: 0;
  }
  .colours button[aria-pressed='true'] {
    outline: 2px solid var(--ink);
    outline-offset: 1px;
  }
  .colours button:focus-visible {
    outline: 2px solid var(--signal);
    outline-offset: 2px;
  }
`;

export function FormatPanel(props: {
  chart: ChartDescription;
  reading: Reading;
  onEdit: (edits: readonly Edit[]) => void;
}) {
  return (
    <DialogTrigger>
      <TextButton>Format ▾</TextButton>
      <Sheet placement="top end">
        <Dialog aria-label="Format of the chart" style={{ outline: 'none' }}>
          <Options {...props} />
        </Dialog>
      </Sheet>
    </DialogTrigger>
  );
}

/** Why an option changes nothing on this kind of chart; undefined where it does. */
function unfit(label: string, { kind }: ChartDescription): string | undefined {
  if (label.startsWith('Line') && !CROSSED.includes(kind)) return 'not on this kind';
  return label.startsWith('Axis') && !FITTED.includes(kind) ? 'bars stand on zero' : undefined;
}

function Options({ chart, reading, onEdit }: Parameters<typeof FormatPanel>[0]) {
  const [text, setText] = useState('');
  const { series } = TOKENS[useMode()];
  const lines = reading.view?.lines ?? [];
  const percent = chart.series[0]?.column.format?.style === 'percent';
  const typed = Number(text.replace(/[\s,%]/g, ''));
  const known = text.trim() !== '' && Number.isFinite(typed) && typed >= 0;
  const add = (target: boolean) => {
    if (known) onEdit(lineAt(percent ? typed / 100 : typed, target));
  };
  const crossed = CROSSED.includes(chart.kind) && lines.length < MOST_LINES;
  return (
    <>
      <section>
        {formatActs(reading).map((act) => {
          const why = unfit(act.label, chart);
          return (
            <label key={act.label} className="option">
              <input
                type="checkbox"
                checked={act.on}
                disabled={why !== undefined && !act.on}
                onChange={() => onEdit(act.edits)}
              />
              <span>
                {act.label}
                {why === undefined ? null : <small> ({why})</small>}
              </span>
            </label>
          );
        })}
      </section>
      <section>
        <h3>Line at a value</h3>
        {crossed ? (
          <form
            onSubmit={(event) => {
              event.preventDefault();
              add(false);
            }}
          >
            <Field label={percent ? 'Per cent' : 'Value'} value={text} onChange={setText} />
            <Button type="submit" isDisabled={!known}>
              Line
            </Button>
            <Button isDisabled={!known} onPress={() => add(true)}>
              Target
            </Button>
          </form>
        ) : (
          <p>
            {lines.length >= MOST_LINES
              ? `At most ${MOST_LINES} lines cross a chart.`
              : 'This kind of chart has no axis for a line to cross.'}
          </p>
        )}
        {lines.length > 0 ? (
          <ul>
            {lines.map((line) => (
              <li key={String(line.at)}>
                <span>{lineWords(line, percent)}</span>
                <TextButton
                  aria-label={`Take out ${lineWords(line, percent)}`}
                  onPress={() => onEdit(withoutLine(line))}
                >
                  take out
                </TextButton>
              </li>
            ))}
          </ul>
        ) : null}
      </section>
      <section>
        <h3>Colours from</h3>
        <div className="colours">
          {series.map((colour, index) => (
            <button
              key={colour}
              type="button"
              aria-label={`Colour ${index + 1}`}
              aria-pressed={(reading.view?.colour ?? 1) === index + 1}
              style={{ background: colour }}
              onClick={() => onEdit(inColour(index + 1))}
            />
          ))}
        </div>
      </section>
    </>
  );
}
