/** A tile in its place on the grid: drawn by its head to another place, by its corner to another size, or by Alt and the arrow keys. */
import { useRef, useState, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import styled from 'styled-components';
import type { BoardTile } from '../app/api';
import { NARROW } from '../app/theme';
import { ROW } from './BoardGrid';
import { actOfKey, placeAfter, placeDrawn, type PlaceChange } from './tile-acts';

const Place = styled.div<{ $editable: boolean }>`
  position: relative;
  border-radius: 3px;
  &:focus-visible {
    outline: 2px solid var(--signal);
    outline-offset: 2px;
  }
  ${(props) => (props.$editable ? 'header { cursor: grab; touch-action: none; }' : '')}
  &[data-drawn] {
    z-index: 5;
    opacity: 0.86;
    header {
      cursor: grabbing;
    }
  }
  @media (max-width: ${NARROW}) {
    header {
      cursor: auto;
      touch-action: auto;
    }
  }
`;
const Corner = styled.span`
  position: absolute;
  right: 0;
  bottom: 0;
  width: 18px;
  height: 18px;
  cursor: nwse-resize;
  touch-action: none;
  &::after {
    content: '';
    position: absolute;
    right: 4px;
    bottom: 4px;
    width: 7px;
    height: 7px;
    border-right: 2px solid var(--line);
    border-bottom: 2px solid var(--line);
  }
  &:hover::after {
    border-color: var(--quiet);
  }
  @media (max-width: ${NARROW}) {
    display: none;
  }
`;

interface Drawn {
  readonly how: 'move' | 'size';
  readonly from: { readonly x: number; readonly y: number };
  readonly by: { readonly x: number; readonly y: number };
}

export function PlacedTile({
  tile,
  label,
  gap,
  canEdit,
  onPlace,
  children,
}: {
  tile: BoardTile;
  label: string;
  gap: number;
  canEdit: boolean;
  onPlace: (change: PlaceChange) => void;
  children: ReactNode;
}) {
  const box = useRef<HTMLDivElement>(null);
  const [drawn, setDrawn] = useState<Drawn | null>(null);
  const begin = (how: Drawn['how']) => (event: PointerEvent) => {
    const target = event.target as HTMLElement;
    if (
      !canEdit ||
      event.button !== 0 ||
      target.closest('button, a, input, textarea') !== null ||
      (how === 'move' && target.closest('header') === null)
    )
      return;
    if (window.matchMedia(`(max-width: ${NARROW})`).matches) return;
    event.preventDefault();
    event.stopPropagation();
    (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
    setDrawn({ how, from: { x: event.clientX, y: event.clientY }, by: { x: 0, y: 0 } });
  };
  const draw = (event: PointerEvent) =>
    setDrawn((now) => now && { ...now, by: { x: event.clientX - now.from.x, y: event.clientY - now.from.y } });
  const end = () => {
    if (drawn === null) return;
    const grid = box.current?.parentElement;
    const column = ((grid?.clientWidth ?? 0) + gap) / 12;
    const change =
      column > 0
        ? placeDrawn(tile, drawn.how, Math.round(drawn.by.x / column), Math.round(drawn.by.y / (ROW + gap)))
        : null;
    setDrawn(null);
    if (change !== null) onPlace(change);
  };
  const press = (event: KeyboardEvent) => {
    if (event.key === 'Escape') setDrawn(null);
    const act = canEdit && event.target === event.currentTarget ? actOfKey(event) : null;
    const change = act === null ? null : placeAfter(act, tile);
    if (act !== null) event.preventDefault();
    if (change !== null) onPlace(change);
  };
  const moved =
    drawn?.how === 'move'
      ? { transform: `translate(${drawn.by.x}px, ${drawn.by.y}px)` }
      : drawn?.how === 'size'
        ? { width: `calc(100% + ${drawn.by.x}px)`, height: `calc(100% + ${drawn.by.y}px)` }
        : {};
  return (
    <Place
      ref={box}
      data-tile={tile.id}
      $editable={canEdit}
      {...(drawn ? { 'data-drawn': drawn.how } : {})}
      {...(canEdit
        ? { 'tabIndex': 0, 'role': 'group', 'aria-label': `${label}; Alt and arrows move it, with Shift they size it` }
        : {})}
      style={{
        ['--x' as string]: tile.x,
        ['--y' as string]: tile.y,
        ['--w' as string]: tile.width,
        ['--h' as string]: tile.height,
        ...moved,
      }}
      onPointerDown={begin('move')}
      onPointerMove={drawn ? draw : undefined}
      onPointerUp={end}
      onPointerCancel={() => setDrawn(null)}
      onKeyDown={press}
    >
      {children}
      {canEdit ? (
        // what it is drawn to bubbles up to the place, which ends the act once
        <Corner aria-hidden="true" data-corner onPointerDown={begin('size')} />
      ) : null}
    </Place>
  );
}
