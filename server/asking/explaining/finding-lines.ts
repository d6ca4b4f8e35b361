/** Lines over whole months of measures and members, by which findings are made, and what a finding is before it is told. */
import type { ModelFinding } from '@zud/core/analysis/model-finding';
import type { Candidate } from '@zud/core/analysis/worth-a-look';
import { addsUp } from '@zud/core/model/additivity';
import { factsOf, NO_NAME } from '@zud/core/model/model';
import { measureOf } from '@zud/core/model/calculation';
import type { AnswerColumn } from '@zud/core/query/plan';
import type { Condition } from '@zud/core/reading/schema';
import { startsBetween, type Grain } from '@zud/core/time/grain';
import type { Day } from '@zud/core/time/day';
import type { ReadyModel } from '../ready-model';
import { placesOf, type Figures } from './looks';

export const GRAIN: Grain = 'month';
export const A_YEAR = 12;
/** Points of the small picture of a finding. */
export const MOST_POINTS = 36;
/** Whole periods that a line needs to be looked at. */
const FEWEST = 18;
/** A member with fewer records a period says little by itself. */
const FEWEST_RECORDS = 8;

export interface Found extends Candidate {
  readonly told: Omit<ModelFinding, 'id' | 'q'>;
}

/** What narrows what is looked at: the conditions of a reading, and the measures that it shows. */
export interface FindingsWithin {
  readonly where: readonly Condition[];
  readonly measures: readonly string[] | null;
}

export interface Line {
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
export function linesIn(
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
export function errorOf({ counts, records, column }: Line): (usual: number) => number {
  if (counts) return (usual) => Math.sqrt(Math.max(1, usual));
  if (records === null || records <= 0) return () => 0;
  if (column.format?.style === 'percent')
    return (usual) => Math.sqrt(Math.max(Math.abs(usual) * (1 - Math.min(1, Math.abs(usual))), 1 / records) / records);
  return (usual) => Math.abs(usual) / Math.sqrt(records);
}

/** The measure that counts all records of the fact of some measures; null where none does. */
export function countOf(ids: readonly string[], model: ReadyModel['model']): string | null {
  const [fact] = factsOf(model, measureOf(ids[0] ?? ''));
  const found = [...model.measures.values()].find(
    (one) => one.kind === 'count' && one.fact === fact && one.only.length === 0,
  );
  return found?.id ?? null;
}

export const sum = (values: readonly number[]): number => values.reduce((total, one) => total + one, 0);
export const lastYear = ({ values }: Line): number => sum(values.slice(-A_YEAR));

export const membersOf = ({ level, member }: Line) => (level === null || member === null ? [] : [{ level, member }]);
