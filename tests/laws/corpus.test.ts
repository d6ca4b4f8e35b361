/** Laws that hold for each question of the corpus, whatever it asks. */
import { read, type ReadResult } from '@zud/core/language/read';
import { DOING } from '@zud/core/language/grammar/readers';
import { FUNCTION_WORDS, NEVER_PARTS } from '@zud/core/language/grammar/grammar';
import { NameIndex } from '@zud/core/language/names/name-index';
import { editDistance } from '@zud/core/language/names/distance';
import { qualityOfAdjective } from '@zud/core/language/names/quality';
import { nameWords, singular, tokenise } from '@zud/core/language/tokens';
import { namingOf } from '@zud/core/language/naming';
import { sourcesOf } from '@zud/core/query/derive';
import type { PlanContext } from '@zud/core/query/plan-context';
import { planOf } from '@zud/core/query/planner';
import { compileModel } from '@zud/core/model/model';
import { canonical, type Reading, readingSchema } from '@zud/core/reading/schema';
import { seeded } from '../../demo/random';
import type { Known } from '../demo-names';
import { CORPUS_MODELS } from '../corpus/models';
import { replayed, type Replayed } from '../corpus/replay';
import { someOf } from '../some-of';
import { wordOf } from './generated-models';

const MADE_UP = ['zwiffle', 'qobbnux', 'vrackjit'];
/** Any word may follow these, as text to look for or as whom to send to. */
const OPEN_TEXT = /contain|start|begin|mail|send|“|"/i;

const answered = (turns: readonly Replayed[]) => turns.filter(({ result }) => result.outcome === 'answered');
const failures = (wrong: readonly string[]) => {
  if (wrong.length > 0) throw new Error(`${wrong.length} wrong:\n${wrong.slice(0, 25).join('\n')}`);
};
const comesTo = (result: ReadResult) =>
  result.outcome === 'answered' ? (result.sentence?.text ?? '') : result.outcome;

/** A reading in which the order of things said side by side does not count. */
function unordered(reading: Reading | null): string {
  const sorted = (list: readonly unknown[]) => list.map(canonical).sort();
  return reading === null
    ? ''
    : canonical({
        ...reading,
        shown: sorted(reading.shown),
        by: sorted(reading.by),
        where: sorted(
          reading.where.map((one) => (one.kind === 'members' ? { ...one, members: [...one.members].sort() } : one)),
        ),
      });
}

/** So many of each corpus are looked at at least. */
const ENOUGH_TURNS = 60;
/** Of a question's words, its phrases hold all but a tenth. */
const holdsMost = (words: readonly string[], all: readonly string[]): boolean =>
  all.filter((word) => !words.includes(word)).length <= all.length / 10;

describe.each(CORPUS_MODELS)('each question over %s', (model, known) => {
  const turns = replayed(model, known);
  const some = new Set(someOf(turns, Math.min(7, Math.ceil(turns.length / ENOUGH_TURNS))));

  test('with a made-up word put anywhere is unclear, and the word is named', () => {
    const wrong: string[] = [];
    for (const turn of some) {
      const { question, before, at, result } = turn;
      if (OPEN_TEXT.test(question) || result.outcome === 'move') continue;
      const places = someOf([0, ...tokenise(question).map((token) => token.end)], 2);
      places.forEach((place, index) => {
        const word = MADE_UP[index % MADE_UP.length] ?? '';
        const text = `${question.slice(0, place)} ${word} ${question.slice(place)}`;
        const spoilt = read(text, { ...known, before });
        const named =
          spoilt.words.some((one) => one.use === 'unresolved' && one.text === word) ||
          spoilt.notes.some((note) => note.text.includes(word));
        if (spoilt.outcome !== 'unclear' || !named) wrong.push(`${at}: ${text} → ${comesTo(spoilt)}`);
      });
    }
    failures(wrong);
  });

  test('does not depend on case, punctuation and harmless words', () => {
    const wrong: string[] = [];
    for (const { question, before, at, result } of answered([...some])) {
      if (OPEN_TEXT.test(question)) continue;
      for (const text of [
        question.toUpperCase(),
        `  ${question} !`,
        `${question.replace(/[?.!]+$/, '')}?`,
        `please ${question}`,
        `ok, ${question}, thanks`,
      ]) {
        const other = read(text, { ...known, before });
        if (canonical(other.reading) !== canonical(result.reading)) wrong.push(`${at}: ${text} → ${comesTo(other)}`);
      }
    }
    failures(wrong);
  });

  test('is answered with a reading that can be kept', () => {
    const wrong = answered(turns).flatMap(({ at, question, result: { reading } }) => {
      const kept = readingSchema.safeParse(reading);
      return kept.success ? [] : [`${at}: ${question}: ${kept.error.issues[0]?.message ?? ''}`];
    });
    failures(wrong);
  });

  test('can be computed where it is answered', () => {
    const context: PlanContext = {
      model: known.names.model,
      calendar: known.calendar,
      naming: namingOf(known.names),
      rules: [],
      hidden: new Set(),
      hasHours: () => true,
      rowLimit: 100,
    };
    const wrong = answered(turns).flatMap(({ at, question, result: { reading, analysis } }) => {
      // the width of ranges is chosen from the data
      if (
        reading === null ||
        analysis !== undefined ||
        reading.by.some((one) => one.kind === 'bins' && one.width === null)
      )
        return [];
      try {
        const sources = reading.rows === null ? sourcesOf(reading, known.calendar) : null;
        for (const one of [sources?.main ?? reading, ...(sources?.whole ? [sources.whole] : [])]) planOf(one, context);
        return [];
      } catch (error) {
        return [`${at}: ${question}: ${String(error)}`];
      }
    });
    failures(wrong);
  });

  test('does not depend on the order of its phrases', () => {
    const wrong: string[] = [];
    const random = seeded(5);
    let tried = 0;
    for (const turn of answered(turns)) {
      const { question, before, at, result } = turn;
      if (OPEN_TEXT.test(question) || result.phrases.length < 2) continue;
      const phrases = result.phrases.map(({ start, end }) => question.slice(start, end));
      const shuffled = [...phrases].sort(() => random.next() - 0.5);
      if (shuffled.every((phrase, index) => phrase === phrases[index])) continue;
      // which orders are tried does not hang on which turns are
      if (!some.has(turn)) continue;
      const text = shuffled.join(', ');
      // of words that everyday forms put elsewhere a phrase holds a part only
      if (!holdsMost(nameWords(text), nameWords(question))) continue;
      const other = read(text, { ...known, before });
      tried += 1;
      // Phrases that meet anew may say something else together; a choice or a refusal is no wrong answer.
      if (other.outcome === 'answered' && unordered(other.reading) !== unordered(result.reading))
        wrong.push(`${at}: ${text} → ${comesTo(other)}, not ${comesTo(result)}`);
    }
    expect(tried).toBeGreaterThan(2);
    failures(wrong);
  });

  test('with one typing error in a name of five letters or more gives the same reading, or asks', () => {
    const wrong: string[] = [];
    const random = seeded(9);
    let same = 0;
    let tried = 0;
    for (const turn of answered(turns)) {
      const { question, before, at, result } = turn;
      if (OPEN_TEXT.test(question)) continue;
      // a word that is misspelt already would have two errors
      for (const word of result.words.filter(
        (one) =>
          one.use === 'name' &&
          /^[a-z]{5,}$/i.test(one.text) &&
          known.names.knowsWord(singular(one.text.toLowerCase())),
      )) {
        const spoilt = misspelt(word.text, random);
        if (
          FUNCTION_WORDS.has(spoilt.toLowerCase()) ||
          known.names.knowsWord(singular(spoilt.toLowerCase())) ||
          singular(spoilt) === singular(word.text)
        )
          continue;
        // the whole name of another thing is as near, or nearer, than a part of this one
        if (
          known.names.exactly([singular(word.text.toLowerCase())]).length === 0 &&
          known.names
            .misspelt(spoilt.toLowerCase())
            .some((one) => one.word !== singular(word.text.toLowerCase()) && known.names.exactly([one.word]).length > 0)
        )
          continue;
        if (!some.has(turn)) continue;
        const text = question.slice(0, word.start) + spoilt + question.slice(word.end);
        const other = read(text, { ...known, before });
        tried += 1;
        if (canonical(other.reading) === canonical(result.reading)) same += 1;
        else if (other.outcome === 'answered') wrong.push(`${at}: ${text} → ${comesTo(other)}, not ${comesTo(result)}`);
      }
    }
    failures(wrong);
    expect(same / tried).toBeGreaterThan(0.8);
  });

  test('with all names of the model and the question changed alike gives the same reading', () => {
    const wrong: string[] = [];
    const renaming = renamed(known);
    let tried = 0;
    for (const { question, before, at, result } of some) {
      const text = renaming.text(question);
      // everyday English stands for names only while they are English
      if (text === null || OPEN_TEXT.test(question) || result.notes.some((note) => note.text.includes('everyday word')))
        continue;
      // a word of names that was left as it was may be another one there
      if (result.outcome !== 'answered' && nameWords(text).some((word) => known.names.knowsWord(word))) continue;
      // “fullest” is of a measure whose name is of fullness
      if (
        tokenise(question).some(
          ({ word }) => /est$/.test(word) && qualityOfAdjective(word.replace(/est$/, '')) !== undefined,
        )
      )
        continue;
      tried += 1;
      const other = read(text, { ...renaming.known, before: renaming.reading(before) });
      if (other.outcome !== result.outcome || canonical(other.reading) !== canonical(renaming.reading(result.reading)))
        wrong.push(`${at}: ${question} = ${text} → ${comesTo(other)}, not ${comesTo(result)}`);
    }
    expect(tried).toBeGreaterThan(3);
    failures(wrong);
  });
});

/** One wrong, missing, additional or swapped letter, past the first. */
function misspelt(word: string, random: ReturnType<typeof seeded>): string {
  const at = random.whole(1, word.length - 2);
  const letter = 'abcdefghijklmnopqrstuvwxyz'[random.whole(0, 25)] ?? 'a';
  return (
    [
      word.slice(0, at) + (word[at + 1] ?? '') + (word[at] ?? '') + word.slice(at + 2),
      word.slice(0, at) + word.slice(at + 1),
      word.slice(0, at) + letter + word.slice(at + 1),
      word.slice(0, at) + letter + word.slice(at),
    ][random.whole(0, 3)] ?? word
  );
}

/** Phrases that may say nothing that is not said by others: “by week” beside a running total that takes a time line anyway. */
const MOST_REDUNDANT = 0.025;

test('the sentence of an answer, asked as a question, is that answer', () => {
  const wrong: string[] = [];
  let tried = 0;
  for (const [model, known] of CORPUS_MODELS) {
    const told = new Map(
      answered(replayed(model, known))
        .filter(({ result }) => result.reading?.explain === undefined)
        .map((turn) => [canonical(turn.result.reading), turn]),
    );
    for (const [reading, { at, result }] of someOf([...told], 4)) {
      const text = result.sentence?.text ?? '';
      tried += 1;
      const again = read(text, { ...known, before: null });
      if (canonical(again.reading) !== reading) wrong.push(`${at}: ${text} → ${comesTo(again)}`);
    }
  }
  expect(tried).toBeGreaterThan(1000);
  // a dozen of six thousand can be read in two ways
  if (wrong.length > tried / 300) failures(wrong);
});

test('each phrase of a question says something: without it the answer is another, or something is assumed in its place', () => {
  let all = 0;
  const idle: string[] = [];
  for (const [model, known] of CORPUS_MODELS)
    for (const { question, before, at, result } of someOf(answered(replayed(model, known)), 6)) {
      if (result.phrases.length < 2) continue;
      for (const { start, end } of result.phrases) {
        all += 1;
        const other = read(`${question.slice(0, start)} ${question.slice(end)}`.trim(), { ...known, before });
        const noted = new Set(result.notes.map((note) => note.text));
        if (
          other.outcome === 'answered' &&
          other.analysis === result.analysis &&
          canonical(other.reading) === canonical(result.reading) &&
          other.notes.every((note) => noted.has(note.text))
        )
          idle.push(`${at}: “${question.slice(start, end)}” of “${question}”`);
      }
    }
  if (idle.length > all * MOST_REDUNDANT)
    throw new Error(`${idle.length} of ${all} phrases say nothing:\n${idle.join('\n')}`);
});

/** The model with each word of its names, synonyms and members changed for a made-up one; words of the language stay. */
function renamed({ names, calendar }: Known): {
  known: Known;
  text: (question: string) => string | null;
  reading: <R extends Reading | null>(reading: R) => R;
} {
  const words = new Map<string, string>();
  const fresh = madeUpWords();
  const word = (one: string) => {
    const plain = singular(one.toLowerCase());
    if (
      [one.toLowerCase(), plain, `${plain}s`].some((form) => NEVER_PARTS.has(form) || DOING.has(form)) ||
      plain.length < 3
    )
      return one;
    const there = words.get(plain) ?? fresh();
    words.set(plain, there);
    return plain === one.toLowerCase() ? there : `${there}s`;
  };
  const phrase = (text: string) =>
    text.replace(/(?<!\d)\p{L}+(?:['’]\p{L}+)?(?!\d)/gu, (one) =>
      nameWords(one).length === 1
        ? word(nameWords(one)[0] === one.toLowerCase() ? one : one.replace(/['’]s?$/, ''))
        : one,
    );
  const member = (name: string) => (name === '(none)' ? name : phrase(name));
  const named = <T extends { name: string; plural?: string | undefined; synonyms?: readonly string[] }>(one: T): T => ({
    ...one,
    name: phrase(one.name),
    ...(one.plural === undefined ? {} : { plural: phrase(one.plural) }),
    ...(one.synonyms === undefined ? {} : { synonyms: one.synonyms.map(phrase) }),
  });
  const { file } = names.model;
  const model = compileModel({
    ...file,
    measures: file.measures.map(named),
    facts: file.facts.map(named),
    dates: file.dates.map((date) => ({
      ...named(date),
      columns: Object.fromEntries(
        Object.entries(date.columns).map(([fact, column]) => [
          fact,
          column.replace(/[a-z]{4,}(?=_(?:on|at)$)/, phrase),
        ]),
      ),
    })),
    glossary: file.glossary.map((term) => ({ ...term, term: phrase(term.term) })),
    sets: file.sets.map((set) => ({ ...named(set), members: set.members.map(member) })),
    calendar: { ...file.calendar, seasons: file.calendar.seasons.map(named) },
    dimensions: file.dimensions.map((dimension) => ({
      ...named(dimension),
      levels: dimension.levels.map((level) => ({
        ...named(level),
        memberSynonyms: Object.fromEntries(
          Object.entries(level.memberSynonyms).map(([name, list]) => [member(name), list.map(phrase)]),
        ),
      })),
    })),
  });
  const members = [...model.levels.keys()].map((level) => ({ level, members: names.membersOf(level).map(member) }));
  const inReading = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(inReading);
    if (value === null || typeof value !== 'object') return value;
    return Object.fromEntries(
      Object.entries(value).map(([key, part]) => [
        key,
        key === 'members' && Array.isArray(part)
          ? part.map((one) => member(String(one)))
          : key === 'member'
            ? member(String(part))
            : inReading(part),
      ]),
    );
  };
  return {
    known: { names: new NameIndex(model, members), calendar: { ...calendar, seasons: model.seasons } },
    reading: (reading) => inReading(reading) as typeof reading,
    text: (question) => {
      const unknown =
        (question.match(/\p{L}+/gu) ?? []).some(
          (one) =>
            one.length > 2 &&
            !FUNCTION_WORDS.has(one.toLowerCase()) &&
            !FUNCTION_WORDS.has(singular(one.toLowerCase())) &&
            !words.has(singular(one.toLowerCase())) &&
            !/^(fy|q|h)\d/i.test(one),
        ) ||
        /\b[A-Z]{2,3}\b/.test(question) ||
        question.includes('’') ||
        question.includes("'");
      return unknown ? null : phrase(question);
    },
  };
}

/** Words that no other is a misspelling of. */
function madeUpWords(): () => string {
  const made: string[] = [];
  let seed = 77_777;
  return () => {
    for (;;) {
      seed += 104_729;
      const word = `${wordOf(seed % 999_983)}${wordOf((seed * 7) % 999_979).slice(0, 3)}`;
      if (word.length >= 8 && /[bdgklmnprt]$/.test(word) && made.every((other) => editDistance(word, other, 3) > 3)) {
        made.push(word);
        return word;
      }
    }
  };
}
