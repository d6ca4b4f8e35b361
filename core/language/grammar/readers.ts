/** Readers of the categories that are not made of rules: names of the model, numbers, days and calendar words. */
import { byWord } from '../by-word';
import { dayFromParts } from '../../time/day';
import type { Grain } from '../../time/grain';
import { MONTHS, WEEKDAYS } from '../../time/names';
import { pluralOf, type Model } from '../../model/model';
import type { Measure } from '../../model/schema';
import { editDistance } from '../names/distance';
import { measureOfAdjective } from '../names/quality';
import { doersOf } from '../kinds';
import { QUALITIES } from '../settling/lengths';
import { dateVerbs } from '../names/name-index';
import { CURRENCY_OF_WORD } from '../currencies';
import { nameItem, type Question } from '../question';
import { nameWords, plainLetters, singular, type Token } from '../tokens';
import type { Item, Reader } from './rule';

const item = (end: number, value: unknown, cost = 0): Item => ({ end, value, cost, assumptions: [], names: [] });

function names(kinds: readonly string[]): Reader<Question> {
  return (_tokens, start, question) =>
    question
      .namesAt(start)
      .filter((found) => kinds.includes(found.match.named.kind))
      .map((found) => {
        const { named } = found.match;
        return nameItem(found, start, named.kind === 'member' ? { level: named.id, member: named.member } : named.id);
      });
}

export const SMALL: Readonly<Record<string, number>> = byWord({
  zero: 0,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  eleven: 11,
  twelve: 12,
  thirteen: 13,
  fourteen: 14,
  fifteen: 15,
  sixteen: 16,
  seventeen: 17,
  eighteen: 18,
  nineteen: 19,
  twenty: 20,
  thirty: 30,
  forty: 40,
  fifty: 50,
  sixty: 60,
  seventy: 70,
  eighty: 80,
  ninety: 90,
  dozen: 12,
});
const LARGE: Readonly<Record<string, number>> = byWord({ hundred: 100, thousand: 1000, million: 1_000_000 });

/** Numbers in figures or words. @example "two hundred and fifty" → 250 */
const number: Reader<Question> = (tokens, start) => {
  const token = tokens[start];
  if (token?.kind === 'number' && token.value !== undefined && token.unit === undefined) {
    const next = tokens[start + 1];
    const large = next?.kind === 'word' ? LARGE[next.word] : undefined;
    return large === undefined ? [item(start + 1, token.value)] : [item(start + 2, token.value * large)];
  }
  // “per thousand”
  const alone = LARGE[token?.word ?? ''];
  if (alone !== undefined && tokens[start - 1]?.word === 'per') return [item(start + 1, alone)];
  let total = 0;
  let group = 0;
  let at = start;
  for (; at < tokens.length; at += 1) {
    const word = tokens[at]?.word ?? '';
    const small = SMALL[word];
    const large = LARGE[word];
    if (small !== undefined) group += small;
    else if (large !== undefined && at > start) {
      if (large === 100) group *= 100;
      else {
        total += group * large;
        group = 0;
      }
    } else if (
      word === 'and' &&
      at > start &&
      LARGE[tokens[at - 1]?.word ?? ''] !== undefined &&
      SMALL[tokens[at + 1]?.word ?? ''] !== undefined
    )
      continue;
    else break;
  }
  return at > start ? [item(at, total + group)] : [];
};

const year: Reader<Question> = (tokens, start) => {
  const text = tokens[start]?.text ?? '';
  return /^(19|20)\d\d$/.test(text) ? [item(start + 1, Number(text))] : [];
};

const isoDay: Reader<Question> = (tokens, start) => {
  const text = tokens[start]?.text ?? '';
  const parts = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text);
  if (!parts) return [];
  const day = dayFromParts({ year: Number(parts[1]), month: Number(parts[2]), day: Number(parts[3]) });
  return [item(start + 1, day === null ? { kind: 'impossible', text } : { kind: 'days', from: day, to: day })];
};

/** Month and year in figures: 05/2025, 2025-05. */
const monthAndYear: Reader<Question> = (tokens, start) => {
  const parts = /^(?<month>\d{1,2})[/.](?<year>\d{4})$|^(?<isoYear>\d{4})-(?<isoMonth>\d{2})$/.exec(
    tokens[start]?.text ?? '',
  )?.groups;
  const [month, year] = [
    Number(parts?.['month'] ?? parts?.['isoMonth']),
    Number(parts?.['year'] ?? parts?.['isoYear']),
  ];
  return month >= 1 && month <= 12 ? [item(start + 1, { month, year })] : [];
};

const dayOfMonth: Reader<Question> = (tokens, start) => {
  const token = tokens[start];
  return token?.kind === 'number' &&
    token.value !== undefined &&
    token.unit === undefined &&
    Number.isInteger(token.value) &&
    token.value >= 1 &&
    token.value <= 31
    ? [item(start + 1, token.value)]
    : [];
};

/** An hour of the clock: 9:00, 9am, 9 pm, 18h. Parts of an hour are not read. */
const clock: Reader<Question> = (tokens, start) => {
  const token = tokens[start];
  if (token?.kind === 'word' && (token.word === 'noon' || token.word === 'midday' || token.word === 'midnight'))
    return [item(start + 1, { hour: token.word === 'midnight' ? 0 : 12, half: 'none' })];
  const figures = /^(\d{1,2})(?::00|h|(?:\s*)(am|pm))?$/.exec(token?.word ?? '');
  const hour = Number(figures?.[1]);
  if (!figures || hour > 24) return [];
  const half = figures[2] ?? (/^(am|pm)$/.test(tokens[start + 1]?.word ?? '') ? tokens[start + 1]?.word : undefined);
  const end = figures[2] === undefined && half !== undefined ? start + 2 : start + 1;
  if (half !== undefined)
    return hour >= 1 && hour <= 12 ? [item(end, { hour: (hour % 12) + (half === 'pm' ? 12 : 0), half })] : [];
  return [item(end, { hour: hour % 24, ...(token?.word === figures[1] ? {} : { half: 'none' }) })];
};

/** Measures of one kind. */
const measuresOf =
  (kind: Measure['kind']): Reader<Question> =>
  (tokens, start, question) =>
    names(['measure'])(tokens, start, question).filter(
      ({ value }) => question.model.measures.get(String(value))?.kind === kind,
    );

/** An adjective that one measure tells of all: Occupancy, of how “full” we were. */
const adjective: Reader<Question> = (tokens, start, { model }) => {
  const token = tokens[start];
  const measure = token === undefined ? null : measureOfAdjective(token.word, model);
  return token === undefined || measure === null
    ? []
    : [
        {
          end: start + 1,
          value: measure.id,
          cost: 0,
          assumptions: [{ said: token.text, meant: measure.name, by: 'relative' as const }],
          names: [start],
        },
      ];
};

/** A word for what happens on a date of the model ("signed"), with the date it names. */
const dateVerb: Reader<Question> = (tokens, start, question) => {
  const word = tokens[start]?.word ?? '';
  return names(['date'])(tokens, start, question).filter(({ end, value }) => {
    const date = question.model.dates.get(String(value));
    return (
      end === start + 1 &&
      date !== undefined &&
      dateVerbs(date).some((verb) => verb === word || (verb.length >= 5 && editDistance(word, verb, 1) <= 1))
    );
  });
};

/** A word of the calendar, whole or by its first three letters ("sept" too). */
function calendarWord(list: readonly string[]): Reader<Question> {
  const ordinals = new Map(
    list.flatMap(
      (name, index) =>
        [
          [name.toLowerCase(), index + 1],
          [name.slice(0, 3).toLowerCase(), index + 1],
        ] as const,
    ),
  );
  if (list === MONTHS) ordinals.set('sept', 9);
  return (tokens, start) => {
    const token = tokens[start];
    const word = token?.kind === 'word' ? token.word : '';
    const ordinal = ordinals.get(word) ?? (list === WEEKDAYS ? ordinals.get(word.replace(/s$/, '')) : undefined);
    return ordinal === undefined ? [] : [item(start + 1, ordinal)];
  };
}

const UNITS: Readonly<Record<string, Grain>> = byWord({
  day: 'day',
  week: 'week',
  month: 'month',
  quarter: 'quarter',
  year: 'year',
});
const UNIT_ADVERBS: Readonly<Record<string, Grain>> = byWord({
  daily: 'day',
  weekly: 'week',
  monthly: 'month',
  quarterly: 'quarter',
  yearly: 'year',
  annually: 'year',
  annual: 'year',
});

function wordTable<T>(table: Readonly<Record<string, T>>, plural: 'plural' | 'as is'): Reader<Question> {
  return (tokens, start) => {
    const token = tokens[start];
    if (token?.kind !== 'word') return [];
    const value = table[token.word] ?? (plural === 'plural' ? table[token.word.replace(/s$/, '')] : undefined);
    return value === undefined ? [] : [item(start + 1, value)];
  };
}

/** "q3", "h1": the ordinal, with the grain. */
const quarterOrHalf: Reader<Question> = (tokens, start) => {
  const parts = /^([qh])([1-4])$/.exec(tokens[start]?.word ?? '');
  if (!parts || (parts[1] === 'h' && Number(parts[2]) > 2)) return [];
  return [item(start + 1, { grain: parts[1] === 'q' ? 'quarter' : 'half', ordinal: Number(parts[2]) })];
};

/** "fy25", "fy2025". */
const fiscalYear: Reader<Question> = (tokens, start) => {
  const parts = /^fy(\d{2}|\d{4})$/.exec(tokens[start]?.word ?? '');
  if (!parts) return [];
  const figure = Number(parts[1]);
  return [item(start + 1, figure < 100 ? 2000 + figure : figure)];
};

const percentSign: Reader<Question> = (tokens, start) => {
  const token = tokens[start];
  return token?.kind === 'number' && token.unit === 'percent' && token.value !== undefined
    ? [item(start + 1, token.value)]
    : [];
};

const CURRENCIES: Readonly<Record<string, string>> = byWord({ '€': 'EUR', '$': 'USD', '£': 'GBP' });

/** An amount of money: the value, with the code of its currency. */
const money: Reader<Question> = (tokens, start) => {
  const token = tokens[start];
  if (token?.kind !== 'number' || token.unit !== 'currency' || token.value === undefined) return [];
  const large = LARGE[tokens[start + 1]?.word ?? ''];
  return [
    item(start + (large === undefined ? 1 : 2), {
      value: token.value * (large ?? 1),
      unit: CURRENCIES[/[€$£]/.exec(token.text)?.[0] ?? ''] ?? 'EUR',
    }),
  ];
};

const TIME_UNITS: Readonly<Record<string, string>> = byWord({
  second: 's',
  sec: 's',
  s: 's',
  minute: 'min',
  min: 'min',
  mins: 'min',
  hour: 'h',
  hr: 'h',
  hrs: 'h',
  h: 'h',
  day: 'days',
  week: 'weeks',
});

/** A unit after a number: of time, of money, or one in which a measure of the model is kept. */
const magnitude: Reader<Question> = (tokens, start, question) => {
  const token = tokens[start];
  if (token?.kind !== 'word') return [];
  const word = TIME_UNITS[token.word] === undefined ? singular(token.word) : token.word;
  const known = TIME_UNITS[word] ?? CURRENCY_OF_WORD.get(word);
  if (known !== undefined) return [item(start + 1, known)];
  const own = [...question.model.measures.values()].find(
    (measure) => measure.unit !== undefined && singular(plainLetters(measure.unit)) === word,
  );
  const litres = word === 'litre' || word === 'liter' ? 'l' : undefined;
  const unit = own?.unit ?? litres;
  return unit === undefined ? [] : [item(start + 1, unit)];
};

/** What members do with what is measured. These words may be parts of names as well, so they are no words of the grammar. */
export const DOING: ReadonlySet<string> = new Set(
  'spend spent spends pay paid pays buy bought buys book booked books use used uses make made makes take took takes taken order ordered orders get got gets generate generated generates sell sold sells earn earned earns stay stayed stays cost costs need needed needs produce produced produces bring brought brings carry carried carries work worked works give gave gives given cause caused causes contribute contributed contributes drive drove drives driven run ran runs lead led leads handle handled handles serve served serves teach taught teaches write wrote writes written contact contacted contacts raise raised raises report reported reports submit submitted submits visit visited visits complete completed completes close closed closes open opened opens win won wins process processed processes deal dealt deals answer answered answers attend attended attends log logged logs send sent sends fix fixed fixes do did does collect collected collects receive received receives come came comes join joined joins return returned returns grant granted grants issue issued issues impose imposed imposes award awarded awards record recorded records register registered registers suffer suffered suffers face faced faces provide provided provides host hosted hosts attract attracted attracts achieve achieved achieves incur incurred incurs require required requires'.split(
    ' ',
  ),
);
/** What is done to what is counted, so that only with it they say what is measured: "found the most defects". */
const FINDING: ReadonlySet<string> = new Set(
  'find finds found catch catches caught spot spots spotted detect detects detected discover discovers discovered build builds built hold holds held ship ships shipped deliver delivers delivered consume consumes consumed burn burns burned burnt see sees saw seen experience experiences experienced show shows showed accumulate accumulates accumulated inspect inspects inspected sign signs signed'.split(
    ' ',
  ),
);
const finding: Reader<Question> = (tokens, start) =>
  tokens[start]?.kind === 'word' && FINDING.has(tokens[start]?.word ?? '')
    ? [item(start + 1, tokens[start]?.word)]
    : [];

const doing: Reader<Question> = (tokens, start, { model }) => {
  const token = tokens[start];
  if (token?.kind !== 'word' || !(DOING.has(token.word) || doersOf(token.word, model).length > 0)) return [];
  return [item(start + 1, token.word), ...(tokens[start + 1]?.word === 'in' ? [item(start + 2, token.word)] : [])];
};

/** What is not a member: "unsolved", where Solved is one. */
const notMember: Reader<Question> = (tokens, start, question) => {
  const token = tokens[start];
  const rest = /^(?:un|non|in|dis)(.{4,})$/.exec(token?.kind === 'word' ? token.word : '')?.[1];
  if (rest === undefined) return [];
  return question.names.exactly([rest]).flatMap(({ named, label }) =>
    named.kind === 'member'
      ? [
          {
            ...item(start + 1, { level: named.id, member: named.member }),
            assumptions: [{ said: token?.text ?? '', meant: `not ${label}`, by: 'part' as const }],
            names: [start],
          },
        ]
      : [],
  );
};

/** A word of the name of a plan ("forecast" of Ticket forecast), where it is of one plan only. */
const planWord: Reader<Question> = (tokens, start, { model }) => {
  const plans = planWords(model).get(singular(tokens[start]?.word ?? '')) ?? [];
  const [only] = plans;
  return only !== undefined && plans.length === 1 ? [item(start + 1, only, 0.02)] : [];
};

/** Words of the names of plans that the measure they are of does not share, with these plans. */
function planWords(model: Model): ReadonlyMap<string, readonly string[]> {
  const there = PLAN_WORDS.get(model);
  if (there !== undefined) return there;
  const made = new Map<string, string[]>();
  const wordsOf = ({ name, synonyms }: Measure) => new Set([name, ...synonyms].flatMap(nameWords));
  for (const of of model.measures.values()) {
    const plan = of.plan === undefined ? undefined : model.measures.get(of.plan);
    if (plan === undefined) continue;
    const own = wordsOf(of);
    for (const word of wordsOf(plan)) if (!own.has(word)) made.set(word, [...(made.get(word) ?? []), plan.id]);
  }
  PLAN_WORDS.set(model, made);
  return made;
}
const PLAN_WORDS = new WeakMap<Model, ReadonlyMap<string, readonly string[]>>();

/** A word of the model's own name, which says of nothing in it: “the hospital average”. */
const ownName: Reader<Question> = (tokens, start, { model, names }) => {
  const word = singular(tokens[start]?.word ?? '');
  return tokens[start]?.kind === 'word' && !names.knowsWord(word) && nameWords(model.file.name).includes(word)
    ? [item(start + 1, word)]
    : [];
};

/** One word, quoted or not, as it was typed. */
const anyText: Reader<Question> = (tokens, start) => {
  const token = tokens[start];
  if (token?.kind === 'quoted') return [item(start + 1, token.text.slice(1, -1))];
  return token?.kind === 'word' || token?.kind === 'number' ? [item(start + 1, token.text, 0.1)] : [];
};

/** A member and a measure that share a word: "week passes sold", of Week pass and Passes sold. */
const sharedWord: Reader<Question> = (_tokens, start, question) => {
  const whole = (at: number, kind: 'member' | 'measure') =>
    question
      .namesAt(at)
      .filter(({ match, end, cost }) => match.named.kind === kind && match.by === 'name' && cost === 0 && end > at + 1);
  return whole(start, 'member').flatMap((member) =>
    whole(member.end - 1, 'measure').flatMap((measure) =>
      member.match.named.kind === 'member'
        ? [
            nameItem({ ...measure, end: measure.end }, start, {
              level: member.match.named.id,
              member: member.match.named.member,
              measure: measure.match.named.id,
            }),
          ]
        : [],
    ),
  );
};

/** The last word of the names of several seasons: "term" of Autumn term and Spring term. */
const seasonNoun: Reader<Question> = (tokens, start, { model }) => {
  const token = tokens[start];
  const noun = token?.kind === 'word' ? singular(token.word) : '';
  const named = model.seasons
    .filter(({ name }) => nameWords(name).length > 1 && nameWords(name).at(-1) === noun)
    .map(({ id }) => id);
  return named.length > 1 ? [item(start + 1, named)] : [];
};

const anyWord: Reader<Question> = (tokens, start) =>
  tokens[start]?.kind === 'word' ? [item(start + 1, tokens[start]?.text)] : [];

const quotedText: Reader<Question> = (tokens: readonly Token[], start) => {
  const token = tokens[start];
  return token?.kind === 'quoted' ? [item(start + 1, token.text.slice(1, -1))] : [];
};

/** A parenthesis, which has a meaning of its own in the notation of forms. */
function sign(text: string): Reader<Question> {
  return (tokens, start) =>
    tokens[start]?.kind === 'sign' && tokens[start]?.text === text ? [item(start + 1, text)] : [];
}

/** Readings of which the last word stands in the singular: one is asked for. */
function one(reader: Reader<Question>): Reader<Question> {
  return (tokens, start, question) =>
    reader(tokens, start, question).filter(({ end, value }) => {
      const last = tokens[end - 1]?.word ?? '';
      const level = question.names.knowsWord(singular(last))
        ? undefined
        : question.model.levels.get(String(value))?.level;
      if (level === undefined) return singular(last) === last;
      const nearness = (name: string) => editDistance(last, plainLetters(name).split(' ').at(-1) ?? '', last.length);
      return nearness(level.name) < nearness(pluralOf(level));
    });
}

export const READERS: ReadonlyMap<string, Reader<Question>> = new Map([
  ['Measure', names(['measure'])],
  // of other measures, “how many different” is not to be passed over
  ['DistinctCount', measuresOf('distinct')],
  ['RecordCount', measuresOf('count')],
  ['OneLevel', one(names(['level']))],
  ['OneUnit', one(wordTable(UNITS, 'as is'))],
  ['Level', names(['level'])],
  ['Member', names(['member'])],
  ['Set', names(['set'])],
  ['Season', names(['season'])],
  ['SeasonNoun', seasonNoun],
  ['SharedWord', sharedWord],
  ['DateRole', names(['date'])],
  ['Adjective', adjective],
  ['DateVerb', dateVerb],
  ['Clock', clock],
  ['NotMember', notMember],
  ['PlanWord', planWord],
  ['OwnName', ownName],
  ['Fact', names(['fact'])],
  ['Number', number],
  ['Percent', percentSign],
  ['Money', money],
  ['Magnitude', magnitude],
  ['AnyText', anyText],
  ['AnyWord', anyWord],
  ['Year', year],
  ['IsoDay', isoDay],
  ['MonthAndYear', monthAndYear],
  ['DayOfMonth', dayOfMonth],
  ['MonthName', calendarWord(MONTHS)],
  ['Weekday', calendarWord(WEEKDAYS)],
  ['Unit', wordTable(UNITS, 'plural')],
  ['UnitAdverb', wordTable(UNIT_ADVERBS, 'as is')],
  ['QuarterOrHalf', quarterOrHalf],
  ['FiscalYear', fiscalYear],
  ['Doing', doing],
  ['Finding', finding],
  ['TargetWord', wordTable({ target: true, goal: true }, 'as is')],
  ['ColourWord', wordTable({ colour: true, color: true, colours: true, colors: true }, 'as is')],
  ['Quality', wordTable(QUALITIES, 'as is')],
  ['Text', quotedText],
  ['Open', sign('(')],
  ['Close', sign(')')],
]);
