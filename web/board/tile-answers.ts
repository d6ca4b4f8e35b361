/** The answers of a board's tiles: those asked for at the same moment come in one go, each as soon as it is there. */
import { api, ProblemError, type TileAnswer } from '../app/api';

interface Waiting {
  readonly tile: string;
  readonly resolve: (answer: TileAnswer) => void;
  readonly reject: (error: Error) => void;
}

type Line =
  | ({ readonly tile: string } & TileAnswer)
  | {
      readonly tile: string;
      readonly problem: { readonly status: number; readonly title: string; readonly detail: string };
    };

const asked = new Map<string, Waiting[]>();

/** The answer of a tile under a refinement; asks together with the other tiles of its board. @throws ProblemError */
export function tileAnswer(board: string, tile: string, refinement: string | null): Promise<TileAnswer> {
  const key = `${board} ${refinement ?? ''}`;
  return new Promise((resolve, reject) => {
    const there = asked.get(key);
    const one: Waiting = { tile, resolve, reject };
    if (there) {
      there.push(one);
      return;
    }
    asked.set(key, [one]);
    window.setTimeout(() => {
      const all = asked.get(key) ?? [];
      asked.delete(key);
      void fetchAll(board, refinement, all);
    }, 0);
  });
}

async function fetchAll(board: string, refinement: string | null, all: readonly Waiting[]): Promise<void> {
  const waiting = new Map<string, Waiting[]>();
  for (const one of all) waiting.set(one.tile, [...(waiting.get(one.tile) ?? []), one]);
  const settle = (line: Line) => {
    for (const one of waiting.get(line.tile) ?? []) {
      if ('problem' in line) one.reject(new ProblemError(line.problem.status, line.problem.title, line.problem.detail));
      else one.resolve(line);
    }
    waiting.delete(line.tile);
  };
  try {
    await api.tileAnswers(board, [...waiting.keys()], refinement, (line) => settle(JSON.parse(line) as Line));
    throw new ProblemError(0, 'No answer', 'The answer broke off. It is asked for again in a moment.');
  } catch (error) {
    for (const list of waiting.values()) for (const one of list) one.reject(error as Error);
  }
}
