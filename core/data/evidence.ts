/** What is known of a column of a file once all of its cells were seen; bounded, however many they are. */
import { readDate, type DateOrder, type ReadDate } from './dates';
import { hasLeadingZeros, isEitherNumber, readNumber, type NumberStyle } from './numbers';
import { isMissingWord } from './words';

/** Distinct values that are told apart; of more, it is only known that there are more. */
const MOST_DISTINCT = 5000;
const MOST_EXAMPLES = 3;

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
  /** Distinct trimmed values, missing ones left out. */
  readonly values = new Map<string, number>();
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
    if (isMissingWord(text)) {
      this.missingWords.set(text, (this.missingWords.get(text) ?? 0) + 1);
      return;
    }
    const seen = this.values.get(text);
    if (seen !== undefined || this.values.size < MOST_DISTINCT) this.values.set(text, (seen ?? 0) + 1);
    else this.isFull = true;
    this.addNumber(text, line);
    this.addDate(text, line);
  }

  private addNumber(text: string, line: number): void {
    const [point, comma] = [readNumber(text, 'point'), readNumber(text, 'comma')];
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
    if (isEitherNumber(text)) this.either += 1;
    const unit = (point ?? comma)?.unit ?? null;
    if (unit !== null) this.units.set(unit, (this.units.get(unit) ?? 0) + 1);
  }

  private addDate(text: string, line: number): void {
    const [dmy, mdy] = [readDate(text, 'dmy'), readDate(text, 'mdy')];
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

  /** Cells that say something. */
  get given(): number {
    return this.cells - this.empty - [...this.missingWords.values()].reduce((sum, count) => sum + count, 0);
  }
}
