/** What was done on a board, to be taken back and done again: one act after the other, by button or by keys. */
import { useMutation } from '@tanstack/react-query';
import { useEffect, useState } from 'react';

export interface Act {
  readonly label: string;
  readonly undo: () => Promise<unknown>;
  readonly redo: () => Promise<unknown>;
}

interface Stacks {
  readonly done: readonly Act[];
  readonly undone: readonly Act[];
}

const MOST = 50;

/** @param onSettled after each act that was taken back or done again */
export function useUndo(onSettled: () => void) {
  const [stacks, setStacks] = useState<Stacks>({ done: [], undone: [] });
  const [last, next] = [stacks.done.at(-1), stacks.undone.at(-1)];
  const did = (act: Act) => setStacks((now) => ({ done: [...now.done, act].slice(-MOST), undone: [] }));
  const move = useMutation({
    mutationFn: async (way: 'undo' | 'redo') => {
      const act = way === 'undo' ? last : next;
      if (!act) return;
      await act[way]();
      setStacks((now) =>
        way === 'undo'
          ? { done: now.done.slice(0, -1), undone: [...now.undone, act] }
          : { done: [...now.done, act], undone: now.undone.slice(0, -1) },
      );
    },
    onSettled,
  });
  const { mutate } = move;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const key = event.key.toLowerCase();
      const typing = ['INPUT', 'TEXTAREA', 'SELECT'].includes((event.target as HTMLElement).tagName);
      const way = key === 'y' || (key === 'z' && event.shiftKey) ? 'redo' : key === 'z' ? 'undo' : null;
      if (way === null || !(event.ctrlKey || event.metaKey) || typing || (way === 'undo' ? !last : !next)) return;
      event.preventDefault();
      mutate(way);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [last, next, mutate]);
  return {
    did,
    last: last?.label ?? null,
    next: next?.label ?? null,
    undo: () => mutate('undo'),
    redo: () => mutate('redo'),
    error: move.error,
    reset: move.reset,
  };
}
