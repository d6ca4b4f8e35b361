/** A step that gave no answer: what was not understood, and what to do. */
import { Button as AriaButton } from 'react-aria-components';
import styled from 'styled-components';
import type { Option } from '@zud/core/language/read';
import type { Step } from '../app/api';
import { SERIF } from '../app/theme';
import { TextButton } from '../parts/controls';
import { offersOf, openWords, unansweredWords } from './unanswered';

const Article = styled.article`
  padding: 24px 30px;
  overflow: auto;
  h1 {
    font: 600 25px/1.28 ${SERIF};
    margin-bottom: 10px;
  }
  p {
    font: 400 18px/1.55 ${SERIF};
    max-width: 46em;
  }
  mark {
    background: none;
    color: inherit;
    text-decoration: underline wavy var(--signal);
    text-underline-offset: 5px;
    text-decoration-thickness: 1.5px;
  }
  p + p {
    font:
      400 13px/1.5 'Public Sans Variable',
      sans-serif;
    color: var(--quiet);
    margin-top: 4px;
  }
  h2 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    margin-top: 20px;
    padding-bottom: 4px;
    border-bottom: 1px solid var(--line);
  }
  ol li {
    border-bottom: 1px solid var(--line);
  }
  ul {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 18px;
    padding-top: 10px;
  }
`;
const Offer = styled(AriaButton)`
  display: flex;
  gap: 20px;
  align-items: baseline;
  width: 100%;
  border: 0;
  background: none;
  padding: 9px 4px;
  text-align: left;
  font: 400 17px/1.4 ${SERIF};
  color: var(--ink);
  cursor: pointer;
  kbd {
    font:
      600 13px/1 'Public Sans Variable',
      sans-serif;
    color: var(--quiet);
    min-width: 12px;
  }
  &[data-hovered] {
    background: var(--wash);
  }
  &[data-focus-visible] {
    outline: 2px solid var(--signal);
    outline-offset: -2px;
  }
`;

export function UnansweredView(props: {
  step: Step;
  onChoose: (option: Option) => void;
  /** Null for those who may not teach. */
  onTeach: ((words: string) => void) | null;
}) {
  const { step, onTeach } = props;
  const open = openWords(step);
  const { readings, names } = offersOf(step.options ?? []);
  const parts: (string | { text: string; start: number })[] = [];
  let at = 0;
  for (const word of step.words) {
    if (word.use !== 'unresolved' || word.start < at) continue;
    parts.push(step.asked.slice(at, word.start), { text: step.asked.slice(word.start, word.end), start: word.start });
    at = word.end;
  }
  parts.push(step.asked.slice(at));
  return (
    <Article>
      <h1>{unansweredWords(step).title}</h1>
      <p>“{parts.map((part) => (typeof part === 'string' ? part : <mark key={part.start}>{part.text}</mark>))}”</p>
      {step.notes
        .filter((note) => note.kind === 'unclear')
        .map((note) => (
          <p key={note.text}>{note.text}</p>
        ))}
      {readings.length > 0 ? (
        <>
          <h2>{step.outcome === 'choose' ? 'It can mean' : 'Meant was perhaps'}</h2>
          <ol aria-label="Options">
            {readings.map((option, index) => (
              <li key={option.label}>
                <Offer onPress={() => props.onChoose(option)}>
                  <kbd aria-hidden="true">{index < 9 ? index + 1 : ''}</kbd>
                  {option.label}
                </Offer>
              </li>
            ))}
          </ol>
        </>
      ) : null}
      {onTeach !== null && open !== '' ? (
        <>
          <h2>Or teach it</h2>
          <ul>
            <li>
              <TextButton onPress={() => onTeach(open)}>Say what “{open}” means …</TextButton>
            </li>
          </ul>
        </>
      ) : null}
      {names.length > 0 ? (
        <>
          <h2>Near in the model</h2>
          <ul aria-label="Names">
            {names.map((option) => (
              <li key={option.label}>
                <TextButton onPress={() => props.onChoose(option)}>{option.label}</TextButton>
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </Article>
  );
}
