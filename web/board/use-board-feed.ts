/** A board's live events: changes fetch it anew, presence says who is here; a lost connection is made again and catches up. */
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { presentAfter, type PresenceHeard, type Present } from './presence';

export interface BoardChange {
  readonly kind: 'board' | 'tile' | 'scope' | 'shares' | 'comment' | 'deleted';
  readonly by: string;
  readonly tile?: string;
}

export interface BoardFeed {
  readonly present: readonly Present[];
  readonly connected: boolean;
  readonly last: BoardChange | null;
  /** How many changes were heard of. */
  readonly count: number;
  /** Why the board was closed for this person, if it was. */
  readonly closed: string | null;
}

export function useBoardFeed(boardId: string): BoardFeed {
  const client = useQueryClient();
  const [live, setLive] = useState<BoardFeed>({ present: [], connected: false, last: null, count: 0, closed: null });
  useEffect(() => {
    let source: EventSource | null = null;
    let retry: number | undefined;
    let gone = false;
    let opened = false;
    const refresh = () => {
      void client.invalidateQueries({ queryKey: ['board', boardId] });
      void client.invalidateQueries({ queryKey: ['tile', boardId] });
    };
    const open = () => {
      source = new EventSource(`/api/boards/${boardId}/events`);
      source.onopen = () => {
        if (opened) refresh();
        opened = true;
        setLive((now) => ({ ...now, connected: true }));
      };
      source.addEventListener('presence', (event) => {
        const heard = JSON.parse(event.data as string) as PresenceHeard;
        setLive((now) => ({ ...now, present: presentAfter(now.present, heard) }));
      });
      source.addEventListener('change', (event) => {
        const change = JSON.parse(event.data as string) as BoardChange;
        if (change.kind === 'deleted') setLive((now) => ({ ...now, closed: 'Its owner deleted this board.' }));
        setLive((now) => ({ ...now, last: change, count: now.count + 1 }));
        refresh();
      });
      source.addEventListener('caughtup', refresh);
      source.addEventListener('data', refresh);
      source.addEventListener('closed', (event) => {
        const { reason } = JSON.parse(event.data as string) as { reason: string };
        source?.close();
        setLive((now) => ({ ...now, closed: reason }));
      });
      source.onerror = () => {
        setLive((now) => ({ ...now, connected: false }));
        if (source?.readyState !== EventSource.CLOSED || gone) return;
        window.clearTimeout(retry);
        retry = window.setTimeout(open, 1500);
      };
    };
    open();
    return () => {
      gone = true;
      window.clearTimeout(retry);
      source?.close();
    };
  }, [boardId, client]);
  return live;
}
