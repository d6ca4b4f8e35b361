/** A first board to prune: what anyone would want to see of a model, of one of its measures, or around an answer that is there already. */
import { impossibility } from '../language/impossibility';
import type { NameIndex } from '../language/names/name-index';
import { factHasLevel, factsOf, measure as measureNamed, type Model } from '../model/model';
import { isMeasure, measureOf } from '../model/calculation';
import { byLevel, canonical, EMPTY_READING, plain, type Breakdown, type Reading } from '../reading/schema';
import type { Period } from '../time/period';

export interface DraftPlace {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export type DraftTile =
  | { readonly kind: 'answer'; readonly reading: Reading; readonly place: DraftPlace }
  | { readonly kind: 'commentary'; readonly place: DraftPlace };

export interface BoardDraft {
  readonly title: string;
  readonly tiles: readonly DraftTile[];
}

export interface DraftFrom {
  /** Null: the usual measure of the model, or what the reading shows. */
  readonly measure: string | null;
  /** What a tile shows: its conditions hold for the whole draft, and its own chart is part of it. */
  readonly reading: Reading | null;
}

const NUMBERS = 4;
/** Members that bars show well, and few enough for shares. */
const MANY = 14;
const FEW = 6;
const NUMBER = { width: 3, height: 1 };
const THIS_YEAR: Period = { kind: 'this', grain: 'year' };

/** @returns tiles from the top of a grid of 12 columns downwards; each can be answered by the model */
export function draftBoard(names: NameIndex, from: DraftFrom): BoardDraft {
  const { model } = names;
  const shown = from.reading?.shown[0]?.calculation;
  const focus = from.measure ?? (shown !== undefined && isMeasure(shown) ? shown.measure : model.defaultMeasure);
  const base: Reading = {
    ...EMPTY_READING,
    where: from.reading?.where ?? [],
    when: from.reading?.when ?? { period: THIS_YEAR },
  };
  const possible = (reading: Reading) => impossibility(reading, names) === null;
  const numbers = [focus, ...relatives(model, focus)]
    .map((id): Reading => ({ ...base, shown: [plain(id)], against: { kind: 'year' } }))
    .filter(possible)
    .slice(0, NUMBERS);
  const charts = distinct([...(from.reading ? [from.reading] : []), ...views(names, focus, base)].filter(possible));
  const tiles: DraftTile[] = numbers.map((reading, index) => ({
    kind: 'answer',
    reading,
    place: { ...NUMBER, x: index * NUMBER.width, y: 0 },
  }));
  const top = numbers.length > 0 ? NUMBER.height : 0;
  const [first, ...others] = charts;
  if (first)
    tiles.push(
      { kind: 'answer', reading: first, place: { x: 0, y: top, width: 8, height: 4 } },
      { kind: 'commentary', place: { x: 8, y: top, width: 4, height: 4 } },
    );
  others.forEach((reading, index) =>
    tiles.push({
      kind: 'answer',
      reading,
      place: { x: (index % 2) * 6, y: top + 4 + Math.floor(index / 2) * 4, width: 6, height: 4 },
    }),
  );
  return { title: `${measureNamed(model, focus).name}, a draft`, tiles };
}

/** Other measures of the same records: those with a direction first, as they say how things are going; no plans. */
function relatives(model: Model, focus: string): string[] {
  const facts = factsOf(model, measureOf(focus));
  const plans = new Set([...model.measures.values()].flatMap((one) => one.plan ?? []));
  const others = [...model.measures.values()].filter(
    (one) => one.id !== focus && !plans.has(one.id) && one.hidden !== true,
  );
  const near = (id: string) => (factsOf(model, measureOf(id)).some((fact) => facts.includes(fact)) ? 0 : 1);
  return others
    .map((one, index) => ({ id: one.id, rank: near(one.id) * 1000 + (one.direction === undefined ? 100 : 0) + index }))
    .sort((a, b) => a.rank - b.rank)
    .map(({ id }) => id);
}

/** The charts of a measure: over time, by what it is broken down well by, its largest parts, its plan, its week. */
function views(names: NameIndex, focus: string, base: Reading): Reading[] {
  const { model } = names;
  const facts = factsOf(model, measureOf(focus));
  const by = (...list: Breakdown[]): Reading => ({ ...base, shown: [plain(focus)], by: list });
  const known = [...model.levels.values()].filter(
    ({ level }) =>
      facts.every((fact) => factHasLevel(model, fact, level.id)) &&
      !base.where.some((one) => one.kind === 'members' && one.level === level.id && one.members.length === 1),
  );
  const count = (id: string) => names.membersOf(id).length;
  // of each dimension the coarsest level that has something to compare
  const readable = [...new Set(known.map((entry) => entry.dimension.id))]
    .flatMap((dimension) =>
      known
        .filter(
          (entry) => entry.dimension.id === dimension && count(entry.level.id) > 1 && count(entry.level.id) <= MANY,
        )
        .slice(0, 1),
    )
    .map((entry) => entry.level);
  const large = known
    .map((entry) => entry.level)
    .filter((level) => count(level.id) > MANY)
    .sort((a, b) => count(b.id) - count(a.id))[0];
  const [place] = readable.filter((level) => level.kind === 'place');
  const [other, third] = readable.filter((level) => level !== place);
  const few = readable.find((level) => count(level.id) <= FEW && level !== place && level !== other);
  const month: Breakdown = { kind: 'time', grain: 'month' };
  return [
    { ...by(month), against: { kind: 'year' } },
    ...(place ? [{ ...by(byLevel(place.id)), against: { kind: 'year' } as const }] : []),
    ...(other ? [by(byLevel(other.id))] : []),
    ...(large
      ? [
          {
            ...by(byLevel(large.id)),
            rank: {
              direction: 'top' as const,
              count: 10,
              percent: false,
              of: byLevel(large.id),
              by: null,
              within: null,
              others: false,
              marked: false,
            },
          },
        ]
      : []),
    ...(measureNamed(model, focus).plan === undefined ? [] : [{ ...by(month), against: { kind: 'plan' } as const }]),
    ...(few
      ? [{ ...by({ kind: 'time', grain: 'quarter' }, byLevel(few.id)), view: { chart: 'share bars' as const } }]
      : third
        ? [by(byLevel(third.id))]
        : []),
    { ...by({ kind: 'cycle', cycle: 'monthOfYear' }, { kind: 'cycle', cycle: 'dayOfWeek' }), view: { chart: 'heat' } },
  ];
}

function distinct(readings: readonly Reading[]): Reading[] {
  const seen = new Set<string>();
  return readings.filter((one) => {
    const key = canonical(one);
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}
