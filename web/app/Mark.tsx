/** The mark: the name with the editor's caret below it. */
import styled from 'styled-components';
import { SERIF } from './theme';

const Word = styled.span<{ $large: boolean }>`
  position: relative;
  display: inline-block;
  font: 700 ${(props) => (props.$large ? 34 : 22)}px / 1 ${SERIF};
  letter-spacing: -0.01em;
  svg {
    position: absolute;
    left: 50%;
    bottom: -0.42em;
    width: 0.44em;
    height: 0.24em;
    transform: translateX(10%);
  }
`;

export function Mark(props: { large?: boolean }) {
  return (
    <Word $large={props.large === true}>
      Zud
      <svg viewBox="0 0 20 11" aria-hidden="true">
        <path d="M2 9 L10 3 L18 9" fill="none" stroke="var(--signal)" strokeWidth="3" />
      </svg>
    </Word>
  );
}
