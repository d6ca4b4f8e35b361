/** Words that point at the answer before: at its rows by their place, at its members by their value, at its periods. */
import { demoNames } from '../../../tests/demo-names';
import { pointsOf, type Points } from '../../analysis/referents';
import type { Answer } from '../../query/answer';
import { read } from '../read';

const known = demoNames();

/** Rows stand in the order given: neither by value nor by name. */
function answerOf(rows: readonly (readonly [string, number | null])[], by: 'coast' | 'month'): Answer {
  const key =
    by === 'coast'
      ? { id: 'k', label: 'Coast', role: 'member', level: 'coast' }
      : { id: 'k', label: 'Month', role: 'time' };
  return {
    columns: [key, { id: 'v', label: 'Value', role: 'measure', as: 'value' }] as unknown as Answer['columns'],
    rows,
    rowCount: rows.length,
    truncated: false,
    dataVersion: '1',
    asOf: '2026-10-17',
    engine: 'none',
    ms: 0,
    support: [],
    window: {},
    other: null,
    incomplete: by === 'month' ? '2026-10-01' : null,
  };
}

function followed(first: string, answer: Answer, followUp: string) {
  const before = read(first, { ...known, before: null }).reading;
  if (before === null) throw new Error(`${first} is not understood`);
  const { outcome, sentence, notes } = read(followUp, {
    ...known,
    before,
    points: pointsOf(answer, before, known.calendar),
  });
  return { outcome, text: sentence?.text ?? notes.map((note) => note.text).join(' ') };
}

const COASTS: readonly (readonly [string, number])[] = [
  ['South Skerries', 20],
  ['Outer Isles', 5],
  ['Mid Sound', 90],
  ['Sunward Coast', 40],
];

describe('members of the answer', () => {
  const asked = (followUp: string, first = 'passengers by coast') =>
    followed(first, answerOf(COASTS, 'coast'), followUp).text;

  test.each([
    ['only the first one', 'South Skerries'],
    ['only the second one', 'Outer Isles'],
    ['only the last one', 'Sunward Coast'],
    ['only the highest one', 'Mid Sound'],
    ['only the biggest one', 'Mid Sound'],
    ['only the lowest one', 'Outer Isles'],
    ['only the best one', 'Mid Sound'],
    ['drill into the highest coast', 'Mid Sound'],
    ['without the biggest one', 'without Mid Sound'],
    ['drop the smallest coast', 'without Outer Isles'],
  ])('%s → %s', (followUp, member) => expect(asked(followUp)).toContain(member));

  test('best and worst turn where less is better; highest does not', () => {
    expect(asked('only the best one', 'average delay by coast')).toContain('Outer Isles');
    expect(asked('only the worst one', 'average delay by coast')).toContain('Mid Sound');
    expect(asked('only the highest one', 'average delay by coast')).toContain('Mid Sound');
  });

  test('equal values and members over several rows name no member: the words are a rank of the answer', () => {
    const text = (answer: Answer, followUp: string) => followed('passengers by coast', answer, followUp).text;
    expect(
      text(
        answerOf(
          [
            ['Mid Sound', 3],
            ['Outer Isles', 3],
          ],
          'coast',
        ),
        'only the highest one',
      ),
    ).toBe('Passengers by coast, top 1 coast');
    expect(
      text(
        answerOf(
          [
            ['Mid Sound', 3],
            ['Mid Sound', 2],
            ['Outer Isles', 4],
          ],
          'coast',
        ),
        'drill into the highest one',
      ),
    ).toContain('no single highest member');
  });

  test('another level and a place too far are refused with the reason', () => {
    expect(asked('drill into the highest vessel')).toContain('does not show such members');
    expect(asked('only the fifth one')).toContain('shows only 4');
  });
});

describe('periods of the answer', () => {
  const MONTHS: readonly (readonly [string, number])[] = [
    ['2026-07-01', 5],
    ['2026-08-01', 9],
    ['2026-09-01', 2],
    ['2026-10-01', 1],
  ];
  const asked = (followUp: string) =>
    followed('passengers by month this year', answerOf(MONTHS, 'month'), followUp).text;

  test('the peak is a period of the grain shown', () => expect(asked('only the peak')).toContain('August 2026'));
  test('an unfinished period is never the lowest', () => expect(asked('only the dip')).toContain('September 2026'));
  test('an answer that is not at hand is said to be so', () => {
    const before = read('passengers by month', { ...known, before: null }).reading;
    const result = read('only the peak', { ...known, before, points: null as Points | null });
    expect([result.outcome, result.notes[0]?.text]).toEqual(['unclear', expect.stringContaining('not at hand')]);
  });
});

test('a breakdown that replaces and one beside it are both kept, in either order', () => {
  const before = read('passengers by week', { ...known, before: null }).reading;
  const text = (followUp: string) => read(followUp, { ...known, before }).sentence?.text;
  expect(text('by coast instead, by month')).toBe('Passengers by month and coast');
  expect(text('by month, by coast instead')).toBe('Passengers by month and coast');
  expect(text('by coast instead, by vessel instead')).toBe('Passengers by coast and vessel');
  expect(text('week instead of month')).toBe('Passengers by week');
});

describe('words that are not understood', () => {
  const named = (text: string) => read(text, { ...known, before: null }).notes[0]?.text;
  test('a little word is named with the word after it', () =>
    expect(named('passengers by season')).toContain('“by season”'));
});

describe('members that were chosen by a rank or a test', () => {
  const asked = (followUp: string, first: string) => followed(first, answerOf(COASTS.slice(0, 2), 'coast'), followUp);

  test('over another period they are the same members, by name', () => {
    expect(asked('those coasts last year', 'top 2 coasts by passengers in 2025').text).toBe(
      'Passengers by coast for South Skerries or Outer Isles, last year',
    );
    expect(asked('the same coasts in 2024', 'coasts with over 100 passengers in 2025').text).toBe(
      'Passengers by coast for South Skerries or Outer Isles, 2024',
    );
  });

  test('where nothing chooses anew, the rank stays', () => {
    expect(asked('those coasts by month', 'top 2 coasts by passengers in 2025').text).toBe(
      'Passengers by month and coast, top 2 coasts by passengers, 2025',
    );
  });

  test('without the answer at hand, others are never shown in their place', () => {
    const before = read('top 2 coasts by passengers in 2025', { ...known, before: null }).reading;
    expect(read('those coasts last year', { ...known, before })).toMatchObject({ outcome: 'unclear' });
  });
});
