/**
 * A stand-in for a program of a partner, for the demo and the tests: an order book. It takes signed events of what it is to do, each once, gives each
 * a number, refuses what says nothing to order, and shows its orders on a page of its own.
 */
import { createServer } from 'node:http';
import express from 'express';
import { z } from 'zod';
import { escaped } from '@zud/core/chart/svg/marks';
import { isSigned } from '../outlets/hook';
import { framed, helmetOf, listening, portOf, stopped } from './pages';

export interface Order {
  readonly number: number;
  readonly at: Date;
  /** Of the event: the same event is the same order. */
  readonly event: string;
  readonly by: string;
  readonly what: string;
  readonly values: Readonly<Record<string, string>>;
}

export interface PartnerStandIn {
  /** Where events are sent to. */
  readonly events: string;
  /** The page that shows its orders. */
  readonly page: string;
  readonly orders: readonly Order[];
  /** A file of its own that can be fetched: what fuel cost, week by week. */
  readonly file: string;
  close(): Promise<void>;
}

const FIRST = 1001;
const MOST_KEPT = 1000;
const WEEK = 7 * 86_400_000;
const FUELS = [
  { fuel: 'Marine gas oil', price: 0.74 },
  { fuel: 'Low-sulphur fuel oil', price: 0.58 },
  { fuel: 'Shore power', price: 0.31 },
];

const event = z.object({
  specversion: z.literal('1.0'),
  id: z.string().min(1),
  type: z.string(),
  data: z.object({ name: z.string(), by: z.string(), values: z.record(z.string(), z.string()) }),
});

interface Said {
  readonly status: number;
  readonly body: object;
}

/**
 * @param secretOf by which events are signed, asked at each, so that it can be changed. @param answer what it says instead of taking an event; null:
 * it takes it
 */
export async function startPartnerStandIn(
  port: number,
  secretOf: () => Promise<string | null>,
  answer: () => Said | null | Promise<Said | null> = () => null,
): Promise<PartnerStandIn> {
  const orders: Order[] = [];
  let count = 0;

  const taken = async (raw: string, signature: string): Promise<Said> => {
    const secret = await secretOf();
    if (secret === null || !isSigned(raw, signature, secret, new Date()))
      return { status: 401, body: { error: 'not signed by the secret of this program' } };
    const instead = await answer();
    if (instead !== null) return instead;
    const read = event.safeParse(parsedJson(raw));
    if (!read.success) return { status: 400, body: { error: 'no event of an action' } };
    const { id, data } = read.data;
    const there = orders.find((one) => one.event === id);
    if (there !== undefined) return { status: 200, body: { order: there.number, state: 'taken before' } };
    if (Object.values(data.values).every((value) => value.trim() === ''))
      return { status: 422, body: { error: 'nothing to order' } };
    const number = FIRST + count;
    count += 1;
    orders.push({ number, at: new Date(), event: id, by: data.by, what: data.name, values: data.values });
    if (orders.length > MOST_KEPT) orders.shift();
    return { status: 201, body: { order: number, state: 'taken' } };
  };

  const app = express();
  app.disable('x-powered-by');
  app.use(helmetOf());
  app.post('/events', express.text({ type: () => true, limit: '100kb' }), (request, response, next) => {
    const raw = typeof request.body === 'string' ? request.body : '';
    taken(raw, request.get('zud-signature') ?? '').then(
      ({ status, body }) => response.status(status).json(body),
      (error: unknown) => next(error),
    );
  });
  // express says an ETag of it, and that nothing changed where that is asked
  app.get('/fuel-prices.csv', (_request, response) => response.type('text/csv').send(fuelPrices(new Date())));
  app.get('/orders', (_request, response) => response.json(orders));
  app.get('/', (_request, response) => response.send(framed('The order book', bookOf(orders))));
  const server = await listening(createServer(app), port);
  const own = `http://127.0.0.1:${portOf(server)}`;
  return { events: `${own}/events`, page: own, orders, file: `${own}/fuel-prices.csv`, close: () => stopped(server) };
}

/** Made-up prices of each week up to a day: a slow wave with a little noise that is the same each time. */
function fuelPrices(until: Date): string {
  const lines = ['Week;Fuel;Price per litre'];
  const first = Date.UTC(2024, 0, 1);
  for (let week = 0; first + week * WEEK <= until.getTime(); week += 1)
    for (const [index, { fuel, price }] of FUELS.entries()) {
      const wave = 0.11 * Math.sin((week + 9 * index) / 17) + 0.02 * Math.sin(week * 7.3 + index);
      const day = new Date(first + week * WEEK).toISOString().slice(0, 10);
      lines.push(`${day};${fuel};${(price + wave).toFixed(3).replace('.', ',')}`);
    }
  return `${lines.join('\n')}\n`;
}

function parsedJson(raw: string): unknown {
  try {
    return JSON.parse(raw);
  } catch {
    return null;
  }
}

function bookOf(orders: readonly Order[]): string {
  if (orders.length === 0) return '<p>Nothing was ordered yet. What is confirmed in Zud comes here.</p>';
  const rows = [...orders].reverse().map(
    ({ number, at, by, what, values }) =>
      `<tr><td>${number}</td><td>${at.toLocaleString('en-GB')}</td><td>${escaped(what)}<br>${Object.entries(values)
        .map(([key, value]) => `${escaped(key)}: ${escaped(value)}`)
        .join('<br>')}</td><td>${escaped(by)}</td></tr>`,
  );
  return `<table><thead><tr><th>Order</th><th>At</th><th>What</th><th>By</th></tr></thead><tbody>${rows.join('')}</tbody></table>`;
}
