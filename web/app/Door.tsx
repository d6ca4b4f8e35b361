/** The page before one is in: the mark, a line about what this is, and a form. */
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Mark } from './Mark';
import { SERIF } from './theme';

const Place = styled.main`
  min-height: 100%;
  display: grid;
  place-items: center;
  padding: 24px;
  > div {
    width: min(380px, 100%);
    display: grid;
    gap: 16px;
  }
  h1 {
    font: 600 26px/1.25 ${SERIF};
  }
  p {
    font: 400 16px/1.5 ${SERIF};
    color: var(--quiet);
  }
`;

export function Door({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Place>
      <div>
        <Mark large />
        <h1>{title}</h1>
        {children}
      </div>
    </Place>
  );
}
