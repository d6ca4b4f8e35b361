/** The typefaces of files that are printed, from the packages that ship with the server. */
import { createRequire } from 'node:module';
import path from 'node:path';

const packages = createRequire(path.join(process.cwd(), 'package.json'));
const file = (name: string) => packages.resolve(`@fontsource/${name}`);

export const FONTS = {
  serif: () => file('source-serif-4/files/source-serif-4-latin-400-normal.woff'),
  serifBold: () => file('source-serif-4/files/source-serif-4-latin-600-normal.woff'),
  sans: () => file('public-sans/files/public-sans-latin-400-normal.woff'),
  sansBold: () => file('public-sans/files/public-sans-latin-600-normal.woff'),
} as const;
export type Font = keyof typeof FONTS;

/** The typeface for a family and weight as a picture names them. */
export function fontFor(family: string, bold: boolean): Font {
  const serif = /serif/i.test(family) && !/sans/i.test(family);
  return serif ? (bold ? 'serifBold' : 'serif') : bold ? 'sansBold' : 'sans';
}
