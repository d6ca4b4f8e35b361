/** Words and hands are equal: whatever the editors of phrases offer can be said, and saying it gives the same reading. */
import fc from 'fast-check';
import { impossibility } from '@zud/core/language/impossibility';
import { read } from '@zud/core/language/read';
import { namingOf } from '@zud/core/language/naming';
import { wordsOfEdits } from '@zud/core/language/words-of-edits';
import { applyEdits } from '@zud/core/reading/edit';
import type { Edit } from '@zud/core/reading/edit-schema';
import { measureOf } from '@zud/core/model/calculation';
import { canonical, type Key, type Reading } from '@zud/core/reading/schema';
import { sentenceOf } from '@zud/core/reading/sentence';
import {
  actsForPhrase,
  actsToAdd,
  besideEdits,
  dayEdits,
  memberEdits,
  newTestEdits,
  testedKeys,
  testEdits,
} from '../../web/inquiry/phrases/acts';
import { formatActs } from '../../web/inquiry/format-acts';
import type { ModelView } from '../../web/app/api';
import { readingOf, world, type World } from './generated-models';

/** Of the many edits offered for a reading one in so many is tried, another part of them each time. */
const STRIDE = 7;
const RUNS = Math.ceil(Number(process.env['LAW_RUNS'] ?? 1000) / 12);

/** What the screen knows of a model. */
function viewOf({ model }: World): ModelView {
  const { file } = model;
  return { ...file, asOfDay: '2026-10-17', levels: [], starters: [] } as unknown as ModelView;
}

/** Every edit that the editors of a reading's phrases, the “+” and the format panel offer. */
function offered(reading: Reading, made: World): readonly (readonly Edit[])[] {
  const model = viewOf(made);
  const { phrases } = sentenceOf(reading, namingOf(made.names));
  const acts = [
    ...phrases.flatMap((phrase) => actsForPhrase(phrase, reading, model)),
    ...actsToAdd(reading, model),
    ...formatActs(reading),
  ].map((act) => act.edits);
  const tests = reading.where.flatMap((one): Edit[][] =>
    one.kind === 'rows' || one.kind === 'measure'
      ? [
          testEdits(one, { ...one, test: 'atLeast', value: 12, upper: undefined }),
          testEdits(one, { ...one, test: 'between', value: 3, upper: 90 }),
        ]
      : [],
  );
  const chosen = [...made.members].flatMap(([level, members]): Edit[][] => [
    memberEdits(level, members.slice(0, 2), true),
    memberEdits(level, members.slice(1), false),
  ]);
  const keys = testedKeys(model);
  const added = keys
    .slice(0, 3)
    .flatMap(({ key }): Edit[][] => [
      newTestEdits(key, 'm0', { test: 'under', value: 40 }),
      newTestEdits(key, 'm2', { test: 'aboveAverage' }),
      newTestEdits(key, 'm0', { test: 'atMost', value: -0.05 }, { basis: 'year', as: 'percent' }),
    ]);
  return [
    ...acts,
    ...tests,
    ...chosen,
    ...added,
    newTestEdits(null, 'm1', { test: 'between', value: 2, upper: 9 }),
    dayEdits('2025-03-03', '2025-04-17'),
    besideEdits('2024-02-05', '2024-02-11'),
    ...rankEdits(reading),
  ];
}

/** Ranks as the editor makes them. */
function rankEdits({ by }: Reading): Edit[][] {
  const keys = by.flatMap((one): Key[] => (one.kind === 'bins' || one.kind === 'sets' ? [] : [one]));
  const [first] = keys;
  const last = keys.at(-1);
  if (first === undefined || last === undefined) return [];
  const rank = {
    direction: 'top' as const,
    count: 4,
    percent: false,
    of: last,
    by: null,
    within: null,
    others: false,
    marked: false,
  };
  return [
    [{ do: 'rank', rank }],
    [{ do: 'rank', rank: { ...rank, direction: 'bottom', percent: true, by: measureOf('m1'), others: true } }],
    ...(first === last ? [] : [[{ do: 'rank' as const, rank: { ...rank, within: first } }]]),
  ];
}

test('whatever the editors of phrases offer can be said in words', () => {
  let short = 0;
  let all = 0;
  fc.assert(
    fc.property(
      world.chain((made) => fc.record({ made: fc.constant(made), before: readingOf(made), from: fc.nat(STRIDE - 1) })),
      ({ made, before, from }) => {
        for (const edits of offered(before, made).filter((_edits, index) => index % STRIDE === from)) {
          const byHand = applyEdits(before, edits, made.model);
          if (
            !byHand.ok ||
            impossibility(byHand.reading, made.names) !== null ||
            canonical(byHand.reading) === canonical(before)
          )
            continue;
          const words = wordsOfEdits({ before, edits, after: byHand.reading }, made.names, made.calendar);
          if (words === null)
            throw new Error(
              `nothing says ${JSON.stringify(edits)}\n  after ${sentenceOf(before, namingOf(made.names)).text}\n  for ${sentenceOf(byHand.reading, namingOf(made.names)).text}`,
            );
          expect(canonical(read(words, { names: made.names, calendar: made.calendar, before }).reading)).toBe(
            canonical(byHand.reading),
          );
          all += 1;
          if (!words.startsWith('new question')) short += 1;
        }
      },
    ),
    { numRuns: RUNS },
  );
  // the whole sentence as a new question is the last resort, for what no follow-up says
  expect(short / all).toBeGreaterThan(0.95);
});
