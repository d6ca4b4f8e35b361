/** What is said in several places of one question and belongs together: before it is settled, and the edits that come of it. */
import type { Edit } from '../../reading/edit-schema';
import { same } from '../../reading/schema';
import type { SaidEdit } from '../intent';
import { isKey } from './breakdowns';
import { CannotSettle, OutOfPlace } from './cannot-settle';

/** Words that are about each other, put together. */
/** Is a measure that is said on its own (“by box office”) what another phrase ranks by? */
export const ranksAnother = (one: SaidEdit, said: readonly SaidEdit[]): boolean =>
  one.do === 'rerank' &&
  one.by !== undefined &&
  said.some((edit) => edit.do === 'saidRank' && edit.rank.of !== null && edit.rank.by === null);

export function joinedUp(said: readonly SaidEdit[]): readonly SaidEdit[] {
  return unitsOfYears(seasonsOfYears(oneRank(ranksWithin(withinPeriods(said)))));
}

const MONTHS_IN = { month: 1, quarter: 3, half: 6 } as const;

/** "passengers in March by year": every March, as one year of them would be no breakdown by year. @throws CannotSettle where there is no telling the part of each year */
function unitsOfYears(said: readonly SaidEdit[]): readonly SaidEdit[] {
  const byYear = said.some(
    (edit) =>
      (edit.do === 'breakdown' || edit.do === 'forEach') &&
      edit.by.some((one) => one.kind === 'time' && one.grain === 'year'),
  );
  const periods = said.filter((edit) => edit.do === 'saidPeriod' && edit.how === 'set');
  const [only, second] = periods;
  if (
    !byYear ||
    only?.do !== 'saidPeriod' ||
    second !== undefined ||
    said.some((edit) => edit.do === 'compare' || edit.do === 'saidComparison')
  )
    return said;
  const { period } = only;
  if (period.kind === 'bareSeason' || (period.kind === 'week' && period.year === undefined))
    throw new CannotSettle(
      'This names a part of one year, so there are no years to break it down by; name its year, or compare it with the year before.',
      true,
    );
  if (period.kind !== 'bareUnit') return said;
  const months = MONTHS_IN[period.grain];
  const values = Array.from({ length: months }, (_none, index) => (period.ordinal - 1) * months + index + 1);
  return said.map((edit) =>
    edit === only ? { do: 'condition', how: 'only', condition: { kind: 'cycle', cycle: 'monthOfYear', values } } : edit,
  );
}

/** "flu season admissions this year vs last year": the season of the two years. */
function seasonsOfYears(said: readonly SaidEdit[]): readonly SaidEdit[] {
  const season = said.some(
    (edit) => edit.do === 'saidPeriod' && edit.how === 'set' && edit.period.kind === 'bareSeason',
  );
  const years = said.find(
    (edit) =>
      edit.do === 'saidComparison' &&
      edit.period.kind === 'this' &&
      edit.period.grain === 'year' &&
      edit.with?.kind === 'last' &&
      edit.with.grain === 'year',
  );
  return season && years !== undefined
    ? said.map((edit) => (edit === years ? { do: 'compare', against: { kind: 'year' } } : edit))
    : said;
}

/** "this year until May", "since March in 2025": a period and an end of it, said apart, are one stretch. */
function withinPeriods(said: readonly SaidEdit[]): readonly SaidEdit[] {
  const periods = said.filter((edit) => edit.do === 'saidPeriod' && edit.how === 'set');
  const [one, two, ...others] = periods;
  if (one?.do !== 'saidPeriod' || two?.do !== 'saidPeriod' || others.length > 0) return said;
  const [bound, whole] =
    one.period.kind === 'bound' ? [one.period, two] : two.period.kind === 'bound' ? [two.period, one] : [null, one];
  if (bound === null || whole.period.kind === 'bound' || (bound.side !== 'since' && bound.side !== 'until'))
    return said;
  // this year since March ends where the data do
  const stretch: SaidEdit = {
    ...whole,
    period:
      bound.side === 'since' && whole.period.kind === 'this'
        ? bound
        : bound.side === 'since'
          ? { kind: 'spread', from: bound.period, to: whole.period }
          : { kind: 'spread', from: whole.period, to: bound.period },
  };
  return said.flatMap((edit) => (edit === one ? [stretch] : edit === two ? [] : [edit]));
}

const showsShare = (edit: SaidEdit): boolean =>
  (edit.do === 'show' && edit.shown.some(({ transform }) => transform?.kind === 'share')) ||
  (edit.do === 'saidTransform' && ['share', 'shareOfAll', 'inPercent', 'mix'].includes(edit.transform.kind));

/** "the two instruments with the most lessons in each school": ranked in each. */
function ranksWithin(said: readonly SaidEdit[]): readonly SaidEdit[] {
  const each = said.find(
    (edit) =>
      (edit.do === 'forEach' && edit.inEach === true) ||
      (edit.do === 'within' && edit.shares !== true && !said.some(showsShare)),
  );
  const ranked = said.filter((edit) => edit.do === 'saidRank');
  const [rank, second] = ranked;
  if (
    (each?.do !== 'forEach' && each?.do !== 'within') ||
    rank?.do !== 'saidRank' ||
    second !== undefined ||
    rank.rank.within !== null
  )
    return said;
  const [key, ...others] = each.do === 'within' ? [each.key] : each.by;
  if (key === undefined || others.length > 0 || !isKey(key) || same(key, rank.rank.of)) return said;
  return said.flatMap((edit) =>
    edit === each ? [] : edit === rank ? [{ ...rank, rank: { ...rank.rank, within: key } }] : [edit],
  );
}

/** A bare count beside a rank is its count: "which captains have the best …, top 5 only". */
function oneRank(said: readonly SaidEdit[]): readonly SaidEdit[] {
  const by = said.find((edit) => edit.do === 'rerank' && edit.by !== undefined);
  const unsaid = said.find((edit) => edit.do === 'saidRank' && edit.rank.of !== null && edit.rank.by === null);
  // “top 3 shows in each city, 2025, by box office”
  if (by?.do === 'rerank' && by.by !== undefined && unsaid?.do === 'saidRank') {
    const { by: calculation } = by;
    return oneRank(
      said.flatMap((edit) =>
        edit === by ? [] : edit === unsaid ? [{ ...unsaid, rank: { ...unsaid.rank, by: calculation } }] : [edit],
      ),
    );
  }
  const bare = said.find((edit) => edit.do === 'saidRank' && edit.rank.of === null);
  const full = said.find((edit) => edit.do === 'saidRank' && edit.rank.of !== null);
  if (bare?.do !== 'saidRank' || full?.do !== 'saidRank') return said;
  const { count, percent } = bare.rank;
  return said.flatMap((edit) =>
    edit === bare ? [] : edit === full ? [{ ...full, rank: { ...full.rank, count, percent, marked: false } }] : [edit],
  );
}

/** Edits that belong together, as one each. @throws CannotSettle where two different things are said of which a reading has one */
export function merged(edits: readonly Edit[]): Edit[] {
  return together(withRoles(edits));
}

/** A date role named in a breakdown or by what happened then governs the period as well. */
function withRoles(edits: readonly Edit[]): Edit[] {
  const roles = new Set(
    edits.flatMap((edit) =>
      edit.do === 'dateRole'
        ? [edit.role]
        : edit.do === 'breakdown'
          ? edit.by.flatMap((by) =>
              (by.kind === 'time' || by.kind === 'cycle') && by.role !== undefined ? [by.role] : [],
            )
          : [],
    ),
  );
  const [role] = roles;
  return roles.size === 1 && role !== undefined
    ? edits.map((edit) => (edit.do === 'period' && edit.role === undefined ? { ...edit, role } : edit))
    : [...edits];
}

/** Several bare breakdowns said at once belong together: "by coast by month" is one breakdown by both. So do measures. */
function together(edits: readonly Edit[]): Edit[] {
  const joins = edits.filter((edit) => edit.do === 'breakdown' && edit.how === 'join');
  const shows = edits.filter((edit) => edit.do === 'show' && edit.how === 'replace');
  const replacing = edits.filter(
    (edit) => edit.do === 'breakdown' && edit.how === 'replace' && edit.instead === undefined,
  );
  const others = edits.filter((edit) => !joins.includes(edit) && !shows.includes(edit) && !replacing.includes(edit));
  const all: Edit[] = [];
  const shown = shows.flatMap((edit) => (edit.do === 'show' ? edit.shown : []));
  const distinct = shown.filter((one, index) => shown.findIndex((other) => same(one, other)) === index);
  if (shows.length > 0) all.push({ do: 'show', how: 'replace', shown: distinct });
  const by = [...replacing, ...joins].flatMap((edit) => (edit.do === 'breakdown' ? edit.by : []));
  const unique = by.filter((one, index) => by.findIndex((other) => same(one, other)) === index);
  if (unique.length > 0) all.push({ do: 'breakdown', how: replacing.length === 0 ? 'join' : 'replace', by: unique });
  return [...all, ...mergedConditions(saidOnce(others))];
}

/** What a reading has only one of, with what to say where two are named. */
const ONCE: Partial<Record<Edit['do'], string>> = {
  period: 'Two periods are named; say “2025 vs 2024” to compare them, or name one.',
  compare: 'Two comparisons are named; an answer stands beside one thing at a time.',
  rank: 'Two ranks are named; say one.',
  order: 'Two orders are named; say one.',
  transform: 'Two ways to show the figures are named; say one.',
  view: 'Two charts are named; say one.',
};

/** Nothing said twice is dropped: the same thing counts once, two different ones are refused. */
function saidOnce(edits: readonly Edit[]): Edit[] {
  const distinct = edits.filter((edit, index) => edits.findIndex((other) => same(other, edit)) === index);
  for (const edit of distinct) {
    const reason = ONCE[edit.do];
    if (reason !== undefined && distinct.some((other) => other !== edit && other.do === edit.do))
      throw new OutOfPlace(reason);
  }
  return distinct;
}

/** Conditions on the same level said one by one are one list. */
function mergedConditions(edits: readonly Edit[]): Edit[] {
  const result: Edit[] = [];
  for (const edit of edits) {
    if (edit.do === 'condition' && edit.condition.kind === 'members') {
      const { condition, how } = edit;
      const at = result.findIndex(
        (one) =>
          one.do === 'condition' &&
          one.how === how &&
          one.condition.kind === 'members' &&
          one.condition.level === condition.level,
      );
      const there = result[at];
      if (there?.do === 'condition' && there.condition.kind === 'members') {
        result[at] = {
          ...there,
          condition: { ...there.condition, members: [...new Set([...there.condition.members, ...condition.members])] },
        };
        continue;
      }
    }
    result.push(edit);
  }
  return result;
}
