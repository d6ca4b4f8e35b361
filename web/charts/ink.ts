/** Which ink is readable on a colour: the theme's paper or its ink, by the contrast of WCAG 2.2. */
import type { Tokens } from '../app/theme';

/** @param colour as #rrggbb */
export function contrast(colour: string, other: string): number {
  const [light, dark] = [luminance(colour), luminance(other)].sort((a, b) => b - a) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

function luminance(colour: string): number {
  const [red = 0, green = 0, blue = 0] = [1, 3, 5].map((at) => {
    const part = parseInt(colour.slice(at, at + 2), 16) / 255;
    return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

export function inkOn(colour: string, tokens: Tokens): string {
  return (
    [tokens.paper, tokens.ink, '#000000', '#FFFFFF'].sort((a, b) => contrast(colour, b) - contrast(colour, a))[0] ??
    tokens.ink
  );
}
