import { CORPUS_MODELS } from '../../tests/corpus/models';
import { namingOf } from '../language/naming';
import { isMeasure } from '../model/calculation';
import { plain, same, type Reading } from '../reading/schema';
import { calculationWords } from '../reading/words';
import { alertFault, alertReading, grainOf, levelOf, type AlertWhen } from './alert';
import { alertSentence } from './alert-sentence';
import { readAlert } from './alert-words';
import { asksForAlert } from './lead';

const NOW = new Date('2026-10-14T09:30:00Z');
const MODELS = new Map(CORPUS_MODELS);
function alertOf(text: string, model = 'ferries') {
  const known = MODELS.get(model);
  if (known === undefined) throw new TypeError(model);
  return readAlert(text, { ...known, before: null }, NOW, 'Europe/Lisbon');
}

/** What an alert came to: measure, level, grain, where and when. */
function told(text: string, model?: string): string {
  const read = alertOf(text, model);
  if (!read.ok) return `no: ${read.reason}`;
  const { reading, when, look, who } = read.alert;
  const calculation = reading.shown[0]?.calculation;
  const measure = calculation !== undefined && isMeasure(calculation) ? calculation.measure : '?';
  const where = reading.where.map((one) => (one.kind === 'members' ? one.members.join('+') : one.kind)).join(' ');
  const { kind, ...rest } = when;
  return [
    `${measure}/${levelOf(reading) ?? '-'}/${grainOf(reading) ?? '-'}`,
    where,
    `${kind} ${Object.values(rest).join(' ')}`.trim(),
    look === 'data' ? '' : `${look.rule} ${look.start.slice(11)}`,
    who.join('+'),
  ]
    .filter((part) => part !== '')
    .join(' | ');
}

describe('alerts in words', () => {
  test.each([
    [
      'tell me when cancellation rate of any route is over 3 % in a week',
      'cancellation_rate/route/week | value over 0.03',
    ],
    ['alert me if passengers fall outside the usual', 'passengers/-/week | unusual either'],
    [
      'let me and Tomas know when revenue falls by more than 10% in a month',
      'ticket_revenue/-/month | change down 0.1 percent previous true | Tomas',
    ],
    ['warn me if any route has a cancellation rate above 5% a day', 'cancellation_rate/route/day | value over 0.05'],
    [
      'tell me when ticket revenue on Outer Isles is under 20k in a week, every Monday at 6',
      'ticket_revenue/-/week | Outer Isles | value under 20000 | FREQ=WEEKLY;BYDAY=MO 06:00',
    ],
    [
      'tell me when ticket revenue is under 20k in a week on Outer Isles',
      'ticket_revenue/-/week | Outer Isles | value under 20000',
    ],
    ['notify us when satisfaction drops below 3.5', 'satisfaction/-/week | value under 3.5'],
    ['tell me if revenue misses plan by more than 5% in a month', 'ticket_revenue/-/month | plan below 0.05'],
    ['tell me when there is a new route', 'passengers/route/day | new'],
    ['tell me if data is more than 2 days late', 'passengers/-/day | late 2'],
    ['tell me when a load is at fault', 'passengers/-/day | fault'],
    ['alert me if the data break a rule', 'passengers/-/day | fault'],
    ['warn us when any rule is broken', 'passengers/-/day | fault'],
    [
      'tell me when monthly passengers are expected to pass 60k within 3 months',
      'passengers/-/month | forecast over 60000 3',
    ],
    [
      'alert me when any vessel’s average delay exceeds 15 minutes in a week',
      'average_delay/vessel/week | value over 15',
    ],
    [
      'tell me when bookings change by more than 20% from last year in a month',
      'bookings/-/month | change either 0.2 percent year true',
    ],
    [
      'warn me when cancellation rate rises by more than 2 points in a month',
      'cancellation_rate/-/month | change up difference previous true 0.02',
    ],
    ['tell me when any route sinks below 100 passengers a day', 'passengers/route/day | value under 100'],
    [
      'let me know as soon as the load factor of any route is between 90% and 100% in a month',
      'load_factor/route/month | value between 0.9 1',
    ],
    [
      'please let me know if passengers rise by at least 15% week on week',
      'passengers/-/week | change up 0.15 percent previous false',
    ],
    [
      'set up an alert when load factor of each vessel is unusually low in a week when data arrives',
      'load_factor/vessel/week | unusual low',
    ],
    ['alert me, if no new data has come in for 3 days', 'passengers/-/day | late 3'],
  ])('“%s”', (text, expected) => expect(told(text)).toBe(expected));

  test.each([
    [
      'tell me if loans at any branch fall by more than 30 percent month on month',
      'loans/branch/month | change down 0.3 percent previous true',
    ],
    ['tell me when visits drop under 200 a day', 'visitors/-/day | value under 200'],
  ])('of libraries: “%s”', (text, expected) => expect(told(text, 'libraries')).toBe(expected));

  test.each([
    ['let me know if the blurb of any route is over 5', /“blurb” is not understood/],
    ['tell me when x', /not understood/],
    ['tell me if passengers last month are over 50k', /not at one that is named/],
    ['tell me when the top 3 routes by passengers are over 5k in a week', /not only at the first of a rank/],
    ['passengers by route', /Say when it is to be told/],
    ['tell me when passengers are over 5k wobble in a week', /wobble/],
    // what is not the case is no alert, and is never read as what is
    ['tell me when passengers are not between 100 and 200 in a week', /what is to be the case/],
    ['tell me when passengers are not over 5k in a week', /what is to be the case/],
    ['tell me when passengers aren’t over 5k in a week', /what is to be the case/],
    // nothing that is said is passed over: a second level, figure, test or period
    ['tell me when passengers by coast and port are over 5k in a week', /each member of one level/],
    ['tell me when passengers and revenue are over 5k in a week', /about one figure/],
    ['tell me when passengers fall by more than 10% on last month in a week', /of another length/],
    ['tell me when weekly passengers are expected to pass 60k within 3 months', /of another length/],
  ])('“%s” is not kept: %p', (text, reason) => {
    const read = alertOf(text);
    expect(read.ok ? told(text) : read.reason).toMatch(reason);
  });

  test('an alert on what is shown: what of it an alert does not look at is told', () => {
    const known = MODELS.get('ferries');
    if (known === undefined) throw new TypeError('ferries');
    const before: Reading = {
      ...alertReadingOf('passengers'),
      by: [{ kind: 'level', level: 'route' }],
      when: { period: { kind: 'this', grain: 'year' } },
    };
    const read = readAlert('tell me when it is under 500 in a week', { ...known, before }, NOW, 'UTC');
    if (!read.ok) throw new Error(read.reason);
    expect([levelOf(read.alert.reading), grainOf(read.alert.reading)]).toEqual(['route', 'week']);
    expect(read.alert.notes).toEqual(['An alert looks at every period as it comes, not at one that is named.']);
    const two = { ...before, shown: [...before.shown, plain('ticket_revenue')] };
    expect(readAlert('tell me when it is under 500', { ...known, before: two }, NOW, 'UTC').ok).toBe(false);
  });

  test('questions are not taken for alerts', () => {
    for (const question of [
      'tell me about passengers',
      'show me passengers when weather is bad',
      'tell me passengers by route',
    ])
      expect(asksForAlert(question)).toBe(false);
    expect(asksForAlert('Tell me when passengers are over 5k.')).toBe(true);
  });
});

const alertReadingOf = (measure: string): Reading => ({
  version: 2,
  shown: [plain(measure)],
  by: [],
  where: [],
  when: null,
  against: null,
  ahead: null,
  rank: null,
  order: null,
  rows: null,
  view: null,
});

test('LAW: an alert read back from its sentence is the same alert, over the measures and levels of models', () => {
  const whens: readonly AlertWhen[] = [
    { kind: 'value', test: 'over', value: 0.03 },
    { kind: 'value', test: 'under', value: 1200 },
    { kind: 'value', test: 'between', value: 1, upper: 3 },
    { kind: 'change', direction: 'down', by: 0.1, as: 'percent', basis: 'previous', strict: true },
    { kind: 'change', direction: 'either', by: 0.25, as: 'percent', basis: 'year', strict: false },
    { kind: 'change', direction: 'up', by: 0.02, as: 'difference', basis: 'previous', strict: true },
    { kind: 'plan', side: 'below', by: 0.05 },
    { kind: 'unusual', side: 'either' },
    { kind: 'unusual', side: 'low' },
    { kind: 'forecast', side: 'over', value: 500, within: 4 },
  ];
  const wrong: string[] = [];
  let tried = 0;
  for (const [id, known] of CORPUS_MODELS.slice(0, 12)) {
    const naming = namingOf(known.names);
    const measures = [...known.names.model.measures.keys()].slice(0, 6);
    const level = [...known.names.model.levels.keys()][1];
    measures.forEach((measure, index) => {
      for (const [at, when] of whens.entries()) {
        const leveled = level !== undefined && (index + at) % 2 === 0 ? [{ kind: 'level' as const, level }] : [];
        const reading = alertReading(
          { ...alertReadingOf(measure), by: leveled },
          (['day', 'week', 'month'] as const)[(index + at) % 3] ?? 'week',
        );
        if (alertFault(reading, when) !== null) continue;
        const text = `tell me when ${alertSentence(reading, when, naming)}`;
        const read = readAlert(text, { ...known, before: null }, NOW, 'UTC');
        if (!read.ok && /cannot be broken down/.test(read.reason)) continue;
        tried += 1;
        // names that the model gives to several things are asked about, as in any question
        // “units baked” names the date that it is counted by, too
        const undated = (one: Reading) => one.by.map((by) => (by.kind === 'time' ? { ...by, role: undefined } : by));
        if (
          !read.ok ||
          !same([{ ...read.alert.reading, by: undated(read.alert.reading) }, read.alert.when], [reading, when])
        )
          wrong.push(
            `${id} ${calculationWords(naming, plain(measure).calculation)}: ${text} → ${read.ok ? JSON.stringify(read.alert.when) : read.reason}`,
          );
      }
    });
  }
  expect(tried).toBeGreaterThan(300);
  if (wrong.length > 0) throw new Error(`${wrong.length} of ${tried}\n${wrong.slice(0, 12).join('\n')}`);
});
