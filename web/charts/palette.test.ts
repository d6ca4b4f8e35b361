/** The series colours are told apart, also with the common colour-vision deficiencies, and stand out from their paper. */
import { DEEPEST_SHADE } from '@zud/core/chart/shade';
import { TOKENS, type Tokens } from '../app/theme';
import { contrast, inkOn } from './ink';

type Triple = readonly [number, number, number];

const linear = (channel: number) => (channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4);
const rgb = (hex: string): Triple =>
  [1, 3, 5].map((at) => linear(parseInt(hex.slice(at, at + 2), 16) / 255)) as unknown as Triple;

/** Viénot, Brettel and Mollon 1999, in linear RGB. */
const SEEN: Readonly<Record<string, (colour: Triple) => Triple>> = {
  'all colours': (colour) => colour,
  'protanopia': ([r, g, b]) => [0.11238 * r + 0.88762 * g, 0.11238 * r + 0.88762 * g, 0.00401 * r - 0.00401 * g + b],
  'deuteranopia': ([r, g, b]) => [0.29275 * r + 0.70725 * g, 0.29275 * r + 0.70725 * g, -0.02234 * r + 0.02234 * g + b],
};

/** OKLab (Ottosson 2020): distances in it follow what is seen. */
function oklab([r, g, b]: Triple): Triple {
  const l = Math.cbrt(Math.max(0, 0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b));
  const m = Math.cbrt(Math.max(0, 0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b));
  const s = Math.cbrt(Math.max(0, 0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b));
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}

const distance = (a: Triple, b: Triple) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

/** A colour over another, by a fraction. */
function mixed(over: string, paper: string, part: number): string {
  const channel = (hex: string, at: number) => parseInt(hex.slice(at, at + 2), 16);
  return `#${[1, 3, 5]
    .map((at) =>
      Math.round(channel(over, at) * part + channel(paper, at) * (1 - part))
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
}

describe.each(Object.entries(TOKENS))('%s', (_mode, tokens: Tokens) => {
  test.each(Object.keys(SEEN))('any two differ, the first five most, under %s', (sight) => {
    const seen = tokens.series.map((hex) => oklab((SEEN[sight] as (colour: Triple) => Triple)(rgb(hex))));
    seen.forEach((one, index) =>
      seen.slice(0, index).forEach((other, before) => {
        const least = index < 5 ? 0.08 : 0.05;
        expect([tokens.series[index], tokens.series[before], distance(one, other) >= least]).toEqual([
          tokens.series[index],
          tokens.series[before],
          true,
        ]);
      }),
    );
  });
  test('series and text stand out from the paper (WCAG 2.2)', () => {
    for (const colour of tokens.series) expect([colour, contrast(colour, tokens.paper) >= 2.9]).toEqual([colour, true]);
    for (const paper of [tokens.paper, tokens.raised, tokens.wash]) {
      expect(contrast(tokens.ink, paper)).toBeGreaterThanOrEqual(7);
      expect(contrast(tokens.quiet, paper)).toBeGreaterThanOrEqual(4.5);
      expect(contrast(tokens.signal, paper)).toBeGreaterThanOrEqual(4.3);
    }
  });
});

test('words on the colours of the series are readable', () => {
  for (const tokens of Object.values(TOKENS))
    for (const colour of tokens.series)
      expect([colour, contrast(colour, inkOn(colour, tokens)) >= 4.5]).toEqual([colour, true]);
});

test('figures on the deepest shade of a heat grid or a table are readable', () => {
  for (const tokens of Object.values(TOKENS))
    for (const colour of [tokens.series[0] ?? '', tokens.signal])
      for (const paper of [tokens.paper, tokens.raised])
        expect([colour, paper, contrast(tokens.ink, mixed(colour, paper, DEEPEST_SHADE)) >= 4.5]).toEqual([
          colour,
          paper,
          true,
        ]);
});
