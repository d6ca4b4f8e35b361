/** Pictures for messages: of the size asked for, and with their words drawn in the typefaces that ship. */
import { inflateSync } from 'node:zlib';
import { pngOf } from './png';

const svg = (inside: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="200" height="80" viewBox="0 0 200 80"><rect width="200" height="80" fill="#ffffff"/>${inside}</svg>`;

/** Width, height, and how many bytes of the picture are not white. */
function looked(png: Buffer) {
  const parts: Buffer[] = [];
  for (let at = 8; at < png.length;) {
    const length = png.readUInt32BE(at);
    if (png.subarray(at + 4, at + 8).toString() === 'IDAT') parts.push(png.subarray(at + 8, at + 8 + length));
    at += 12 + length;
  }
  const bytes = inflateSync(Buffer.concat(parts));
  return {
    width: png.readUInt32BE(16),
    height: png.readUInt32BE(20),
    marks: bytes.filter((byte) => byte !== 0 && byte !== 255).length,
  };
}

test('twice as many pixels as points, for screens that are sharp', () => {
  expect(looked(pngOf(svg('')))).toMatchObject({ width: 400, height: 160 });
});

test.each([
  ["'Source Serif 4', Georgia, serif", 400],
  ["'Source Serif 4', Georgia, serif", 600],
  ["'Public Sans', Helvetica, Arial, sans-serif", 400],
  ["'Public Sans', Helvetica, Arial, sans-serif", 600],
])('words in %s, %d are drawn, each in its own shape', (family, weight) => {
  const words = (text: string) =>
    looked(
      pngOf(
        svg(
          `<text x="10" y="50" font-size="28" font-family="${family}" font-weight="${weight}" fill="#000">${text}</text>`,
        ),
      ),
    ).marks;
  expect(words('Cancelled')).toBeGreaterThan(500);
  // a missing letter is drawn as the same box whichever it is
  expect(words('iiiiiiiii')).not.toBe(words('mmmmmmmmm'));
});
