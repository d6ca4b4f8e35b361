/** The rows of the demo world, table by table, from one seed. */
import { addDays, dayNumber, dayParts, weekday } from '../core/time/day';
import { seeded, type Random } from './random';
import { CAPTAINS, FARES, PORTS, ROUTES, VESSELS, type Route } from './places';

export type Value = string | number | boolean | null;

export interface DemoTable {
  readonly name: string;
  readonly columns: readonly (readonly [string, 'text' | 'integer' | 'number' | 'date' | 'timestamp' | 'boolean'])[];
  rows(): Iterable<readonly Value[]>;
  /** About how many rows, for progress. */
  readonly expected: number;
}

const FIRST_DAY = '2023-01-01';
const LAST_DAY = '2026-10-17';
const SEED = 20261017;

/** A storm over the Outer Isles. */
const STORM = { from: '2025-08-04', to: '2025-08-18', coast: 'Outer Isles' };
const KIOSK_OUTAGE = { from: '2025-05-10', to: '2025-05-24' };
const CREEPING_VESSEL = 7;
const CREEP_BEGINS = '2026-03-01';
const FARE_CHANGE = '2026-04-01';
const PLAN_GAP = '2026-03-01';

/** Passengers over the year: low in January, high in July and August. */
const MONTH_FACTOR = [0.62, 0.64, 0.74, 0.88, 0.98, 1.2, 1.48, 1.5, 1.08, 0.86, 0.68, 0.74];
/** Monday to Sunday. */
const WEEKDAY_FACTOR = [0.95, 0.9, 0.92, 0.97, 1.18, 1.16, 0.98];
const HOURS: Readonly<Record<string, readonly number[]>> = {
  'Short hop': [7, 10, 15, 17],
  'Coastal': [8, 13, 16],
  'Overnight': [20],
};

interface Sailing {
  readonly id: number;
  readonly route: Route;
  readonly day: string;
  readonly hour: number;
  readonly cancelled: boolean;
  readonly capacity: number;
  readonly demand: number;
}

/** @param scale multiplies booking lines (and seats, so that ships stay as full) */
export function demoTables(scale: number): DemoTable[] {
  return [
    {
      name: 'ports',
      expected: PORTS.length,
      columns: [
        ['port_id', 'integer'],
        ['port', 'text'],
        ['island', 'text'],
        ['island_group', 'text'],
        ['coast', 'text'],
        ['latitude', 'number'],
        ['longitude', 'number'],
        ['manager', 'text'],
      ],
      rows: () =>
        PORTS.map((one) => [
          one.id,
          one.port,
          one.island,
          one.group,
          one.coast,
          one.latitude,
          one.longitude,
          one.manager,
        ]),
    },
    {
      name: 'routes',
      expected: ROUTES.length,
      columns: [
        ['route_id', 'integer'],
        ['route', 'text'],
        ['line', 'text'],
        ['line_kind', 'text'],
        ['from_port_id', 'integer'],
        ['crossing_minutes', 'integer'],
        ['opened', 'date'],
      ],
      rows: () => ROUTES.map((one) => [one.id, one.route, one.line, one.kind, one.from, one.minutes, one.opened]),
    },
    {
      name: 'vessels',
      expected: VESSELS.length,
      columns: [
        ['vessel_id', 'integer'],
        ['vessel', 'text'],
        ['vessel_class', 'text'],
        ['build_year', 'integer'],
        ['seats', 'integer'],
        ['home_port_id', 'integer'],
      ],
      rows: () => VESSELS.map((one) => [one.id, one.vessel, one.vesselClass, one.built, one.capacity, one.home]),
    },
    {
      name: 'captains',
      expected: CAPTAINS.length,
      columns: [
        ['captain_id', 'integer'],
        ['captain', 'text'],
      ],
      rows: () => CAPTAINS.map((captain, index) => [index + 1, captain]),
    },
    {
      name: 'fares',
      expected: FARES.length,
      columns: [
        ['fare_id', 'integer'],
        ['fare', 'text'],
        ['fare_family', 'text'],
      ],
      rows: () => FARES.map((one) => [one.id, one.fare, one.family]),
    },
    {
      name: 'sailings',
      expected: 66_000,
      columns: [
        ['sailing_id', 'integer'],
        ['route_id', 'integer'],
        ['vessel_id', 'integer'],
        ['captain_id', 'integer'],
        ['departs_at', 'timestamp'],
        ['departed_on', 'date'],
        ['capacity', 'integer'],
        ['delay_minutes', 'number'],
        ['cancelled', 'boolean'],
        ['cause', 'text'],
        ['fuel_litres', 'number'],
        ['fuel_cost', 'number'],
        ['weather', 'text'],
        ['minutes_under_way', 'number'],
      ],
      *rows() {
        for (const { row } of sailings(scale)) yield row;
      },
    },
    {
      name: 'bookings',
      expected: 1_200_000 * scale,
      columns: [
        ['booking_id', 'integer'],
        ['sailing_id', 'integer'],
        ['fare_id', 'integer'],
        ['customer_id', 'integer'],
        ['channel', 'text'],
        ['segment', 'text'],
        ['passenger_kind', 'text'],
        ['passengers', 'integer'],
        ['vehicles', 'integer'],
        ['ticket_revenue', 'number'],
        ['onboard_spend', 'number'],
        ['booked_on', 'date'],
        ['sailed_on', 'date'],
      ],
      rows: () => bookings(scale),
    },
    {
      name: 'plan',
      expected: 1_000,
      columns: [
        ['plan_id', 'integer'],
        ['month', 'date'],
        ['route_id', 'integer'],
        ['passengers', 'integer'],
        ['revenue', 'number'],
      ],
      rows: () => plan(scale),
    },
    {
      name: 'berths',
      expected: 42_000,
      columns: [
        ['berth_id', 'integer'],
        ['day', 'date'],
        ['port_id', 'integer'],
        ['working', 'integer'],
      ],
      rows: berths,
    },
    {
      name: 'survey',
      expected: 20_000,
      columns: [
        ['answer_id', 'integer'],
        ['sailing_id', 'integer'],
        ['answered_on', 'date'],
        ['score', 'integer'],
        ['again', 'boolean'],
        ['purpose', 'text'],
        ['age_band', 'text'],
        ['waiting_minutes', 'number'],
      ],
      rows: () => survey(scale),
    },
  ];
}

function* sailings(scale: number): Generator<{ sailing: Sailing; row: Value[] }> {
  const random = seeded(SEED);
  let id = 0;
  for (let day = FIRST_DAY; day <= LAST_DAY; day = addDays(day, 1)) {
    const { month, year } = dayParts(day);
    const storm = day >= STORM.from && day <= STORM.to;
    const windy = random.next() < (month <= 3 || month >= 11 ? 0.22 : 0.06);
    for (const route of ROUTES) {
      if (day < route.opened) continue;
      const port = PORTS[route.from - 1];
      const hours = HOURS[route.kind] ?? [9];
      for (let index = 0; index < route.daily; index += 1) {
        id += 1;
        const vessel = VESSELS[(route.vessels[(dayNumber(day) + index) % route.vessels.length] as number) - 1];
        if (!vessel || !port) continue;
        const stormy = storm && port.coast === STORM.coast;
        const weather = stormy
          ? 'Storm'
          : windy
            ? random.weighted([
                ['Gale', 3],
                ['Rain', 3],
                ['Cloud', 2],
              ])
            : random.weighted([
                ['Clear', 5],
                ['Cloud', 4],
                ['Rain', 2],
                ['Fog', 0.6],
              ]);
        const missingWeather = random.next() < 0.004;
        const cancelled =
          random.next() < (stormy ? 0.72 : weather === 'Gale' ? 0.07 : weather === 'Fog' ? 0.03 : 0.006);
        const cause = cancelled
          ? weather === 'Storm' || weather === 'Gale'
            ? 'Weather'
            : random.weighted([
                ['Technical', 5],
                ['Crew', 3],
                ['Harbour', 2],
              ])
          : null;
        const creep =
          vessel.id === CREEPING_VESSEL && day >= CREEP_BEGINS ? (dayNumber(day) - dayNumber(CREEP_BEGINS)) * 0.032 : 0;
        const delay = cancelled
          ? null
          : Math.max(
              0,
              Math.round(
                (random.normal(
                  3.6 + (weather === 'Gale' || weather === 'Storm' ? 9 : weather === 'Fog' ? 6 : 0) + creep,
                  3.4,
                ) +
                  (random.next() < 0.02 ? random.between(15, 70) : 0)) *
                  10,
              ) / 10,
            );
        const hour = hours[index % hours.length] ?? 9;
        const litres = cancelled ? 0 : Math.round(vessel.capacity * route.minutes * random.between(0.052, 0.06));
        const price = 0.82 + 0.05 * (year - 2023) + (month > 6 ? 0.02 : 0);
        const trend = 1 + 0.035 * (year - 2023 + month / 12);
        const demand =
          route.demand *
          (MONTH_FACTOR[month - 1] ?? 1) *
          (WEEKDAY_FACTOR[weekday(day) - 1] ?? 1) *
          trend *
          (hour >= 15 && hour < 20 ? 1.18 : 1) *
          (1 + 0.05 * (random.next() - 0.5));
        const capacity = Math.max(1, Math.round(vessel.capacity * scale));
        const sailing: Sailing = { id, route, day, hour, cancelled, capacity, demand };
        yield {
          sailing,
          row: [
            id,
            route.id,
            vessel.id,
            ((id * 7 + dayNumber(day)) % CAPTAINS.length) + 1,
            `${day} ${String(hour).padStart(2, '0')}:${index % 2 === 0 ? '00' : '30'}:00`,
            day,
            capacity,
            delay,
            cancelled,
            cause,
            litres,
            Math.round(litres * price * 100) / 100,
            missingWeather ? null : weather,
            cancelled ? null : route.minutes + Math.round((delay ?? 0) * 0.4),
          ],
        };
      }
    }
  }
}

const CHANNELS: readonly (readonly [string, number])[] = [
  ['Web', 42],
  ['App', 27],
  ['Kiosk', 11],
  ['Port desk', 12],
  ['Agent', 8],
];
const KINDS: readonly (readonly [string, number])[] = [
  ['Adult', 60],
  ['Child', 18],
  ['Senior', 14],
  ['Group', 8],
];

function segmentOf(random: Random, route: Route, weekend: boolean, summer: boolean): string | null {
  if (random.next() < 0.003) return null;
  return random.weighted([
    ['Commuter', route.kind === 'Short hop' ? (weekend ? 12 : 40) : 6],
    ['Leisure', summer ? 48 : 30],
    ['School', summer || weekend ? 2 : 10],
    ['Freight', route.kind === 'Short hop' ? 5 : 14],
  ]);
}

function fareOf(random: Random, segment: string | null, day: string): (typeof FARES)[number] {
  const after = day >= FARE_CHANGE;
  const year = dayParts(day).year;
  const families: readonly (readonly [string, number])[] =
    segment === 'Commuter'
      ? [
          ['Season pass', 48 + 6 * (year - 2023)],
          ['Standard', 34],
          ['Saver', 18],
          ['Flex', 6],
        ]
      : segment === 'Leisure'
        ? [
            ['Saver', after ? 22 : 46],
            ['Flex', after ? 38 : 14],
            ['Standard', 38],
            ['Season pass', 2],
          ]
        : segment === 'School'
          ? [
              ['Saver', 60],
              ['Standard', 30],
              ['Season pass', 10],
            ]
          : [
              ['Standard', 62],
              ['Flex', 26],
              ['Saver', 12],
            ];
  const family = random.weighted(families);
  const fares = FARES.filter((fare) => fare.family === family);
  return fares[random.whole(0, fares.length - 1)] as (typeof FARES)[number];
}

/** Booking lines a sailing of demand 1 has. */
const LINES = 9.4;

function* bookings(scale: number): Generator<readonly Value[]> {
  const random = seeded(SEED + 1);
  let id = 0;
  for (const { sailing } of sailings(scale)) {
    const { route, day, demand, cancelled } = sailing;
    if (cancelled) continue;
    const { month, year } = dayParts(day);
    const weekend = weekday(day) >= 6;
    const summer = month >= 6 && month <= 8;
    const kiosk = day >= KIOSK_OUTAGE.from && day <= KIOSK_OUTAGE.to;
    const lines = Math.round(LINES * demand * scale * (0.8 + 0.4 * random.next()));
    let seats = sailing.capacity;
    for (let line = 0; line < lines; line += 1) {
      id += 1;
      const segment = segmentOf(random, route, weekend, summer);
      const fare = fareOf(random, segment, day);
      const kind = random.weighted(KINDS);
      const wanted =
        kind === 'Group'
          ? random.whole(8, 20)
          : segment === 'Commuter'
            ? random.whole(1, 5)
            : segment === 'School'
              ? random.whole(4, 14)
              : random.whole(1, 7);
      const passengers = Math.max(1, Math.min(wanted, seats));
      seats = Math.max(0, seats - passengers);
      const channel = random.weighted(kiosk ? CHANNELS.filter(([name]) => name !== 'Kiosk') : CHANNELS);
      const vehicles =
        route.kind !== 'Short hop' && random.next() < (segment === 'Freight' ? 0.9 : 0.28)
          ? 1 + (random.next() < 0.08 ? 1 : 0)
          : 0;
      const price =
        route.price *
        fare.factor *
        (1 + 0.03 * (year - 2023)) *
        (kind === 'Child' ? 0.5 : kind === 'Senior' ? 0.75 : kind === 'Group' ? 0.8 : 1);
      const revenue = Math.round((passengers * price + vehicles * route.price * 1.8) * 100) / 100;
      const onboard =
        route.minutes < 60
          ? random.next() < 0.3
            ? Math.round(passengers * random.between(0.5, 3) * 100) / 100
            : 0
          : Math.round(passengers * random.between(1, route.minutes > 400 ? 19 : 6) * 100) / 100;
      const ahead = Math.floor(random.next() ** 3 * 90);
      const customer = 1 + Math.floor(random.next() ** 1.6 * Math.max(1, 60_000 * scale));
      yield [
        id,
        sailing.id,
        fare.id,
        customer,
        channel,
        segment,
        kind,
        passengers,
        vehicles,
        revenue,
        onboard,
        addDays(day, -ahead),
        day,
      ];
    }
  }
}

function* plan(scale: number): Generator<readonly Value[]> {
  const random = seeded(SEED + 2);
  let id = 0;
  for (let year = 2023; year <= 2026; year += 1)
    for (let month = 1; month <= 12; month += 1) {
      const first = `${year}-${String(month).padStart(2, '0')}-01`;
      if (first === PLAN_GAP) continue;
      for (const route of ROUTES) {
        if (first < route.opened) continue;
        id += 1;
        const passengers = Math.round(
          route.daily *
            30.4 *
            LINES *
            route.demand *
            (MONTH_FACTOR[month - 1] ?? 1) *
            (1 + 0.04 * (year - 2023)) *
            4.6 *
            scale *
            random.between(0.96, 1.05),
        );
        yield [
          id,
          first,
          route.id,
          passengers,
          Math.round(passengers * route.price * 0.93 * (1 + 0.03 * (year - 2023))),
        ];
      }
    }
}

function* berths(): Generator<readonly Value[]> {
  const random = seeded(SEED + 3);
  let id = 0;
  const working = PORTS.map((port) => Math.max(1, Math.round(port.size * 1.6)));
  for (let day = FIRST_DAY; day <= LAST_DAY; day = addDays(day, 1))
    for (const port of PORTS) {
      const full = Math.max(1, Math.round(port.size * 1.6));
      const at = port.id - 1;
      if (random.next() < 0.006) working[at] = Math.max(0, (working[at] ?? full) - 1);
      else if (random.next() < 0.06) working[at] = full;
      if (random.next() < 0.01) continue;
      id += 1;
      yield [id, day, port.id, working[at] ?? full];
    }
}

function* survey(scale: number): Generator<readonly Value[]> {
  const random = seeded(SEED + 4);
  let id = 0;
  for (const { sailing, row } of sailings(scale)) {
    if (sailing.cancelled || random.next() > 0.305) continue;
    id += 1;
    const delay = Number(row[7] ?? 0);
    const waiting = Math.max(0, Math.round(random.normal(7 + delay * 0.7, 4) * 10) / 10);
    const score = Math.max(0, Math.min(10, Math.round(random.normal(8.4 - waiting * 0.09 - delay * 0.05, 1.5))));
    yield [
      id,
      sailing.id,
      addDays(sailing.day, random.whole(0, 3)),
      score,
      random.next() < 0.25 + score * 0.075,
      random.weighted([
        ['Holiday', 38],
        ['Work', 26],
        ['Family', 24],
        ['Errand', 12],
      ]),
      random.weighted([
        ['Under 25', 16],
        ['25–39', 28],
        ['40–59', 34],
        ['60 and over', 22],
      ]),
      random.next() < 0.02 ? null : waiting,
    ];
  }
}
