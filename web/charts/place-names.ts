/** Where names stand beside points, as far as there is room for them. */

export interface NamedPoint {
  readonly x: number;
  readonly y: number;
  /** Of the mark, in pixels. */
  readonly radius: number;
  readonly name: string;
  /** Of the name as it is drawn, in pixels. */
  readonly width: number;
}
export interface Area {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}
export interface PlacedName {
  readonly name: string;
  readonly left: number;
  readonly top: number;
}

/** Of a line of names, in pixels. */
export const NAME_HEIGHT = 14;
const GAP = 5;

/**
 * Names in the order of the points, each where it covers no mark and no name before it: to the right of its point,
 * else to its left, above or below; a name for which there is no such place is left out.
 */
export function placedNames(points: readonly NamedPoint[], area: Area): PlacedName[] {
  const marks = points.map(({ x, y, radius }) => boxOf(x - radius, y - radius, 2 * radius, 2 * radius));
  const placed: { readonly name: string; readonly box: Area }[] = [];
  for (const { x, y, radius, name, width } of points) {
    const off = radius + GAP;
    const box = [
      boxOf(x + off, y - NAME_HEIGHT / 2, width, NAME_HEIGHT),
      boxOf(x - off - width, y - NAME_HEIGHT / 2, width, NAME_HEIGHT),
      boxOf(x - width / 2, y - off - NAME_HEIGHT, width, NAME_HEIGHT),
      boxOf(x - width / 2, y + off, width, NAME_HEIGHT),
    ].find(
      (one) =>
        within(one, area) &&
        !marks.some((mark) => overlap(one, mark)) &&
        !placed.some((other) => overlap(one, other.box)),
    );
    if (box) placed.push({ name, box });
  }
  return placed.map(({ name, box }) => ({ name, left: box.left, top: box.top }));
}

const boxOf = (left: number, top: number, width: number, height: number): Area => ({
  left,
  top,
  right: left + width,
  bottom: top + height,
});
const within = (one: Area, area: Area) =>
  one.left >= area.left && one.right <= area.right && one.top >= area.top && one.bottom <= area.bottom;
const overlap = (a: Area, b: Area) => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
