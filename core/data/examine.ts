/** A file, line by line → its proof: head, columns, proposals. Bounded memory, whatever the length of the file. */
import { decideColumn, type ColumnPlan } from './columns';
import { readDate } from './dates';
import { Evidence } from './evidence';
import { filled, headOf, isPeriodHead, noData, REASONS, type Head, type NoData } from './head';
import type { Choices, LeftOut, Proposal, ProofColumn, RawRow } from './proof';
import { columnNames } from './table-names';

/** Lines in which the head is looked for. */
const HEAD_LINES = 40;
const MOST_LEFT_OUT = 1000;
/** Rows among which doubles are looked for. */
const MOST_TOLD_APART = 3_000_000;
/** Sums of hashes stay exact below it. */
const MODULUS = 2 ** 52;
/** Columns that are periods side by side. */
const FEWEST_PERIODS = 3;

export interface Plan {
  readonly head: Head;
  readonly columns: readonly ColumnPlan[];
  /** Lines that are no data and are kept all the same. */
  readonly keeps: ReadonlySet<NoData>;
  readonly dropDoubles: boolean;
  /** Columns that are laid down as rows: their places, with the period of each. */
  readonly periods: readonly { readonly at: number; readonly period: string }[];
}

export interface Proof {
  readonly plan: Plan;
  readonly columns: readonly ProofColumn[];
  readonly proposals: readonly Proposal[];
  readonly leftOut: readonly LeftOut[];
  /** Lines that were left out, also where not all are listed. */
  readonly leftOutCount: number;
  /** Rows of the file that are data. */
  readonly rows: number;
  /** The same for the same rows in any order. */
  readonly fingerprint: string;
}

export class Examiner {
  private waiting: RawRow[] | null = [];
  private head: Head = { line: null, names: [], width: 0 };
  private columns: Evidence[] = [];
  private readonly leftOut: LeftOut[] = [];
  private leftOutCount = 0;
  private readonly reasons = new Map<NoData, RawRow[]>();
  private readonly counts = new Map<NoData, number>();
  private readonly seen = new Set<number>();
  private sum = 0;
  private doubles = 0;
  private readonly doubleLines: RawRow[] = [];
  private rows = 0;

  private readonly keeps: ReadonlySet<NoData>;

  /** @param choices what a person chose, by the id of a proposal */
  constructor(private readonly choices: Choices = {}) {
    this.keeps = new Set([
      ...(choices['footer'] === 'keep' ? (['note'] as const) : []),
      ...(choices['subtotal'] === 'keep' ? (['sum'] as const) : []),
    ]);
  }

  add(row: RawRow): void {
    if (this.waiting === null) return this.addData(row);
    this.waiting.push(row);
    if (this.waiting.length >= HEAD_LINES) this.begin();
  }

  private begin(): void {
    const waiting = this.waiting ?? [];
    this.waiting = null;
    this.head = headOf(waiting, this.choices['header']);
    this.columns = this.head.names.map((name) => new Evidence(name));
    for (const row of waiting) if (row.line !== this.head.line) this.addData(row);
  }

  private addData(row: RawRow): void {
    const reason = noData(row, this.head);
    if (reason !== null && !this.keeps.has(reason)) {
      if (reason !== 'empty') this.leave(row, reason);
      return;
    }
    this.rows += 1;
    this.columns.forEach((column, at) => column.add(row.cells[at] ?? '', row.line));
    const key = hashOf(row.cells.slice(0, this.head.width));
    this.sum = (this.sum + key) % MODULUS;
    if (this.seen.size < MOST_TOLD_APART) {
      if (this.seen.has(key)) {
        this.doubles += 1;
        if (this.doubleLines.length < 3) this.doubleLines.push(row);
      } else this.seen.add(key);
    }
  }

  private leave(row: RawRow, why: NoData): void {
    this.counts.set(why, (this.counts.get(why) ?? 0) + 1);
    this.leftOutCount += 1;
    const rows = this.reasons.get(why) ?? [];
    if (rows.length < 3) this.reasons.set(why, [...rows, row]);
    if (this.leftOut.length < MOST_LEFT_OUT)
      this.leftOut.push({ line: row.line, reason: REASONS[why], text: filled(row).join(' · ').slice(0, 200) });
  }

  /** The proof of all lines that were added. */
  done(): Proof {
    if (this.waiting !== null) this.begin();
    const names = columnNames(this.head.names);
    const decided = this.columns.map((column, at) => decideColumn(names[at] ?? '', column, this.choices));
    const plans = decided.map(({ plan }) => plan);
    const choice = (id: string, usual: string) => this.choices[id] ?? usual;
    const dropDoubles = choice('duplicates', 'keep') === 'leave out';
    const periods = this.periodColumns();
    const unpivots = periods.length > 0 && choice('unpivot', 'as it is') === 'rows';
    return {
      plan: {
        head: this.head,
        columns: plans,
        keeps: this.keeps,
        dropDoubles,
        periods: unpivots ? periods : [],
      },
      columns: this.columns.map((column, at): ProofColumn => {
        const plan = plans[at] as ColumnPlan;
        const words = [...column.missingWords].reduce(
          (sum, [word, count]) => (plan.missing.has(word) ? sum + count : sum),
          0,
        );
        return {
          name: plan.name,
          from: plan.from,
          type: plan.type,
          ...(plan.unit === undefined ? {} : { unit: plan.unit }),
          missing: column.empty + words,
          distinct: column.values.size,
          ...(plan.sensitive === undefined ? {} : { sensitive: plan.sensitive }),
        };
      }),
      proposals: [...this.lineProposals(dropDoubles, periods), ...decided.flatMap(({ proposals }) => proposals)],
      leftOut: this.leftOut,
      leftOutCount: this.leftOutCount,
      rows: this.rows - (dropDoubles ? this.doubles : 0),
      fingerprint: `${this.rows}:${this.sum}`,
    };
  }

  private periodColumns(): Plan['periods'] {
    const found = this.head.names.flatMap((name, at) => {
      const period = /^(19|20)\d\d$/.test(name) ? `${name}-01-01` : readDate(name, 'dmy')?.text;
      return isPeriodHead(name) && period !== undefined ? [{ at, period }] : [];
    });
    return found.length >= FEWEST_PERIODS ? found : [];
  }

  /** What is proposed of whole lines. */
  private lineProposals(dropDoubles: boolean, periods: Plan['periods']): Proposal[] {
    const { head } = this;
    const count = (...reasons: NoData[]) => reasons.reduce((sum, one) => sum + (this.counts.get(one) ?? 0), 0);
    const examples = (...reasons: NoData[]) =>
      reasons
        .flatMap((one) => this.reasons.get(one) ?? [])
        .slice(0, 3)
        .map((row) => ({ line: row.line, before: filled(row).join(' · ').slice(0, 120), after: 'left out' }));
    const proposals: Proposal[] = [];
    const titles = count('title', 'head again');
    if (titles > 0 || head.line !== 1 || this.choices['header'] !== undefined)
      proposals.push({
        id: 'header',
        kind: 'header',
        text:
          head.line === null
            ? 'No line names the columns, so they are numbered.'
            : `Line ${head.line} names the columns${titles === 0 ? '' : `; ${titles === 1 ? 'one line' : `${titles} lines`} of titles ${titles === 1 ? 'is' : 'are'} no data`}.`,
        count: titles,
        sure: head.line !== null,
        chosen: head.line === null ? 'none' : String(head.line),
        examples: examples('title', 'head again'),
        alternatives: [
          ...(head.line === null
            ? [{ id: '1', label: 'the first line does' }]
            : [{ id: String(head.line), label: `line ${head.line}` }]),
          { id: 'none', label: 'no line does' },
        ],
      });
    const line = (id: 'footer' | 'subtotal', reason: NoData, text: (count: number) => string) => {
      const kept = this.choices[id] === 'keep';
      if (count(reason) === 0 && !kept) return;
      proposals.push({
        id,
        kind: id,
        text: text(count(reason)),
        count: count(reason),
        sure: true,
        chosen: kept ? 'keep' : 'leave out',
        examples: examples(reason),
        alternatives: [
          { id: 'leave out', label: 'leave out' },
          { id: 'keep', label: 'keep' },
        ],
      });
    };
    line('subtotal', 'sum', (many) =>
      many === 0
        ? 'Lines that add up others are kept.'
        : `${many === 1 ? 'One line adds' : `${many} lines add`} up others.`,
    );
    line('footer', 'note', (many) =>
      many === 0
        ? 'Lines of notes are kept.'
        : `${many === 1 ? 'One line of notes is' : `${many} lines of notes are`} no data.`,
    );
    if (this.doubles > 0)
      proposals.push({
        id: 'duplicates',
        kind: 'duplicates',
        text: `${this.doubles === 1 ? 'One row is' : `${this.doubles} rows are`} the same as one before, in every cell.`,
        count: this.doubles,
        sure: false,
        chosen: dropDoubles ? 'leave out' : 'keep',
        examples: this.doubleLines.map((row) => ({
          line: row.line,
          before: filled(row).join(' · ').slice(0, 120),
          after: 'left out',
        })),
        alternatives: [
          { id: 'leave out', label: 'leave out' },
          { id: 'keep', label: 'keep' },
        ],
      });
    if (periods.length > 0)
      proposals.push({
        id: 'unpivot',
        kind: 'unpivot',
        text: `${periods.length} columns are periods. Laid down as rows, they can be asked over time.`,
        count: periods.length,
        sure: false,
        chosen: this.choices['unpivot'] === 'rows' ? 'rows' : 'as it is',
        examples: [],
        alternatives: [
          { id: 'rows', label: 'down as rows' },
          { id: 'as it is', label: 'as it is' },
        ],
      });
    return proposals;
  }
}

/** 53 bits of the cells of a row (FNV-1a, twice). */
export function hashOf(cells: readonly string[]): number {
  let [low, high] = [0x811c9dc5, 0x9747b28c];
  for (const cell of cells) {
    const text = `${cell.trim()}\u0001`;
    for (let at = 0; at < text.length; at += 1) {
      const code = text.charCodeAt(at);
      low = Math.imul(low ^ code, 0x01000193);
      high = Math.imul(high ^ code, 0x01000197);
    }
  }
  return (high >>> 0) * 0x200000 + ((low >>> 0) & 0x1fffff);
}
