/** Pages of a briefing from what there is already: the tiles of a board, or the steps of a trail. */
import { randomUUID } from 'node:crypto';
import type { BriefingPage } from '@zud/core/contract/briefings';
import type { Reading } from '@zud/core/reading/schema';
import { scoped } from '../asking/scope';
import type { ReadyModel } from '../asking/ready-model';
import type { Scope, Tile } from '../store/schema';
import type { Step } from '../store/inquiries';

const idOf = () => randomUUID().slice(0, 8);

const blank = (): BriefingPage => ({
  id: idOf(),
  title: null,
  kind: 'answer',
  modelId: null,
  reading: null,
  words: null,
  only: 'always',
  each: null,
});

/** Tiles in the order in which a board is read; what its sentence narrows, the pages have narrowed. */
export async function pagesOfBoard(
  tiles: readonly Tile[],
  scope: Scope,
  get: (modelId: string) => Promise<ReadyModel>,
): Promise<BriefingPage[]> {
  const pages: BriefingPage[] = [];
  for (const tile of [...tiles].sort((a, b) => a.y - b.y || a.x - b.x)) {
    if (tile.kind === 'section' || tile.kind === 'text') {
      if (tile.words !== null && tile.words !== '')
        pages.push({
          ...blank(),
          kind: 'text',
          words: tile.words,
          title: tile.kind === 'section' ? tile.words.slice(0, 200) : tile.title,
        });
      continue;
    }
    // what a commentary says is computed of its board; a page of what is unusual says the like
    const asked: Reading | null = tile.reading;
    if (tile.kind === 'commentary' || tile.modelId === null || asked === null) continue;
    const ready = await get(tile.modelId);
    const reading = tile.ownScope ? asked : scoped(asked, [scope], ready).reading;
    pages.push({ ...blank(), modelId: tile.modelId, reading, title: tile.title });
  }
  return pages;
}

/** The starred steps of a trail, or all that were answered, from the first on. */
export function pagesOfTrail(steps: readonly Step[], modelId: string): BriefingPage[] {
  const answered = steps.filter(
    ({ outcome, reading }) => (outcome === 'answered' || outcome === 'empty') && reading !== null,
  );
  const starred = answered.filter((step) => step.starred);
  return (starred.length > 0 ? starred : answered).map((step) => ({
    ...blank(),
    modelId,
    reading: step.reading,
    title: step.name,
  }));
}
