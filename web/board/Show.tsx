/** The tiles of a board one after the other over the whole screen, by keys, by a press, or by themselves. */
import { useEffect, useRef, useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { Button, TextButton } from '../parts/controls';

const Stage = styled.div`
  position: fixed;
  inset: 0;
  z-index: 60;
  background: var(--paper);
  display: grid;
  grid-template: minmax(0, 1fr) auto / minmax(0, 1fr);
  padding: 28px 40px 16px;
  gap: 12px;
  outline: none;
  > footer {
    display: flex;
    gap: 16px;
    align-items: center;
    font-size: 13px;
    color: var(--quiet);
  }
  > footer > span {
    margin-right: auto;
  }
`;
/** Milliseconds that a tile stays when they go on by themselves. */
const STAY = 12_000;

export function Show({
  title,
  count,
  at,
  onAt,
  onClose,
  children,
}: {
  title: string;
  count: number;
  at: number;
  onAt: (at: number) => void;
  onClose: () => void;
  children: ReactNode;
}) {
  const stage = useRef<HTMLDivElement>(null);
  const [running, setRunning] = useState(false);
  useEffect(() => {
    const { current } = stage;
    current?.focus();
    // a browser that gives no full screen shows the tiles over its page
    void current?.requestFullscreen?.().catch(() => undefined);
    return () => {
      if (document.fullscreenElement !== null) void document.exitFullscreen().catch(() => undefined);
    };
  }, []);
  useEffect(() => {
    if (!running || count < 2) return undefined;
    const timer = window.setTimeout(() => onAt((at + 1) % count), STAY);
    return () => window.clearTimeout(timer);
  }, [running, at, count, onAt]);
  const go = (step: number) => onAt(Math.min(count - 1, Math.max(0, at + step)));
  return (
    <Stage
      ref={stage}
      tabIndex={-1}
      role="dialog"
      aria-modal="true"
      aria-label={`${title}, tile ${at + 1} of ${count}`}
      onKeyDown={(event) => {
        if (
          event.key === 'ArrowRight' ||
          event.key === 'PageDown' ||
          (event.key === ' ' && event.target === event.currentTarget)
        ) {
          event.preventDefault();
          go(1);
        }
        if (event.key === 'ArrowLeft' || event.key === 'PageUp') {
          event.preventDefault();
          go(-1);
        }
        if (event.key === 'Escape') onClose();
      }}
    >
      {children}
      <footer>
        <span>
          {title} · {at + 1} of {count}
        </span>
        <TextButton onPress={() => setRunning(!running)}>{running ? 'Stop here' : 'Go on by itself'}</TextButton>
        <Button isDisabled={at === 0} onPress={() => go(-1)}>
          Before
        </Button>
        <Button isDisabled={at >= count - 1} onPress={() => go(1)}>
          Next
        </Button>
        <Button onPress={onClose}>End</Button>
      </footer>
    </Stage>
  );
}
