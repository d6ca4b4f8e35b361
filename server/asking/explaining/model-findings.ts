/** What is worth a look in a model, for one person: lines over time of every measure, by every level, as they may see them. */
import { createHash } from 'node:crypto';
import type { FindingsProgress } from '@zud/core/contract/findings';
import { lineFindings } from '@zud/core/analysis/findings-over-time';
import type { ModelFinding } from '@zud/core/analysis/model-finding';
import { SEASON } from '@zud/core/analysis/seasonal';
import { medianOf, MIDDLE_SIZE, outliers } from '@zud/core/analysis/statistics';
import { worthALook } from '@zud/core/analysis/worth-a-look';
import { normalTail } from '@zud/core/analysis/distributions';
import { impossibility } from '@zud/core/language/impossibility';
import { addsUp } from '@zud/core/model/additivity';
import { factsOf } from '@zud/core/model/model';
import { measureOf } from '@zud/core/model/calculation';
import { madeOf } from '@zud/core/analysis/explain/make-of';
import { foundAmongPeers, foundConcentration, foundOverTime } from '@zud/core/narrate/found';
import { byLevel, canonical, EMPTY_READING, plain, type Condition, type Reading } from '@zud/core/reading/schema';
import { levelPluralWords } from '@zud/core/reading/words';
import { addGrains, endOf, startOf } from '@zud/core/time/grain';
import type { Day } from '@zud/core/time/day';
import type { ReadyModel } from '../ready-model';
import { passedOver } from '../unanswerable';
import {
  A_YEAR,
  countOf,
  errorOf,
  GRAIN,
  lastYear,
  linesIn,
  membersOf,
  MOST_POINTS,
  type FindingsWithin,
  type Found,
  type Line,
} from './finding-lines';
import { foundGaps } from './findings-of-gaps';
import { foundMakeUps } from './findings-of-make-up';
import { foundRelations } from './findings-of-relation';
import { placesOf, type Looks } from './looks';

/** Levels with more members than this make too many lines to be told apart. */
const MOST_MEMBERS = 40;
/** Measures that are asked for at once. */
const MOST_AT_ONCE = 12;
/** Levels that are looked along at the same time. */
const AT_ONCE = 3;
/** One member that holds more than this of a whole is told. */
const CONCENTRATED = 1 / 3;
/** … and so many times its even share. */
const EVEN_SHARES = 2.5;
const FEWEST_PEERS = 6;

export interface FoundInModel {
  readonly findings: readonly ModelFinding[];
  /** Lines that were looked at. */
  readonly looked: number;
}

/**
 * @param looks whose signal stops it
 * @param onProgress is told each step: a level along which the measures of one fact are looked at
 */
export async function findingsOfModel(
  within: FindingsWithin,
  most: number,
  ready: ReadyModel,
  looks: Looks,
  onProgress: (progress: FindingsProgress) => void = () => undefined,
): Promise<FoundInModel> {
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
  /** The line of each measure in all. */
  const whole = new Map<string, Line>();
  const together = [...groups.values()].flatMap((all) => chunks(all, MOST_AT_ONCE));
  const steps = together.length * (levels.length + 1);
  let done = 0;
  const step = () => onProgress({ done: (done += 1), of: steps });
  onProgress({ done, of: steps });
  for (const ids of together) {
    // of each fact one measure counts its records, so that chance is known
    const counting = countOf(ids, model);
    const lookAlong = async (
      level: string | null,
    ): Promise<{ readonly lines: number; readonly found: Found[] } | null> => {
      // what no parts add up to is slow to tell of each member
      const own = level === null ? ids : ids.filter((id) => madeOf(measureOf(id), model) !== null);
      if (own.length === 0) return null;
      const shown = counting === null || own.includes(counting) ? own : [...own, counting];
      const reading: Reading = {
        ...EMPTY_READING,
        shown: shown.map(plain),
        by: [{ kind: 'time', grain: GRAIN }, ...(level === null ? [] : [byLevel(level)])],
        where: [...within.where],
        when: { period: { kind: 'until', to } },
      };
      if (impossibility(reading, names) !== null) return null;
      const figures = await looks.figures(reading).catch(passedOver);
      if (figures === null) return null;
      const made = linesIn(figures, shown, counting, level, ready).filter((line) => own.includes(line.measure));
      if (level === null) for (const line of made) whole.set(line.measure, line);
      const beside =
        level === null
          ? []
          : [
              ...foundMakeUps(level, made, whole, ready, within),
              ...(await besideOthers(level, own, made, whole, { ready, looks, within, to })),
            ];
      return { lines: made.length, found: [...made.flatMap((line) => overTime(line, ready, within)), ...beside] };
    };
    // the whole first, which members are held against; while the engine looks along one level, another is made lines of
    for (const some of [
      [null],
      ...chunks(
        levels.map((one) => one.level.id),
        AT_ONCE,
      ),
    ])
      for (const one of await Promise.all(some.map((level) => lookAlong(level).finally(step)))) {
        looked += one?.lines ?? 0;
        found.push(...(one?.found ?? []));
      }
    if (counting !== null) {
      const gaps = await foundGaps(counting, [null, ...levels.map((one) => one.level.id)], within, ready, looks);
      looked += gaps.looked;
      found.push(...gaps.found);
    }
  }
  found.push(...foundRelations([...whole.values()], ready, within));
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
  all: ReadonlyMap<string, Line>,
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
    const together = all.get(line.measure);
    const whole = together === undefined ? 0 : lastYear(together);
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
