/** How the pages of an alert are laid out. */
import styled from 'styled-components';
import { NARROW, SERIF } from '../app/theme';

export const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 28px 48px;
  align-items: start;
  @media (max-width: ${NARROW}) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

export const Main = styled.div`
  display: grid;
  gap: 22px;
  h1 {
    font: 600 27px/1.3 ${SERIF};
    text-wrap: balance;
  }
  h2 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    margin-bottom: 8px;
  }
  p {
    font: 400 17px/1.5 ${SERIF};
  }
  p.quiet {
    color: var(--quiet);
  }
`;

export const Crumbs = styled.p`
  && {
    font: inherit;
    font-size: 13px;
    color: var(--quiet);
  }
`;

export const Side = styled.aside`
  display: grid;
  gap: 18px;
  section {
    border-bottom: 1px solid var(--line);
    padding-bottom: 16px;
  }
  h2 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    margin-bottom: 6px;
  }
  p,
  li {
    font: 400 15.5px/1.45 ${SERIF};
  }
  input[type='time'],
  input[type='number'] {
    border: 1px solid var(--line);
    border-radius: 3px;
    background: var(--raised);
    padding: 4px 6px;
    width: auto;
  }
`;

export const Times = styled.ol`
  border-top: 1px solid var(--line);
  max-height: 340px;
  overflow: auto;
  li {
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
    font: 400 16px/1.45 ${SERIF};
  }
  small {
    color: var(--quiet);
  }
`;

export const Acts = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: baseline;
`;
