/** A standing note: the person sees a part of the data, so that their numbers may differ from those of others. */
import styled from 'styled-components';
import { SERIF } from '../app/theme';

const Note = styled.p`
  font: italic 400 14.5px/1.4 ${SERIF};
  color: var(--quiet);
  border-left: 2px solid var(--line);
  padding-left: 10px;
  margin: 4px 0 8px;
  max-width: 70ch;
`;

export function LimitNote({ words }: { words: string | null | undefined }) {
  return words ? <Note role="note">{words}</Note> : null;
}
