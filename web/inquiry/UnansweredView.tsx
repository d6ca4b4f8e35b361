/** A step that gave no answer: what was not understood, and what to do. */
import styled from 'styled-components';
import type { Option } from '@zud/core/language/read';
import type { Step } from '../app/api';
import { SERIF } from '../app/theme';
import { Button } from '../parts/controls';
import { unansweredWords } from './unanswered';

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
  ul {
    display: grid;
    gap: 8px;
    margin-top: 18px;
    justify-items: start;
  }
  ul button {
    white-space: normal;
    text-align: left;
    font-weight: 500;
  }
`;

export function UnansweredView(props: { step: Step; onChoose: (option: Option) => void }) {
  const { step } = props;
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
      <ul aria-label="Options">
        {(step.options ?? []).map((option) => (
          <li key={option.label}>
            <Button onPress={() => props.onChoose(option)}>{option.label}</Button>
          </li>
        ))}
      </ul>
    </Article>
  );
}
