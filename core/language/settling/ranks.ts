/** Settling ranks: the level they are of, the measure they are by, and the direction that best and worst mean. */
import { isMeasure, measuresIn, type Calculation } from '../../model/calculation';
import { factHasLevel, factsOf, type Model } from '../../model/model';
import type { Edit } from '../../reading/edit-schema';
import { hasDifference, same, type Key, type Reading } from '../../reading/schema';
import { inSentence } from '../../reading/words';
import type { Period } from '../../time/period';
import { shownPlainly, type SaidEdit, type Sense } from '../intent';
import { changeEdits } from './comparisons';
import { levelOfKind, readableBreakdown } from './breakdowns';
import { CannotSettle, OutOfPlace } from './cannot-settle';
import { pinned } from './references';
import { type Situation } from './situation';

const keysOf = (by: Reading['by']): Key[] =>
  by.flatMap((one): Key[] => (one.kind === 'bins' || one.kind === 'sets' ? [] : [one]));

export function rankEdits(
  said: Extract<SaidEdit, { do: 'saidRank' }>,
  edits: readonly Edit[],
  base: Reading,
  model: Model,
  asFollowUp: boolean,
  points: Situation['points'] = null,
): Edit[] {
  const saidBy = keysOf(edits.flatMap((edit) => (edit.do === 'breakdown' ? edit.by : [])));
  const there = asFollowUp ? keysOf(base.by) : [];
  const all = [...saidBy, ...there];
  const rank = said.inEach ? { ...said.rank, within: outerOf(said.rank.of ?? all.at(-1), all) } : said.rank;
  const before =
    asFollowUp && base.rank && !same(base.rank.of, rank.within) && there.some((one) => same(one, base.rank?.of))
      ? base.rank.of
      : null;
  // “fuel by vessel, worst 5” ranks the vessels, whatever was ranked or shown before
  const saidLevel = saidBy.findLast((one) => one.kind === 'level' && !same(one, rank.within));
  const of =
    rank.of ??
    saidLevel ??
    before ??
    all.findLast((one) => one.kind === 'level' && !same(one, rank.within)) ??
    all.findLast((one) => !same(one, rank.within));
  if (of === undefined)
    throw new OutOfPlace('Nothing is broken down by members, so there is nothing to rank; say by which level.');
  const shows = edits.some((edit) => edit.do === 'show' && edit.how === 'replace');
  const more: Edit[] = [];
  const shownNow =
    edits.flatMap((edit) => (edit.do === 'show' && edit.how === 'replace' ? edit.shown : []))[0]?.calculation ??
    base.shown[0]?.calculation ??
    null;
  if (said.who && !canBeAskedWho(of, shownNow, model))
    throw new CannotSettle('No people are shown who could be asked about; name the level.');
  if (rank.by !== null && !shows && !asFollowUp)
    more.push({ do: 'show', how: 'replace', shown: [shownPlainly(rank.by)] });
  const needed = [rank.within, of].filter((key): key is Key => key !== null && !all.some((one) => same(one, key)));
  if (needed.length > 0)
    more.push({
      do: 'breakdown',
      how: saidBy.length > 0 ? 'add' : 'join',
      by: rank.within === null ? needed : [rank.within, of],
    });
  // “which vessel is worst”, after months: of each vessel as a whole
  if (
    rank.marked &&
    said.on === undefined &&
    rank.of?.kind === 'level' &&
    asFollowUp &&
    saidBy.length === 0 &&
    there.some((one) => one.kind === 'time')
  )
    more.push({ do: 'breakdown', how: 'remove', by: there.filter((one) => one.kind === 'time') });
  // “which one is worst”, of those that something else had chosen: among these, by name
  const chosen =
    asFollowUp && rank.marked && rank.by === null && of.kind === 'level' && chosenByOther(base, of, shownNow);
  if (chosen) more.push(pinned(of.level, points));
  const keeps = rank.of === null && asFollowUp && base.rank !== null && !chosen;
  const by = rank.by ?? (keeps ? base.rank?.by : null) ?? shownNow;
  const direction = directionOf(said.sense, by, model);
  const moves = rank.by !== null && !shows && (!asFollowUp || same(rank.by, shownNow));
  const kept =
    keeps && base.rank !== null
      ? {
          by: rank.by ?? base.rank.by,
          within: rank.within ?? base.rank.within,
          others: rank.others || base.rank.others,
          // by how it changed, unless a measure is named
          ...(rank.by === null && !shows && base.rank.on !== undefined ? { on: base.rank.on } : {}),
        }
      : { by: rank.by, within: rank.within, others: rank.others };
  more.push({ do: 'rank', rank: { ...rank, ...kept, by: moves ? null : kept.by, of, direction } });
  return more;
}

/** Were the members that are shown chosen by something else than what is shown of them now? */
const chosenByOther = ({ rank }: Reading, of: Key, shown: Calculation | null): boolean =>
  rank !== null && !rank.marked && rank.by !== null && shown !== null && !same(rank.by, shown) && same(rank.of, of);

/** By the model's mark; where it marks no people that are known of what is shown, other members may be asked about: “who is the biggest” of buyers. */
function canBeAskedWho(key: Key, shown: Calculation | null, model: Model): boolean {
  if (key.kind !== 'level') return false;
  const facts = shown === null ? [] : factsOf(model, shown);
  const people = [...model.levels.values()].filter(
    ({ level }) => level.kind === 'person' && facts.every((fact) => factHasLevel(model, fact, level.id)),
  );
  return people.length === 0 || people.some(({ level }) => level.id === key.level);
}

/** "top 3 each": in each member of what is broken down by before them. */
function outerOf(of: Key | undefined, all: readonly Key[]): Key {
  const outer = all.findLast((one) => !same(one, of));
  if (outer === undefined)
    throw new CannotSettle('Nothing else is broken down by, so there is nothing to rank in each of; say “in each …”.');
  return outer;
}

/** A rank by the difference, beside what is said or shown already; else beside the year before, or the period before on a time line. */
export function comparedRankEdits(
  said: Extract<SaidEdit, { do: 'saidRank' }>,
  edits: readonly Edit[],
  base: Reading,
  model: Model,
  asFollowUp: boolean,
): Edit[] {
  const ranked = rankEdits(said, edits, base, model, asFollowUp).map((edit): Edit =>
    edit.do === 'rank' && edit.rank !== null && said.on !== undefined
      ? { do: 'rank', rank: { ...edit.rank, by: null, on: said.on } }
      : edit,
  );
  const of = ranked.flatMap((edit) => (edit.do === 'rank' && edit.rank !== null ? [edit.rank.of] : []))[0];
  // what grew most is told from each member as a whole, not from its single months
  const alone =
    asFollowUp &&
    of !== undefined &&
    base.by.some((one) => !same(one, of)) &&
    edits.every((edit) => edit.do !== 'breakdown')
      ? [{ do: 'breakdown' as const, how: 'replace' as const, by: [of] }]
      : [];
  return [...alone, ...ranked, ...neededComparison([...edits, ...ranked], base, asFollowUp)];
}

/** "biggest drop", "fastest growing": as a rank, of the level shown where none is named. */
export function changeRank({
  sense,
  on,
  count,
  marked,
  of,
}: Extract<SaidEdit, { do: 'saidChangeRank' }>): Extract<SaidEdit, { do: 'saidRank' }> {
  return {
    do: 'saidRank',
    sense,
    on,
    rank: { count, percent: false, of, by: null, within: null, others: false, marked },
  };
}

/** "sorted by % change": of the first measure shown. */
export function changeOrderEdits(
  { on, direction }: Extract<SaidEdit, { do: 'saidChangeOrder' }>,
  edits: readonly Edit[],
  base: Reading,
  model: Model,
  asFollowUp: boolean,
): Edit[] {
  const calculation = edits.flatMap((edit) => (edit.do === 'show' ? edit.shown : []))[0]?.calculation ??
    base.shown[0]?.calculation ?? { kind: 'measure' as const, measure: model.defaultMeasure };
  const way =
    direction === 'worst' ? (directionOf('worst', calculation, model) === 'bottom' ? 'up' : 'down') : direction;
  return [
    { do: 'order', order: { by: { kind: 'measure', calculation, on }, direction: way } },
    ...neededComparison(edits, base, asFollowUp),
  ];
}

const neededComparison = (edits: readonly Edit[], base: Reading, asFollowUp: boolean): Edit[] =>
  asFollowUp && hasDifference(base) ? [] : changeEdits(edits, base, asFollowUp);

/** "who has the worst delay", "where is revenue highest", "when was it best": a rank of one of the level that the model marks for it. */
export function kindRankEdits(
  said: Extract<SaidEdit, { do: 'kindRank' }>,
  edits: readonly Edit[],
  when: Period | null,
  situation: Situation,
  base: Reading,
  asFollowUp: boolean,
): Edit[] {
  const { model, calendar } = situation;
  const shownTime =
    asFollowUp && said.by === null
      ? base.by.findLast((one): one is Key => one.kind === 'time' || one.kind === 'cycle')
      : undefined;
  const of =
    said.kind === 'time' && shownTime !== undefined
      ? shownTime
      : said.kind === 'time'
        ? readableBreakdown(
            said.by === null ? [] : [{ do: 'show', how: 'replace', shown: [shownPlainly(said.by)] }],
            when,
            calendar,
            model,
            base,
          )
        : levelOfKind(said.kind, base, edits, situation, said.by);
  return rankEdits(
    {
      do: 'saidRank',
      sense: said.sense,
      rank: { count: 10, percent: false, of, by: said.by, within: null, others: false, marked: true },
    },
    edits,
    base,
    model,
    asFollowUp,
  );
}

/** "Best" and "worst" follow the measure's direction; "top" and "bottom" do not. */
export function directionOf(sense: Sense, by: Calculation | null | undefined, model: Model): 'top' | 'bottom' {
  if (sense === 'top' || sense === 'bottom') return sense;
  if (by?.kind === 'part' || by?.kind === 'proportion')
    throw new CannotSettle(
      'Whether a high or a low share is the better one is not known here; say “highest” or “lowest”.',
      true,
    );
  const id = by && isMeasure(by) ? by.measure : by ? measuresIn(by)[0] : model.defaultMeasure;
  const counted = id === undefined ? undefined : model.measures.get(id);
  if (
    (counted?.kind === 'count' || counted?.kind === 'distinct') &&
    counted.direction === undefined &&
    by !== undefined &&
    by !== null
  )
    throw new CannotSettle(
      `Whether many or few ${inSentence(counted.name)} are better is not known here; say “most” or “fewest”.`,
      true,
    );
  const lessIsBetter = id !== undefined && model.measures.get(id)?.direction === 'less';
  return (sense === 'best') === lessIsBetter ? 'bottom' : 'top';
}

/** "worst first": ordered by what is shown, in the direction that the words say of it. */
export function sortEdits(
  sense: Sense,
  said: Calculation | undefined,
  edits: readonly Edit[],
  base: Reading,
  model: Model,
): Edit[] {
  // records that were chosen by a number are in the order of that number: each of them counts as one
  const tested = base.rows === null ? undefined : base.where.find((one) => one.kind === 'rows');
  const chosenBy =
    tested?.kind === 'rows' && said === undefined ? { kind: 'measure' as const, measure: tested.measure } : undefined;
  const calculation = said ??
    chosenBy ??
    edits.flatMap((edit) => (edit.do === 'show' ? edit.shown : []))[0]?.calculation ??
    base.shown[0]?.calculation ?? { kind: 'measure' as const, measure: model.defaultMeasure };
  return [
    ...(chosenBy === undefined || base.rows === null
      ? []
      : [
          { do: 'show' as const, how: 'replace' as const, shown: [shownPlainly(chosenBy)] },
          { do: 'rows' as const, how: 'list' as const, fact: base.rows.fact, columns: [...base.rows.columns] },
        ]),
    {
      do: 'order',
      order: {
        by: { kind: 'measure', calculation },
        direction: directionOf(sense, calculation, model) === 'top' ? 'down' : 'up',
      },
    },
  ];
}

/** The rank in force, or one of what is shown, in the direction of a sense. */
export function turnedRank(sense: Sense, base: Reading, model: Model): Edit {
  return { do: 'rerank', direction: directionOf(sense, base.rank?.by ?? base.shown[0]?.calculation, model) };
}

/** "newest first": the time line, or the records, in that order. */
export function dateOrder(direction: 'up' | 'down', edits: readonly Edit[], base: Reading): Edit {
  const [first] = [...edits.flatMap((edit) => (edit.do === 'breakdown' ? edit.by : [])), ...base.by];
  const dated = first?.kind === 'time' || base.rows !== null || edits.some((edit) => edit.do === 'rows');
  if (!dated)
    throw new CannotSettle(
      'What is shown has no dates to be sorted by; list the records, or break it down by day or month.',
    );
  return { do: 'order', order: { by: { kind: 'name' }, direction } };
}

/** What is sorted by is shown as well. */
export function sortedBy(edits: readonly Edit[], base: Reading, asFollowUp: boolean): Edit[] {
  const said = edits.flatMap((edit) => (edit.do === 'show' ? edit.shown : []));
  const replaced = edits.some((edit) => edit.do === 'show' && edit.how === 'replace');
  const shown = [...said, ...(asFollowUp && !replaced ? base.shown : [])];
  if (shown.length === 0 || base.rows !== null || edits.some((edit) => edit.do === 'rows')) return [];
  return edits.flatMap((edit): Edit[] => {
    if (edit.do !== 'order' || edit.order?.by.kind !== 'measure') return [];
    const { calculation } = edit.order.by;
    return shown.some((one) => same(one.calculation, calculation))
      ? []
      : [{ do: 'show', how: 'add', shown: [shownPlainly(calculation)] }];
  });
}

/** Members that are ranked beside a time line are chosen over all of it, which is said. */
export function chosenOnce({ rank }: Extract<SaidEdit, { do: 'saidRank' }>, said: readonly SaidEdit[]): string[] {
  const time = said.flatMap((edit) => (edit.do === 'breakdown' ? edit.by : [])).find((one) => one.kind === 'time');
  return time === undefined || rank.of?.kind !== 'level' || rank.within !== null || rank.marked
    ? []
    : [`Chosen once, over the whole period; “in each ${time.grain}” chooses anew.`];
}

/** "the worst one over time" is about that one; "which one is worst" shows it beside the next. */
export function ofOne(
  edit: Extract<SaidEdit, { do: 'saidRank' }>,
  said: readonly SaidEdit[],
): Extract<SaidEdit, { do: 'saidRank' }> {
  const alone =
    edit.rank.marked && edit.rank.of === null && said.some((one) => one.do === 'overTime' || one.do === 'breakdown');
  return alone ? { ...edit, rank: { ...edit.rank, count: 1, marked: false } } : edit;
}
