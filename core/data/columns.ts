/** What a column of a file is, and what is proposed to be done with its cells. */
import { readDate, type DateOrder } from './dates';
import type { Evidence } from './evidence';
import { oneLabel } from './labels';
import { readNumber, type NumberStyle } from './numbers';
import type { Choices, ColumnType, Proposal } from './proof';
import { sensitiveKind, type Sensitive } from './sensitive';
import { truthWords } from './words';

/** How the cells of a column are written anew. */
export interface ColumnPlan {
  readonly name: string;
  readonly from: string;
  readonly type: ColumnType;
  readonly unit?: string;
  readonly style: NumberStyle;
  readonly order: DateOrder;
  /** Numbers are times so much. */
  readonly times: number;
  readonly labels: ReadonlyMap<string, string>;
  /** Texts that stand for a missing value. */
  readonly missing: ReadonlySet<string>;
  readonly truth: readonly [string, string] | null;
  readonly sensitive?: Sensitive;
  readonly hide: 'leave' | 'mask' | 'pseudonym' | 'drop';
}

/** Part of the cells that have to be of a type for the others to be in question. */
const ALMOST_ALL = 0.97;
const EXAMPLES = 3;
/** A typing error is sure where it is so rare, beside a name of so many letters that is so many times as frequent. */
const SURELY_MISTYPED = { most: 2, rarer: 20, letters: 6 };

const UNIT_IN_HEAD = /[([]\s*(€|\$|£|EUR|USD|GBP|kg|g|t|km|m|mi|l|h|hours|min|minutes|s|%|°C)\s*[)\]]\s*$/i;
const THOUSANDS = /\b(in )?(thousands?|000s?|'000)\b|\bk(€|\$|£|eur|usd|gbp)\b/i;
const CURRENCY: Readonly<Record<string, string>> = { '€': 'EUR', '$': 'USD', '£': 'GBP' };
/** Words for what is missing that may be names as well. */
const PERHAPS_NAMES: ReadonlySet<string> = new Set(['none', 'unknown', 'nil', 'missing', 'na']);
const SAYS: Readonly<Record<Sensitive, string>> = {
  email: 'holds e-mail addresses',
  person: 'names persons',
  telephone: 'holds telephone numbers',
  account: 'holds account numbers',
  card: 'holds card numbers',
  id: 'holds numbers of persons',
};

type Asked = Pick<Proposal, 'text' | 'count' | 'sure' | 'chosen' | 'alternatives'> & {
  readonly examples?: Proposal['examples'];
  /** Tells proposals of one kind about one column apart. */
  readonly part?: string;
};

/** The column that is looked at, with what was proposed so far. */
class Looked {
  readonly proposals: Proposal[] = [];
  /** What it is called in a sentence. */
  readonly said: string;
  readonly values: readonly string[];

  constructor(
    readonly name: string,
    readonly evidence: Evidence,
    private readonly choices: Choices,
  ) {
    this.said = name.replaceAll('_', ' ');
    this.values = [...evidence.values.keys()];
  }

  isAlmostAll(count: number): boolean {
    return this.evidence.given > 0 && count >= ALMOST_ALL * this.evidence.given;
  }

  /** Proposes something. @returns the alternative in force: what a person chose, else what is proposed */
  propose(kind: Proposal['kind'], { part = '', examples = [], ...asked }: Asked): string {
    const id = `${kind}:${this.name}${part}`;
    const choice = this.choices[id];
    const chosen = choice !== undefined && asked.alternatives.some((one) => one.id === choice) ? choice : asked.chosen;
    this.proposals.push({ id, kind, column: this.name, examples, ...asked, chosen });
    return chosen;
  }
}

type Typed = Pick<ColumnPlan, 'type' | 'style' | 'order' | 'truth'>;
const TEXT: Typed = { type: 'text', style: 'point', order: 'dmy', truth: null };
const AS_TEXT = { id: 'text', label: 'text' } as const;

/** @param choices what a person chose, by the id of a proposal */
export function decideColumn(
  name: string,
  evidence: Evidence,
  choices: Choices,
): { readonly plan: ColumnPlan; readonly proposals: readonly Proposal[] } {
  const looked = new Looked(name, evidence, choices);
  const truth = evidence.isFull ? null : truthWords(looked.values);
  const typed: Typed =
    truth !== null ? { ...TEXT, type: 'boolean', truth } : (numbersOf(looked) ?? datesOf(looked) ?? TEXT);
  const isText = typed.type === 'text';
  const isNumeric = typed.type === 'integer' || typed.type === 'number';
  const sensitive = isText ? sensitiveKind(evidence.header || looked.said, looked.values.slice(0, 500)) : null;
  const labels = isText && sensitive === null ? labelsOf(looked) : new Map<string, string>();
  const missing = missingOf(looked, isText);
  const hide = sensitive === null ? 'leave' : hideOf(looked, sensitive);
  const unit = isNumeric ? unitOf(evidence) : undefined;
  return {
    plan: {
      name,
      from: evidence.header,
      ...typed,
      ...(unit === undefined ? {} : { unit }),
      times: isNumeric ? timesOf(looked) : 1,
      labels,
      missing,
      ...(sensitive === null ? {} : { sensitive }),
      hide,
    },
    proposals: looked.proposals,
  };
}

/** A column of numbers; text where the person says so, or has not said yet. Null where it holds others. */
function numbersOf(looked: Looked): Typed | null {
  const { evidence } = looked;
  const likelier: NumberStyle = evidence.numbers.comma > evidence.numbers.point ? 'comma' : 'point';
  if (!looked.isAlmostAll(evidence.numbers[likelier]) || evidence.leadingZeros > 0) return null;
  const chosen = numberStyle(looked, likelier);
  if (chosen === null || !othersAreMissing(looked, 'number', evidence.given - evidence.numbers[chosen])) return TEXT;
  const isWhole = evidence.broken[chosen] === 0 && !evidence.units.has('%');
  return { ...TEXT, type: isWhole ? 'integer' : 'number', style: chosen };
}

/** In which style they are read; null: as text. */
function numberStyle(looked: Looked, style: NumberStyle): NumberStyle | null {
  const { evidence, values, said } = looked;
  const readAs = (text: string, as: NumberStyle) => readNumber(text, as)?.text ?? '';
  const written = values.filter((value) => readNumber(value, style) !== null && readAs(value, style) !== value);
  // “1.234” alone is one thousand and some, or one and some; with a comma it is written as readers of English write thousands
  const isEither =
    evidence.numbers.point === evidence.numbers.comma &&
    evidence.either > 0 &&
    values.every((value) => !value.includes(','));
  if (isEither) {
    const example = values.find((value) => readAs(value, 'comma') !== readAs(value, 'point')) ?? '';
    const ways = (['comma', 'point'] as const).map((id) => ({ id, number: readAs(example, id) }));
    const choice = looked.propose('number format', {
      text: `Is “${example}” in ${said} ${ways.map(({ number }) => number).join(', or ')}?`,
      count: evidence.either,
      sure: false,
      chosen: 'text',
      examples: ways.map(({ number }) => ({ before: example, after: number })),
      alternatives: [...ways.map(({ id, number }) => ({ id, label: number })), AS_TEXT],
    });
    return choice === 'text' ? null : (choice as NumberStyle);
  }
  if (written.length === 0) return style;
  const what = [
    ...(style === 'comma' ? ['decimal comma'] : []),
    ...(values.some((value) => /^\(.*\)$/.test(value)) ? ['brackets below zero'] : []),
    ...(evidence.units.has('%') ? ['percent'] : []),
    ...([...evidence.units.keys()].some((unit) => unit !== '%') ? ['a currency'] : []),
  ];
  const choice = looked.propose('number format', {
    text: `Numbers in ${said}${what.length === 0 ? ' are written with signs' : `: ${what.join(', ')}`}.`,
    count: evidence.changed[style],
    sure: true,
    chosen: 'number',
    examples: written.slice(0, EXAMPLES).map((before) => ({ before, after: readAs(before, style) })),
    alternatives: [{ id: 'number', label: 'number' }, AS_TEXT],
  });
  return choice === 'text' ? null : style;
}

/** A column of days, times or periods; text where the person says so, or has not said yet. Null where it holds others. */
function datesOf(looked: Looked): Typed | null {
  const { evidence } = looked;
  const likelier: DateOrder = evidence.dates.mdy > evidence.dates.dmy ? 'mdy' : 'dmy';
  if (!looked.isAlmostAll(evidence.dates[likelier]) || evidence.leadingZeros > 0) return null;
  const order = dateOrder(looked, likelier);
  if (order === null || !othersAreMissing(looked, 'date', evidence.given - evidence.dates[order])) return TEXT;
  return { ...TEXT, type: evidence.dateKinds.has('time') ? 'timestamp' : 'date', order };
}

/** Which comes first, where the data tell or the person says; null: as text. */
function dateOrder(looked: Looked, likelier: DateOrder): DateOrder | null {
  const { evidence, values, said } = looked;
  const readAs = (text: string, as: DateOrder) => readDate(text, as)?.text ?? '';
  const isToldApart = evidence.dates.dmy !== evidence.dates.mdy;
  if (!isToldApart && evidence.eitherDate > 0) {
    const example = values.find((value) => readAs(value, 'dmy') !== readAs(value, 'mdy')) ?? '';
    const ways = (['dmy', 'mdy'] as const).map((id) => ({ id, label: readAs(example, id) }));
    const choice = looked.propose('date order', {
      text: `Is “${example}” in ${said} ${ways.map(({ label }) => label).join(', or ')}? The data do not tell.`,
      count: evidence.eitherDate,
      sure: false,
      chosen: 'text',
      examples: ways.map(({ label }) => ({ before: example, after: label })),
      alternatives: [...ways, AS_TEXT],
    });
    return choice === 'text' ? null : (choice as DateOrder);
  }
  const written = values.filter((value) => readDate(value, likelier) !== null && readAs(value, likelier) !== value);
  const [example] = written;
  if (example === undefined) return likelier;
  const words = likelier === 'dmy' ? 'day, month, year' : 'month, day, year';
  const choice = looked.propose('date order', {
    text: isToldApart ? `Dates in ${said} are ${words}: a 13th to 31st occurs.` : `Dates in ${said}.`,
    count: evidence.changed[likelier],
    sure: true,
    chosen: likelier,
    examples: written.slice(0, EXAMPLES).map((before) => ({ before, after: readAs(before, likelier) })),
    alternatives: [{ id: likelier, label: readAs(example, likelier) }, AS_TEXT],
  });
  return choice === 'text' ? null : likelier;
}

/** Asks what is to become of the few values that are of another type. @returns whether the column may be of this type */
function othersAreMissing(looked: Looked, what: 'number' | 'date', count: number): boolean {
  if (count === 0) return true;
  const { evidence, said } = looked;
  const odd = evidence.odd[what];
  const those = `“${odd[0]?.text ?? ''}”${count > 1 ? ` and ${count - 1} more` : ''}`;
  const choice = looked.propose('type', {
    text: `${those} in ${said} ${count > 1 ? `are no ${what}s` : `is no ${what}`}.`,
    count,
    sure: false,
    chosen: 'text',
    examples: odd.map(({ line, text }) => ({ line, before: text, after: 'missing' })),
    alternatives: [
      { id: 'missing', label: `missing, the others ${what}s` },
      { id: 'text', label: 'all as text' },
    ],
  });
  return choice === 'missing';
}

/** Names that are to be written as another is. */
function labelsOf(looked: Looked): Map<string, string> {
  const labels = new Map<string, string>();
  const { evidence, said } = looked;
  if (evidence.isFull) return labels;
  const { values } = evidence;
  const { spelt, mistyped } = oneLabel(values);
  if (spelt.length > 0) {
    const choice = looked.propose('labels', {
      text: `${spelt.length === 1 ? 'One name' : `${spelt.length} names`} in ${said} ${spelt.length === 1 ? 'is' : 'are'} written in several ways.`,
      count: spelt.reduce((sum, one) => sum + one.count, 0),
      sure: true,
      chosen: 'one',
      examples: spelt.slice(0, EXAMPLES).map(({ from, to }) => ({ before: from, after: to })),
      alternatives: [
        { id: 'one', label: 'as most often' },
        { id: 'leave', label: 'leave' },
      ],
    });
    if (choice === 'one') for (const { from, to } of spelt) labels.set(from, to);
  }
  for (const { from, to, count } of mistyped) {
    const right = values.get(to) ?? 0;
    const { most, rarer, letters } = SURELY_MISTYPED;
    const sure = count <= most && right >= rarer * count && to.length >= letters;
    const choice = looked.propose('labels', {
      text: `“${from}” in ${count === 1 ? 'one cell' : `${count} cells`} of ${said}, “${to}” in ${right}. Are they one?`,
      count,
      sure,
      chosen: sure ? 'one' : 'two',
      part: `:${from}`,
      examples: [{ before: from, after: to }],
      alternatives: [
        { id: 'one', label: `one: ${to}` },
        { id: 'two', label: 'two' },
      ],
    });
    if (choice === 'one') labels.set(from, to);
  }
  return labels;
}

/** The words that stand for no value. */
function missingOf(looked: Looked, isText: boolean): Set<string> {
  const { evidence, said } = looked;
  const words = [...evidence.missingWords.keys()];
  if (words.length === 0) return new Set();
  const perhaps = isText && words.every((word) => PERHAPS_NAMES.has(word.toLowerCase()));
  const shown = words.slice(0, EXAMPLES);
  const choice = looked.propose('missing', {
    text: `${shown.map((word) => `“${word}”`).join(', ')} in ${said} ${words.length === 1 ? 'stands' : 'stand'} for no value.`,
    count: [...evidence.missingWords.values()].reduce((sum, count) => sum + count, 0),
    sure: !perhaps,
    chosen: perhaps ? 'text' : 'missing',
    examples: shown.map((before) => ({ before, after: 'missing' })),
    alternatives: [{ id: 'missing', label: 'missing' }, ...(isText ? [AS_TEXT] : [])],
  });
  return new Set(choice === 'missing' ? words : []);
}

function hideOf(looked: Looked, sensitive: Sensitive): ColumnPlan['hide'] {
  return looked.propose('sensitive', {
    text: `${looked.evidence.header || looked.said} ${SAYS[sensitive]}.`,
    count: looked.evidence.given,
    sure: false,
    chosen: 'leave',
    alternatives: [
      { id: 'pseudonym', label: 'pseudonyms' },
      { id: 'mask', label: 'mask' },
      { id: 'drop', label: 'leave out' },
      { id: 'leave', label: 'as it is' },
    ],
  }) as ColumnPlan['hide'];
}

function timesOf(looked: Looked): number {
  const { header, given } = looked.evidence;
  if (!THOUSANDS.test(header)) return 1;
  const choice = looked.propose('unit', {
    text: `${header} seems to be in thousands.`,
    count: given,
    sure: false,
    chosen: 'as it is',
    alternatives: [
      { id: 'times 1000', label: 'times 1,000' },
      { id: 'as it is', label: 'as it is' },
    ],
  });
  return choice === 'times 1000' ? 1000 : 1;
}

/** That of most cells, else the one in the head. */
function unitOf({ units, header }: Evidence): string | undefined {
  const [inCells] = [...units].sort((a, b) => b[1] - a[1])[0] ?? [];
  const inHead = UNIT_IN_HEAD.exec(header)?.[1];
  return inCells ?? (inHead === undefined ? undefined : (CURRENCY[inHead] ?? inHead));
}
