/**
 * Alerts in words: "tell me when cancellation rate of any route is over 3 % in a week". What is asked for when is found by its phrases;
 * the figure, the level and the numbers with their units are read by the language like those of any question, so that all of its
 * ways of saying them hold, and whatever it does not know makes the whole unclear.
 */
import { read, type Note, type ReadContext } from '../language/read';
import { namingOf } from '../language/naming';
import { calculationWords, isInPercent } from '../reading/words';
import type { Reading } from '../reading/schema';
import { GRAINS, type Grain } from '../time/grain';
import { scheduleIn } from '../schedule/schedule-words';
import { alertFault, alertReading, asideOf, isOfLoads, type AlertLook, type AlertWhen } from './alert';
import { ALERT_LEAD, withoutEnd } from './lead';

export interface SaidAlert {
  readonly reading: Reading;
  readonly when: AlertWhen;
  readonly look: AlertLook;
  /** Names of people besides whoever says it. */
  readonly who: readonly string[];
  /** What was taken for granted. */
  readonly notes: readonly string[];
}

export type AlertRead =
  { readonly ok: true; readonly alert: SaidAlert } | { readonly ok: false; readonly reason: string };

const GRAIN = '(day|week|month|quarter|year)';
const DATA_LOOK =
  /[,;]?\s*(?:looked at |checked? )?(?:when(?:ever)?|each time|every time|as soon as)\s+(?:new |fresh )?data (?:arrives?|comes? in|is loaded|are loaded|loads?)$/i;

/** The period that it goes by. */
const PERIODS: readonly RegExp[] = [
  new RegExp(
    `\\b(?:in|over|during|within|for|on)\\s+(?:a|an|any|one|the|a single|each|every)\\s+(?:given |full |whole |last |past |single )*${GRAIN}\\b`,
    'i',
  ),
  new RegExp(`\\b(?:per|a|each|every|any|this|the)\\s+${GRAIN}\\b(?!\\s+(?:before|earlier|ago))`, 'i'),
  new RegExp(`\\bby\\s+(?:the\\s+)?${GRAIN}\\b`, 'i'),
  new RegExp(`\\b${GRAIN}[- ](?:on|over|by)[- ]\\1\\b`, 'i'),
];
const ADVERBS: Readonly<Record<string, Grain>> = {
  daily: 'day',
  weekly: 'week',
  monthly: 'month',
  quarterly: 'quarter',
  yearly: 'year',
  annual: 'year',
  annually: 'year',
};

/** For each of whom. */
const EACH =
  '(?:any(?: single| one| of (?:the|our))?|each(?: of (?:the|our))?|every|some|one of (?:the|our)|a single|an?)';

/** Words that follow a number and are no unit of it. */
const NO_UNIT =
  'in|on|of|for|at|by|from|a|an|per|any|each|every|within|over|under|this|and|to|or|vs|versus|with|than|compared|against|late|old|more|beside|during|when|if|day|days|week|weeks|month|months|quarter|quarters|year|years|daily|weekly|monthly';
const NUMBER = `[€$£]?\\s*-?\\d[\\d.,]*(?:\\s*%|\\s*(?:k|m|bn|percent|per cent|points?|pp|thousand|million|billion)\\b(?:\\s+(?!(?:${NO_UNIT})\\b)[a-z]+\\b)?|\\s+(?!(?:${NO_UNIT})\\b)[a-z]+\\b)?`;
const VERB =
  '(?:(?:is|are|was|were|goes|go|gets?|falls?|drops?|rises?|climbs?|comes?|stays?|runs?|sinks?|jumps?|has been|have been|would be|reads)\\s+(?:back\\s+)?(?:up\\s+|down\\s+)?(?:to\\s+)?)?';
const OVER = '(?:over|above|more than|greater than|higher than|beyond|past|in excess of|north of)';
const UNDER = '(?:under|below|beneath|less than|lower than|fewer than|smaller than|south of)';

interface Phrase {
  readonly form: RegExp;
  /** What stands for the phrase in a question that the language reads for the numbers: `weeks with <subject> <this>`. */
  readonly meaning: (found: RegExpExecArray) => Meaning;
}
type Meaning =
  | {
      readonly kind: 'number';
      readonly asked: string;
      readonly joint: 'with' | 'in which';
      readonly either?: true;
      /** The period before, where it is named. */
      readonly unit?: Grain | null;
      /** A change in points of a rate. */
      readonly points?: Extract<AlertWhen, { kind: 'change' }>;
    }
  | { readonly kind: 'said'; readonly when: AlertWhen }
  | {
      readonly kind: 'forecast';
      readonly asked: string;
      readonly side: 'over' | 'under';
      readonly within: number | null;
      /** The period that is counted. */
      readonly unit: Grain | null;
    };

const group = (found: RegExpExecArray, name: string): string => found.groups?.[name] ?? '';
const fraction = (text: string | undefined): number => (text === undefined ? 0 : Number(text.replace(',', '.')) / 100);

/** A unit of the calendar among some words. */
const unitIn = (words: string): Grain | null => GRAINS.find((grain) => words.toLowerCase().includes(grain)) ?? null;

/** “2 points” of a rate is a fiftieth. */
function pointsIn(
  number: string,
  rest: Omit<Extract<AlertWhen, { kind: 'change' }>, 'by'>,
): { points?: Extract<AlertWhen, { kind: 'change' }> } {
  const found = /^(\d+(?:[.,]\d+)?)\s*(?:percentage )?(?:points?|pp)$/i.exec(number.trim());
  return found === null ? {} : { points: { ...rest, by: fraction(found[1]) } };
}

/** In this order: the first that is found holds. */
const PHRASES: readonly Phrase[] = [
  {
    form: /(?:(?:the |any |a |one |some )*(?:data|load|loads|rows|tables?)(?: of| behind| for)? ?(?:is|are|has|have)?\s*(?:at fault|faulty|broken|wrong)|(?:the |any |a )*(?:data|load|loads|rows|tables?)?\s*(?:breaks?|broke|fails?|violates?)\s+(?:a|any|one|some|their|its|the|of the)\s*(?:of )?(?:their |its |the )?rules?|(?:a|any|one|some) (?:column )?rules? (?:of the data )?(?:is|are|gets?) (?:broken|violated))/i,
    meaning: () => ({ kind: 'said', when: { kind: 'fault' } }),
  },
  {
    form: new RegExp(
      `(?:is|are|looks?(?: like it)?|seems?)?\\s*(?:forecast|expected|projected|predicted|likely|set|about|going|on course|will)\\s*(?:is|are)?\\s*(?:going\\s+)?(?:to\\s+)?(?<verb>pass|exceed|reach|cross|top|beat|go over|go above|be over|be above|rise above|rise over|fall below|drop below|fall under|drop under|go under|go below|be under|be below|sink below)\\s+(?<number>${NUMBER})(?:\\s+(?:with)?in\\s+(?:the\\s+)?(?:next|coming)?\\s*(?<within>\\d+|two|three|four|six|twelve)?\\s*(?<unit>${GRAIN})s?)?`,
      'i',
    ),
    meaning: (found) => {
      const side = /below|under/.test(group(found, 'verb')) ? 'under' : 'over';
      const words: Readonly<Record<string, number>> = { two: 2, three: 3, four: 4, six: 6, twelve: 12 };
      const within = found.groups?.['within'];
      return {
        kind: 'forecast',
        side,
        asked: `${side} ${group(found, 'number')}`,
        within:
          within === undefined
            ? found.groups?.['unit'] === undefined
              ? null
              : 1
            : (words[within.toLowerCase()] ?? Number(within)),
        unit: unitIn(group(found, 'unit')),
      };
    },
  },
  {
    form: /(?:(?:the |new )*(?:data|figures|numbers|records|load) (?:is|are|comes?|gets?|runs?)?\s*(?:too )?(?:(?:late|missing|overdue|stale|out of date|old)(?: by)?(?: more than| over)?(?: (?<days>\d+|a|one|two|three) days?)?|(?:more than|over)? ?(?<days3>\d+|a|one|two|three) days? (?:late|overdue|old|behind))|(?:there (?:is|are) )?no (?:new |fresh )?(?:data|figures|records)(?: (?:has |have )?(?:come in|comes in|came in|arrives?|arrived))?(?: for| in)?(?: more than| over)?(?: (?<days2>\d+|a|one|two|three) days?)?)/i,
    meaning: (found) => {
      const words: Readonly<Record<string, number>> = { a: 1, one: 1, two: 2, three: 3 };
      const days = (found.groups?.['days'] ?? found.groups?.['days2'] ?? found.groups?.['days3'] ?? '1').toLowerCase();
      return { kind: 'said', when: { kind: 'late', days: words[days] ?? Number(days) } };
    },
  },
  {
    form: /(?:falls?|lies|lie|is|are|goes|go|gets?|moves?|looks?|strays?)?\s*(?:far )?(?:outside|out of|beyond)(?: of)?\s+(?:the|its|their|what is|what['’]s)?\s*(?:usual|normal|expected|ordinary|to be expected)(?:\s+(?:range|band|bounds|run))?/i,
    meaning: () => ({ kind: 'said', when: { kind: 'unusual', side: 'either' } }),
  },
  {
    form: /(?:is|are|looks?|goes|gets?|seems?)?\s*(?:(?:unusually|abnormally|strangely|unexpectedly)\s+(?<side>high|low)|unusual|abnormal|not normal|not as expected|out of the ordinary|odd|strange)/i,
    meaning: (found) => ({
      kind: 'said',
      when: {
        kind: 'unusual',
        side: group(found, 'side').toLowerCase() === 'high' ? 'high' : group(found, 'side') === '' ? 'either' : 'low',
      },
    }),
  },
  {
    form: /(?:(?:miss(?:es)?|trails?|falls? short of|(?:is|are|falls?|goes|gets?|drops?|runs?)\s+(?:behind|below|under|short of))\s+(?:the |its |their )?(?:plan|target|budget|goal)|(?:does not|doesn['’]t|do not|don['’]t) (?:make|meet|reach|hit) (?:the |its |their )?(?:plan|target|budget|goal))(?:\s+by(?: more than| over)?\s+(?<by>\d+(?:[.,]\d+)?)\s*(?:%|percent|per cent))?/i,
    meaning: (found) => ({ kind: 'said', when: { kind: 'plan', side: 'below', by: fraction(found.groups?.['by']) } }),
  },
  {
    form: /(?:(?:beats?|exceeds?|passes)\s+(?:the |its |their )?(?:plan|target|budget|goal)|(?:is|are|goes|gets?|runs?)\s+(?:ahead of|above|over)\s+(?:the |its |their )?(?:plan|target|budget|goal))(?:\s+by(?: more than| over)?\s+(?<by>\d+(?:[.,]\d+)?)\s*(?:%|percent|per cent))?/i,
    meaning: (found) => ({ kind: 'said', when: { kind: 'plan', side: 'above', by: fraction(found.groups?.['by']) } }),
  },
  {
    form: new RegExp(
      `(?<verb>rises?|rose|increases?|climbs?|grows?|jumps?|goes up|go up|is up|are up|falls?|fell|drops?|decreases?|goes down|go down|is down|are down|declines?|shrinks?|slips?|dips?|sinks?|changes?|moves?|swings?|shifts?)\\s+(?:by\\s+)?(?<least>more than|over|at least)?\\s*(?<number>${NUMBER})(?:\\s+(?:or more))?(?:\\s+(?:from|on|against|vs\\.?|versus|beside|compared (?:to|with)|over)\\s+(?<basis>the ${GRAIN} before|the previous ${GRAIN}|last ${GRAIN}|the year before|last year|a year (?:ago|earlier|before)|year on year))?`,
      'i',
    ),
    meaning: (found) => {
      const verb = group(found, 'verb').toLowerCase();
      const down = /fall|fell|drop|decrease|down|decline|shrink|slip|dip|sink/.test(verb);
      const either = /change|move|swing|shift/.test(verb);
      const least = /at least/i.test(group(found, 'least')) || /or more/i.test(found[0]) ? 'at least' : 'more than';
      const year = /year before|last year|a year|year on year/i.test(group(found, 'basis'))
        ? ' on the year before'
        : '';
      return {
        kind: 'number',
        joint: 'in which',
        asked: `${down ? 'fell' : 'rose'} by ${least} ${group(found, 'number')}${year}`,
        ...(either ? { either: true as const } : {}),
        unit: year === '' ? unitIn(group(found, 'basis')) : null,
        ...pointsIn(group(found, 'number'), {
          kind: 'change',
          direction: either ? 'either' : down ? 'down' : 'up',
          as: 'difference',
          basis: year === '' ? 'previous' : 'year',
          strict: least === 'more than',
        }),
      };
    },
  },
  {
    form: new RegExp(`${VERB}between\\s+(?<first>${NUMBER})\\s+and\\s+(?<second>${NUMBER})`, 'i'),
    meaning: (found) => ({
      kind: 'number',
      joint: 'with',
      asked: `between ${group(found, 'first')} and ${group(found, 'second')}`,
    }),
  },
  {
    form: new RegExp(`${VERB}(?:${OVER}|exceeds?|passes|tops|surpasses)\\s+(?<number>${NUMBER})`, 'i'),
    meaning: (found) => ({ kind: 'number', joint: 'with', asked: `over ${group(found, 'number')}` }),
  },
  {
    form: new RegExp(`${VERB}${UNDER}\\s+(?<number>${NUMBER})`, 'i'),
    meaning: (found) => ({ kind: 'number', joint: 'with', asked: `under ${group(found, 'number')}` }),
  },
  {
    form: new RegExp(
      `${VERB}(?:at least|no less than|reach(?:es)?|hits?)\\s+(?<number>${NUMBER})(?:\\s+or more)?`,
      'i',
    ),
    meaning: (found) => ({ kind: 'number', joint: 'with', asked: `at least ${group(found, 'number')}` }),
  },
  {
    form: new RegExp(`${VERB}(?:at most|no more than)\\s+(?<number>${NUMBER})`, 'i'),
    meaning: (found) => ({ kind: 'number', joint: 'with', asked: `at most ${group(found, 'number')}` }),
  },
];

const NEW_MEMBER =
  /^(?:(?:there is|there['’]s|there are|we (?:get|have|see)|i (?:get|see)|you see)\s+)?(?:an?\s+)?new\s+(?<level>.+?)(?:\s+(?:appears?|shows? up|turns? up|comes? in|is added|are added|is there|comes? up|joins?))?$/i;

const USUAL_GRAIN: Grain = 'week';
const USUAL_AHEAD = 3;
/** What is not the case is no alert: “is not over” is not “is over”. */
const NEGATED = /\b(?:not|never|neither|nor|no longer|without)\b|n['’]t\b/i;

/**
 * @param context the model's names and calendar; `before` is the reading in force, for "this" and for alerts from an answer
 * @param now the first day of a schedule; @param zone the reader's
 */
export function readAlert(text: string, context: ReadContext, now: Date, zone: string): AlertRead {
  const lead = ALERT_LEAD.exec(withoutEnd(text))?.groups;
  if (lead === undefined)
    return {
      ok: false,
      reason:
        'Say when it is to be told, for example “tell me when <a figure> of any <level> is over <a number> in a week”.',
    };
  const who = peopleIn(lead['who'] ?? lead['who2'] ?? lead['who3'] ?? lead['who4'] ?? 'me');
  const scheduled = withoutSchedule(lead['rest'] ?? '', now, zone);
  const found = PHRASES.flatMap(({ form, meaning }) => {
    const match = form.exec(scheduled.rest);
    return match === null ? [] : [{ match, meaning: meaning(match) }];
  })[0];
  const made =
    found === undefined
      ? newMember(scheduled.rest, context)
      : alertOf(scheduled.rest, found.match, found.meaning, context);
  if (!made.ok) return made;
  const { reading, when, notes } = made;
  const fault = alertFault(reading, when);
  if (fault !== null) return { ok: false, reason: fault };
  return { ok: true, alert: { reading, when, who, look: scheduled.look, notes: [...notes, ...scheduled.notes] } };
}

type Made =
  | { readonly ok: true; readonly reading: Reading; readonly when: AlertWhen; readonly notes: readonly string[] }
  | { readonly ok: false; readonly reason: string };

function alertOf(text: string, match: RegExpExecArray, meaning: Meaning, context: ReadContext): Made {
  const before = text.slice(0, match.index).trim();
  const after = text.slice(match.index + match[0].length).trim();
  if (NEGATED.test(`${before} ${after}`))
    return {
      ok: false,
      reason: 'Say what is to be the case, for example “is under …” in the place of “is not over …”.',
    };
  const subject = subjectOf(before, after);
  // “any route is below 100 passengers”: the unit names the figure
  const unit = meaning.kind !== 'said' && subject.figure === '' ? / ([a-z]+)$/i.exec(meaning.asked) : null;
  const late = meaning.kind === 'said' && isOfLoads(meaning.when);
  const counted = meaning.kind === 'said' ? null : (meaning.unit ?? null);
  const grain = late ? 'day' : (subject.grain ?? counted ?? USUAL_GRAIN);
  if (counted !== null && counted !== grain)
    return {
      ok: false,
      reason: `It goes by the ${grain}, and the ${counted} that is named is of another length. Name one of the two.`,
    };
  const assumed = [
    ...(subject.grain === null && counted === null && !late
      ? [`No period was said, so it goes by the ${USUAL_GRAIN}.`]
      : []),
    ...(meaning.kind === 'forecast' && meaning.within === null
      ? [`How far ahead was not said, so it looks ${USUAL_AHEAD} ${grain}s ahead.`]
      : []),
  ];
  const figure = unit?.[1] ?? (subject.figure === '' && late ? 'records' : subject.figure);
  const each = subject.each === null ? '' : ` by ${subject.each}`;
  if (figure === '') return { ok: false, reason: 'Say which figure it is about.' };
  const question = `${figure}${each} by ${grain}`;
  const shown =
    subject.each === null && /^(?:it|this|that|these|those|they|them)$/i.test(figure) ? context.before : null;
  const line =
    shown === null ? asked(question, { ...context, before: null }) : { reading: shown, notes: asideOf(shown) };
  if (line === null) return unclear(question, context);
  // of what is shown it is told what the alert does not look at; what was said is not passed over
  const [aside] = shown === null ? asideOf(line.reading) : [];
  if (aside !== undefined) return { ok: false, reason: aside };
  const reading = alertReading(late ? figureOfRecords(line.reading) : line.reading, grain);
  if (meaning.kind === 'said') return { ok: true, reading, when: meaning.when, notes: [...line.notes, ...assumed] };
  if (meaning.kind === 'number' && meaning.points !== undefined && isInPercent(context.names.model, reading.shown[0]))
    return { ok: true, reading, when: meaning.points, notes: [...line.notes, ...assumed] };
  const measured = reading.shown[0]?.calculation;
  const name = measured === undefined ? figure : calculationWords(namingOf(context.names), measured);
  const unbroken = `${grain}s ${meaning.kind === 'number' ? meaning.joint : 'with'} ${name} ${unit === null ? meaning.asked : meaning.asked.slice(0, unit.index)}`;
  const tested = asked(unbroken, { ...context, before: null });
  const test = tested?.reading.where.find((one) => one.kind === 'measure' && one.at.kind === 'time');
  if (test?.kind !== 'measure') return unclear(unbroken, context);
  const when = whenOf(test, meaning);
  return when === null ? unclear(unbroken, context) : { ok: true, reading, when, notes: [...line.notes, ...assumed] };
}

/** Of a listing of records, the figure that stands with them: whether there are any is told from it. */
const figureOfRecords = (reading: Reading): Reading => ({ ...reading, rows: null });

type Tested = Extract<Reading['where'][number], { kind: 'measure' }>;

function whenOf({ test, value, upper, change }: Tested, meaning: Exclude<Meaning, { kind: 'said' }>): AlertWhen | null {
  if (value === undefined) return null;
  if (meaning.kind === 'forecast')
    return { kind: 'forecast', side: meaning.side, value, within: meaning.within ?? USUAL_AHEAD };
  if (change !== undefined)
    return {
      kind: 'change',
      direction:
        meaning.either === true ? 'either' : value < 0 || test === 'under' || test === 'atMost' ? 'down' : 'up',
      by: Math.abs(value),
      as: change.as,
      basis: change.basis,
      strict: test === 'over' || test === 'under',
    };
  if (test !== 'over' && test !== 'under' && test !== 'atLeast' && test !== 'atMost' && test !== 'between') return null;
  return { kind: 'value', test, value, ...(upper === undefined ? {} : { upper }) };
}

function newMember(text: string, context: ReadContext): Made {
  const level = NEW_MEMBER.exec(text)?.groups?.['level'];
  if (level === undefined)
    return {
      ok: false,
      reason: `When “${text}” is to be told is not understood. Say “is over …”, “falls by more than …”, “is outside the usual”, “misses plan” or “there is a new …”.`,
    };
  const line = asked(`records by ${level} by day`, { ...context, before: null });
  if (line === null) return unclear(`records by ${level}`, context);
  return {
    ok: true,
    reading: alertReading(figureOfRecords(line.reading), 'day'),
    when: { kind: 'new' },
    notes: line.notes,
  };
}

/** The figure, the level and the period of what stands around the phrase; all else stays with the figure, for the language to read. */
function subjectOf(before: string, after: string): { figure: string; each: string | null; grain: Grain | null } {
  let grain: Grain | null = null;
  const without = (text: string): string => {
    for (const form of PERIODS) {
      const found = form.exec(text);
      const unit = found?.[1]?.toLowerCase() as Grain | undefined;
      if (found !== null && unit !== undefined && GRAINS.includes(unit)) {
        grain = unit;
        return `${text.slice(0, found.index)} ${text.slice(found.index + found[0].length)}`.replace(/\s+/g, ' ').trim();
      }
    }
    return text;
  };
  const rest = without(after);
  let head = grain === null ? without(before) : before;
  if (grain === null) {
    const adverb = /\b(daily|weekly|monthly|quarterly|yearly|annual(?:ly)?)\b/i.exec(head);
    if (adverb !== null) {
      grain = ADVERBS[adverb[1]?.toLowerCase() ?? ''] ?? null;
      head = `${head.slice(0, adverb.index)} ${head.slice(adverb.index + adverb[0].length)}`
        .replace(/\s+/g, ' ')
        .trim();
    }
  }
  const bare = new RegExp(`^${EACH}\\s+(.+)$`, 'i').exec(head);
  const owner = new RegExp(`^${EACH}\\s+(.+?)(?:['’]s?)\\s+(.+)$`, 'i').exec(head);
  const having = new RegExp(
    `^${EACH}\\s+(.+?)\\s+(?:has|have|gets?|sees?|shows?|with|makes?)(?:\\s+an?)?\\s+(.+)$`,
    'i',
  ).exec(head);
  const tail = new RegExp(`^(.+?)\\s+(?:of|for|on|at|in|from|by)\\s+${EACH}\\s+(.+)$`, 'i').exec(head);
  const restTail = new RegExp(`^(.*?)\\s*(?:of|for|on|at|in|from|by)\\s+${EACH}\\s+(.+)$`, 'i').exec(rest);
  const [figure, each, trailing] =
    owner !== null
      ? [owner[2] ?? '', owner[1] ?? null, rest]
      : having !== null
        ? [having[2] ?? '', having[1] ?? null, rest]
        : tail !== null
          ? [tail[1] ?? '', tail[2] ?? null, rest]
          : restTail !== null
            ? [head, restTail[2] ?? null, restTail[1] ?? '']
            : bare !== null && /^(?:any|each|every|one of|some)/i.test(head)
              ? ['', bare[1] ?? null, rest]
              : [head, null, rest];
  return {
    figure: `${figure.replace(/^(?:the|our)\s+/i, '')} ${trailing}`
      .replace(/^[,;\s]+|[,;\s]+$/g, '')
      .replace(/\s+/g, ' '),
    each,
    grain,
  };
}

function peopleIn(text: string): string[] {
  return text
    .split(/\s*,\s*|\s+and\s+|\s*&\s*/)
    .map((name) => name.trim())
    .filter((name) => name !== '' && !/^(?:me|us|myself)$/i.test(name));
}

/** Words at the end that say when it is looked at. */
function withoutSchedule(text: string, now: Date, zone: string): { rest: string; look: AlertLook; notes: string[] } {
  const data = DATA_LOOK.exec(text);
  if (data !== null) return { rest: text.slice(0, data.index), look: 'data', notes: [] };
  const words = text.split(' ');
  for (let from = 1; from < words.length; from += 1) {
    const tail = words
      .slice(from)
      .join(' ')
      .replace(/^[,;]?\s*(?:(?:and\s+)?(?:look|check(?:ed)?|looked at)\s+(?:at it\s+|it\s+)?)?/i, '');
    // "a week", "every day" say which periods are looked at; a schedule names a day or a time
    if (
      !/\d|noon|midnight|morning|evening|day/i.test(tail) ||
      /^(?:every|each|per|a)\s+(?:day|week|month|quarter|year)$/i.test(tail)
    )
      continue;
    const found = scheduleIn(tail, now, zone);
    if (found !== null)
      return {
        rest: words.slice(0, from).join(' ').replace(/[,;]$/, ''),
        look: found.schedule,
        notes: found.assumed ? [`No time was said, so it is looked at ${found.schedule.start.slice(11)}.`] : [],
      };
  }
  return { rest: text, look: 'data', notes: [] };
}

/** A question that the language understands whole; null where anything of it is open. */
function asked(question: string, context: ReadContext): { readonly reading: Reading; readonly notes: string[] } | null {
  const result = read(question, context);
  if (result.outcome !== 'answered' || result.reading === null) return null;
  return {
    reading: result.reading,
    notes: result.notes.filter(({ kind }) => TOLD.includes(kind)).map(({ text }) => text),
  };
}
const TOLD: readonly Note['kind'][] = ['assumed'];

function unclear(question: string, context: ReadContext): { readonly ok: false; readonly reason: string } {
  const { notes } = read(question, { ...context, before: null });
  const said = notes.find(({ kind }) => kind === 'unclear')?.text;
  return {
    ok: false,
    reason:
      said === undefined
        ? `“${question}” is not understood as the figure of an alert.`
        : `${said} (It was read as “${question}”.)`,
  };
}
