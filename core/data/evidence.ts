/** What is known of a column of a file once all of its cells were seen; bounded, however many they are. */
import { readDate, type DateOrder, type ReadDate } from './dates';
import { hasLeadingZeros, isEitherNumber, readNumber, type NumberStyle, type ReadNumber } from './numbers';
import { copyOf, isMissingWord } from './words';

/** Distinct values that are told apart; of more, it is only known that there are more. */
const MOST_DISTINCT = 5000;
const MOST_EXAMPLES = 3;

/** What a text may be, and how often it came. */
interface Told {
  times: number;
  readonly isMissing: boolean;
  readonly point: ReadNumber | null;
  readonly comma: ReadNumber | null;
  /** A number that is another in the other style. */
  readonly either: boolean;
  readonly dmy: ReadDate | null;
  readonly mdy: ReadDate | null;
}

function whatItIs(text: string): Told {
  const [point, comma] = [readNumber(text, 'point'), readNumber(text, 'comma')];
  return {
    times: 0,
    isMissing: isMissingWord(text),
    point,
    comma,
    either: isEitherNumber(point, comma),
    dmy: readDate(text, 'dmy'),
    mdy: readDate(text, 'mdy'),
  };
}

export class Evidence {
  cells = 0;
  empty = 0;
  leadingZeros = 0;
  /** Numbers that are others in the other style. */
  either = 0;
  readonly numbers: Record<NumberStyle, number> = { point: 0, comma: 0 };
  /** Of these, those with a part after the sign. */
  readonly broken: Record<NumberStyle, number> = { point: 0, comma: 0 };
  /** Cells that are written otherwise in the end, by the style or order they are read in. */
  readonly changed: Record<NumberStyle | DateOrder, number> = { point: 0, comma: 0, dmy: 0, mdy: 0 };
  /** Dates that are others in the other order. */
  eitherDate = 0;
  readonly dates: Record<'dmy' | 'mdy', number> = { dmy: 0, mdy: 0 };
  readonly dateKinds = new Map<ReadDate['kind'], number>();
  readonly units = new Map<string, number>();
  private readonly told = new Map<string, Told>();
  readonly missingWords = new Map<string, number>();
  isFull = false;
  /** Where values that are no number, or no date, stand. */
  readonly odd: Record<'number' | 'date', { line: number; text: string }[]> = { number: [], date: [] };

  constructor(readonly header: string) {}

  add(cell: string, line: number): void {
    this.cells += 1;
    const text = cell.trim();
    if (text === '') {
      this.empty += 1;
      return;
    }
    const told = this.told.get(text) ?? this.judged(text);
    told.times += 1;
    if (told.isMissing) {
      this.missingWords.set(text, (this.missingWords.get(text) ?? 0) + 1);
      return;
    }
    this.addNumber(told, text, line);
    this.addDate(told, text, line);
  }

  /** What a text is, told once for as many distinct ones as are kept. */
  private judged(text: string): Told {
    const told = whatItIs(text);
    if (this.told.size < MOST_DISTINCT) this.told.set(copyOf(text), told);
    else if (!told.isMissing) this.isFull = true;
    return told;
  }

  private addNumber({ point, comma, either }: Told, text: string, line: number): void {
    if (point !== null) this.numbers.point += 1;
    if (comma !== null) this.numbers.comma += 1;
    if (point === null && comma === null) {
      if (this.odd.number.length < MOST_EXAMPLES) this.odd.number.push({ line, text });
      return;
    }
    if (point !== null && point.text !== text) this.changed.point += 1;
    if (comma !== null && comma.text !== text) this.changed.comma += 1;
    if (point?.integer === false) this.broken.point += 1;
    if (comma?.integer === false) this.broken.comma += 1;
    if (hasLeadingZeros(text)) this.leadingZeros += 1;
    if (either) this.either += 1;
    const unit = (point ?? comma)?.unit ?? null;
    if (unit !== null) this.units.set(unit, (this.units.get(unit) ?? 0) + 1);
  }

  private addDate({ dmy, mdy }: Told, text: string, line: number): void {
    if (dmy !== null) this.dates.dmy += 1;
    if (mdy !== null) this.dates.mdy += 1;
    if (dmy !== null && dmy.text !== text) this.changed.dmy += 1;
    if (mdy !== null && mdy.text !== text) this.changed.mdy += 1;
    if (dmy !== null && mdy !== null && dmy.text !== mdy.text) this.eitherDate += 1;
    const found = dmy ?? mdy;
    if (found === null) {
      if (this.odd.date.length < MOST_EXAMPLES) this.odd.date.push({ line, text });
    } else this.dateKinds.set(found.kind, (this.dateKinds.get(found.kind) ?? 0) + 1);
  }

  /** Distinct trimmed values with how often they come, missing ones left out. */
  get values(): ReadonlyMap<string, number> {
    const values = new Map<string, number>();
    for (const [text, { isMissing, times }] of this.told) if (!isMissing) values.set(text, times);
    return values;
  }

  /** Cells that say something. */
  get given(): number {
    return this.cells - this.empty - [...this.missingWords.values()].reduce((sum, count) => sum + count, 0);
  }
}
