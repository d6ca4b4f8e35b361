/** A board as one picture: its title and sentence above, its tiles where they stand on the grid. */
import { drawn } from '@zud/core/chart/svg/draw';
import { escaped, fitted, line, rect, SERIF, text, wrapped } from '@zud/core/chart/svg/marks';
import { TOKENS } from '@zud/core/chart/tokens';
import type { Tile } from '../store/schema';
import type { Cover, TileAnswer } from './cover';
import { remarksOf } from './remarks';

const WIDTH = 1600;
const MARGIN = 40;
const HEAD = 96;
const GAP = 14;
const ROW = 92;
const COLUMN = (WIDTH - 2 * MARGIN + GAP) / 12;

/** What is drawn of a tile besides its answer. */
export type TilePlaced = Pick<Tile, 'id' | 'kind' | 'words' | 'x' | 'y' | 'width' | 'height'>;

export function boardSvg(
  tiles: readonly TilePlaced[],
  answers: readonly TileAnswer[],
  { title, sentence, words }: Cover,
): string {
  const tokens = TOKENS.light;
  const rows = Math.max(1, ...tiles.map((tile) => tile.y + tile.height));
  const height = HEAD + rows * ROW + MARGIN;
  const parts = [
    rect(0, 0, WIDTH, height, tokens.paper),
    text(MARGIN, 52, fitted(title, WIDTH - 2 * MARGIN, 30), tokens.ink, { size: 30, weight: 600, family: SERIF }),
    text(MARGIN, 80, fitted(sentence, WIDTH - 2 * MARGIN, 16), tokens.quiet, { size: 16, family: SERIF }),
  ];
  for (const tile of tiles) {
    const box = {
      x: MARGIN + tile.x * COLUMN,
      y: HEAD + tile.y * ROW,
      width: tile.width * COLUMN - GAP,
      height: tile.height * ROW - GAP,
    };
    const answered = answers.find((one) => one.tile === tile.id);
    if (answered) {
      const lines =
        tile.height > 1
          ? wrapped(answered.title ?? answered.plainHeadline, (box.width - 28) / 1.12, 16).slice(0, 2)
          : [];
      const head = lines.map((one, index) =>
        text(box.x + 14, box.y + 24 + index * 20, one, tokens.ink, { size: 16, weight: 600, family: SERIF }),
      );
      const top = 14 + lines.length * 20;
      // what a tile says below its chart
      const [said] = remarksOf(answered).slice(0, -1);
      const foot = said === undefined || tile.height < 2 ? 0 : 18;
      const number = answered.chart.kind === 'number';
      parts.push(rect(box.x, box.y, box.width, box.height, tokens.raised, { stroke: tokens.line }), ...head);
      parts.push(
        `<svg x="${box.x + 12}" y="${box.y + top}" width="${box.width - 24}" height="${box.height - top - 8 - foot}" viewBox="0 0 ${number ? 260 : box.width - 24} ${number ? 104 : box.height - top - 8 - foot}" preserveAspectRatio="xMinYMid meet">${drawn(answered.chart, answered.answer, tokens, { x: 0, y: 0, width: number ? 260 : box.width - 24, height: number ? 104 : box.height - top - 8 - foot })}</svg>`,
      );
      if (said !== undefined && foot > 0)
        parts.push(
          text(box.x + 14, box.y + box.height - 10, fitted(said, box.width - 28, 12), tokens.quiet, { size: 12 }),
        );
    } else if (tile.kind === 'section')
      parts.push(
        text(box.x, box.y + box.height - 10, tile.words ?? '', tokens.ink, { size: 22, weight: 600, family: SERIF }),
        line(box.x, box.y + box.height, box.x + box.width, box.y + box.height, tokens.ink),
      );
    else if (tile.kind === 'answer')
      parts.push(
        rect(box.x, box.y, box.width, box.height, tokens.raised, { stroke: tokens.line }),
        text(box.x + 14, box.y + 28, 'This answer could not be computed.', tokens.quiet, { size: 14 }),
      );
    else {
      const said = tile.kind === 'commentary' ? words : [tile.words ?? ''];
      const lines = said
        .flatMap((one) => wrapped(one, box.width - 20, 15))
        .slice(0, Math.floor((box.height - 10) / 20));
      parts.push(
        ...lines.map((one, index) =>
          text(box.x + 10, box.y + 20 + index * 20, one, tokens.ink, { size: 15, family: SERIF }),
        ),
      );
    }
  }
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${height}" viewBox="0 0 ${WIDTH} ${height}" role="img" aria-label="${escaped(title)}">${parts.join('')}</svg>`;
}
