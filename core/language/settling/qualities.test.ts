/** Adjectives of length, money and weight, over models that have one such measure, several, or none. */
import { corpusNames } from '../../../tests/demo-names';
import { read } from '../read';

const sentence = (model: string, ...questions: readonly string[]) => {
  const known = corpusNames(model);
  let before: ReturnType<typeof read>['reading'] = null;
  let last: ReturnType<typeof read> | null = null;
  for (const question of questions) {
    last = read(question, { ...known, before });
    before = last.reading ?? before;
  }
  return last?.sentence?.text ?? last?.notes[0]?.text ?? '';
};

test.each<[string, readonly string[], string]>([
  // one price
  ['theatres', ['the three cheapest price bands'], 'Average price by price band, bottom 3 price bands'],
  // two that take time
  [
    'theatres',
    ['the five longest productions'],
    '“longest” may be said of late start or running time; say by which, for example “… by late start”.',
  ],
  // what is shown already takes time
  ['theatres', ['late start by venue', 'slowest 3'], 'Late start by venue, top 3 venues'],
  ['theatres', ['running time by genre', 'shortest first'], 'Running time by genre, sorted by running time ascending'],
  [
    'theatres',
    ['box office by genre', 'longest first'],
    'Nothing that is shown can be “longest”; name the measure to sort by.',
  ],
  // a measure is said
  ['theatres', ['slowest venues by late start'], 'Late start by venue, top 10 venues'],
  // nothing is weighed there
  ['theatres', ['heaviest productions'], 'Nothing in this model can be “heaviest”; say by which measure.'],
  ['parcels', ['heaviest senders'], 'Weight by sender, top 10 senders'],
  // how full, where one measure says so
  ['theatres', ['how full were our venues in March'], 'Occupancy by venue, March 2026'],
  ['airport', ['emptiest airlines'], 'Load factor by airline, bottom 10 airlines'],
  ['parcels', ['fullest hubs'], 'Nothing in this model can be “fullest”; say by which measure.'],
  // a unit that is said is the one it is kept in, or refused
  ['factory', ['downtime in minutes'], 'Downtime'],
  ['zoo', ['feed weight in kilos by house'], 'Feed weight by house'],
  ['zoo', ['feed weight in tonnes'], 'Feed weight is kept in kg and is not converted, so it cannot be told in tonnes.'],
  // of what has a strength of its own; elsewhere the strongest is the best
  ['brew', ['strongest beer'], 'Strength by beer, top 10 beers marking the first'],
  ['brew', ['strongest town for sales'], 'Sales by town, top 10 towns marking the first'],
  ['shop', ['strongest category'], 'Revenue by category, top 10 categories marking the first'],
  // how it goes, not how long it takes
  ['shop', ['slowest selling products'], 'Revenue by product, bottom 10 products'],
])('over %s, %j gives “%s”', (model, questions, expected) => {
  expect(sentence(model, ...questions)).toBe(expected);
});
