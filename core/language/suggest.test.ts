import { demoNames } from '../../tests/demo-names';
import { libraryNames } from '../../tests/library-names';
import { canonical, type Reading } from '../reading/schema';
import { addDays } from '../time/day';
import { read } from './read';
import { starters } from './starters';
import { followUps, suggest } from './suggest';

describe.each([
  ['ferries', demoNames()],
  ['libraries', libraryNames()],
])('%s', (_name, known) => {
  const reading = (text: string): Reading | null => read(text, { ...known, before: null }).reading;
  const firsts = starters(known.names, known.calendar);

  test('first questions are varied and all can be read', () => {
    expect(firsts.length).toBeGreaterThanOrEqual(6);
    const readings = firsts.map((text) => canonical(reading(text)));
    expect(new Set(readings).size).toBe(firsts.length);
  });
  test.each([
    [20, 'by day', /month|quarter|year/],
    [60, 'by week', /month|quarter|year/],
    [200, 'by month', /quarter|last year/],
  ])('of %i days of data none is of what they do not span', (days, among, none) => {
    const last = '2025-12-31';
    const calendar = { ...known.calendar, asOf: last, firstData: addDays(last, -days), lastData: last };
    const short = starters(known.names, calendar);
    expect(short.join('\n')).toContain(among);
    expect(short.filter((text) => none.test(text) && !text.includes('plan'))).toEqual([]);
  });
  test('each follow-up that is offered can be read, and changes the reading or looks into it', () => {
    for (const first of firsts) {
      const before = reading(first);
      const offered = followUps({ ...known, before });
      expect(offered.length).toBeGreaterThanOrEqual(3);
      for (const text of offered) {
        const result = read(text, { ...known, before });
        expect([text, result.outcome]).toEqual([text, 'answered']);
        if (result.analysis === undefined) expect(canonical(result.reading)).not.toBe(canonical(before));
      }
    }
  });
});

describe('completions', () => {
  const known = demoNames();
  const labels = (text: string, before: Reading | null = null) =>
    suggest(text, { ...known, before }).completions.map((one) => one.label);
  test('names by their beginnings, with what they are', () => {
    expect(labels('passengers by coa')).toContain('coast');
    expect(suggest('passengers for Tolm', { ...known, before: null }).completions[0]).toMatchObject({
      label: 'Tolmar',
      kind: 'member',
      detail: 'port',
      text: 'passengers for Tolmar',
    });
  });
  test('phrases of the grammar come before names', () =>
    expect(labels('passengers by coast vs la')[0]).toBe('last year'));
  test('the sentence that the words would become, and the words already understood', () => {
    const said = suggest('passengers by coast blorp', { ...known, before: null });
    expect(said.words.map((word) => word.use)).toEqual(['name', 'grammar', 'name', 'unresolved']);
    expect(suggest('passengers by coast', { ...known, before: null }).sentence).toBe('Passengers by coast');
  });
  test('an ambiguous member is completed with its level', () =>
    expect(suggest('passengers for Eskv', { ...known, before: null }).completions.map((one) => one.text)).toEqual(
      expect.arrayContaining(['passengers for port Eskvik', 'passengers for island Eskvik']),
    ));
});
