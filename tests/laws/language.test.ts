/** The laws of the language over generated models and readings. */
import fc from 'fast-check';
import { read } from '@zud/core/language/read';
import { NEVER_PARTS } from '@zud/core/language/grammar/grammar';
import { namingOf } from '@zud/core/language/naming';
import { canonical, type Reading } from '@zud/core/reading/schema';
import { sentenceOf } from '@zud/core/reading/sentence';
import { readingOf, words, world, worldOf } from './generated-models';

const RUNS = Number(process.env['LAW_RUNS'] ?? 400);

/** Text that is looked for is taken as it stands, whatever it is. */
const looksForText = (reading: Reading) => reading.where.some((one) => one.kind === 'text');

describe('laws of the language', () => {
  test('round trip: reading the sentence of a reading gives that reading', () => {
    fc.assert(
      fc.property(
        world.chain((made) => readingOf(made).map((reading) => ({ made, reading }))),
        ({ made, reading }) => {
          const sentence = sentenceOf(reading, namingOf(made.names), made.calendar);
          const back = read(sentence.text, { names: made.names, calendar: made.calendar, before: null });
          if (back.outcome !== 'answered')
            throw new Error(
              `“${sentence.text}” is ${back.outcome}: ${back.notes.map((note) => note.text).join(' ')} ${back.options.map((option) => option.label).join(' | ')}`,
            );
          if (canonical(back.reading) !== canonical(reading))
            throw new Error(
              `“${sentence.text}” is read as “${back.sentence?.text}”\n${canonical(reading)}\n${canonical(back.reading)}`,
            );
        },
      ),
      { numRuns: RUNS },
    );
  });

  test('a made-up word put anywhere makes the question unclear and is named', () => {
    fc.assert(
      fc.property(
        world.chain((made) => fc.record({ made: fc.constant(made), reading: readingOf(made), place: fc.nat(30) })),
        ({ made, reading, place }) => {
          fc.pre(!looksForText(reading));
          const { text } = sentenceOf(reading, namingOf(made.names), made.calendar);
          const parts = text.split(' ');
          const at = place % (parts.length + 1);
          const spoilt = [...parts.slice(0, at), 'qwyjibozzq', ...parts.slice(at)].join(' ');
          const result = read(spoilt, { names: made.names, calendar: made.calendar, before: null });
          expect(result.outcome).toBe('unclear');
          expect(result.words.filter((word) => word.use === 'unresolved').map((word) => word.text)).toContain(
            'qwyjibozzq',
          );
        },
      ),
      { numRuns: RUNS / 2 },
    );
  });

  test('case and harmless words do not matter', () => {
    fc.assert(
      fc.property(
        world.chain((made) => readingOf(made).map((reading) => ({ made, reading }))),
        ({ made, reading }) => {
          fc.pre(!looksForText(reading));
          const context = { names: made.names, calendar: made.calendar, before: null };
          const { text } = sentenceOf(reading, namingOf(made.names), made.calendar);
          const plain = canonical(read(text, context).reading);
          expect(canonical(read(text.toUpperCase(), context).reading)).toBe(plain);
          expect(canonical(read(`Please show me the ${text}, thanks!`, context).reading)).toBe(plain);
        },
      ),
      { numRuns: RUNS / 4 },
    );
  });

  test('renaming all names of the model and the question alike gives the same reading renamed', () => {
    fc.assert(
      fc.property(
        fc.tuple(words, words).chain(([a, b]) => {
          const made = worldOf(a);
          return readingOf(made).map((reading) => ({ made, other: worldOf(b), reading }));
        }),
        ({ made, other, reading }) => {
          const renamed = JSON.parse(
            [...made.members].reduce(
              (json, [level, list]) =>
                list.reduce(
                  (text, name, index) =>
                    text.replaceAll(JSON.stringify(name), JSON.stringify(`\u0001${level}\u0001${index}`)),
                  json,
                ),
              JSON.stringify(reading),
            ),
            (_key, value: unknown) =>
              typeof value === 'string' && value.startsWith('\u0001')
                ? (other.members.get(value.split('\u0001')[1] ?? '') ?? [])[Number(value.split('\u0001')[2])]
                : value,
          ) as typeof reading;
          const said = sentenceOf(renamed, namingOf(other.names), other.calendar).text;
          const result = read(said, { names: other.names, calendar: other.calendar, before: null });
          expect(canonical(result.reading)).toBe(canonical(renamed));
        },
      ),
      { numRuns: RUNS / 4 },
    );
  });

  test('one typing error in a name of five letters or more gives the same reading or a choice, never another', () => {
    fc.assert(
      fc.property(
        world.chain((made) =>
          fc.record({
            made: fc.constant(made),
            level: fc.constantFrom('d0l0', 'd1l0', 'd2l1'),
            place: fc.nat(20),
            letter: fc.constantFrom('a', 'e', 'k', 't', 'z'),
            how: fc.constantFrom('swap', 'drop', 'change', 'add'),
          }),
        ),
        ({ made, level, place, letter, how }) => {
          const name = made.members.get(level)?.[0] ?? '';
          const at = 1 + (place % (name.length - 2));
          const wrong =
            how === 'swap'
              ? name.slice(0, at) + (name[at + 1] ?? '') + (name[at] ?? '') + name.slice(at + 2)
              : how === 'drop'
                ? name.slice(0, at) + name.slice(at + 1)
                : how === 'change'
                  ? name.slice(0, at) + letter + name.slice(at + 1)
                  : name.slice(0, at) + letter + name.slice(at);
          // Another name, or another English word, is no typing error that anyone could see.
          fc.pre(made.names.exactly([wrong.toLowerCase()]).length === 0 && !NEVER_PARTS.has(wrong.toLowerCase()));
          const context = { names: made.names, calendar: made.calendar, before: null };
          const measure = made.model.measures.get('m0')?.name ?? '';
          const right = read(`${measure} for ${name}`, context);
          const result = read(`${measure} for ${wrong}`, context);
          if (result.outcome === 'answered' && canonical(result.reading) !== canonical(right.reading))
            throw new Error(`“${wrong}” for “${name}” is read as “${result.sentence?.text}”`);
        },
      ),
      { numRuns: RUNS / 2 },
    );
  });
});
