/** Where tiles stand so that none covers another: those below a tile that moves onto them make room by going down. */
export interface Placed {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const overlap = (a: Placed, b: Placed) =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** @param first the id of the tile that keeps its place; others make way, then all rise as far as they can */
export function arranged<T extends Placed>(tiles: readonly T[], first?: string): T[] {
  const order = [...tiles].sort((a, b) => Number(b.id === first) - Number(a.id === first) || a.y - b.y || a.x - b.x);
  const placed: T[] = [];
  for (const tile of order) {
    let y = tile.y;
    while (placed.some((other) => overlap({ ...tile, y }, other))) y += 1;
    placed.push({ ...tile, y });
  }
  return risen(placed);
}

/** Tiles that were left in their places, or that come back to them: as they stand, and only where some cover others arranged anew. */
export function settled<T extends Placed>(tiles: readonly T[], first?: string): T[] {
  const covers = tiles.some((one, index) => tiles.slice(0, index).some((other) => overlap(one, other)));
  return covers ? arranged(tiles, first) : [...tiles];
}

function risen<T extends Placed>(tiles: readonly T[]): T[] {
  const placed: T[] = [];
  for (const tile of [...tiles].sort((a, b) => a.y - b.y || a.x - b.x)) {
    let y = tile.y;
    while (y > 0 && !placed.some((other) => overlap({ ...tile, y: y - 1 }, other))) y -= 1;
    placed.push({ ...tile, y });
  }
  return placed;
}
