import { byLevel, EMPTY_READING, type Reading } from '@zud/core/reading/schema';
import type { ModelView } from '../../app/api';
import { actsForPhrase, actsToAdd } from './acts';
import { sectionsOf } from './edit-act';

const MODEL = {
  id: 'shops',
  asOfDay: '2026-06-30',
  dimensions: [
    {
      id: 'place',
      name: 'Place',
      levels: [
        { id: 'region', name: 'Region', description: 'As the field force cuts the country.' },
        { id: 'shop', name: 'Shop' },
      ],
    },
  ],
  measures: [
    { id: 'units', name: 'Units', kind: 'sum', description: 'Boxes that left.' },
    { id: 'takings', name: 'Takings', kind: 'sum' },
  ],
  levels: [
    { id: 'region', members: 6, sample: [] },
    { id: 'shop', members: 1, sample: [] },
  ],
} as unknown as ModelView;
const READING: Reading = {
  ...EMPTY_READING,
  shown: [{ calculation: { kind: 'measure', measure: 'units' }, transform: null }],
  by: [byLevel('region')],
};
const phrase = (part: 'by' | 'shown') =>
  ({ part, path: `/${part}`, text: '' }) as unknown as Parameters<typeof actsForPhrase>[0];

test('breakdowns stand under their dimension in the order of its levels, with what a level is and how many it has', () => {
  const acts = actsForPhrase(phrase('by'), READING, MODEL);
  const place = sectionsOf(acts).find(({ name }) => name === 'Place');
  expect(place?.acts.map(({ act }) => [act.label, act.holds, act.about, act.inForce === true])).toEqual([
    ['By region', '6 members', 'As the field force cuts the country.', true],
    ['By shop', '1 member', undefined, false],
  ]);
});

test('what is shown already is marked, and can be had again only where it is one of several', () => {
  const alone = actsForPhrase(phrase('shown'), READING, MODEL).filter((act) => act.label === 'Units');
  expect(alone).toMatchObject([{ inForce: true, about: 'Boxes that left.' }]);
  const two: Reading = {
    ...READING,
    shown: [...READING.shown, { calculation: { kind: 'measure', measure: 'takings' }, transform: null }],
  };
  expect(actsForPhrase(phrase('shown'), two, MODEL).find((act) => act.label === 'Units')?.inForce).toBeUndefined();
});

test('each act that can be chosen stands once, in one section, and nothing in force changes the reading', () => {
  const acts = [...actsForPhrase(phrase('by'), READING, MODEL), ...actsToAdd(READING, MODEL)];
  const listed = sectionsOf(acts).flatMap((section) => section.acts.map(({ at }) => at));
  expect([...listed].sort((a, b) => a - b)).toEqual(acts.map((_act, at) => at));
});
