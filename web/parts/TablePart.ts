/** A part of a page with a heading, what is said of it, and a table. */
import styled from 'styled-components';
import { SERIF } from '../app/theme';

export const TablePart = styled.section`
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
