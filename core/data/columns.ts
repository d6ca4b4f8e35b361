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
  /** Values that are of another type are missing. */
  readonly oddIsMissing: boolean;
  readonly truth: readonly [string, string] | null;
  readonly sensitive?: Sensitive;
  readonly hide: 'leave' | 'mask' | 'pseudonym' | 'drop';
}

/** Part of the cells that have to be of a type for the others to be in question. */
const ALMOST_ALL = 0.97;
const EXAMPLES = 3;

const UNIT_IN_HEAD = /[([]\s*(€|\$|£|EUR|USD|GBP|kg|g|t|km|m|mi|l|h|hours|min|minutes|s|%|°C)\s*[)\]]\s*$/i;
const THOUSANDS = /\b(in )?(thousands?|000s?|'000)\b|\bk(€|\$|£|eur|usd|gbp)\b/i;
const CURRENCY: Readonly<Record<string, string>> = { '€': 'EUR', '$': 'USD', '£': 'GBP' };
/** Words for what is missing that may be names as well. */
const PERHAPS_NAMES: ReadonlySet<string> = new Set(['none', 'unknown', 'nil', 'missing', 'na']);

interface Decided {
  readonly plan: ColumnPlan;
  readonly proposals: readonly Proposal[];
}

/** @param choices what a person chose, by the id of a proposal */
export function decideColumn(name: string, evidence: Evidence, choices: Choices): Decided {
  const proposals: Proposal[] = [];
  const said = name.replaceAll('_', ' ');
  /** Adds a proposal. @returns what is chosen of it */
  const propose = (
    kind: Proposal['kind'],
    text: string,
    {
      count,
      sure,
      chosen,
      alternatives,
      examples = [],
      part = '',
    }: Pick<Proposal, 'count' | 'sure' | 'chosen' | 'alternatives'> & {
      readonly examples?: Proposal['examples'];
      readonly part?: string;
    },
  ): string => {
    const id = `${kind}:${name}${part}`;
    const choice = choices[id];
    const inForce = alternatives.some((one) => one.id === choice) && choice !== undefined ? choice : chosen;
    proposals.push({ id, kind, column: name, text, count, sure, chosen: inForce, examples, alternatives });
    return inForce;
  };

  const { given } = evidence;
  const values = [...evidence.values.keys()];
  let type: ColumnType = 'text';
  let oddIsMissing = false;
  let style: NumberStyle = evidence.numbers.comma > evidence.numbers.point ? 'comma' : 'point';
  let order: DateOrder = evidence.dates.mdy > evidence.dates.dmy ? 'mdy' : 'dmy';
  const numbers = evidence.numbers[style];
  const dates = evidence.dates[order];
  const truth = evidence.isFull ? null : truthWords(values);
  const almost = (count: number) => given > 0 && count >= ALMOST_ALL * given;

  if (truth !== null) type = 'boolean';
  else if (almost(numbers) && evidence.leadingZeros === 0) {
    // “1.234” alone is one thousand and some, or one and some
    const undecided =
      evidence.numbers.point === evidence.numbers.comma &&
      evidence.either > 0 &&
      values.every((value) => !value.includes(','));
    const asNumber = (as: NumberStyle): ColumnType =>
      evidence.broken[as] === 0 && !evidence.units.has('%') ? 'integer' : 'number';
    type = asNumber(style);
    const example = values.find((value) => readNumber(value, style) !== null && /[^\d]/.test(value)) ?? '';
    const changed = evidence.changed[style];
    if (undecided) {
      const chosen = propose(
        'number format',
        `Is “${example}” in ${said} ${readNumber(example, 'comma')?.text ?? ''}, or ${readNumber(example, 'point')?.text ?? ''}?`,
        {
          count: evidence.either,
          sure: false,
          chosen: 'text',
          examples: [
            { before: example, after: readNumber(example, 'comma')?.text ?? '' },
            { before: example, after: readNumber(example, 'point')?.text ?? '' },
          ],
          alternatives: [
            { id: 'comma', label: `${readNumber(example, 'comma')?.text ?? ''} (point for thousands)` },
            { id: 'point', label: `${readNumber(example, 'point')?.text ?? ''} (decimal point)` },
            { id: 'text', label: 'text' },
          ],
        },
      );
      if (chosen === 'text') type = 'text';
      else {
        style = chosen as NumberStyle;
        type = asNumber(style);
      }
    } else if (changed > 0) {
      const what = [
        style === 'comma' ? 'Decimal comma' : null,
        values.some((value) => /^\(.*\)$/.test(value)) ? 'brackets are below zero' : null,
        evidence.units.has('%') ? 'percent' : null,
        [...evidence.units.keys()].some((unit) => unit !== '%') ? 'a currency' : null,
      ].filter((one) => one !== null);
      const chosen = propose(
        'number format',
        `${what.length > 0 ? what.join(', ') : 'Numbers written with signs'} in ${said}.`,
        {
          count: changed,
          sure: true,
          chosen: 'number',
          examples: values
            .filter((value) => readNumber(value, style) !== null && readNumber(value, style)?.text !== value)
            .slice(0, EXAMPLES)
            .map((before) => ({ before, after: readNumber(before, style)?.text ?? '' })),
          alternatives: [
            { id: 'number', label: 'number' },
            { id: 'text', label: 'text' },
          ],
        },
      );
      if (chosen === 'text') type = 'text';
    }
    if (type !== 'text' && numbers < given) oddIsMissing = odd('number', given - numbers);
    if (type !== 'text' && numbers < given && !oddIsMissing) type = 'text';
  } else if (almost(dates) && evidence.leadingZeros === 0) {
    const isTime = evidence.dateKinds.has('time');
    type = isTime ? 'timestamp' : 'date';
    const undecided = evidence.dates.dmy === evidence.dates.mdy && evidence.eitherDate > 0;
    const asDecided = evidence.dates.dmy !== evidence.dates.mdy;
    const changing = values.filter((value) => {
      const found = readDate(value, order);
      return found !== null && found.text !== value;
    });
    const example =
      (undecided
        ? values.find((value) => readDate(value, 'dmy')?.text !== readDate(value, 'mdy')?.text)
        : changing[0]) ?? '';
    if (undecided || changing.length > 0) {
      const shownAs = (as: DateOrder) => readDate(example, as)?.text ?? '';
      const chosen = propose(
        'date order',
        undecided
          ? `Is “${example}” in ${said} ${shownAs('dmy')}, or ${shownAs('mdy')}? The data do not tell.`
          : asDecided
            ? `Dates in ${said} are ${order === 'dmy' ? 'day, month, year' : 'month, day, year'}: a 13th to 31st occurs.`
            : `Dates in ${said}.`,
        {
          count: evidence.changed[order],
          sure: !undecided,
          chosen: undecided ? 'text' : order,
          examples: (undecided ? [example] : changing.slice(0, EXAMPLES)).map((before) => ({
            before,
            after: readDate(before, order)?.text ?? '',
          })),
          alternatives: [
            ...(evidence.eitherDate > 0 || asDecided
              ? [
                  { id: 'dmy', label: `${shownAs('dmy') || 'day first'}` },
                  ...(undecided ? [{ id: 'mdy', label: shownAs('mdy') }] : []),
                ].filter(({ id }) => undecided || id === order)
              : [{ id: order, label: 'date' }]),
            ...(asDecided && order === 'mdy' ? [{ id: 'mdy', label: shownAs('mdy') || 'month first' }] : []),
            { id: 'text', label: 'text' },
          ].filter((one, at, all) => all.findIndex(({ id }) => id === one.id) === at),
        },
      );
      if (chosen === 'text') type = 'text';
      else order = chosen as DateOrder;
    }
    if (type !== 'text' && evidence.dates[order] < given) oddIsMissing = odd('date', given - evidence.dates[order]);
    if (type !== 'text' && evidence.dates[order] < given && !oddIsMissing) type = 'text';
  }

  /** Asks what is to become of the few values that are of another type. @returns whether they are to be missing */
  function odd(what: 'number' | 'date', count: number): boolean {
    const [first] = evidence.odd[what];
    return (
      propose(
        'type',
        `“${first?.text ?? ''}”${count > 1 ? ` and ${count - 1} more` : ''} in ${said} ${count > 1 ? `are no ${what}s` : `is no ${what}`}.`,
        {
          count,
          sure: false,
          chosen: 'text',
          examples: evidence.odd[what].map(({ line, text }) => ({ line, before: text, after: 'missing' })),
          alternatives: [
            { id: 'missing', label: `missing, the others ${what}s` },
            { id: 'text', label: 'all as text' },
          ],
        },
      ) === 'missing'
    );
  }

  const labels = new Map<string, string>();
  let sensitive: Sensitive | null = null;
  if (type === 'text') {
    sensitive = sensitiveKind(evidence.header || said, values.slice(0, 500));
    const { spelt, mistyped } =
      sensitive === null && !evidence.isFull ? oneLabel(evidence.values) : { spelt: [], mistyped: [] };
    if (spelt.length > 0) {
      const chosen = propose(
        'labels',
        `${spelt.length === 1 ? 'One name' : `${spelt.length} names`} in ${said} ${spelt.length === 1 ? 'is' : 'are'} written in several ways.`,
        {
          count: spelt.reduce((sum, one) => sum + one.count, 0),
          sure: true,
          chosen: 'one',
          examples: spelt.slice(0, EXAMPLES).map(({ from, to }) => ({ before: from, after: to })),
          alternatives: [
            { id: 'one', label: 'as most often' },
            { id: 'leave', label: 'leave' },
          ],
        },
      );
      if (chosen === 'one') for (const { from, to } of spelt) labels.set(from, to);
    }
    for (const { from, to, count } of mistyped) {
      const right = evidence.values.get(to) ?? 0;
      const chosen = propose(
        'labels',
        `“${from}” in ${count === 1 ? 'one cell' : `${count} cells`} of ${said}, “${to}” in ${right}. Are they one?`,
        {
          count,
          // very rare beside a name that is there again and again
          sure: count <= 2 && right >= 20 * count && to.length >= 6,
          chosen: count <= 2 && right >= 20 * count && to.length >= 6 ? 'one' : 'two',
          part: `:${from}`,
          examples: [{ before: from, after: to }],
          alternatives: [
            { id: 'one', label: `one: ${to}` },
            { id: 'two', label: 'two' },
          ],
        },
      );
      if (chosen === 'one') labels.set(from, to);
    }
  }

  const missing = new Set<string>();
  if (evidence.missingWords.size > 0) {
    const words = [...evidence.missingWords.keys()];
    const perhaps = type === 'text' && words.every((word) => PERHAPS_NAMES.has(word.toLowerCase()));
    const chosen = propose(
      'missing',
      `${words
        .slice(0, EXAMPLES)
        .map((word) => `“${word}”`)
        .join(', ')} in ${said} ${words.length === 1 ? 'stands' : 'stand'} for no value.`,
      {
        count: [...evidence.missingWords.values()].reduce((sum, count) => sum + count, 0),
        sure: !perhaps,
        chosen: perhaps ? 'text' : 'missing',
        examples: words.slice(0, EXAMPLES).map((before) => ({ before, after: 'missing' })),
        alternatives: [
          { id: 'missing', label: 'missing' },
          ...(type === 'text' ? [{ id: 'text', label: 'text' }] : []),
        ],
      },
    );
    if (chosen === 'missing') for (const word of words) missing.add(word);
  }

  const hide =
    sensitive === null
      ? 'leave'
      : (propose('sensitive', `${evidence.header || said} ${SAYS[sensitive]}.`, {
          count: given,
          sure: false,
          chosen: 'leave',
          examples: [],
          alternatives: [
            { id: 'pseudonym', label: 'pseudonyms' },
            { id: 'mask', label: 'mask' },
            { id: 'drop', label: 'leave out' },
            { id: 'leave', label: 'as it is' },
          ],
        }) as ColumnPlan['hide']);

  let times = 1;
  if ((type === 'integer' || type === 'number') && THOUSANDS.test(evidence.header)) {
    const chosen = propose('unit', `${evidence.header} seems to be in thousands.`, {
      count: given,
      sure: false,
      chosen: 'as it is',
      examples: [],
      alternatives: [
        { id: 'times 1000', label: 'times 1,000' },
        { id: 'as it is', label: 'as it is' },
      ],
    });
    if (chosen === 'times 1000') times = 1000;
  }
  const inHead = UNIT_IN_HEAD.exec(evidence.header)?.[1];
  const [unitThere] = [...evidence.units].sort((a, b) => b[1] - a[1])[0] ?? [];
  const isNumeric = type === 'integer' || type === 'number';
  const unit = isNumeric ? (unitThere ?? (inHead === undefined ? undefined : (CURRENCY[inHead] ?? inHead))) : undefined;
  return {
    plan: {
      name,
      from: evidence.header,
      type,
      ...(unit === undefined ? {} : { unit }),
      style,
      order,
      times,
      labels,
      missing,
      oddIsMissing,
      truth,
      ...(sensitive === null ? {} : { sensitive }),
      hide,
    },
    proposals,
  };
}

const SAYS: Readonly<Record<Sensitive, string>> = {
  email: 'holds e-mail addresses',
  person: 'names persons',
  telephone: 'holds telephone numbers',
  account: 'holds account numbers',
  card: 'holds card numbers',
  id: 'holds numbers of persons',
};
