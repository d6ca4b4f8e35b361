/** Two measures that move together beyond what trend and season make of both. */
import { madeOf } from '@zud/core/analysis/explain/make-of';
import { relationOf, strengthWords } from '@zud/core/analysis/relation';
import { leavesOf, measureOf } from '@zud/core/model/calculation';
import { expand, type Model } from '@zud/core/model/model';
import { foundRelation } from '@zud/core/narrate/found';
import { canonical, EMPTY_READING, plain } from '@zud/core/reading/schema';
import { endOf } from '@zud/core/time/grain';
import type { ReadyModel } from '../ready-model';
import { A_YEAR, GRAIN, type FindingsWithin, type Found, type Line } from './finding-lines';

const FEWEST_POINTS = 18;
/** What is less than this is no closeness worth a word. */
const LEAST_CLOSE = 0.6;

export function foundRelations(
  lines: readonly Line[],
  { model, calendar }: ReadyModel,
  within: FindingsWithin,
): Found[] {
  const rates = lines.filter(({ measure }) => madeOf(measureOf(measure), model)?.make === 'rate');
  return rates.flatMap((first, index) =>
    rates.slice(index + 1).flatMap((second): Found[] => {
      // a measure goes with what it is made of
      if (sharesParts(first.measure, second.measure, model)) return [];
      const pairs = surprisesOf(first, second);
      const relation = pairs.length < FEWEST_POINTS ? null : relationOf(pairs);
      if (relation === null || Math.min(Math.abs(relation.r), Math.abs(relation.rank)) < LEAST_CLOSE) return [];
      const from = [first.days[0] ?? '', second.days[0] ?? ''].sort().at(-1) ?? '';
      return [
        {
          kind: 'relation',
          measure: first.measure,
          figures: `${first.measure} ${second.measure}`,
          tail: relation.tail,
          size: relation.r,
          part: 1,
          whose: '',
          breadth: 0,
          at: second.measure,
          told: {
            kind: 'relation',
            measure: first.measure,
            members: [],
            period: { from, to: endOf(GRAIN, first.days.at(-1) ?? '', calendar.weekStart) },
            ...foundRelation({ r: relation.r, points: relation.points, words: strengthWords(relation) }, [
              first.column.label,
              second.column.label,
            ]),
            reading: {
              ...EMPTY_READING,
              shown: [plain(first.measure), plain(second.measure)],
              by: [{ kind: 'time', grain: GRAIN }],
              where: [...within.where],
            },
          },
        },
      ];
    }),
  );
}

function sharesParts(first: string, second: string, model: Model): boolean {
  const parts = (measure: string) => leavesOf(expand(model, measureOf(measure))).map(canonical);
  const own = new Set(parts(first));
  return parts(second).some((part) => own.has(part));
}

/**
 * Month by month of both: how much more a month grew on its year before than the month before it did. Trend and season are gone from
 * that, and what goes on from month to month as well, so that chance is that of points that know nothing of one another.
 */
function surprisesOf(first: Line, second: Line): (readonly [number, number])[] {
  const of = (line: Line) => {
    const grown = line.values.map((value, at) => value - (line.values[at - A_YEAR] ?? NaN));
    return new Map(line.days.map((day, at) => [day, (grown[at] ?? NaN) - (grown[at - 1] ?? NaN)]));
  };
  const others = of(second);
  return [...of(first)].flatMap(([day, value]) => {
    const other = others.get(day) ?? NaN;
    return Number.isFinite(value) && Number.isFinite(other) ? [[value, other] as const] : [];
  });
}
