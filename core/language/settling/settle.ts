/** Settling: the intents of a cover, against the reading before, the model and the calendar → a reading, or why not. */
import { factsOf, level as levelOf, measure as measureOf, pluralOf, type Model } from '../../model/model';
import { isMeasure, isQuotient, measureOf as calculationOf, type Calculation } from '../../model/calculation';
import { applyEdits } from '../../reading/edit';
import type { Edit } from '../../reading/edit-schema';
import { EMPTY_READING, hasDifference, type Reading } from '../../reading/schema';
import { movedAlong } from '../../reading/moved-along';
import { inSentence } from '../../reading/words';
import { dayParts } from '../../time/day';
import type { Calendar, Period } from '../../time/period';
import type { Cover } from '../cover';
import { shownPlainly, type Analysis, type Move, type SaidEdit } from '../intent';
import { refuseOtherUnit, settledAmount } from './amounts';
import {
  changeSince,
  showsChange,
  asideEdits,
  besideEdits,
  betweenThem,
  oneBefore,
  otherEdits,
  besidePeriod,
  changeEdits,
  byPercent,
  impliedBasis,
  saidComparison,
  furtherBack,
  shiftedBefore,
  stretchBefore,
  twoEnds,
  unitBefore,
  weekdayBefore,
  withRatios,
  withoutItsBasis,
  inThatYear,
} from './comparisons';
import {
  mixEdit,
  needsTimeLine,
  allOf,
  alsoShare,
  averagePer,
  withoutItsUnits,
  rankedInEach,
  ranksInEach,
  columnEdits,
  distributionEdits,
  eachOf,
  namedOnly,
  otherFunction,
  isKey,
  levelOfKind,
  memberShareEdits,
  overTime,
  sharesShown,
  withinEdits,
  withoutTheOne,
} from './breakdowns';
import { ImpossiblePeriod, indexPeriod, settledPeriod, wholeRange, yearFor } from './periods';
import { contrastEdits } from './contrasts';
import { forecastEdits, isOfThePast, saysHowFar } from './forecasts';
import { checkAtEnd, nowEdits } from './now';
import {
  asksForTheCounted,
  membersInstead,
  withoutTheCounted,
  countThese,
  pointEdits,
  referenceEdits,
  sameEdits,
  theirEdits,
  whichAreThese,
} from './references';
import {
  changeOrderEdits,
  changeRank,
  chosenOnce,
  comparedRankEdits,
  dateOrder,
  kindRankEdits,
  ofOne,
  rankEdits,
  sortEdits,
  sortedBy,
  turnedRank,
} from './ranks';
import { byQuality, ofGrowth, refuseCounted, refuseUnfitting, sortedByQuality } from './qualities';
import { periodToTheEnd, whenEdits } from './reaching';
import { aboutHappened } from './happened';
import { CannotSettle, OutOfPlace } from './cannot-settle';
import { type Situation } from './situation';
import { refuseIdleExclusion, withoutEffect } from './idle-edits';
import { joinedUp, merged } from './joint-edits';
import { transformKept } from './transform-kept';
import { betweenEnds } from './two-ends';
import {
  dropEdits,
  dropTargets,
  lengthTestEdits,
  lineEdit,
  measureTestEdits,
  retestEdits,
  rowTestEdits,
  usualNote,
} from './thresholds';

export type Settled =
  | {
      readonly kind: 'reading';
      readonly reading: Reading;
      readonly notes: readonly string[];
      readonly edits: readonly Edit[];
      readonly asFollowUp: boolean;
      readonly analysis?: Analysis;
      /** No measure was named, and the usual one knows nothing of what is asked about. */ readonly otherMeasure?: true;
    }
  | { readonly kind: 'move'; readonly move: Move }
  /** `final`: the words are understood and ask for what can't be, so no other reading of them may stand in. */
  | {
      readonly kind: 'refused';
      readonly reason: string;
      readonly final: boolean;
      /** The words do not fit where they are said; others for them may. */ readonly outOfPlace?: true;
    };

/** @param asFollowUp whether the reading before stays in force where nothing is said of it */
export function settle(cover: Cover, situation: Situation, asFollowUp: boolean): Settled {
  const intents = cover.pieces.map((piece) => piece.intent);
  const refuse = intents.find((one) => one.refuse)?.refuse;
  if (refuse !== undefined) return { kind: 'refused', reason: refuse, final: true };
  const move = intents.find((one) => one.move)?.move;
  // “how many guests came back” is no step back
  if (move && intents.some((one) => one.edits.length > 0))
    return { kind: 'refused', reason: 'A step back is said alone; say “back” first, then what to ask.', final: false };
  if (move)
    return situation.before === null
      ? { kind: 'refused', reason: 'There is no step to go back to.', final: true }
      : { kind: 'move', move };
  const base = asFollowUp && situation.before ? situation.before : EMPTY_READING;
  try {
    const joined = withRatios(joinedUp(intents.flatMap((one) => one.edits)), base, asFollowUp, situation.model);
    const said = betweenEnds(joined, base, asFollowUp, situation.calendar);
    refuseIdleExclusion(said);
    const { edits: settled, notes } = settledEdits(said, situation, base, asFollowUp);
    const edits = [...settled, ...movedAlong(settled, base, situation.calendar)];
    const analysis = intents.find((one) => one.analysis)?.analysis;
    // a contrast names what it looks at
    const onlyLooks =
      edits.every((edit) => edit.do === 'explain' && edit.explain?.asked !== 'contrast') &&
      (analysis !== undefined || edits.length > 0);
    if (onlyLooks && (situation.before === null || !asFollowUp))
      return {
        kind: 'refused',
        reason: 'There is no answer yet to look into; ask for a measure first, then “why?”.',
        final: true,
      };
    if (
      edits.length === 0 &&
      analysis === undefined &&
      !intents.some((one) => one.fresh) &&
      !said.some((edit) => ['reference', 'same', 'byHowMuch', 'now', 'change', 'overTime'].includes(edit.do))
    )
      return { kind: 'refused', reason: 'Nothing in it asks for anything the model knows.', final: false };
    const transforms = new Set(
      edits
        .flatMap((edit) =>
          edit.do === 'transform'
            ? [edit.transform?.kind]
            : edit.do === 'show'
              ? edit.shown.map((one) => one.transform?.kind)
              : [],
        )
        .flatMap((kind) => kind ?? []),
    );
    if (transforms.size > 1 && edits.some((edit) => edit.do === 'transform'))
      throw new CannotSettle(
        'Two ways of showing it are asked for at once; name one, for example the share or the running total.',
      );
    const edited = applyEdits(base, edits, situation.model);
    if (!edited.ok) return { kind: 'refused', reason: edited.reason, final: false };
    const unnamed = !edits.some((edit) => edit.do === 'show' || edit.do === 'rows');
    const happened = aboutHappened(situation.happened, said, edited.reading, !unnamed, situation.model);
    if (typeof happened === 'string') return { kind: 'refused', reason: happened, final: false };
    const counted = applyEdits(edited.reading, happened.edits, situation.model);
    if (!counted.ok) return { kind: 'refused', reason: counted.reason, final: false };
    const { reading } = counted;
    const idle = withoutEffect(edits, reading);
    if (idle !== null) throw new CannotSettle(idle);
    const noMeasure = !asFollowUp && unnamed && happened.edits.length === 0;
    const other = noMeasure ? otherThanUsual(reading, situation.model) : null;
    const usual = noMeasure ? [usualNote(other, situation.model)] : [];
    if (
      base.against?.kind === 'period' &&
      reading.against === null &&
      edits.some((edit) => edit.do === 'period') &&
      !edits.some((edit) => edit.do === 'compare')
    )
      notes.push('What stood beside the period before is left out; say “vs …” to set another beside this one.');
    return {
      kind: 'reading',
      reading,
      notes: [...usual, ...happened.notes, ...notes, ...edited.notes],
      edits: [...edits, ...happened.edits],
      asFollowUp,
      ...(analysis === undefined ? {} : { analysis }),
      ...(other === null ? {} : { otherMeasure: true }),
    };
  } catch (error) {
    if (error instanceof ImpossiblePeriod || error instanceof CannotSettle)
      return {
        kind: 'refused',
        reason: error.message,
        final: error instanceof ImpossiblePeriod || error.final,
        ...(error instanceof OutOfPlace ? { outOfPlace: true } : {}),
      };
    throw error;
  }
}

/** The measure shown in the place of the usual one; null where that is shown. */
function otherThanUsual({ shown: [first] }: Reading, model: Model): string | null {
  return first !== undefined && isMeasure(first.calculation) && first.calculation.measure !== model.defaultMeasure
    ? first.calculation.measure
    : null;
}

function settledEdits(
  said: readonly SaidEdit[],
  situation: Situation,
  base: Reading,
  asFollowUp: boolean,
): { edits: Edit[]; notes: string[] } {
  const { model, calendar } = situation;
  const year = asFollowUp && base.when ? yearOf(base.when.period, calendar) : null;
  const edits: Edit[] = [];
  const notes: string[] = [];
  const after: ((done: readonly Edit[], when: Period | null) => readonly Edit[])[] = [];
  /** What needs the comparison that others may add first. */
  const last: typeof after = [];
  for (const edit of said) {
    switch (edit.do) {
      case 'show':
        // “decision time by faculty, median” shows the median only
        if (edit.how === 'replace' && said.some((one) => one.do === 'rowFunction' && one.how !== 'add')) break;
        if (
          asFollowUp &&
          base.against?.kind === 'plan' &&
          edit.shown.every(({ calculation }) => isOfItsPlan(calculation, model))
        )
          edits.push({ do: 'compare', against: null });
        edits.push(...withoutTheCounted(edit, said, base, asFollowUp));
        edits.push({
          do: 'show',
          how: edit.how,
          shown: edit.shown.map((one) => ({
            ...one,
            transform:
              impliedBasis(one.transform, said, base, asFollowUp) ??
              (asFollowUp ? transformKept(edit, said, base, model) : null),
          })),
        });
        if (asFollowUp) edits.push(...withoutItsUnits(edit, said, base));
        break;
      case 'saidTransform':
        if (edit.transform.kind === 'mix') {
          last.push((done) => [mixEdit(done, asFollowUp ? base : EMPTY_READING)]);
          break;
        }
        if (edit.transform.kind === 'inPercent' && asFollowUp && !said.some((one) => one.do === 'show')) {
          const sorted = byPercent(base);
          if (sorted !== null) {
            edits.push(sorted);
            break;
          }
        }
        edits.push({ do: 'transform', transform: impliedBasis(edit.transform, said, base, asFollowUp) });
        edits.push(...withoutItsBasis(edits, said, base, asFollowUp));
        break;
      case 'saidPeriod': {
        if (saysHowFar(edit.period, said, calendar)) break;
        const ends = said.some((one) => one.do === 'change') ? twoEnds(said, base, asFollowUp) : null;
        if (ends !== null) {
          edits.push(...saidComparison(ends, calendar, year));
          break;
        }
        const since = changeSince(edit.period, said);
        if (since === 'year') {
          if (!said.some(showsChange)) edits.push({ do: 'compare', against: { kind: 'year' } });
          notes.push('A change “since last year” is read as against the year before.');
          break;
        }
        if (since !== null) {
          edits.push(
            { do: 'period', period: { kind: 'this', grain: since } },
            { do: 'compare', against: { kind: 'period', period: { kind: 'last', grain: since } } },
          );
          notes.push(`A change “since last ${since}” is read as this ${since} beside the last.`);
          break;
        }
        const named = settledPeriod(edit.period, calendar, yearFor(edit.period, calendar, year));
        const period =
          edit.alike && asFollowUp && base.when !== null ? inThatYear(named, base.when.period, calendar) : named;
        // “hide last year”, where that stands beside what is shown
        if (
          edit.how === 'leaveOut' &&
          asFollowUp &&
          base.against !== null &&
          base.against.kind !== 'members' &&
          base.against.kind !== 'plan' &&
          edit.period.kind === 'last'
        ) {
          edits.push({ do: 'compare', against: null });
          notes.push('What stood beside it is no longer shown; the period is as it was.');
        } else if (edit.how === 'leaveOut')
          edits.push({ do: 'condition', how: 'only', condition: { kind: 'notPeriod', period } });
        else
          edits.push({
            do: 'period',
            period,
            ...(edit.role === undefined || (edit.role === model.defaultDate && !asFollowUp) ? {} : { role: edit.role }),
          });
        break;
      }
      case 'saidDateVerb':
        if (
          edit.ofPeriod &&
          !said.some(
            (one) =>
              one.do === 'saidPeriod' ||
              one.do === 'overTime' ||
              (one.do === 'breakdown' && one.by.some((by) => by.kind === 'time')),
          )
        )
          break;
        if (edit.role !== model.defaultDate || (asFollowUp && base.when?.role !== undefined))
          edits.push({ do: 'dateRole', role: edit.role });
        break;
      case 'memberShare':
        last.push((done) => {
          const made = memberShareEdits(edit, done, base, asFollowUp, model);
          if (edit.set === undefined && made.some((one) => one.do === 'breakdown'))
            notes.push(
              `Shows the shares of every ${inSentence(levelOf(model, edit.level).level.name)}; ${edit.members.join(' and ')} ${edit.members.length === 1 ? 'is one' : 'are some'} of them.`,
            );
          return made;
        });
        break;
      case 'indexedTo':
        after.push((_done, when) => [
          indexPeriod(
            edit.period,
            when,
            said.some((one) => one.do === 'saidPeriod'),
            calendar,
            year,
          ),
        ]);
        break;
      case 'mention': {
        const fact = factsOf(model, { kind: 'measure', measure: edit.measure })[0] ?? '';
        const others = [
          ...said.flatMap((one) => (one.do === 'show' ? one.shown : [])),
          ...(asFollowUp ? base.shown : []),
        ];
        if (!others.some((one) => factsOf(model, one.calculation).includes(fact)))
          edits.push({ do: 'show', how: 'replace', shown: [shownPlainly({ kind: 'measure', measure: edit.measure })] });
        break;
      }
      case 'subject':
        notes.push(
          `“${pluralOf(levelOf(model, edit.level).level)}” says whose they are and changes nothing; “by ${inSentence(levelOf(model, edit.level).level.name)}” breaks them down.`,
        );
        break;
      case 'ofSingleRecords':
        if (!isOfSingleRecords(edit.measure, said, model))
          throw new CannotSettle(
            `${measureOf(model, edit.measure).name} are counted, not looked at one by one here; ask for the average, the median or the maximum of a measure of theirs, or for one measure per other.`,
          );
        break;
      case 'alsoShare':
        last.push((done) => alsoShare(done, base));
        break;
      case 'now':
        after.push((done) => nowEdits(done, base, asFollowUp, model));
        break;
      case 'atEnd':
        after.push((done) => checkAtEnd(done, base, asFollowUp, model));
        break;
      case 'betweenThem':
        edits.push(...betweenThem(base));
        break;
      case 'byHowMuch':
        if (!hasDifference(base)) after.push((done) => changeEdits(done, base, asFollowUp));
        break;
      case 'rowFunction':
        edits.push({
          do: 'show',
          how: edit.how ?? 'replace',
          shown: edit.of.map((of) =>
            shownPlainly(
              otherFunction(
                { of, alone: edit.how === undefined },
                said.flatMap((one) => (one.do === 'show' ? one.shown : [])),
                base,
                model,
              ),
            ),
          ),
        });
        break;
      case 'averagePer':
        edits.push({ do: 'show', how: 'replace', shown: [shownPlainly(averagePer(edit.grain, base, model))] });
        break;
      case 'eachOf':
        after.push((done) => eachOf(edit.two === true, done, base, situation));
        break;
      case 'withoutBlanks':
        edits.push({ do: 'condition', how: 'exclude', condition: namedOnly(base) });
        break;
      case 'countThese':
        edits.push(...countThese(base, model, edit.except));
        break;
      case 'saidComparison':
        if (edit.with !== undefined)
          edits.push(...saidComparison({ period: edit.period, with: edit.with }, calendar, year));
        else after.push((_done, when) => besidePeriod(edit.period, when, calendar, year));
        break;
      case 'unitBefore':
        edits.push(...unitBefore(edit.unit, said, base, calendar, asFollowUp));
        break;
      case 'weekdayBefore':
        after.push((_done, when) => weekdayBefore(edit.day, when, calendar));
        break;
      case 'saidUnit':
        last.push((done) => {
          const shown = done.findLast((one) => one.do === 'show' && one.how === 'replace');
          refuseOtherUnit(
            edit.unit,
            (shown?.do === 'show' ? shown.shown : base.shown).map((one) => one.calculation),
            model,
          );
          return [];
        });
        break;
      case 'byTheEnd':
        edits.push({ do: 'period', period: periodToTheEnd(edit, calendar) });
        break;
      case 'saidWhen':
        last.push((done) => {
          const made = whenEdits(edit, done, base, asFollowUp, situation);
          notes.push(...made.notes);
          return made.edits;
        });
        break;
      case 'membersInstead':
        edits.push(membersInstead(edit, base));
        break;
      case 'note':
        notes.push(edit.text);
        break;
      case 'furtherBack':
        after.push((_done, when) => furtherBack(edit, when, said, base, calendar));
        break;
      case 'shiftedBefore':
        after.push((_done, when) => shiftedBefore(edit.unit, when, calendar));
        break;
      case 'forEach':
        if (asFollowUp) edits.push(...withoutTheOne(edit.by, said, base));
        if (
          said.every((one) => one.do !== 'within') &&
          sharesShown(said, base, asFollowUp) &&
          edit.by[0] !== undefined &&
          isKey(edit.by[0])
        ) {
          const [key, ...others] = edit.by;
          if (others.length > 0) edits.push({ do: 'breakdown', by: others, how: 'join' });
          after.push((done) => withinEdits(key, done, base, asFollowUp));
        } else if (ranksInEach(edit, said, base, asFollowUp, model)) edits.push(...rankedInEach(edit.by, base));
        else edits.push({ do: 'breakdown', by: [...edit.by], how: 'add' });
        break;
      case 'saidRatio':
        break;
      case 'oneBefore':
        after.push((_done, when) => [oneBefore(when, calendar)]);
        break;
      case 'stretchBefore':
        after.push((_done, when) => stretchBefore(edit.unit, edit.count, when, calendar));
        break;
      case 'aside':
        edits.push(...asideEdits(edit.level, edit.members, base, model));
        break;
      case 'theOthers':
        edits.push(...otherEdits(edit.level ?? null, base, model));
        break;
      case 'beside':
        edits.push(...besideEdits(edit.with, base));
        break;
      case 'saidMeasureTest': {
        const settled = measureTestEdits(edit, said, base, situation, asFollowUp);
        edits.push(...settled.edits);
        notes.push(...settled.notes);
        break;
      }
      case 'retest': {
        const settled = retestEdits(edit.test, base, model, said.length === 1);
        edits.push(...settled.edits);
        notes.push(...settled.notes);
        break;
      }
      case 'dropTests':
        edits.push(...dropEdits(edit.of, base, calendar, year));
        break;
      case 'dropTargets':
        edits.push(...dropTargets(base));
        break;
      case 'saidLine':
        after.push((done) => [lineEdit(edit, done, base, model)]);
        break;
      case 'saidRowTest': {
        const settled = rowTestEdits(edit.measure, edit.test, model);
        edits.push(...settled.edits);
        notes.push(...settled.notes);
        break;
      }
      case 'saidLengthTest': {
        const settled = lengthTestEdits(edit, said, base, model);
        edits.push(...settled.edits);
        notes.push(...settled.notes);
        break;
      }
      case 'point':
        edits.push(...pointEdits(edit, situation, base));
        break;
      case 'same':
        edits.push(...sameEdits(edit.kind, situation, base));
        break;
      case 'distribution':
        edits.push(...distributionEdits(edit.measure, edit.width, model));
        break;
      case 'rangeWidth': {
        const ranges = base.by.find((one) => one.kind === 'bins');
        if (ranges?.kind !== 'bins')
          throw new OutOfPlace('The answer before is not in ranges; name the measure to cut into steps.');
        // “ranges of 2 hours” of what is kept in minutes are 120 wide
        const { value, note } = settledAmount(edit.width, calculationOf(ranges.measure), model);
        edits.push({ do: 'breakdown', by: [{ ...ranges, width: value }], how: 'replace', instead: ranges });
        if (note !== undefined) notes.push(note);
        break;
      }
      case 'within':
        after.push((done) => withinEdits(edit.key, done, base, asFollowUp, edit.shares === true));
        break;
      case 'allOf':
        edits.push(...allOf(edit.level, base, model));
        break;
      case 'rerank':
        if (edit.by !== undefined && !asFollowUp && !said.some((one) => one.do === 'saidRank'))
          throw new CannotSettle(
            'Two things are named to rank or to show by; name one, or say “and” between measures that should both be shown.',
            true,
          );
        edits.push(edit);
        break;
      case 'turnRank':
        refuseUnfitting(situation, base);
        edits.push(turnedRank(ofGrowth(edit.sense, situation, base), base, model));
        break;
      case 'byDate':
        after.push((done) => [dateOrder(edit.direction, done, base)]);
        break;
      case 'sortBest':
        after.push((done) =>
          sortEdits(edit.sense, edit.by ?? sortedByQuality(done, situation, base, asFollowUp), done, base, model),
        );
        break;
      case 'breakdown':
        // “which days”, after a count of days: those that were counted
        if (asFollowUp && asksForTheCounted(edit, said, base)) edits.push(...whichAreThese(base, undefined, model));
        else edits.push(edit);
        break;
      case 'whichAreThese':
        edits.push(...whichAreThese(base, edit.level, model));
        break;
      case 'columns':
        after.push(() =>
          columnEdits(
            edit.columns,
            base,
            said.some((one) => one.do === 'rows' && one.how === 'list'),
          ),
        );
        break;
      case 'change': {
        const ends = twoEnds(said, base, asFollowUp);
        if (ends === null) after.push((done) => changeEdits(done, base, asFollowUp));
        break;
      }
      case 'insteadOfIt':
        if (!said.some((one) => one.do === 'saidTransform' || one.do === 'transform' || one.do === 'view'))
          throw new OutOfPlace(
            'It is not clear what this is to take the place of; name both, for example “swap route for vessel”.',
          );
        break;
      case 'saidAhead':
        if (edit !== said.find((one) => one.do === 'saidAhead')) break;
        last.push((done, when) => {
          const past = asFollowUp && isOfThePast(said, base, calendar);
          if (past) notes.push('A forecast carries on all the data; the period before is left.');
          return [
            ...(past ? [{ do: 'period' as const, period: null }] : []),
            ...forecastEdits(said, done, past ? null : when, asFollowUp ? base : EMPTY_READING, calendar),
          ];
        });
        break;
      case 'contrastThese':
        edits.push(...contrastEdits(edit, situation, base));
        break;
      case 'theirs':
        after.push(() => theirEdits(edit, said, situation, base));
        break;
      case 'reference':
        after.push(() => referenceEdits(edit, said, situation, base));
        break;
      case 'remark':
        notes.push(edit.text);
        break;
      case 'overTime':
        if (edit.keeps && asFollowUp && base.by.some((one) => one.kind === 'time')) break;
        // “trend, quarterly” says which
        if (
          said.some(
            (one) => (one.do === 'breakdown' || one.do === 'forEach') && one.by.some((by) => by.kind === 'time'),
          )
        )
          break;
        after.push((_done, when) => [overTime(said, when, calendar, model, base)]);
        break;
      case 'kindOfLevel':
        after.push((done, when) => [
          edit.kind === 'time'
            ? overTime(said, when, calendar, model, base)
            : { do: 'breakdown', how: 'join', by: [levelOfKind(edit.kind, base, done, situation)] },
        ]);
        break;
      case 'saidRank':
        if (
          edit.rank.of !== null &&
          edit.rank.by === null &&
          said.some(
            (one) =>
              one.do === 'kindOfLevel' &&
              one.kind === 'person' &&
              edit.rank.of?.kind === 'level' &&
              model.levels.get(edit.rank.of.level)?.level.kind !== 'person',
          )
        )
          throw new CannotSettle(
            'Both people and something else are asked for; name the level to rank, and by what.',
            true,
          );
        if (edit.rank.by === null && edit.on === undefined && said.some((one) => one.do === 'change'))
          throw new CannotSettle(
            'A change is up or down; say which is meant, for example “which grew most” or “which fell most”.',
            true,
          );
        notes.push(...chosenOnce(edit, said));
        if (edit.on === undefined)
          after.push((done) =>
            rankEdits(
              ofOne(byQuality(edit, done, situation, base, asFollowUp), said),
              done,
              base,
              model,
              asFollowUp,
              situation.points,
            ),
          );
        else last.push((done) => comparedRankEdits(edit, done, base, model, asFollowUp));
        break;
      case 'saidChangeRank':
        if (edit.beside && !hasDifference(base) && !said.some((one) => one.do === 'compare'))
          throw new CannotSettle(
            'Nothing stands beside what is shown, so nothing is ahead or behind; compare it with the plan or with an earlier period first.',
          );
        if (edit.calculation !== null)
          edits.push({ do: 'show', how: 'replace', shown: [shownPlainly(edit.calculation)] });
        last.push((done) =>
          comparedRankEdits(
            changeRank(
              edit.ofKind === undefined
                ? edit
                : { ...edit, of: levelOfKind(edit.ofKind, base, done, situation, edit.calculation) },
            ),
            done,
            base,
            model,
            asFollowUp,
          ),
        );
        break;
      case 'saidChangeOrder':
        last.push((done) => changeOrderEdits(edit, done, base, model, asFollowUp));
        break;
      case 'kindRank':
        refuseCounted(situation.quality, edit.by, model);
        after.push((done, when) => kindRankEdits(edit, done, when, situation, base, asFollowUp));
        break;
      default:
        edits.push(edit);
    }
  }
  const period = edits.find((edit) => edit.do === 'period');
  const when = period?.do === 'period' ? period.period : (base.when?.period ?? null);
  for (const settleLater of [...after, ...last]) edits.push(...settleLater(edits, when));
  if (needsTimeLine(edits, asFollowUp ? base : EMPTY_READING)) edits.push(overTime(said, when, calendar, model, base));
  edits.push(...sortedBy(edits, base, asFollowUp));
  if (
    asFollowUp &&
    base.against?.kind === 'plan' &&
    countsMembers(edits) &&
    !edits.some((edit) => edit.do === 'compare')
  )
    edits.push({ do: 'compare', against: null });
  const role = edits.find((edit) => edit.do === 'dateRole');
  if (role?.do === 'dateRole' && !governs(edits, asFollowUp ? base : EMPTY_READING))
    throw new CannotSettle(
      `${model.dates.get(role.role)?.name ?? role.role} is named, but no period and no time line for it to be of; say for example “last year” or “by month”.`,
    );
  return { edits: merged(edits), notes };
}

/** Are members or periods counted from now on, which have no plan? */
function countsMembers(edits: readonly Edit[]): boolean {
  const shown = edits.flatMap((edit) => (edit.do === 'show' && edit.how === 'replace' ? edit.shown : []));
  return (
    shown.length > 0 &&
    shown.every(({ calculation }) => calculation.kind === 'members' || calculation.kind === 'periods')
  );
}

/** Is what happened divided by what was planned, which is no longer beside it? */
function isOfItsPlan(calculation: Calculation, model: Model): boolean {
  return (
    isQuotient(calculation) &&
    isMeasure(calculation.left) &&
    isMeasure(calculation.right) &&
    model.measures.get(calculation.left.measure)?.plan === calculation.right.measure
  );
}

/** Is there a period or a time line that a date role can be of? */
function governs(edits: readonly Edit[], base: Reading): boolean {
  const timed = (by: Reading['by']) => by.some((one) => one.kind === 'time' || one.kind === 'cycle');
  return (
    base.when !== null ||
    timed(base.by) ||
    edits.some((edit) => edit.do === 'period' || (edit.do === 'breakdown' && timed(edit.by)))
  );
}

/** Is all that is shown a function of the single records that a measure counts? */
function isOfSingleRecords(records: string, said: readonly SaidEdit[], model: Model): boolean {
  const [fact] = factsOf(model, { kind: 'measure', measure: records });
  const shown = said.flatMap((edit) => (edit.do === 'show' ? edit.shown.map((one) => one.calculation) : []));
  return (
    shown.length > 0 &&
    shown.every(
      (one) =>
        (one.kind === 'rows' ||
          one.kind === 'percentile' ||
          (one.kind === 'measure' &&
            ['average', 'median', 'minimum', 'maximum'].includes(measureOf(model, one.measure).kind))) &&
        factsOf(model, one)[0] === fact,
    )
  );
}

function yearOf(period: Period, calendar: Calendar): number | null {
  const { from, to } = wholeRange(period, calendar);
  const day = to ?? from;
  return day === undefined ? null : dayParts(day).year;
}
