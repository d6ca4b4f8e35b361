/** Ranks by what a verb says, where the names of models cannot be changed without the verb. */
import { corpusNames } from '../../../tests/demo-names';
import { read } from '../read';

test.each<[string, string, string]>([
  [
    'podcasts',
    'most played episodes of Night Tide this year',
    'Plays by episode, top 10 episodes for Night Tide, this year',
  ],
  ['podcasts', 'the 3 least played shows', 'Plays by show, bottom 3 shows'],
  ['staff', 'how many people joined in 2025', 'Hires, 2025'],
  [
    'brew',
    'who delivered the most last quarter',
    'Deliveries by driver, top 10 drivers marking the first, last quarter',
  ],
  ['brew', 'where do we sell the most', 'Sales by region, top 10 regions marking the first'],
  ['courts', 'who sat the most hours in Q1 2026', 'Sitting hours by judge, top 10 judges marking the first, Q1 2026'],
  ['ski', 'who teaches best', 'Lessons by instructor, top 10 instructors marking the first'],
])('%s: “%s”', (model, question, expected) => {
  const { names, calendar } = corpusNames(model);
  expect(read(question, { names, calendar, before: null }).sentence?.text).toBe(expected);
});

test.each<[string, string]>([
  // an order is none to count what it speaks of
  ['loans', 'approve the application of Briar Farm'],
  // a verb of the date of other records
  ['staff', 'absences left in May'],
  // a stock is not broken down by days here
  ['pharmacy', 'days of stock'],
])('%s: “%s” is not answered', (model, question) => {
  const { names, calendar } = corpusNames(model);
  expect(read(question, { names, calendar, before: null }).outcome).toBe('unclear');
});

test('a follow-up that changes nothing says so', () => {
  const known = corpusNames('ski');
  const before = read('lift rides by valley last month', { ...known, before: null }).reading;
  const again = read('last month', { ...known, before });
  expect(again.reading).toEqual(before);
  expect(again.notes.map((note) => note.text).join(' ')).toContain('nothing has changed');
});

test('a verb of a date is not passed over where a period is said with it', () => {
  const { names, calendar } = corpusNames('ski');
  const { reading, options } = read('skiers who bought a season card in January', { names, calendar, before: null });
  expect([reading, ...options.map((option) => option.reading)].some((one) => one?.when?.role === 'bought')).toBe(true);
});
