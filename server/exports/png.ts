/** Pictures as PNG, for what does not show SVG, such as mail. Drawn by resvg with the typefaces that ship. */
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { inflateSync } from 'node:zlib';
import { Resvg } from '@resvg/resvg-js';
import { FONTS, type Font } from './fonts';

/** Pixels of a point: as sharp as screens are. */
const ZOOM = 2;

export function pngOf(svg: string): Buffer {
  return new Resvg(svg, {
    fitTo: { mode: 'zoom', value: ZOOM },
    font: { loadSystemFonts: false, fontFiles: fontFiles(), defaultFontFamily: 'Public Sans' },
  })
    .render()
    .asPng();
}

let files: string[] | null = null;

/** The typefaces unpacked, each once. */
function fontFiles(): string[] {
  files ??= (Object.keys(FONTS) as Font[]).map((name) => {
    const woff = readFileSync(FONTS[name]());
    const folder = path.join(tmpdir(), `zud-typefaces-${process.getuid?.() ?? 0}`);
    const file = path.join(folder, `${createHash('sha256').update(woff).digest('hex').slice(0, 16)}.ttf`);
    if (!existsSync(file)) {
      mkdirSync(folder, { recursive: true, mode: 0o700 });
      writeFileSync(`${file}.${process.pid}`, sfntOf(woff));
      renameSync(`${file}.${process.pid}`, file);
    }
    return file;
  });
  return files;
}

/** Bytes of the head of a WOFF file, of an entry of its directory, and of both in an OpenType file. */
const WOFF = { head: 44, entry: 20 };
const SFNT = { head: 12, entry: 16 };

/** The OpenType file that is packed in a WOFF file, version 1 (W3C, “WOFF File Format 1.0”). */
export function sfntOf(woff: Buffer): Buffer {
  if (woff.readUInt32BE(0) !== 0x774f4646) throw new TypeError('This is no WOFF file.');
  const count = woff.readUInt16BE(12);
  const tables = Array.from({ length: count }, (_one, index) => {
    const at = WOFF.head + index * WOFF.entry;
    const [offset, packed, length] = [woff.readUInt32BE(at + 4), woff.readUInt32BE(at + 8), woff.readUInt32BE(at + 12)];
    const bytes = woff.subarray(offset, offset + packed);
    return {
      tag: woff.readUInt32BE(at),
      sum: woff.readUInt32BE(at + 16),
      bytes: packed < length ? inflateSync(bytes) : bytes,
    };
  }).sort((a, b) => a.tag - b.tag);
  const head = Buffer.alloc(SFNT.head + count * SFNT.entry);
  const power = Math.floor(Math.log2(count));
  head.writeUInt32BE(woff.readUInt32BE(4), 0);
  head.writeUInt16BE(count, 4);
  head.writeUInt16BE(16 * 2 ** power, 6);
  head.writeUInt16BE(power, 8);
  head.writeUInt16BE(16 * (count - 2 ** power), 10);
  const parts = [head];
  let offset = head.length;
  tables.forEach(({ tag, sum, bytes }, index) => {
    const at = SFNT.head + index * SFNT.entry;
    head.writeUInt32BE(tag, at);
    head.writeUInt32BE(sum, at + 4);
    head.writeUInt32BE(offset, at + 8);
    head.writeUInt32BE(bytes.length, at + 12);
    const padded = Buffer.alloc(Math.ceil(bytes.length / 4) * 4);
    bytes.copy(padded);
    parts.push(padded);
    offset += padded.length;
  });
  return Buffer.concat(parts);
}
