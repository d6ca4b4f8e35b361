/** How a briefing is laid out: its pages at the left, the page, and what is about the edition at the right. */
import styled from 'styled-components';
import { NARROW, SERIF } from '../app/theme';

export const Three = styled.div`
  display: grid;
  grid-template-columns: 214px minmax(0, 1fr) 290px;
  min-height: 0;
  @media (max-width: ${NARROW}) {
    grid-template-columns: minmax(0, 1fr);
    overflow: auto;
  }
`;
export const Left = styled.nav`
  padding: 20px 18px;
  overflow: auto;
  border-right: 1px solid var(--line);
  h1 {
    font: 600 16.5px/1.3 ${SERIF};
  }
  > p {
    color: var(--quiet);
    font-size: 13px;
    margin-bottom: 14px;
  }
  h2 {
    font-size: 11.5px;
    font-weight: 600;
    color: var(--quiet);
    margin-bottom: 6px;
  }
  ol {
    margin: 0 -6px;
  }
  @media (max-width: ${NARROW}) {
    border-right: 0;
    border-bottom: 1px solid var(--line);
    overflow: visible;
    ol {
      max-height: 172px;
      margin-bottom: 8px;
      overflow: auto;
    }
  }
`;
export const Entry = styled.li<{ $on: boolean; $out: boolean }>`
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr) auto;
  padding: 7px 6px;
  background: ${(props) => (props.$on ? 'var(--wash)' : 'none')};
  font-size: 13px;
  > button {
    border: 0;
    background: none;
    padding: 0;
    text-align: left;
    cursor: pointer;
    font-weight: 600;
    ${(props) => (props.$out ? 'text-decoration: line-through; text-decoration-color: var(--signal); color: var(--quiet); font-weight: 400;' : '')}
  }
  small {
    grid-column: 2 / -1;
    color: var(--quiet);
    font-size: 12px;
  }
`;
export const Middle = styled.main`
  overflow: auto;
  background: var(--raised);
  padding: 26px 40px 34px;
  min-width: 0;
  @media (max-width: ${NARROW}) {
    padding: 18px 14px;
    overflow: visible;
  }
`;
export const Beside = styled.div`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 36px;
  > section + section {
    border-left: 1px solid var(--line);
    padding-left: 36px;
  }
`;
export const Right = styled.aside`
  padding: 20px;
  overflow: auto;
  border-left: 1px solid var(--line);
  section {
    padding-bottom: 12px;
    margin-bottom: 12px;
    border-bottom: 1px solid var(--line);
  }
  h2 {
    font-size: 11.5px;
    font-weight: 600;
    color: var(--quiet);
    margin-bottom: 4px;
  }
  p,
  li {
    font: 400 15.5px/1.5 ${SERIF};
  }
  div {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 14px;
  }
  a {
    text-decoration-color: var(--line);
    text-underline-offset: 4px;
    font: 400 14px/1.5 ${SERIF};
  }
  @media (max-width: ${NARROW}) {
    border-left: 0;
    overflow: visible;
  }
`;
export const Keys = styled.span`
  color: var(--quiet);
  font-size: 13px;
  white-space: nowrap;
  button {
    border: 0;
    background: none;
    cursor: pointer;
    padding: 4px 6px;
    color: inherit;
  }
  @media (max-width: ${NARROW}) {
    display: none;
  }
`;
