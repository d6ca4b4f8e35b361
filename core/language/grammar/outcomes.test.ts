/** Shares of one member, and outcomes said by the nouns and verbs of their names, which the names of models cannot be changed without. */
import { corpusNames } from '../../../tests/demo-names';
import { read } from '../read';

const known = new Map<string, ReturnType<typeof corpusNames>>();
const of = (model: string) => {
  const there = known.get(model) ?? corpusNames(model);
  known.set(model, there);
  return there;
};
const said = (model: string, ...questions: readonly string[]): string => {
  let before = null as ReturnType<typeof read>['reading'];
  let last = '';
  for (const question of questions) {
    const result = read(question, { ...of(model), before });
    last = result.sentence?.text ?? result.outcome;
    before = result.reading ?? before;
  }
  return last;
};

test.each<[string, string, string]>([
  ['fire', 'failure rate by station', 'Share of “Failed” in inspections by station'],
  ['fire', 'average pass rate by month', 'Share of “Passed” in inspections by month'],
  ['fire', 'percent of inspections passed by inspector', 'Share of “Passed” in inspections by inspector'],
  [
    'fire',
    'which station has the highest failure rate',
    'Share of “Failed” in inspections by station, top 10 stations marking the first',
  ],
  [
    'fire',
    'stations with a failure rate over 20%',
    'Share of “Failed” in inspections by station where station has share of “Failed” in inspections over 20%',
  ],
  ['fire', 'failed inspections as a percentage of all inspections', 'Share of “Failed” in inspections'],
  ['fire', 'share of incidents due to flooding by district', 'Share of Flooding in incidents by district'],
  ['courts', 'share of hearings held in Room 1 by month', 'Share of Room 1 in hearings by month'],
  ['web', 'cancellations by country', 'Orders by country for Cancelled'],
  ['web', 'revenue without cancellations', 'Revenue without Cancelled'],
  ['web', 'which country returns the most', 'Orders by country, top 10 countries marking the first for Returned'],
])('%s: “%s”', (model, question, expected) => {
  expect(said(model, question).replaceAll(/[“”]/g, '')).toBe(expected.replaceAll(/[“”]/g, ''));
});

test.each<[string, string]>([
  // what is cancelled would narrow the revenue as well
  ['web', 'cancellations and revenue by month'],
  // a verb in its plain form orders something to be done
  ['loans', 'approve the application of Briar Farm'],
  // once these are chosen, it is all of them
  ['dining', 'share of cash in takings for card'],
])('%s: “%s” is not answered', (model, question) => {
  expect(said(model, question)).toBe('unclear');
});

describe('the share of one member, followed up', () => {
  const share = 'share of cash in takings by restaurant';
  test('another member takes its place', () =>
    expect(said('dining', share, 'what about card?')).toBe('Share of Card in takings by restaurant'));
  test('beside another, both are shares', () =>
    expect(said('dining', share, 'card vs cash')).toBe(
      'Share of takings within each group by restaurant and payment method — Card versus Cash',
    ));
  test('broken down by its own level, all are shares', () =>
    expect(said('dining', share, 'also by payment method')).toBe(
      'Share of takings within each group by restaurant and payment method',
    ));
  test('where others are left out, the rest are shares', () =>
    expect(said('dining', share, 'without voucher')).toBe(
      'Share of takings within each group by restaurant and payment method without Voucher',
    ));
  test('where it is broken down by already, all are shares', () =>
    expect(said('dining', 'takings by payment method', 'what share is cash?')).toBe(
      'Share of takings by payment method',
    ));
  test('on another level, it stays', () =>
    expect(said('dining', share, 'only The Weir', 'in 2025')).toContain('Share of Cash in takings by restaurant'));
});
