/** How the page of what runs is laid out. */
import styled from 'styled-components';

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
