/** The margin of a proof: what is proposed, how many cells it is about, and the choice, one press each. */
import styled from 'styled-components';
import type { BroughtFile } from '@zud/core/contract/imports';
import { SERIF } from '../app/theme';
import { Choice } from '../parts/Choice';
import { TextButton } from '../parts/controls';

const Margin = styled.aside`
  border-left: 1px solid var(--line);
  padding: 24px 22px;
  overflow: auto;
  > header {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    align-items: baseline;
    padding-bottom: 8px;
    border-bottom: 1px solid var(--line);
  }
  h2 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
  }
  li {
    padding: 12px 0 11px;
    border-bottom: 1px solid var(--line);
  }
  li[data-open='true'] {
    background: var(--wash);
    margin: 0 -12px;
    padding: 12px 12px 11px;
  }
  li[data-open='true'] b {
    display: block;
    color: var(--signal);
    font-size: 12px;
  }
  p {
    font: 400 16.5px/1.35 ${SERIF};
    margin-bottom: 5px;
  }
  p small {
    color: var(--quiet);
    font-size: 14px;
  }
  dl {
    font-size: 12.5px;
    color: var(--quiet);
    margin-bottom: 4px;
  }
  dd {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
`;

type Proposal = BroughtFile['proposals'][number];

/** Choices by which nothing is done. */
const WAITING: ReadonlySet<string> = new Set(['leave', 'text', 'keep', 'as it is', 'two']);

/** Is it still to be decided: not sure, and nothing is done about it, by a person or by the recipe? */
export const isOpen = (one: Proposal, decided: ReadonlySet<string>): boolean =>
  !one.sure && !decided.has(one.id) && WAITING.has(one.chosen);

export function Proposals(props: {
  proposals: readonly Proposal[];
  decided: ReadonlySet<string>;
  busy: boolean;
  undo: (() => void) | null;
  onChoose: (choices: Readonly<Record<string, string>>) => void;
}) {
  const { proposals, decided } = props;
  const sorted = [...proposals].sort((a, b) => Number(isOpen(b, decided)) - Number(isOpen(a, decided)));
  return (
    <Margin aria-label="Proposals">
      <header>
        <h2>Proposals {proposals.length}</h2>
        {props.busy ? (
          <span role="status">Looking again …</span>
        ) : props.undo === null ? null : (
          <TextButton onPress={props.undo}>Undo the last choice</TextButton>
        )}
      </header>
      {proposals.length === 0 ? <p>Nothing has to be changed.</p> : null}
      <ul>
        {sorted.map((one) => (
          <li key={one.id} data-open={isOpen(one, decided)}>
            {isOpen(one, decided) ? <b>To decide</b> : null}
            <p>
              {one.text}{' '}
              {one.count > 1 && one.column !== undefined ? <small>{one.count.toLocaleString()} cells</small> : null}
            </p>
            <dl>
              {one.examples.slice(0, 3).map((example, at) => (
                <dd key={at} title={`${example.before} → ${example.after}`}>
                  {example.line === undefined ? '' : `line ${example.line}: `}
                  {example.before} → {example.after}
                </dd>
              ))}
            </dl>
            <Choice
              label={one.text}
              value={one.chosen}
              options={one.alternatives.map(({ id, label }) => [id, label] as const)}
              onChange={(choice) => props.onChoose({ [one.id]: choice })}
            />
          </li>
        ))}
      </ul>
    </Margin>
  );
}
