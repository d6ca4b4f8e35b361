/** The grid that the tiles of a board stand on, by its looks. */
import type { ReactNode } from 'react';
import styled from 'styled-components';
import type { Looks } from '../app/api';
import { NARROW } from '../app/theme';

/** Height of a row of the grid, and the gaps between tiles. */
export const ROW = 72;
const GAPS = { close: 6, usual: 12, airy: 22 } as const;
export const gapOf = ({ density }: Looks): number => GAPS[density ?? 'usual'];

const Grid = styled.div<{ $gap: number }>`
  display: grid;
  grid-template-columns: repeat(12, minmax(0, 1fr));
  grid-auto-rows: ${ROW}px;
  gap: ${(props) => props.$gap}px;
  [data-shown] > section {
    box-shadow: 0 0 0 2px var(--signal);
  }
  > div {
    grid-column: calc(var(--x) + 1) / span var(--w);
    grid-row: calc(var(--y) + 1) / span var(--h);
    min-width: 0;
  }
  @media screen and (max-width: ${NARROW}) {
    grid-template-columns: minmax(0, 1fr);
    grid-auto-rows: auto;
    > div {
      grid-column: 1;
      grid-row: auto;
      height: calc(var(--h) * ${ROW}px);
    }
  }
  @media print {
    > div {
      break-inside: avoid;
    }
  }
`;

export function BoardGrid({ looks, children }: { looks: Looks; children: ReactNode }) {
  return <Grid $gap={gapOf(looks)}>{children}</Grid>;
}
