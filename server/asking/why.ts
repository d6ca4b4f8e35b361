/** "why?": what is shown beside what it was before, broken down by the level whose members differ most in how they changed. */
import { cancelsOut, whatMoved, type LevelMoves } from '@zud/core/analysis/what-moved';
import { impossibility } from '@zud/core/language/impossibility';
import type { Note } from '@zud/core/language/read';
import { addsUp } from '@zud/core/model/additivity';
import { formatSize, formatValue } from '@zud/core/format/format';
import type { AnswerColumn } from '@zud/core/query/plan';
import { byLevel, hasDifference, type Reading } from '@zud/core/reading/schema';
import { sentenceOf } from '@zud/core/reading/sentence';
import { calculationWords, levelPluralWords, levelWords, listWords } from '@zud/core/reading/words';
import { endOf } from '@zud/core/time/grain';
import type { Answered } from './answering';
import type { Answer, Analysed } from './analysed';
import type { ReadyModel } from './ready-model';
import { passedOver, Unanswerable } from './unanswerable';

/** Levels with more members than this are left out: none of so many explains anything. */
const MOST_MEMBERS = 1000;
/** Other levels that are offered. */
const MOST_OFFERED = 3;

/**
 * @param reading what is asked about
 * @throws Unanswerable where nothing changed, or what changed cannot be told from its parts
 */
export async function whyChanged(reading: Reading, ready: ReadyModel, answer: Answer): Promise<Analysed> {
  const { model, naming, names, calendar } = ready;
  const [first] = reading.shown;
  if (first === undefined || reading.rows !== null)
    throw new Unanswerable('Ask why of a figure: records do not change.');
  const name = calculationWords(naming, first.calculation);
  if (!addsUp(first.calculation, model))
    throw new Unanswerable(
      `Why ${name} changed cannot be told from its parts, as they do not add up to it. Ask why of what it is made of, or break it down and compare.`,
    );
  if (reading.against?.kind === 'members')
    throw new Unanswerable('Two things stand side by side here; “by …” shows where they differ.');
  const { compared, notes } = await comparedReading(
    { ...reading, shown: [{ calculation: first.calculation, transform: null }] },
    ready,
    answer,
  );
  const moves: LevelMoves[] = [];
  let whole: { value: number; other: number } | null = null;
  let column: AnswerColumn | undefined;
  for (const { level } of model.levels.values()) {
    const broken: Reading = { ...compared, by: [byLevel(level.id)] };
    if (names.membersOf(level.id).length > MOST_MEMBERS || impossibility(broken, names) !== null) continue;
    const answered = await answer(broken).catch(passedOver);
    const members = membersOf(answered);
    column ??= answered?.answer.columns.find((one) => one.as === 'value');
    if (members.length < 2) continue;
    whole ??= {
      value: members.reduce((sum, one) => sum + one.value, 0),
      other: members.reduce((sum, one) => sum + one.other, 0),
    };
    moves.push({ level: level.id, members });
  }
  if (whole === null)
    throw new Unanswerable(`There is nothing to break ${name} down by here, or no data to compare it with.`);
  if (whole.value === whole.other)
    throw new Unanswerable(
      `${name.charAt(0).toUpperCase()}${name.slice(1)} did not change, so there is nothing to explain.`,
    );
  const shownAs = (value: number) => (column === undefined ? String(value) : formatValue(value, column));
  const direction = whole.value > whole.other ? 'rise' : 'fall';
  const inAll = `In all, ${name} ${direction === 'rise' ? 'rose' : 'fell'} from ${shownAs(whole.other)} to ${shownAs(whole.value)}.`;
  const by = (level: string): Reading => ({
    ...compared,
    by: [byLevel(level)],
    order: {
      by: { kind: 'measure', calculation: first.calculation, on: 'difference' },
      direction: direction === 'rise' ? 'down' : 'up',
    },
  });
  const offered = (levels: readonly string[]) =>
    levels
      .slice(0, MOST_OFFERED)
      .map((level) => ({ label: sentenceOf(by(level), naming, calendar).text, reading: by(level) }));
  const [best, ...others] = whatMoved(moves);
  if (best === undefined) {
    const [most, ...rest] = [...moves].sort((a, b) => gross(b) - gross(a));
    const level = most?.level ?? '';
    const below = moves.some((one) => one.members.some((member) => member.value < 0 || member.other < 0));
    const none = whole.value === 0 || whole.other === 0;
    const spread =
      below || none
        ? `${below ? 'Some amounts lie below nothing' : 'There was nothing on one side'}, so shares do not tell who made up the ${direction}; the greatest differences come first.`
        : moves.some((one) => cancelsOut(one.members))
          ? `Rises and falls nearly cancel out, so no few members explain the ${direction} that is left.`
          : `No few members of any level make up most of the ${direction}: it is spread over all of them.`;
    return {
      reading: by(level),
      notes: [
        ...notes,
        { kind: 'explained', text: `${inAll} ${spread}`, options: offered(rest.map((one) => one.level)) },
      ],
    };
  }
  const among = `among ${moves.find((one) => one.level === best.level)?.members.length ?? 0} ${levelPluralWords(naming, best.level)}`;
  const text = `${inAll} Of the ${moves.length} levels, ${levelWords(naming, best.level)} tells most: ${listWords(best.members, 'and')} ${best.members.length === 1 ? 'makes' : 'make'} up ${formatSize(best.explained)} of the ${direction} ${among}${best.explained > 1 ? ', as others went the other way' : ''}.`;
  return {
    reading: by(best.level),
    notes: [
      ...notes,
      { kind: 'explained', text, ...(others.length > 0 ? { options: offered(others.map((one) => one.level)) } : {}) },
    ],
  };
}

/** What is asked about as one total beside another: with what it stands beside, the last whole period of a time line beside the one before, or else the year before. */
async function comparedReading(
  reading: Reading,
  { calendar }: ReadyModel,
  answer: Answer,
): Promise<{ compared: Reading; notes: Note[] }> {
  const total: Reading = { ...reading, by: [], ahead: null, rank: null, order: null, view: null };
  if (hasDifference(reading)) return { compared: total, notes: [] };
  const time = reading.by.find((one) => one.kind === 'time');
  if (time?.kind === 'time') {
    const { answer: line } = await answer({ ...reading, by: [time], ahead: null, rank: null, order: null, view: null });
    const at = line.columns.findIndex((column) => column.role === 'time');
    const day = line.rows
      .map((row) => row[at])
      .findLast((cell): cell is string => typeof cell === 'string' && cell !== line.incomplete);
    if (day === undefined) throw new Unanswerable('There is no whole period to look at yet.');
    const role = time.role ?? reading.when?.role;
    const when: Reading['when'] = {
      period: { kind: 'days', from: day, to: endOf(time.grain, day, calendar.weekStart) },
      ...(role === undefined ? {} : { role }),
    };
    return {
      compared: { ...total, when, against: { kind: 'previous' } },
      notes: [{ kind: 'assumed', text: `Looks at the last whole ${time.grain} beside the one before.` }],
    };
  }
  if (reading.when !== null)
    return {
      compared: { ...total, against: { kind: 'year' } },
      notes: [{ kind: 'assumed', text: 'Nothing stood beside it, so it is set beside the year before.' }],
    };
  return {
    compared: { ...total, when: { period: { kind: 'this', grain: 'year' } }, against: { kind: 'year' } },
    notes: [{ kind: 'assumed', text: 'No period was said, so this year is set beside the same days of last year.' }],
  };
}

/** The members of an answer by one level, with what they have and had. */
function membersOf(answered: Answered | null): LevelMoves['members'] {
  if (answered === null || answered.answer.truncated) return [];
  const { columns, rows } = answered.answer;
  const [level, value, other] = [
    columns.findIndex((column) => column.role === 'level'),
    columns.findIndex((column) => column.as === 'value'),
    columns.findIndex((column) => column.as === 'other'),
  ];
  const amount = (cell: unknown) => (typeof cell === 'number' ? cell : 0);
  return rows.map((row) => ({ name: String(row[level]), value: amount(row[value]), other: amount(row[other]) }));
}

/** How far the members of a level moved, up and down. */
const gross = ({ members }: LevelMoves): number =>
  members.reduce((sum, one) => sum + Math.abs(one.value - one.other), 0);
