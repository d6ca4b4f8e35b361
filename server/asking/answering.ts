/** The one way from a reading to an answer: checks → plan → engine → answer, headline, caveats and chart. Answers are cached. */
import { setMaxListeners } from 'node:events';
import { breachWords } from '@zud/core/data/column-rules';
import { impossibility } from '@zud/core/language/impossibility';
import type { Note } from '@zud/core/language/read';
import { aheadOf, learntFrom } from '@zud/core/analysis/ahead';
import { findingsOf } from '@zud/core/analysis/findings';
import { applyEdits } from '@zud/core/reading/edit';
import { describeChart } from '@zud/core/chart/describe';
import { expand, measure as measureOf, type Model } from '@zud/core/model/model';
import { measuresIn } from '@zud/core/model/calculation';
import { forecastCaveats, forecastSteps } from '@zud/core/narrate/ahead';
import { caveatsOf } from '@zud/core/narrate/caveats';
import { headlineOf } from '@zud/core/narrate/headline';
import { relatedIn, relationText } from '@zud/core/narrate/relation';
import type { Ahead, Answer, Cell } from '@zud/core/query/answer';
import { niceWidth, withBinLabels } from '@zud/core/query/bins';
import { explain, type Explanation } from '@zud/core/query/explain';
import { codedRows, type CodedPlaces, type CodedRows } from '@zud/core/query/coded';
import { CannotPlan } from '@zud/core/query/cannot-plan';
import { planOf, ROWS } from '@zud/core/query/planner';
import type { PlanContext } from '@zud/core/query/plan-context';
import { columnsReadBy, outputOf } from '@zud/core/query/nodes';
import { derived, sourcesOf } from '@zud/core/query/derive';
import { node, type AnswerColumn, type Plan } from '@zud/core/query/plan';
import { coverageReading } from '@zud/core/query/plan-cover';
import { coverNotes } from '@zud/core/narrate/cover';
import { incompleteKey, windowsOf } from '@zud/core/query/windows';
import { periodFault } from '@zud/core/query/period-fault';
import { factsBehind } from '@zud/core/reading/edit-listings';
import { readingFault } from '@zud/core/reading/reading-fault';
import { missingFrom } from '@zud/core/reading/references';
import { canonical, type Condition, type Reading, type Shown } from '@zud/core/reading/schema';
import { sentenceOf } from '@zud/core/reading/sentence';
import {
  calculationWords,
  capitalised,
  conditionWords,
  factWords,
  listWords,
  periodWords,
} from '@zud/core/reading/words';
import { definitionText, partText, proportionText } from '@zud/core/reading/definition';
import { Unfit, type Engine, type RunLimits } from '../engines/engine';
import type { ReadyModel } from './ready-model';
import { AnswerCache } from './answer-cache';
import type { Answered } from './answered';
import { explained } from './explaining/explained';
import type { Figures, Looks } from './explaining/looks';
import { headlineWords } from './headline-words';
import { Unanswerable } from './unanswerable';
import { WiderRuns } from './wider-runs';

/** Figures that one explanation may be looking at. */
const MOST_LOOKS = 500;

export interface AskOptions {
  readonly signal: AbortSignal | null;
  readonly limits: RunLimits;
  /** Whose question it is. */
  readonly person: string;
  /** Records of a listing to skip: the pages before. */
  readonly skip?: number;
}

export const MOST_ROWS = 50_000;
export const MOST_RECORDS = 1000;

/** Bytes of all answers that are kept to be given again. */
const CACHED_BYTES = 400_000_000;
/** Bytes of a cell of an answer as it stands in memory and, written for boards, as text; and of all else of an answer. */
const CELL_BYTES = 60;
const REST_BYTES = 20_000;

/** Rows stand in the answer and, as points, in its chart. */
const sizeOf = ({ answer }: Pick<Answered, 'answer'>): number =>
  REST_BYTES + answer.rows.length * answer.columns.length * CELL_BYTES * 2;

/** The column of row counts, while rows are transformed. */
const SUPPORT: AnswerColumn = { key: ROWS, label: 'Rows', role: 'detail' };

function codedPlaces(columns: readonly AnswerColumn[]): CodedPlaces {
  const places = (measures: boolean) =>
    columns.flatMap(({ role }, at) => ((role === 'measure') === measures ? [at] : []));
  return { texts: places(false), numbers: places(true) };
}

export class Answering {
  private readonly cache = new AnswerCache<Omit<Answered, 'sentence'>>(CACHED_BYTES, sizeOf);
  private readonly wider = new WiderRuns();

  constructor(private readonly engine: Engine) {}

  /**
   * @throws Unanswerable, TimeLimitReached, Stopped
   */
  async answer(asked: Reading, ready: ReadyModel, options: AskOptions): Promise<Answered> {
    // names that the person may not know are in nothing that comes of it: not in the sentence, the working, the query's parameters
    const reading = ready.sight.reading(asked);
    const fault = readingFault(reading) ?? missingFrom(reading, ready.model) ?? periodFault(reading, ready.calendar);
    if (fault !== null) throw new Unanswerable(fault);
    const key = `${dataKey(ready)} ${options.skip ?? 0} ${canonical(reading)}`;
    const computed = await this.cache.get(key, options.signal, (signal) =>
      reading.explain === undefined
        ? this.compute(reading, ready, { ...options, signal })
        : explained(reading, ready, this.looks(ready, { ...options, signal })),
    );
    return { ...computed, sentence: sentenceOf(computed.reading, ready.naming, ready.calendar) };
  }

  /** How an explanation looks at the data, with the rights of whoever asks. */
  looks(ready: ReadyModel, options: AskOptions): Looks {
    // one explanation looks at many figures at the same time, and all of them stop together
    if (options.signal !== null) setMaxListeners(MOST_LOOKS, options.signal);
    return {
      answer: (reading) => this.answer(reading, ready, options),
      figures: (reading, most) => this.figures(reading, ready, options, most),
      codedFigures: (reading, most) => this.codedFigures(reading, ready, options, most),
    };
  }

  /** The bare figures of a reading: nothing of them is told or kept. @throws Unanswerable, TimeLimitReached, Stopped */
  async figures(asked: Reading, ready: ReadyModel, options: AskOptions, most = MOST_ROWS): Promise<Figures> {
    const { columns, result } = await this.looked(asked, ready, options, most, false);
    return { columns, rows: result.rows.map((row) => row.slice(0, columns.length)) };
  }

  /**
   * As `figures`, in columns, for very many rows: the breakdowns are its texts, the measures its numbers, each in their order.
   * @throws Unanswerable, TimeLimitReached, Stopped
   */
  async codedFigures(asked: Reading, ready: ReadyModel, options: AskOptions, most: number): Promise<CodedRows> {
    const { columns, result } = await this.looked(asked, ready, options, most, true);
    return result.coded ?? codedRows(result.rows, codedPlaces(columns));
  }

  private async looked(asked: Reading, ready: ReadyModel, options: AskOptions, most: number, inColumns: boolean) {
    const reading = ready.sight.reading(asked);
    const { model, calendar, naming, rules, hidden, hasHours } = ready;
    try {
      const plan = unordered(planOf(reading, { model, calendar, naming, rules, hidden, hasHours, rowLimit: most }));
      const result = await this.engine.run(plan, {
        ...options,
        tables: ready.tables,
        ...(inColumns ? { coded: codedPlaces(plan.columns) } : {}),
      });
      return { columns: plan.columns, result };
    } catch (error) {
      if (error instanceof CannotPlan || error instanceof Unfit) throw new Unanswerable(error.message);
      throw error;
    }
  }

  /** Forgets all kept answers, so that the next are computed anew. */
  forget(): void {
    this.cache.clear();
    this.wider.clear();
  }

  private async compute(reading: Reading, ready: ReadyModel, options: AskOptions): Promise<Omit<Answered, 'sentence'>> {
    const reason = impossibility(reading, ready.names);
    if (reason !== null) throw new Unanswerable(reason);
    const { model, calendar, naming } = ready;
    try {
      const settled = await this.withWidths(reading, ready, options);
      const sources = settled.rows === null ? sourcesOf(settled, calendar) : null;
      const run = await this.run(sources?.main ?? settled, ready, options);
      const { plan, result } = run;
      const whole = sources?.whole ? await this.run(sources.whole, ready, options) : null;
      const supported = run.rows.map((row, index) => [...row, run.support[index] ?? null]);
      const table = sources
        ? derived(reading, { columns: [...plan.columns, SUPPORT], rows: supported }, whole, sources.keepFrom)
        : { columns: [...plan.columns, SUPPORT], rows: supported };
      const most = rowLimit(reading);
      const shown = table.rows.slice(0, most);
      const width = table.columns.length - 1;
      const labelled = withBinLabels(
        table.columns.slice(0, width),
        shown.map((row) => row.slice(0, width)),
      );
      const ahead = settled.ahead === null || shown.length === 0 ? null : await this.carriedOn(settled, ready, options);
      const answer: Answer = {
        columns: labelled.columns,
        rows: labelled.rows,
        rowCount: shown.length,
        truncated: table.rows.length > most,
        dataVersion: ready.dataVersion,
        asOf: calendar.asOf,
        engine: result.engine,
        ms: Math.round((result.ms + (whole?.result.ms ?? 0)) * 10) / 10,
        support: shown.map((row) => (typeof row[width] === 'number' ? row[width] : null)),
        // beside a plan, the days that both sides cover
        window: plan.cover?.window ?? windowsOf(reading, calendar).window,
        other: plan.other,
        incomplete: incompleteKey(reading, plan.window, calendar),
        ...(ahead === null ? {} : { ahead }),
        records: factsBehind(reading, model).map((id) => ({ id, name: capitalised(factWords(naming, id)) })),
      };
      const note = windowsOf(reading, calendar).note;
      const words = headlineWords(answer, reading, ready);
      const empty = answer.rows.length === 0;
      const caveats: Note[] = empty
        ? [{ kind: 'caveat', text: await this.emptiedBy(reading, ready, options) }]
        : [
            ...(await this.coverNotes(settled, plan, ready, options)),
            ...caveatsOf(answer, reading, note, model.weekStart),
            ...brokenNotes(plan, ready),
            ...aheadNotes(answer),
            ...findingNotes(answer, reading, ready),
          ];
      return {
        outcome: empty ? 'empty' : 'answered',
        reading,
        answer,
        chart: describeChart(answer, reading, model.weekStart, placesOf(reading, ready)),
        headline: headlineOf(answer, reading, words),
        plainHeadline: headlineOf(answer, reading, { ...words, scope: '' }),
        notes: caveats,
        working: {
          ...told(
            explain(plan, model),
            run.of,
            [
              ...new Set([...result.remarks, ...(whole?.result.remarks ?? [])]),
              ...(ahead === null ? [] : forecastSteps(ahead)),
            ],
            ready,
          ),
          definitions: definitionsOf(reading, model, ready),
          query: result.query,
          parameters: result.parameters,
          rowsRead: answer.support.reduce<number>((sum, rows) => sum + (rows ?? 0), 0),
          ms: answer.ms,
          engine: result.engine,
          dataVersion: ready.dataVersion,
          asOf: calendar.asOf,
        },
      };
    } catch (error) {
      if (error instanceof CannotPlan || error instanceof Unfit) throw new Unanswerable(error.message);
      throw error;
    }
  }

  /** Runs one plan, and takes out the rows that hold nothing. */
  private async run(reading: Reading, ready: ReadyModel, options: AskOptions) {
    const { model, calendar, naming, rules, hidden, hasHours } = ready;
    const plan = planOf(reading, {
      model,
      calendar,
      naming,
      rules,
      hidden,
      hasHours,
      rowLimit: rowLimit(reading),
      ...(reading.rows === null ? {} : { skip: options.skip ?? 0 }),
    });
    const narrowed = this.wider.narrowed(reading, dataKey(ready));
    if (narrowed !== null)
      return {
        plan,
        result: { ...narrowed.result, ms: 0 },
        rows: narrowed.rows,
        support: narrowed.support,
        columns: plan.columns,
        of: narrowed.of,
      };
    const result = await this.engine.run(plan, { ...options, tables: ready.tables });
    const at = outputOf(plan.root).indexOf(ROWS);
    const width = plan.columns.length;
    if (reading.rows !== null)
      return { plan, result, rows: result.rows, support: result.rows.map(() => 1), columns: plan.columns, of: null };
    const kept = result.rows.filter(
      (row) =>
        plan.columns.some((column, index) => column.role === 'measure' && row[index] !== null) &&
        !isEmptyTotal(row, at, width, reading),
    );
    const run = {
      plan,
      result,
      rows: kept.map((row) => row.slice(0, width)),
      support: kept.map((row) => (typeof row[at] === 'number' ? row[at] : null)),
    };
    this.wider.keep(reading, dataKey(ready), run);
    return { ...run, columns: plan.columns, of: null };
  }

  /** What a comparison with plan leaves out on both sides, with all of the plan as another reading. */
  private async coverNotes(reading: Reading, { cover }: Plan, ready: ReadyModel, options: AskOptions): Promise<Note[]> {
    if (cover === null || reading.rows !== null) return [];
    const { columns, rows } = await this.run(coverageReading(reading, cover, ready.model), ready, options);
    const texts = coverNotes(cover, { columns, rows, measures: reading.shown.length });
    if (texts.length === 0) return [];
    const whole: Reading = { ...reading, against: { kind: 'plan', whole: true } };
    return [{ kind: 'caveat', text: texts.join(' '), options: [{ label: 'Beside the whole plan', reading: whole }] }];
  }

  /** How the lines of an answer go on. @throws Unanswerable where their past does not tell */
  private async carriedOn(reading: Reading, ready: ReadyModel, options: AskOptions): Promise<Ahead> {
    const { columns, rows } = await this.run(learntFrom(reading, ready.calendar), ready, options);
    const ahead = aheadOf({ columns, rows }, reading, ready.model, ready.calendar);
    if ('reason' in ahead) throw new Unanswerable(ahead.reason);
    return ahead;
  }

  /** The reading with a width for each breakdown by ranges that names none: a round one, from the least and most of the data in scope. */
  private async withWidths(reading: Reading, ready: ReadyModel, options: AskOptions): Promise<Reading> {
    const open = reading.by.find((one) => one.kind === 'bins' && one.width === null);
    if (open?.kind !== 'bins') return reading;
    const ends = (['minimum', 'maximum'] as const).map((name): Shown => ({
      calculation: { kind: 'rows', function: name, measure: open.measure },
      transform: null,
    }));
    const { rows } = await this.run(
      { ...reading, shown: ends, by: [], against: null, rank: null, order: null },
      ready,
      options,
    );
    const [least, most] = rows[0] ?? [];
    const width = niceWidth(Number(least ?? 0), Number(most ?? 0));
    return { ...reading, by: reading.by.map((one) => (one === open ? { ...open, width } : one)) };
  }

  /** Which conditions left no data: those without any one of which there are some. */
  private async emptiedBy(reading: Reading, ready: ReadyModel, options: AskOptions): Promise<string> {
    const hasRows = async (one: Reading) => {
      const plan = plannedOrNull(
        { ...one, by: [], rank: null, order: null, against: null, rows: null },
        {
          model: ready.model,
          calendar: ready.calendar,
          naming: ready.naming,
          rules: ready.rules,
          hidden: ready.hidden,
          hasHours: ready.hasHours,
          rowLimit: 1,
        },
      );
      if (plan === null) return false;
      const result = await this.engine.run(plan, { ...options, tables: ready.tables });
      const at = outputOf(plan.root).indexOf(ROWS);
      return Number(result.rows[0]?.[at] ?? 0) > 0;
    };
    // each without which there are data: of several, it is their meeting that leaves none
    const blamed: string[] = [];
    for (const [index, condition] of reading.where.entries())
      if (await hasRows({ ...reading, where: reading.where.filter((_one, at) => at !== index) }))
        blamed.push(`“${conditionWords(ready.naming, condition as Condition)}”`);
    const period = reading.when === null ? null : periodWords(reading.when.period, ready.model);
    if (period !== null && (await hasRows({ ...reading, when: null }))) {
      if (blamed.length === 0) return `There are no data for ${period}.`;
      blamed.push(`“${period}”`);
    }
    if (blamed.length > 1) return `Nothing fits ${listWords(blamed, 'and')} together; each alone leaves data.`;
    if (blamed.length === 1) return `No data are left by ${blamed[0] ?? ''}.`;
    return reading.where.length > 0 ? 'No data fit these conditions together.' : 'There are no data.';
  }
}

/** A plan whose rows may come in any order. */
function unordered(plan: Plan): Plan {
  const { root } = plan;
  if (root.node === 'cut' && root.input.node === 'order')
    return { ...plan, root: node({ ...root, input: root.input.input }) };
  return root.node === 'order' ? { ...plan, root: root.input } : plan;
}

/** A plan; null where a reading without one of its parts has none: a change without its period. */
function plannedOrNull(reading: Reading, context: PlanContext): Plan | null {
  try {
    return planOf(reading, context);
  } catch (error) {
    if (error instanceof CannotPlan) return null;
    throw error;
  }
}

/** What the rows of an answer depend on besides the reading. */
const dataKey = (ready: ReadyModel): string =>
  `${ready.model.id} ${ready.version} ${ready.calendar.asOf} ${ready.access.key}`;

/** The plan in words, with what the engine did otherwise; where the rows were taken from a wider answer, that they were. */
function told(
  plan: Explanation,
  of: Reading | null,
  remarks: readonly string[],
  { naming, calendar }: ReadyModel,
): Explanation {
  const lines = [...plan.plan, ...remarks];
  return of === null
    ? { ...plan, plan: lines }
    : {
        ...plan,
        plan: [
          ...lines,
          `These rows were taken from “${sentenceOf(of, naming, calendar).text}”, which had been computed on the same data; the query is that of it.`,
        ],
      };
}

/** Rules of the data that the figures may suffer from. How many rows, and which values, is told to stewards alone: not all are everyone's. */
function brokenNotes({ root }: Pick<Plan, 'root'>, { broken }: ReadyModel): Note[] {
  if (broken.length === 0) return [];
  const read = columnsReadBy(root);
  return broken
    .filter(({ table, column }) => read.has(`${table}.${column}`))
    .map((one): Note => ({ kind: 'caveat', text: breachWords(one) }));
}

function aheadNotes({ ahead, columns }: Answer): Note[] {
  const value = columns.find((column) => column.as === 'value');
  return ahead === undefined || value === undefined ? [] : forecastCaveats(ahead, value);
}

/** What is said of more rows than this is said of the whole. */
const MOST_POINTED_AT = 4;

/** What stands out in an answer, with the reading that each leads to. */
function findingNotes(answer: Answer, reading: Reading, ready: ReadyModel): Note[] {
  const related = relatedIn(answer, reading);
  const told = related === null ? null : relationText(related, answer);
  const relation: Note[] = told === null ? [] : [{ kind: 'finding', text: told.text, rows: told.rows }];
  const findings = findingsOf(answer, reading).map(({ text, act, rows }): Note => {
    const edited = act === null ? null : applyEdits(reading, act.edits, ready.model);
    return {
      kind: 'finding',
      text,
      ...(rows.length <= MOST_POINTED_AT ? { rows } : {}),
      ...(act !== null && edited?.ok ? { options: [{ label: act.label, reading: edited.reading }] } : {}),
    };
  });
  return [...relation, ...findings];
}

/** Where the members of the first level shown lie. */
function placesOf({ by }: Reading, { places }: ReadyModel) {
  const level = by.find((one) => one.kind === 'level');
  return level?.kind === 'level' ? places.get(level.level) : undefined;
}

/** A listing is read page by page; figures come whole. */
function rowLimit(reading: Reading): number {
  return reading.rows === null ? MOST_ROWS : MOST_RECORDS;
}

/** A total over no rows at all: a count of 0 there means that there is nothing to count. */
function isEmptyTotal(row: readonly Cell[], rowsAt: number, width: number, reading: Reading): boolean {
  const none = row[rowsAt] === 0 || row[rowsAt] === null;
  return reading.by.length === 0 && none && row.slice(0, width).every((cell) => cell === null || cell === 0);
}

function definitionsOf(reading: Reading, model: Model, ready: ReadyModel): { name: string; text: string }[] {
  const ids = new Set(
    reading.shown.flatMap((one) => [...measuresIn(one.calculation), ...measuresIn(expand(model, one.calculation))]),
  );
  const shares = reading.shown.flatMap(({ calculation }) => {
    const text =
      calculation.kind === 'proportion'
        ? proportionText(calculation, ready.naming)
        : calculation.kind === 'part'
          ? partText(calculation, ready.naming)
          : null;
    return text === null
      ? []
      : [{ name: capitalised(calculationWords(ready.naming, calculation)), text: capitalised(text) }];
  });
  return [
    ...shares,
    ...[...ids].map((id) => {
      const found = measureOf(model, id);
      return { name: found.name, text: definitionText(id, ready.naming) };
    }),
  ];
}
