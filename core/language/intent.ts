/** Intents: what a stretch of a question asks for, before the calendar, the model and the reading before settle it. */
import type { Calculation, RowFunction } from '../model/calculation';
import type { Edit } from '../reading/edit-schema';
import type { Breakdown, ChangeOf, Condition, Key, Listed, Rank, Shown, Transform } from '../reading/schema';
import type { Grain } from '../time/grain';
import type { Period } from '../time/period';
import type { Day } from '../time/day';

/** A period as said: settled already, or waiting for its year. */
export type SaidPeriod =
  | Period
  | { readonly kind: 'bareUnit'; readonly grain: 'month' | 'quarter' | 'half'; readonly ordinal: number }
  | { readonly kind: 'bareDay'; readonly month: number; readonly day: number }
  | { readonly kind: 'bareSeason'; readonly season: string; readonly back: number }
  /** "this term", "last term": one of several seasons, by when they are. */
  | { readonly kind: 'oneOfSeasons'; readonly seasons: readonly string[]; readonly back: number }
  | { readonly kind: 'thisFiscal'; readonly quarter?: number; readonly back: number }
  | { readonly kind: 'fiscalQuarter'; readonly back: number }
  /** The n-th unit before the one that holds the reference day: "two months ago". */
  | { readonly kind: 'ago'; readonly grain: Grain; readonly count: number }
  | { readonly kind: 'spread'; readonly from: SaidPeriod; readonly to: SaidPeriod }
  /** "the first 2 weeks of October". */
  | {
      readonly kind: 'endOf';
      readonly period: SaidPeriod;
      readonly side: 'first' | 'last';
      readonly grain: Grain;
      readonly count: number;
    }
  /** The first 15 days of a month, or those after. */
  | { readonly kind: 'monthHalf'; readonly month: SaidPeriod; readonly half: 'first' | 'second' }
  /** "H1 last year". */
  | { readonly kind: 'partOfYear'; readonly part: SaidPeriod; readonly back: number }
  /** A period as far as it has gone. */
  | { readonly kind: 'toDate'; readonly period: SaidPeriod }
  | { readonly kind: 'bound'; readonly side: 'since' | 'until' | 'before' | 'after'; readonly period: SaidPeriod }
  /** The week, month … that holds a day: "the week of 4 May". */
  | { readonly kind: 'unitOf'; readonly grain: Grain; readonly period: SaidPeriod }
  /** A week by its ISO number. */
  | { readonly kind: 'week'; readonly week: number; readonly year?: number }
  /** "last April": the latest month of that name before the current month. */
  | { readonly kind: 'lastMonth'; readonly ordinal: number }
  /** "last Monday": the latest such day before the reference day. */
  | { readonly kind: 'lastWeekday'; readonly day: number }
  | { readonly kind: 'impossible'; readonly text: string };

/** A number as said, with the unit it was said in. */
export interface Amount {
  readonly value: number;
  /** `percent`, a unit of time, a currency or a unit of the model. */
  readonly unit?: string;
}

export interface SaidTest {
  readonly test: Extract<Condition, { kind: 'rows' }>['test'];
  readonly value?: Amount;
  readonly upper?: Amount;
}

/** What a change is from, where it is said; whether in per cent where it is not told by the number. */
export interface SaidChange {
  readonly basis: ChangeOf['basis'] | 'implied';
  readonly as: ChangeOf['as'];
  /** Better or worse: up or down by the direction of what changed. */
  readonly sense?: 'best' | 'worst';
}

export type SaidTransform =
  | Transform
  /** "channel mix by quarter": shares of all, or within what else is broken down by. */
  | { readonly kind: 'mix' }
  /** A change of which the basis was not said: the period before where there is a time line, else the year before. */
  | { readonly kind: 'change'; readonly basis: 'implied'; readonly as: 'difference' | 'percent' }
  /** "as a share of all faults": of the whole, not of what a condition said with it leaves. */
  | { readonly kind: 'shareOfAll' }
  /** The % change where something stands beside it, else the share. */
  | { readonly kind: 'inPercent' }
  /** "difference only": the change without the figures it is of. */
  | { readonly kind: 'differenceOnly' };
export interface SaidShown {
  readonly calculation: Calculation;
  readonly transform: SaidTransform | null;
}

export type Sense = 'top' | 'bottom' | 'best' | 'worst';

/** The marked points of the answer before that words can point at. */
export type PointAt =
  | { readonly point: 'high' | 'low' | 'that'; readonly grain?: Grain }
  | { readonly point: 'row'; readonly place: number }
  | { readonly point: 'last row' }
  | { readonly point: 'extreme'; readonly of: Extreme; readonly level?: string };

/** Best and worst turn with the direction of the measure; highest and lowest do not. */
export type Extreme = 'highest' | 'lowest' | 'best' | 'worst';

/** Edits as said: those of the core, and those that the situation has to settle first. */
export type SaidEdit =
  | Exclude<Edit, { do: 'show' }>
  | {
      readonly do: 'show';
      readonly shown: readonly SaidShown[];
      readonly how: 'replace' | 'add' | 'remove';
      /** “Revenue instead”: shown as what it takes the place of. */ readonly inItsPlace?: true;
    }
  /** An index whose first point lies in this period: "2024 = 100". */
  | { readonly do: 'indexedTo'; readonly period: SaidPeriod }
  | { readonly do: 'saidTransform'; readonly transform: SaidTransform }
  /** What is shown is asked for as it was at the end of the period. */
  | { readonly do: 'atEnd' }
  | {
      readonly do: 'saidPeriod';
      readonly period: SaidPeriod;
      readonly how: 'set' | 'leaveOut';
      readonly role?: string;
      /** "the same for 2024": that part of it that the period in force is of its own year. */ readonly alike?: true;
    }
  /** "signed", "repaired": the date that a period or a time line named elsewhere is on. */
  | {
      readonly do: 'saidDateVerb';
      readonly role: string;
      /** Of a period or a time line, where one is said; nothing where none is. */ readonly ofPeriod?: true;
    }
  /** "card share of sales": the share of members within what is broken down by. */
  | {
      readonly do: 'memberShare';
      readonly level: string;
      readonly members: readonly string[];
      /** A named set in the place of single members: it beside the rest. */ readonly set?: string;
      /** Null: what is shown. */ readonly calculation: Calculation | null;
    }
  /** "with their share of the total": beside what is shown. */
  | { readonly do: 'alsoShare' }
  /** "… for weather faults": records that another measure named is of; else they are shown themselves. */
  | { readonly do: 'mention'; readonly measure: string }
  /** "min and max revenue for a booking": row functions are of single records already. */
  | { readonly do: 'ofSingleRecords'; readonly measure: string }
  /** "right now": of what is known by its last value, that. */
  | { readonly do: 'now' }
  /** Who does what is measured ("guests" of "how much did guests spend"): passed over, with a note. */
  | { readonly do: 'subject'; readonly level: string }
  /** "the difference between the two": the two members that the answer before is about, side by side. */
  | { readonly do: 'betweenThem' }
  /** "by how much": the difference, where none is shown yet. */
  | { readonly do: 'byHowMuch' }
  /** "median instead", "95th percentile": another function of the records behind what is shown. */
  | {
      readonly do: 'rowFunction';
      readonly of: readonly (RowFunction | { readonly percentile: number })[];
      readonly how?: 'add';
    }
  /** "average per day": what is shown, added up in each unit of time and averaged over these. */
  | { readonly do: 'averagePer'; readonly grain: Grain }
  /** "each separately": the members that the answer before adds up, side by side. */
  | { readonly do: 'eachOf'; readonly two?: true }
  /** "without the blanks": those that have no name at the level shown last. */
  | { readonly do: 'withoutBlanks' }
  /** "how many are those": the members shown last, counted. */
  /** @property except the level whose members tell which of them are counted */
  | { readonly do: 'countThese'; readonly except?: string }
  | { readonly do: 'saidComparison'; readonly period: SaidPeriod; readonly with?: SaidPeriod }
  /** "vs the month before": beside the period before where that is the grain shown or the period's own, else that period itself. */
  | { readonly do: 'unitBefore'; readonly unit: Grain }
  /** "vs the one before": the season before, where the period is one, else the period before. */
  | { readonly do: 'oneBefore' }
  /** "vs the 10 weeks before": so many units just before the period. */
  | { readonly do: 'stretchBefore'; readonly unit: Grain; readonly count: number }
  /** "vs the same day last week": the same days, a unit earlier. */
  | { readonly do: 'shiftedBefore'; readonly unit: Grain }
  /** "School instead of Freight": among those that are chosen or side by side; else alone. */
  | {
      readonly do: 'membersInstead';
      readonly level: string;
      readonly members: readonly string[];
      readonly old: readonly string[];
    }
  /** What was taken for granted, in words. */
  | { readonly do: 'note'; readonly text: string }
  /** “the week before”, “the summer before that”: the one before the period that is shown takes its place, or stands beside it. */
  | {
      readonly do: 'furtherBack';
      readonly unit: Grain | null;
      readonly season: string | null;
      /** 1 to 12 */ readonly month: number | null;
      readonly beside: boolean;
    }
  /** "the Friday before": the last such day before the period that is shown. */
  | { readonly do: 'weekdayBefore'; readonly day: number }
  /** "in minutes": the unit in which what is shown is kept. */
  | { readonly do: 'saidUnit'; readonly unit: string }
  /** "… as a percentage of departures": what is shown, divided by that. */
  | {
      readonly do: 'saidRatio';
      readonly whole: Calculation;
      /** Of how many it is said: "per 100 sailings". */ readonly per?: number;
      /** Of all of them, whatever conditions are in force. */ readonly ofAll?: true;
    }
  /** "for each line": a breakdown more; a share is then of each. */
  | {
      readonly do: 'forEach';
      readonly by: readonly Breakdown[];
      /** "in each line": members that are ranked are, in each. */ readonly inEach?: true;
    }
  /** Null as the level: the one shown. */
  | {
      readonly do: 'saidRank';
      readonly rank: Omit<Rank, 'direction' | 'of'> & { readonly of: Key | null };
      readonly sense: Sense;
      readonly on?: 'difference' | 'percent';
      /** Asked of people, which periods are not. */ readonly who?: true;
      /** In each member of what else is broken down by. */ readonly inEach?: true;
    }
  /** "which channel grew most": a rank by how far what is shown lies from what it stands beside. */
  | {
      readonly do: 'saidChangeRank';
      readonly sense: Sense;
      readonly on: 'difference' | 'percent';
      readonly count: number;
      readonly marked: boolean;
      readonly of: Key | null;
      /** Of the level of that kind, where none is named. */ readonly ofKind?: 'place' | 'person';
      /** Only makes sense beside something: “which is behind”. */ readonly beside?: true;
      readonly calculation: Calculation | null;
    }
  | {
      readonly do: 'saidChangeOrder';
      readonly on: 'difference' | 'percent';
      readonly direction: 'up' | 'down' | 'worst';
    }
  /** Members of a key by a measure; without one, by what is shown. `count`: how many they are. */
  | {
      readonly do: 'saidMeasureTest';
      /** Null: the level that the answer before shows last, or one of the kind asked for. */ readonly at: Key | null;
      readonly ofKind?: 'person';
      /** Of the members that the same words break down by or rank, where they do (“only those above average”). */ readonly ofSaid?: true;
      readonly calculation: Calculation | null;
      readonly test: SaidTest;
      /** How much it changed is tested, in the place of what it is. */ readonly change?: SaidChange;
      readonly count: boolean;
      readonly narrows: boolean;
      /** Better or worse than average, by the direction of what is tested, in the place of its test. */
      readonly better?: boolean;
      /** As a sentence says it, to which nothing is added. */ readonly asIs?: true;
      /** What is shown where nothing else is: the two measures of a difference that is tested. */ readonly shows?: readonly Calculation[];
      readonly besidePlan?: true;
      /** No measure was named beside its plan, so it is of what is shown. */ readonly usualPlan?: true;
    }
  /** “When will it pass 200k”: the value as it is said; null for the plan. */
  | {
      readonly do: 'saidWhen';
      readonly amount: Amount | null;
      readonly side: 'over' | 'under';
      readonly needed: boolean;
    }
  /** “by December”, “by the end of the year”: from the beginning of the year, or of that unit, to its end. */
  | { readonly do: 'byTheEnd'; readonly unit: Grain; readonly month?: number }
  /** "forecast the next 6 months": a line over time, carried on. */
  | {
      readonly do: 'saidAhead';
      readonly count?: number;
      readonly unit?: Grain;
      /** "next year" is the calendar's, "the next year" the twelve months to come. */ readonly calendar?: true;
      /** A time to come, with no word of a forecast. */ readonly bare?: true;
    }
  /** "as a share instead": a way to show it takes the place of the one before in any case. */
  | { readonly do: 'insteadOfIt' }
  /** "in steps of 15": the ranges shown, of another width. */
  | { readonly do: 'rangeWidth'; readonly width: Amount }
  /** "fewer than 1,000": the only test of a number in force, with another number. */
  | { readonly do: 'retest'; readonly test: SaidTest }
  /** "drop the condition on delay", "include 2024 again": takes out what was said of it. */
  | {
      readonly do: 'dropTests';
      readonly of: { readonly calculation: Calculation } | { readonly key: Key } | { readonly period: SaidPeriod };
    }
  | { readonly do: 'saidRowTest'; readonly measure: string; readonly test: SaidTest }
  /** "longer than 3 hours": the only row-level number that is measured in such a unit. */
  | {
      readonly do: 'saidLengthTest';
      /** Which of the numbers it may be about: each is a reading of its own. */ readonly place: number;
      readonly word: string;
      readonly test: SaidTest;
      readonly to?: string;
    }
  /** "growth", "change": beside the period before of the grain shown, else beside the year before. */
  | { readonly do: 'change' }
  /** "without the target": the lines that are targets, and no others. */
  | { readonly do: 'dropTargets' }
  /** A line across the chart; its number is in the unit of what is shown. */
  | {
      readonly do: 'saidLine';
      readonly at: Amount | 'average' | 'median';
      readonly target?: true;
      readonly how: 'add' | 'remove';
    }
  /** "those routes": the members that the rank in force chose; "that coast" is one. */
  | { readonly do: 'reference'; readonly level: string; readonly one?: true }
  | { readonly do: 'point'; readonly at: PointAt; readonly how: 'only' | 'drill' | 'exclude' }
  /** "vs Tolmar", after an answer about another member of its level: both side by side. */
  | { readonly do: 'aside'; readonly level: string; readonly members: readonly string[] }
  /** "vs all", "vs the rest": the members the answer before is about, beside those. */
  | { readonly do: 'beside'; readonly with: 'all' | 'rest' }
  /** "everyone else": those that the answer before leaves out. */
  | { readonly do: 'theOthers'; /** Of which level, where it is said. */ readonly level?: string }
  /** "it", "there": the one member that the answer before is about. */
  | { readonly do: 'same'; readonly kind: 'any' | 'place' | 'one' }
  /** "how do these two differ": those that are shown, from one another or from all others. */
  | { readonly do: 'contrastThese'; readonly from: 'each other' | 'others' }
  /** "their delay", "its delay": of the members that the answer before chose, or of the one that it marks. */
  | { readonly do: 'theirs'; readonly one: boolean }

  /** "all ports": lifts the condition on the level where there is one, else breaks down by it. */
  | { readonly do: 'allOf'; readonly level: string }
  /** "worst instead": the rank in force the other way round. */
  | { readonly do: 'turnRank'; readonly sense: Sense }
  /** "newest first": of a time line, or of records. */
  | { readonly do: 'byDate'; readonly direction: 'up' | 'down' }
  /** "worst first", "highest delay first": ordered by what is shown, or by the measure said. */
  | { readonly do: 'sortBest'; readonly sense: Sense; readonly by?: Calculation }
  /** "within each coast": the coast is broken down by first, and shares are of it. */
  | { readonly do: 'within'; readonly key: Key; /** As shares, whatever was shown. */ readonly shares?: true }
  | { readonly do: 'overTime'; /** A time line that is shown already stays as it is. */ readonly keeps?: true }
  /** What the person should know of how it was read. */
  | { readonly do: 'remark'; readonly text: string }
  | { readonly do: 'distribution'; readonly measure: string; readonly width: number | null }
  | { readonly do: 'kindOfLevel'; readonly kind: 'person' | 'place' | 'time' }
  | {
      readonly do: 'kindRank';
      readonly kind: 'person' | 'place' | 'time';
      readonly sense: Sense;
      readonly by: Calculation | null;
    }
  /** "which are these?": the members after a count of members, the records after anything else. */
  | {
      readonly do: 'whichAreThese';
      /** The level that is asked of them: “what tier are they”. */ readonly level?: string;
    }
  /** "add captain and weather", after a listing. */
  | { readonly do: 'columns'; readonly columns: readonly Listed[] };

/** Moves along the trail, which are no edits of a reading. */
export type Move = 'back' | 'first';

/** What can be asked about a reading that takes more than its own answer: it in a few sentences. */
export type Analysis = 'summary';

export interface Intent {
  readonly edits: readonly SaidEdit[];
  /** Only makes sense after an answer ("also by …", "… instead"). */
  readonly followUp?: true;
  /** Begins anew, whatever came before. */
  readonly fresh?: true;
  readonly move?: Move;
  /** What the reading is to be looked into for, once it is settled. */
  readonly analysis?: Analysis;
  /** Why what is asked for cannot be done here, and what can. */
  readonly refuse?: string;
}

export const intent = (...edits: readonly SaidEdit[]): Intent => ({ edits });
export const followUp = (...edits: readonly SaidEdit[]): Intent => ({ edits, followUp: true });
/** What only makes sense after an answer; null where there is nothing. */
export const asFollowUp = (made: Intent | null): Intent | null => made && { ...made, followUp: true };
export const refused = (refuse: string): Intent => ({ edits: [], refuse });

/** An intent that names a measure as well ("… by revenue"), where its parts do. */
export function withShown(made: Intent, parts: Readonly<Record<string, unknown>>): Intent {
  const calculation = parts['Calculation'] as Calculation | undefined;
  return calculation === undefined
    ? made
    : { ...made, edits: [...made.edits, { do: 'show', how: 'replace', shown: [{ calculation, transform: null }] }] };
}

export const shownPlainly = (calculation: Calculation): Shown => ({ calculation, transform: null });

export function dayPeriod(day: Day): Period {
  return { kind: 'days', from: day, to: day };
}
