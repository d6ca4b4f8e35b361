/** Where tables stand: beside one another, none over another, children left of their parents. */
import { laidOut } from './diagram';

test('of thirty tables none lies over another, and each stands left of its parents', () => {
  const tables = Array.from({ length: 30 }, (_one, at) => ({ id: `table_${at}`, large: at < 6 }));
  const joins = tables.slice(0, 24).map(({ id }, at) => ({ from: id, to: `table_${Math.min(29, at + 6)}` }));
  const { boxes, edges, width, height } = laidOut(tables, joins);
  const at = new Map(boxes.map((box) => [box.id, box]));
  for (const [index, a] of boxes.entries()) {
    expect(a.x).toBeGreaterThanOrEqual(0);
    expect(a.x + a.width).toBeLessThanOrEqual(width);
    expect(a.y + a.height).toBeLessThanOrEqual(height);
    for (const b of boxes.slice(index + 1))
      expect(a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y).toBe(true);
  }
  for (const { from, to } of joins) expect((at.get(from)?.x ?? 0) < (at.get(to)?.x ?? 0)).toBe(true);
  expect(edges).toHaveLength(joins.length);
});
