/** Which columns summaries may be made of, over the demo's model. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { parse as parseYaml } from 'yaml';
import { modelFileSchema } from '@zud/core/model/schema';
import { summaryColumns, type LoadedTable } from './summary-columns';

const file = modelFileSchema.parse(parseYaml(readFileSync(path.join(__dirname, '../../../demo/model.yaml'), 'utf8')));
const column = (text: string) => ({
  name: text.split(' ')[0] ?? '',
  type: (text.split(' ')[1] ?? 'text') as LoadedTable['columns'][number]['type'],
});
const table = (name: string, rows: number, columns: string): LoadedTable => ({
  name,
  rows,
  columns: columns.split(', ').map(column),
});
const BOOKINGS = table(
  'bookings',
  1_000_000,
  'booking_id integer, sailing_id integer, fare_id integer, customer_id integer, channel, sailed_on date, booked_on date, passengers integer, ticket_revenue number',
);
const SAILINGS =
  'sailing_id integer, route_id integer, vessel_id integer, captain_id integer, weather, departed_on date, delay_minutes integer, cancelled boolean';
const columnsOf = (sailings: number, name = 'bookings') =>
  summaryColumns(
    [file],
    [
      BOOKINGS,
      table('sailings', sailings, SAILINGS),
      table('fares', 12, 'fare_id integer, fare'),
      table('routes', 30, 'route_id integer, route'),
    ],
    new Map([['bookings', 'sailed_on']]),
  ).get(name);

test('the usual date comes first; foreign keys to small tables stand for them, a large one is passed through to what it knows', () => {
  const names = columnsOf(40_000)?.keys.map((key) => key.name) ?? [];
  expect(names[0]).toBe('sailed_on');
  expect(names).toEqual(
    expect.arrayContaining([
      'fare_id',
      'channel',
      'booked_on',
      'sailing_id>sailings.sailing_id>route_id',
      'sailing_id>sailings.sailing_id>weather',
    ]),
  );
  expect(names).not.toContain('sailing_id');
});

test('a parent of few rows is its foreign key', () => {
  expect(columnsOf(900)?.keys.map((key) => key.name)).toContain('sailing_id');
});

test('numbers are what is added up: neither what is only counted once each, nor fractions as keys', () => {
  expect(columnsOf(40_000)?.numbers).toEqual(['passengers', 'ticket_revenue']);
  expect(columnsOf(40_000)?.keys.map((key) => key.column)).not.toContain('ticket_revenue');
  expect(columnsOf(40_000, 'sailings')?.keys.map((key) => key.name)).toContain('cancelled');
});

test('a table that no model reads facts from has none', () => {
  expect(columnsOf(40_000, 'fares')).toBeUndefined();
});
