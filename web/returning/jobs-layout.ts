/** How the page of what runs is laid out. */
import styled from 'styled-components';
import { SERIF } from '../app/theme';

export const Part = styled.section`
  margin-bottom: 34px;
  h2 {
    font: 600 19px/1.3 ${SERIF};
    margin-bottom: 8px;
  }
  p {
    color: var(--quiet);
    margin-bottom: 8px;
  }
  > div {
    overflow-x: auto;
  }
  table {
    border-collapse: collapse;
    width: 100%;
    font-size: 13px;
  }
  th {
    text-align: left;
    font-weight: 600;
    color: var(--quiet);
    border-bottom: 1.5px solid var(--ink);
    padding: 6px 14px 6px 0;
  }
  td {
    border-bottom: 1px solid var(--line);
    padding: 7px 14px 7px 0;
    vertical-align: top;
  }
  td.bad {
    color: var(--signal);
  }
`;
export const Line = styled.form`
  display: flex;
  gap: 12px;
  align-items: end;
  flex-wrap: wrap;
  margin-top: 10px;
`;
export const Secret = styled.p`
  && {
    color: var(--ink);
    border-left: 2px solid var(--signal);
    padding-left: 12px;
    overflow-wrap: anywhere;
  }
`;
