/** Files as people send them: a clean table, written with faults that are known. */
import type { RawRow } from '@zud/core/data/proof';
import { randomOf } from './random';

export interface MessyFile {
  readonly rows: readonly RawRow[];
  readonly names: readonly string[];
  /** The table that it is, as it would be loaded. */
  readonly truth: readonly (readonly (string | null)[])[];
  /** Proposals, by kind and column, that have to be made. */
  readonly wanted: readonly string[];
}

const PLACES = ['Ambergate', 'Birchmoor', 'Colwick', 'Dunmere', 'Eastfold', 'Fernhollow', 'Garside', 'Hollin Cross'];
const GOODS = ['Lamp', 'Table', 'Chair', 'Shelf', 'Rug'];

const FAULTS = [
  'titles',
  'sums',
  'notes',
  'comma',
  'currency',
  'brackets',
  'dmy',
  'worded',
  'spelling',
  'typing',
  'missing',
  'spaces',
  'head again',
  'zeros',
  'percent',
] as const;
export type Fault = (typeof FAULTS)[number];

const two = (value: number) => String(value).padStart(2, '0');

/** @param faults how many; none gives a clean file */
export function messyFile(seed: number, faults: number): MessyFile {
  const random = randomOf(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random.next() * list.length)] as T;
  const has = new Set<Fault>();
  while (has.size < faults) has.add(pick(FAULTS));
  const count = 150 + Math.floor(random.next() * 150);
  const names = ['day', 'place', 'till', 'article', 'takings', 'receipts', 'margin'];
  const wanted = new Set<string>();
  const truth: (string | null)[][] = [];
  const body: string[][] = [];
  for (let index = 0; index < count; index += 1) {
    const [year, month, date] = [2025, 1 + Math.floor(random.next() * 12), 1 + Math.floor(random.next() * 28)];
    const place = pick(PLACES);
    const till = has.has('zeros')
      ? `0${10 + Math.floor(random.next() * 80)}`
      : `T${10 + Math.floor(random.next() * 80)}`;
    const article = pick(GOODS);
    const negative = random.next() < 0.1;
    const amount = ((negative ? -1 : 1) * Math.round(100 * (500 + 4000 * random.next()))) / 100;
    const receipts = Math.floor(random.next() * 400);
    const margin = Math.round(1000 * random.next()) / 1000;
    const row: (string | null)[] = [
      `${year}-${two(month)}-${two(date)}`,
      place,
      till,
      article,
      String(amount),
      String(receipts),
      String(margin),
    ];
    const cells = row.map((cell) => cell ?? '');
    cells[4] = amount.toFixed(2);
    row[4] = cells[4];
    if (has.has('dmy')) cells[0] = `${two(date)}.${two(month)}.${year}`;
    else if (has.has('worded'))
      cells[0] = `${date} ${['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'][month - 1] ?? ''} ${year}`;
    const [whole = '', part = ''] = Math.abs(amount).toFixed(2).split('.');
    const grouped = whole.replace(/\B(?=(\d{3})+$)/g, has.has('comma') ? '.' : ',');
    if (has.has('comma')) cells[4] = `${amount < 0 ? '-' : ''}${grouped},${part}`;
    if (has.has('brackets') && amount < 0)
      cells[4] = `(${has.has('comma') ? `${grouped},${part}` : `${grouped}.${part}`})`;
    if (has.has('currency')) cells[4] = `€ ${cells[4] ?? ''}`;
    if (has.has('percent')) {
      const points = Math.round(1000 * margin) / 10;
      cells[6] = `${points} %`;
      row[6] = String(Number((points / 100).toPrecision(15)));
    }
    if (has.has('spelling') && random.next() < 0.1)
      cells[1] = pick([place.toUpperCase(), place.toLowerCase(), `${place}.`]);
    if (has.has('typing') && index === 7) {
      cells[1] = 'Fernhollwo';
      row[1] = 'Fernhollow';
    }
    if (has.has('missing') && random.next() < 0.06) {
      cells[5] = pick(['n/a', '-', 'N/A']);
      row[5] = null;
    }
    if (has.has('spaces') && random.next() < 0.1) cells[3] = ` ${article} `;
    truth.push(row);
    body.push(cells);
  }
  // names in several ways are written as they are most often
  const lines: string[][] = [];
  if (has.has('titles'))
    lines.push(
      ['Takings of all places', '', '', '', '', '', ''],
      ['printed 3 Jan 2026', '', '', '', '', '', ''],
      ['', '', '', '', '', '', ''],
    );
  lines.push(names.map((name) => name[0]?.toUpperCase() + name.slice(1)));
  const head = lines.length;
  body.forEach((cells, index) => {
    lines.push(cells);
    if (has.has('sums') && index % 20 === 19) lines.push(['Total', '', '', '', '12345.00', '333', '']);
    if (has.has('head again') && index === 40) lines.push(lines[head - 1] ?? []);
  });
  if (has.has('notes')) lines.push(['', '', '', '', '', '', ''], ['Source: the tills', '', '', '', '', '', '']);
  if (has.has('titles') || has.has('head again')) wanted.add('header');
  if (has.has('sums')) wanted.add('subtotal');
  if (has.has('notes')) wanted.add('footer');
  if (has.has('comma') || has.has('currency') || (has.has('brackets') && truth.some((row) => Number(row[4]) < 0)))
    wanted.add('number format:takings');
  if (has.has('percent')) wanted.add('number format:margin');
  if (has.has('dmy') || has.has('worded')) wanted.add('date order:day');
  if (has.has('spelling')) wanted.add('labels:place');
  if (has.has('typing')) wanted.add('labels:place:Fernhollwo');
  if (has.has('missing') && truth.some((row) => row[5] === null)) wanted.add('missing:receipts');
  return { rows: lines.map((cells, index) => ({ line: index + 1, cells })), names, truth, wanted: [...wanted] };
}
