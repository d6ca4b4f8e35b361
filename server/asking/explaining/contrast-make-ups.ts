/** What both sides are made up of: the share of each member of each other level among their records. */
import { sharesApart } from '@zud/core/analysis/explain/contrast';
import { impossibility } from '@zud/core/language/impossibility';
import { measureOf, type Calculation } from '@zud/core/model/calculation';
import { factHasLevel, factsOf, NO_NAME, type Model } from '@zud/core/model/model';
import { byLevel, type Reading } from '@zud/core/reading/schema';
import { calculationWords, inSentence, plainNaming } from '@zud/core/reading/words';
import type { ReadyModel } from '../ready-model';
import { passedOver } from '../unanswerable';
import { within } from './compared';
import type { Difference, Sides } from './contrast-sides';
import { amountAt, placesOf, type Figures, type Looks } from './looks';

/** Levels with more members are left out: no one of so many sets two sides apart. */
const MOST_MEMBERS = 200;
/** A level of which the sides share less than this of their records is another name of the sides themselves. */
const LEAST_SHARED = 0.2;

/** The plain number of records of the fact that a measure is of. */
export function countOf(calculation: Calculation, model: Model): Calculation | null {
  const [fact] = factsOf(model, calculation);
  const count = [...model.measures.values()].find(
    (one) => one.kind === 'count' && one.fact === fact && one.only.length === 0,
  );
  return count === undefined ? null : measureOf(count.id);
}

/** The share of each member of each other level among the records of both sides. */
export async function makeUpsApart(
  base: Reading,
  counts: Calculation,
  sides: Sides,
  { model, names }: ReadyModel,
  looks: Looks,
): Promise<{ looked: Difference[]; leftOut: string[] }> {
  const shown = [{ calculation: counts, transform: null }];
  const [fact] = factsOf(model, counts);
  const naming = plainNaming(model);
  const found = await Promise.all(
    [...model.levels.values()].map(async ({ level }) => {
      const members = names.membersOf(level.id).length;
      const broken: Reading = { ...base, shown, by: [byLevel(level.id)] };
      if (level.id === sides.level || members < 2 || members > MOST_MEMBERS) return null;
      if (fact === undefined || !factHasLevel(model, fact, level.id) || impossibility(broken, names) !== null)
        return null;
      const figures = await Promise.all(
        sides.where.map((where) => looks.figures(within(broken, [where])).catch(passedOver)),
      );
      const [first, second] = figures;
      return first && second ? { level: level.id, first: countsOf(first), second: countsOf(second) } : null;
    }),
  );
  const leftOut: string[] = [];
  const looked: Difference[] = [];
  const seen = new Set<string>();
  for (const one of found) {
    if (one === null) continue;
    const { level, first, second } = one;
    const members = [...new Set([...first.of.keys(), ...second.of.keys()])].sort();
    const shared = members.reduce(
      (sum, member) =>
        sum + Math.min((first.of.get(member) ?? 0) / first.all, (second.of.get(member) ?? 0) / second.all),
      0,
    );
    if (shared < LEAST_SHARED) {
      leftOut.push(level);
      continue;
    }
    for (const member of members) {
      const hits = [first.of.get(member) ?? 0, second.of.get(member) ?? 0] as const;
      const apart = sharesApart([hits[0], first.all], [hits[1], second.all]);
      // the same records under another name are looked at once
      const key = hits.join(' ');
      if (apart === null || seen.has(key)) continue;
      seen.add(key);
      looked.push({
        apart,
        kind: 'mix',
        level,
        members: [{ level, member }],
        name: `${naming.member(level, member)} among ${inSentence(calculationWords(naming, counts))}`,
        column: { key: 'share', label: '', role: 'measure', format: { style: 'percent', decimals: 1 } },
        values: [hits[0] / first.all, hits[1] / second.all],
        seen: new Map(),
        reading: within(
          {
            ...base,
            shown: [{ calculation: counts, transform: { kind: 'share', within: 'all' } }],
            by: [byLevel(level)],
          },
          [sides.where[0]],
        ),
      });
    }
  }
  return { looked, leftOut };
}

/** The records of each member, and all of them, those without a member among these. */
function countsOf(figures: Figures): { readonly of: Map<string, number>; readonly all: number } {
  const at = figures.columns.findIndex((column) => column.role === 'level');
  const { value } = placesOf(figures);
  const of = new Map<string, number>();
  let all = 0;
  for (const row of figures.rows) {
    const count = amountAt(row, value[0]);
    all += count;
    const cell = row[at];
    if (cell !== null && cell !== undefined && cell !== NO_NAME && count > 0) of.set(String(cell), count);
  }
  return { of, all };
}
