/** Numbers of single records that are said without their names. */
import { corpusNames } from '../../../tests/demo-names';
import { read } from '../read';
import { measuresOfLength, wordOfAmount, worthOf } from './lengths';

const dining = corpusNames('dining');
const { model } = dining.names;
const ids = (found: ReturnType<typeof measuresOfLength>) => (found === 'refused' ? found : found.map((one) => one.id));

test('what is compared is told from the unit', () => {
  expect(
    [
      { value: 1, unit: 'EUR' },
      { value: 1, unit: 'minutes' },
      { value: 1, unit: 'kg' },
      { value: 1, unit: 'percent' },
      { value: 1 },
    ].map(wordOfAmount),
  ).toEqual(['worth', 'longer', 'heavier', null, null]);
});

test('the usual measure is what a record is worth, where it is money; else any amount it has', () => {
  expect(worthOf('bills', model).map((one) => one.id)).toEqual(['takings']);
  expect(worthOf('orders', model).map((one) => one.id)).toEqual(['kitchen']);
  expect(worthOf('reviews', model)).toEqual([]);
});

test('a length of time is one of the names that speak of it', () => {
  expect(ids(measuresOfLength({ word: 'longer', amount: { value: 3, unit: 'hours' } }, ['bills'], model))).toEqual([
    'stay',
  ]);
  expect(
    ids(measuresOfLength({ word: 'longer', amount: { value: 3, unit: 'hours' }, to: 'wash' }, ['bills'], model)),
  ).toBe('refused');
});

test.each<[string, string]>([
  ['average bill by restaurant', 'Average takings by restaurant'],
  ['largest single bill in 2025', 'Maximum takings, 2025'],
  ['biggest bills last week', 'Takings, last week, sorted by takings descending, as records of bills'],
  ['bills over €200', 'Bills where row takings is over 200'],
  ['bills over 90 minutes', 'Bills where row table time is over 90'],
])('“%s”', (question, expected) => {
  expect(read(question, { ...dining, before: null }).sentence?.text).toBe(expected);
});

test('of many records, an average is not that of one', () => {
  expect(read('average bills per weekday', { ...dining, before: null }).outcome).toBe('unclear');
});

test('a unit that is also a word of a name asks which of two numbers is meant', () => {
  const hotels = corpusNames('hotels');
  expect(read('stays over 5 days', { ...hotels, before: null })).toMatchObject({
    outcome: 'choose',
    options: [{ label: 'Stays where row lead time is over 5' }, { label: 'Stays where row nights is over 5' }],
  });
  expect(read('rides longer than 45 minutes', { ...corpusNames('bikes'), before: null }).sentence?.text).toBe(
    'Rides where row ride duration is over 45',
  );
});

test('how long things take is told of the members they have to do with', () => {
  expect(read('how long do divorces take', { ...corpusNames('courts'), before: null }).sentence?.text).toBe(
    'Case duration for Divorce',
  );
  expect(read('is Parcelwing faster than SwiftBox', { ...corpusNames('shop'), before: null }).sentence?.text).toBe(
    'Delivery time by carrier — Parcelwing versus SwiftBox',
  );
});
