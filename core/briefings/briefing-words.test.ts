import { demoNames } from '../../tests/demo-names';
import { namingOf } from '../language/naming';
import { sentenceOf } from '../reading/sentence';
import type { EditionPage } from '../contract/briefings';
import { asksForBriefing } from '../alerts/lead';
import { readBriefing } from './briefing-words';
import { changedSince } from './since';

const known = demoNames();
const NOW = new Date('2026-10-14T09:30:00Z');
function told(text: string): string[] {
  let id = 0;
  const made = readBriefing(text, { ...known, before: null }, NOW, 'Europe/Lisbon', () => `p${(id += 1)}`);
  if (!made.ok) return [`no: ${made.reason}`];
  const { pages, look, who, addresses } = made.briefing;
  return [
    ...pages.map((page) =>
      [
        page.kind === 'answer' ? '' : page.kind,
        page.each === null ? '' : `each ${page.each.direction} ${page.each.count} ${page.each.level}`,
        page.reading === null ? '' : sentenceOf(page.reading, namingOf(known.names), known.calendar).text,
        page.only === 'always' ? '' : `only ${page.only}`,
      ]
        .filter((part) => part !== '')
        .join(' | '),
    ),
    ...(look === null ? [] : [look === 'data' ? 'on data' : `${look.rule} ${look.start.slice(11)}`]),
    ...[...who, ...addresses].map((one) => `to ${one}`),
  ];
}

test.each([
  ['brief me on passengers by coast every Monday at 6', ['Passengers by coast', 'FREQ=WEEKLY;BYDAY=MO 06:00']],
  [
    'send me and Tomas a briefing on cancellation rate by route last month; ticket revenue by month this year, by mail',
    ['Cancellation rate by route, last month', 'Ticket revenue by month, this year', 'to Tomas'],
  ],
  [
    'brief us on passengers by port every weekday at 7:30 by mail to board@example.org and Ines',
    ['Passengers by port', 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR 07:30', 'to Ines', 'to board@example.org'],
  ],
  [
    'brief me on for each of the top 3 routes by cancellations: the trend and what moved, only if anything is unusual',
    [
      'each top 3 route | Cancelled sailings by month | only unusual',
      'each top 3 route | Cancelled sailings, last month — beside the period before, explained | only unusual',
    ],
  ],
  ['a new briefing on what is unusual whenever data arrive', ['findings | only unusual', 'on data']],
])('“%s”', (text, expected) => expect(told(text)).toEqual(expected));

test.each([
  ['brief me on the blurb', /“the blurb”: .*blurb/],
  ['brief me on passengers every blue moon', /blue|moon/],
  ['passengers by coast', /Say what it is to be on/],
])('“%s” is not kept, and says why', (text, why) => expect(told(text)[0]).toMatch(why));

test('questions are not taken for briefings', () => {
  expect(asksForBriefing('briefly, passengers by coast')).toBe(false);
  expect(asksForBriefing('Brief me on passengers')).toBe(true);
});

test('what changed since the edition before: figures, pages that came and went, new findings', () => {
  const page = (id: string, more: Partial<EditionPage>): EditionPage => ({
    id,
    of: id,
    title: id,
    kind: 'answer',
    modelId: 'm',
    reading: null,
    sentence: null,
    headline: null,
    words: null,
    texts: [],
    figures: [],
    answer: null,
    chart: null,
    notes: [],
    dataVersion: null,
    left: null,
    condition: 'always',
    ...more,
  });
  const figure = (text: string) => ({ label: 'Cancellation rate', text, value: 0, change: null });
  expect(
    changedSince(
      [
        page('Week', { figures: [figure('1.9%')] }),
        page('Berths', { left: 'nothing to tell' }),
        page('Drifter', {}),
        page('Odd', { kind: 'findings', texts: ['A rose.', 'B fell.'] }),
        page('Same', { headline: 'It is so' }),
      ],
      [
        page('Week', { figures: [figure('0.8%')] }),
        page('Berths', {}),
        page('Odd', { kind: 'findings', texts: ['A rose.'] }),
        page('Same', { headline: 'It is so' }),
      ],
    ),
  ).toEqual([
    'Week: Cancellation rate from 0.8% to 1.9%.',
    'New among what is unusual: B fell.',
    '“Drifter” is new.',
    '“Berths” is not in it any more.',
  ]);
});
