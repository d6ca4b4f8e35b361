/** What is worth a look in a model, for one person: lines over time of every measure, by every level, as they may see them. */
import { createHash } from 'node:crypto';
import { lineFindings } from '@zud/core/analysis/findings-over-time';
import type { ModelFinding } from '@zud/core/analysis/model-finding';
import { SEASON } from '@zud/core/analysis/seasonal';
import { outliers, medianOf } from '@zud/core/analysis/statistics';
import { worthALook, type Candidate } from '@zud/core/analysis/worth-a-look';
import { normalTail } from '@zud/core/analysis/distributions';
import { impossibility } from '@zud/core/language/impossibility';
import { addsUp } from '@zud/core/model/additivity';
import { factsOf, NO_NAME } from '@zud/core/model/model';
import { measureOf } from '@zud/core/model/calculation';
import { madeOf } from '@zud/core/analysis/explain/make-of';
import { foundAmongPeers, foundConcentration, foundOverTime } from '@zud/core/narrate/found';
import type { AnswerColumn } from '@zud/core/query/plan';
import { byLevel, canonical, EMPTY_READING, plain, type Condition, type Reading } from '@zud/core/reading/schema';
import { levelPluralWords } from '@zud/core/reading/words';
import { addGrains, endOf, startOf, startsBetween, type Grain } from '@zud/core/time/grain';
import type { Day } from '@zud/core/time/day';
import type { ReadyModel } from '../ready-model';
import { passedOver } from '../unanswerable';
import { placesOf, type Figures, type Looks } from './looks';

/** Levels with more members than this make too many lines to be told apart. */
const MOST_MEMBERS = 40;
/** Measures that are asked for at once. */
const MOST_AT_ONCE = 12;
const GRAIN: Grain = 'month';
/** Whole periods that a line needs to be looked at. */
const FEWEST = 18;
/** A member with fewer records a period says little by itself. */
const FEWEST_RECORDS = 8;
/** One member that holds more than this of a whole is told. */
const CONCENTRATED = 1 / 3;
/** … and so many times its even share. */
const EVEN_SHARES = 2.5;
const FEWEST_PEERS = 6;
/** The median of the size of a standard normal variable. */
const MIDDLE_SIZE = 0.6745;
const A_YEAR = 12;
const MOST_POINTS = 36;

interface Found extends Candidate {
  readonly told: Omit<ModelFinding, 'id' | 'q'>;
}

/** What narrows what is looked at: the conditions of a reading, and the measures that it shows. */
export interface FindingsWithin {
  readonly where: readonly Condition[];
  readonly measures: readonly string[] | null;
}

export async function findingsOfModel(
  within: FindingsWithin,
  most: number,
  ready: ReadyModel,
  looks: Looks,
): Promise<{ readonly findings: readonly ModelFinding[]; readonly looked: number }> {
  const { model, names, calendar } = ready;
  const plans = new Set([...model.measures.values()].flatMap((one) => one.plan ?? []));
  const measures = [...model.measures.values()].filter(
    (one) =>
      one.hidden !== true && !plans.has(one.id) && (within.measures === null || within.measures.includes(one.id)),
  );
  const groups = new Map<string, string[]>();
  for (const { id } of measures) {
    const key = factsOf(model, measureOf(id)).join(' ');
    groups.set(key, [...(groups.get(key) ?? []), id]);
  }
  const last = calendar.lastData ?? calendar.asOf;
  const until = addGrains(
    GRAIN,
    startOf(GRAIN, last, calendar.weekStart),
    endOf(GRAIN, last, calendar.weekStart) <= last ? 1 : 0,
  );
  const to = endOf(GRAIN, addGrains(GRAIN, until, -1), calendar.weekStart);
  const levels = [...model.levels.values()].filter(({ level }) => {
    const count = names.membersOf(level.id).length;
    return count >= 2 && count <= MOST_MEMBERS;
  });
  const found: Found[] = [];
  let looked = 0;
  /** What each measure that adds up came to in the last year. */
  const totals = new Map<string, number>();
  for (const ids of [...groups.values()].flatMap((all) => chunks(all, MOST_AT_ONCE))) {
    // of each fact one measure counts its records, so that chance is known
    const counting = countOf(ids, model);
    for (const level of [null, ...levels.map((one) => one.level.id)]) {
      // what no parts add up to is slow to tell of each member
      const own = level === null ? ids : ids.filter((id) => madeOf(measureOf(id), model) !== null);
      if (own.length === 0) continue;
      const shown = counting === null || own.includes(counting) ? own : [...own, counting];
      const reading: Reading = {
        ...EMPTY_READING,
        shown: shown.map(plain),
        by: [{ kind: 'time', grain: GRAIN }, ...(level === null ? [] : [byLevel(level)])],
        where: [...within.where],
        when: { period: { kind: 'until', to } },
      };
      if (impossibility(reading, names) !== null) continue;
      const figures = await looks.figures(reading).catch(passedOver);
      if (figures === null) continue;
      const made = linesIn(figures, shown, counting, level, ready).filter((line) => own.includes(line.measure));
      looked += made.length;
      found.push(...made.flatMap((line) => overTime(line, ready, within)));
      if (level === null) for (const line of made) totals.set(line.measure, lastYear(line));
      else found.push(...(await besideOthers(level, own, made, totals, { ready, looks, within, to })));
    }
  }
  const told = worthALook(found, most);
  return {
    looked,
    findings: told.map(({ found: { told: one }, q }) => ({
      id: createHash('sha256')
        .update(canonical([one.kind, one.measure, one.members, one.period ?? null]))
        .digest('hex')
        .slice(0, 16),
      ...one,
      ...(q === null ? {} : { q }),
    })),
  };
}

const chunks = <Item>(all: readonly Item[], size: number): Item[][] =>
  Array.from({ length: Math.ceil(all.length / size) }, (_one, index) => all.slice(index * size, (index + 1) * size));

interface Line {
  readonly measure: string;
  readonly column: AnswerColumn;
  readonly level: string | null;
  readonly member: string | null;
  readonly days: readonly Day[];
  readonly values: readonly number[];
  readonly additive: boolean;
  readonly counts: boolean;
  /** Records a period, on average of the last year; null where they are not counted. */
  readonly records: number | null;
  /** Which part of all records it is about. */
  readonly part: number;
}

/** The line of each measure and member over whole periods; those with gaps that are no nought are left out. */
function linesIn(
  figures: Figures,
  ids: readonly string[],
  counting: string | null,
  level: string | null,
  { model, calendar }: ReadyModel,
): Line[] {
  const time = figures.columns.findIndex((column) => column.role === 'time');
  const at = figures.columns.findIndex((column) => column.role === 'level');
  const { value } = placesOf(figures);
  const dated = figures.rows.filter((row) => typeof row[time] === 'string');
  const all = dated.map((row) => String(row[time])).sort();
  const [first, last] = [all[0], all.at(-1)];
  if (first === undefined || last === undefined) return [];
  const days = startsBetween(GRAIN, first, last, calendar.weekStart);
  const members =
    level === null
      ? [null]
      : [...new Set(dated.map((row) => row[at]))]
          .filter((one): one is string => typeof one === 'string' && one !== NO_NAME)
          .sort();
  const cells = (place: number | undefined, member: string | number | null) =>
    new Map(
      dated.flatMap((row): [string, number][] => {
        const cell = place === undefined ? null : row[place];
        return (level === null || row[at] === member) && typeof cell === 'number' ? [[String(row[time]), cell]] : [];
      }),
    );
  const countAt = counting === null ? undefined : value[ids.indexOf(counting)];
  const year = days.slice(-A_YEAR);
  const records = new Map(
    members.map((member) => {
      const counted = cells(countAt, member);
      return [member, sum(year.map((day) => counted.get(day) ?? 0)) / year.length] as const;
    }),
  );
  const whole = sum([...records.values()]);
  return ids.flatMap((measure, index): Line[] => {
    const place = value[index];
    const column = place === undefined ? undefined : figures.columns[place];
    if (place === undefined || column === undefined) return [];
    const additive = addsUp(measureOf(measure), model);
    return members.flatMap((member): Line[] => {
      const known = cells(place, member);
      const begun = days.findIndex((day) => known.has(day));
      if (begun < 0) return [];
      const own = days.slice(begun);
      if (own.length < FEWEST || (!additive && own.some((day) => !known.has(day)))) return [];
      const count = records.get(member) ?? 0;
      if (counting !== null && count < FEWEST_RECORDS) return [];
      return [
        {
          measure,
          column,
          level,
          member,
          days: own,
          values: own.map((day) => known.get(day) ?? 0),
          additive,
          counts: model.measures.get(measure)?.kind === 'count',
          records: counting === null ? null : count,
          part: counting === null || whole === 0 ? (member === null ? 1 : 0.2) : count / whole,
        },
      ];
    });
  });
}

/** What chance alone does to a value of a line: of a number of records its root, of all else as much as so many records let it vary. */
function errorOf({ counts, records, column }: Line): (usual: number) => number {
  if (counts) return (usual) => Math.sqrt(Math.max(1, usual));
  if (records === null || records <= 0) return () => 0;
  if (column.format?.style === 'percent')
    return (usual) => Math.sqrt(Math.max(Math.abs(usual) * (1 - Math.min(1, Math.abs(usual))), 1 / records) / records);
  return (usual) => Math.abs(usual) / Math.sqrt(records);
}

/** The measure that counts all records of the fact of some measures; null where none does. */
function countOf(ids: readonly string[], model: ReadyModel['model']): string | null {
  const [fact] = factsOf(model, measureOf(ids[0] ?? ''));
  const found = [...model.measures.values()].find(
    (one) => one.kind === 'count' && one.fact === fact && one.only.length === 0,
  );
  return found?.id ?? null;
}

const sum = (values: readonly number[]): number => values.reduce((total, one) => total + one, 0);
const lastYear = ({ values }: Line): number => sum(values.slice(-A_YEAR));

function readingOf({ measure, level, member }: Line, { where }: FindingsWithin): Reading {
  const own: Condition[] =
    level === null || member === null ? [] : [{ kind: 'members', level, is: true, members: [member] }];
  return {
    ...EMPTY_READING,
    shown: [plain(measure)],
    by: [{ kind: 'time', grain: GRAIN }],
    where: [...where, ...own],
  };
}

const membersOf = ({ level, member }: Line) => (level === null || member === null ? [] : [{ level, member }]);

function overTime(line: Line, { calendar }: ReadyModel, within: FindingsWithin): Found[] {
  const { column, days, values, member, measure, level } = line;
  const figures = `${measure} ${JSON.stringify(values)}`;
  return lineFindings(values, SEASON[GRAIN], errorOf(line)).map((one): Found => ({
    kind: one.kind,
    measure,
    figures,
    tail: one.tail,
    size: column.format?.style === 'percent' ? one.effect * 4 : one.size,
    part: line.part,
    whose: member === null ? '' : `${level ?? ''} ${member}`,
    breadth: level === null ? 0 : 1,
    at: `${days[one.from] ?? ''}${one.effect > 0 ? '+' : '−'}`,
    told: {
      kind: one.kind,
      measure,
      members: membersOf(line),
      period: { from: days[one.from] ?? '', to: endOf(GRAIN, days[one.to] ?? '', calendar.weekStart) },
      ...foundOverTime(one, days, { column, who: member ?? '', grain: GRAIN }),
      reading: readingOf(line, within),
      line: { now: values.slice(-MOST_POINTS) },
    },
  }));
}

interface Peers {
  readonly ready: ReadyModel;
  readonly looks: Looks;
  readonly within: FindingsWithin;
  /** The end of the last whole period. */
  readonly to: Day;
}

/** Over the last year: a member that holds much of a whole, and one that is far from the others of its level. */
async function besideOthers(
  level: string,
  measures: readonly string[],
  lines: readonly Line[],
  totals: ReadonlyMap<string, number>,
  { ready, looks, within, to }: Peers,
): Promise<Found[]> {
  const { names, naming, model, calendar } = ready;
  const members = names.membersOf(level).length;
  const peers = levelPluralWords(naming, level);
  const period = { from: addGrains(GRAIN, startOf(GRAIN, to, calendar.weekStart), 1 - A_YEAR), to };
  const reading = (shown: readonly string[]): Reading => ({
    ...EMPTY_READING,
    shown: shown.map(plain),
    by: [byLevel(level)],
    where: [...within.where],
    when: { period: { kind: 'days', ...period } },
  });
  const toldOf = (line: Line, kind: 'concentration' | 'unlike its peers', words: { title: string; text: string }) => ({
    kind,
    measure: line.measure,
    members: membersOf(line),
    period,
    ...words,
    reading: reading([line.measure]),
    line: { now: line.values.slice(-MOST_POINTS) },
  });
  const base = (line: Line) => ({
    measure: line.measure,
    figures: `${line.measure} ${JSON.stringify(line.values)}`,
    breadth: 1,
    whose: '',
    at: '',
  });
  const concentrated = lines.flatMap((line): Found[] => {
    const whole = totals.get(line.measure) ?? 0;
    const share = whole > 0 ? lastYear(line) / whole : 0;
    if (!line.additive || members < 4 || share < Math.max(CONCENTRATED, EVEN_SHARES / members) || share > 1) return [];
    const words = foundConcentration({ share, members, peers }, { column: line.column, who: line.member ?? '' });
    return [
      {
        ...base(line),
        kind: 'concentration',
        tail: null,
        size: share,
        part: share,
        told: toldOf(line, 'concentration', words),
      },
    ];
  });
  const apart = measures.filter((measure) => !addsUp(measureOf(measure), model));
  if (apart.length === 0 || members < FEWEST_PEERS) return concentrated;
  const figures = await looks.figures(reading(apart)).catch(passedOver);
  if (figures === null) return concentrated;
  const at = figures.columns.findIndex((column) => column.role === 'level');
  const { value } = placesOf(figures);
  const unlike = apart.flatMap((measure, index): Found[] => {
    const known = new Map(figures.rows.map((row) => [row[at], row[value[index] ?? -1]]));
    const own = lines.flatMap((line) => {
      const cell = line.measure === measure ? known.get(line.member) : undefined;
      return typeof cell === 'number' ? [{ line, value: cell }] : [];
    });
    if (own.length < FEWEST_PEERS) return [];
    const values = own.map((one) => one.value);
    const middle = medianOf(values);
    const spread = medianOf(values.map((one) => Math.abs(one - middle))) / MIDDLE_SIZE;
    return outliers(values).flatMap((place): Found[] => {
      const one = own[place];
      if (one === undefined || spread <= 0) return [];
      const { line } = one;
      const words = foundAmongPeers(
        { value: one.value, middle, peers },
        { column: line.column, who: line.member ?? '' },
      );
      return [
        {
          ...base(line),
          kind: 'unlike its peers',
          tail: Math.min(1, normalTail((one.value - middle) / spread) * own.length),
          size: middle === 0 ? 0 : (one.value - middle) / Math.abs(middle),
          part: line.part,
          told: toldOf(line, 'unlike its peers', words),
        },
      ];
    });
  });
  return [...concentrated, ...unlike];
}
