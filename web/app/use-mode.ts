/** The theme in force: the person's choice, or the system's. */
import { useEffect, useSyncExternalStore } from 'react';
import { useInterface } from './interface-state';
import type { Mode } from './theme';

const dark = () => window.matchMedia('(prefers-color-scheme: dark)');

function subscribe(changed: () => void): () => void {
  const query = dark();
  query.addEventListener('change', changed);
  return () => query.removeEventListener('change', changed);
}

export function useMode(): Mode {
  const chosen = useInterface((state) => state.theme);
  const system = useSyncExternalStore(subscribe, () => dark().matches);
  const mode: Mode = chosen === 'system' ? (system ? 'dark' : 'light') : chosen;
  useEffect(() => {
    document.documentElement.dataset['theme'] = mode;
  }, [mode]);
  return mode;
}
