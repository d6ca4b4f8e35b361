/** What only the interface knows: theme, drafts of what is being typed, the opened side of an answer. Drafts survive a reload. */
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Mode } from './theme';

export type Side = 'chart' | 'table' | 'rows' | 'working';

interface InterfaceState {
  readonly theme: Mode | 'system';
  /** Place (an inquiry, a board …) → text typed and not yet sent. */
  readonly drafts: Readonly<Record<string, string>>;
  readonly side: Side;
  setTheme(theme: Mode | 'system'): void;
  setDraft(place: string, text: string): void;
  /** What was sent is no draft any more; what has been written since is kept. */
  clearDraft(place: string, sent: string): void;
  setSide(side: Side): void;
}

export const useInterface = create<InterfaceState>()(
  persist(
    (set, get) => ({
      theme: 'system',
      drafts: {},
      side: 'chart',
      setTheme: (theme) => set({ theme }),
      setDraft: (place, text) =>
        set((state) => {
          const { [place]: _gone, ...others } = state.drafts;
          return { drafts: text === '' ? others : { ...others, [place]: text } };
        }),
      clearDraft: (place, sent) => {
        if ((get().drafts[place] ?? '').trim() === sent.trim()) get().setDraft(place, '');
      },
      setSide: (side) => set({ side }),
    }),
    { name: 'zud', partialize: ({ theme, drafts }) => ({ theme, drafts }) },
  ),
);
