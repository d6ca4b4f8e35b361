/** The pairs of the phrasebook — a wording and the plain words that say the same — filled with names of a model. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { read } from '@zud/core/language/read';
import type { ModelFile } from '@zud/core/model/schema';
import { inSentence } from '@zud/core/reading/words';
import { pluralOf } from '@zud/core/model/model';
import type { Known } from '../demo-names';

export interface Pair {
  readonly act?: string;
  readonly form?: string;
  readonly base?: string;
  readonly then?: readonly string[];
  readonly said: string;
  readonly plain: string;
  readonly needs?: readonly string[];
  readonly register?: string;
}

export const pairsOf = (file: 'questions' | 'follow-ups'): Pair[] =>
  readFileSync(path.join(__dirname, `${file}.jsonl`), 'utf8')
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as Pair);

export interface Slots {
  /** Slot → what stands in it. */
  readonly words: Readonly<Record<string, string>>;
  /** What a pair may need of a model, and whether this one has it. */
  readonly has: Readonly<Record<string, boolean>>;
}

/** A small seeded generator (mulberry32). */
function random(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const ADDITIVE = ['sum', 'count'];

/** What a model puts in the slots, chosen by a seed; null where it has too little to fill them. */
export function slotsOf({ names, calendar }: Known, seed: number): Slots | null {
  const next = random(seed);
  const pick = <T>(list: readonly T[]): T | undefined => list[Math.floor(next() * list.length)];
  const shuffled = <T>(list: readonly T[]): T[] =>
    list
      .map((one) => [next(), one] as const)
      .sort((a, b) => a[0] - b[0])
      .map(([, one]) => one);
  const { file } = names.model;
  const said = (text: string) => read(text, { names, calendar, before: null });
  const isPlan = (id: string) => file.measures.some((one) => one.plan === id);
  const additive = file.measures.filter(
    (one): one is Extract<ModelFile['measures'][number], { kind: 'sum' | 'count' }> =>
      ADDITIVE.includes(one.kind) && one.hidden !== true && !isPlan(one.id),
  );
  const facts = [...new Set(additive.map((one) => one.fact))].filter(
    (fact) => additive.filter((one) => one.fact === fact).length >= 3,
  );
  const fact = pick(facts);
  if (fact === undefined) return null;
  const own = shuffled(additive.filter((one) => one.fact === fact));
  const sum = own.findIndex((one) => one.kind === 'sum');
  if (sum > 0) own.unshift(...own.splice(sum, 1));
  const [first, second, third] = own;
  if (!first || !second || !third) return null;
  const rate = pick(
    file.measures.filter(
      (one) =>
        (one.kind === 'average' && one.fact === fact) ||
        (one.kind === 'ratio' && own.some(({ id }) => id === one.of || id === one.per)),
    ),
  );
  const reach = file.dimensions.flatMap((dimension) =>
    (dimension.hierarchies ?? [dimension.levels.map((level) => level.id)]).flatMap((chain) =>
      chain.flatMap((id, at) => {
        const level = dimension.levels.find((one) => one.id === id);
        if (level === undefined || said(`${first.name} by ${level.name}`).outcome !== 'answered') return [];
        const members = names
          .membersOf(id)
          .filter((member) => /^[A-Za-z][A-Za-z' -]{3,}$/.test(member))
          .slice(0, 12)
          .filter((member) =>
            said(`${first.name} for ${member}`).reading?.where.some(
              (one) => one.kind === 'members' && one.level === id && one.members.includes(member),
            ),
          );
        return members.length < 4 ? [] : [{ level, dimension, chain, at, members }];
      }),
    ),
  );
  const one = pick(reach.filter(({ chain, at }) => chain[at + 1] !== undefined)) ?? pick(reach);
  if (!one) return null;
  const two = pick(reach.filter(({ dimension }) => dimension !== one.dimension));
  const nameOf = (id: string | undefined) => one.dimension.levels.find((level) => level.id === id)?.name.toLowerCase();
  const [member1 = '', member2 = '', member3 = ''] = shuffled(one.members);
  const season = file.calendar.seasons[0]?.name.toLowerCase();
  const set = file.sets.find((known) => known.level === one.level.id)?.name.toLowerCase();
  const kindOf = (kind: 'person' | 'place') => reach.find(({ level }) => level.kind === kind)?.level.name.toLowerCase();
  const words: Record<string, string | undefined> = {
    year: '2025',
    year2: '2024',
    month: 'March',
    month2: 'April',
    quarter: 'Q2 2025',
    n: '3',
    number: '1000',
    percent: '15%',
    measure1: inSentence(first.name),
    measure2: inSentence(second.name),
    measure3: inSentence(third.name),
    rate1: rate === undefined ? undefined : inSentence(rate.name),
    level1: one.level.name.toLowerCase(),
    levels1: pluralOf(one.level).toLowerCase(),
    member1,
    member2,
    member3,
    child1: nameOf(one.chain[one.at + 1]),
    parent1: nameOf(one.chain[one.at - 1]),
    level2: two?.level.name.toLowerCase(),
    levels2: two === undefined ? undefined : pluralOf(two.level).toLowerCase(),
    other1: two === undefined ? undefined : pick(two.members),
    set1: set,
    person: kindOf('person'),
    place: kindOf('place'),
    season,
  };
  return {
    words: Object.fromEntries(
      Object.entries(words).filter((entry): entry is [string, string] => entry[1] !== undefined),
    ),
    has: {
      'measure1 is the sum of a column': first.kind === 'sum',
      'plan of measure1': first.plan !== undefined,
      'fiscal calendar': file.calendar.fiscalYearStartsIn !== 1,
      'level2 may be missing': false,
      'rate1 is shown as a percentage': rate?.format?.style === 'percent',
    },
  };
}

/** A text with its slots filled; null where the model has nothing for one of them. */
export function filled(text: string, { words }: Slots): string | null {
  let missing = false;
  const result = text.replace(/\{(\w+)\}/g, (_whole, slot: string) => {
    missing ||= words[slot] === undefined;
    return words[slot] ?? '';
  });
  return missing ? null : result;
}

/** What a pair needs of the model. */
export const needsOf = (pair: Pair): readonly string[] => [
  ...(pair.needs ?? []),
  ...(/plan|target|budget/i.test(pair.act ?? '') || /\bplan\b/.test(pair.plain) ? ['plan of measure1'] : []),
];
