/**
 * Looking at an alert: with the rights of each who gets it, at all whole periods since it was looked at last. What is to be told is written
 * with its messages in one transaction; whatever ends the server before or after, each goes out once.
 */
import type { Logger } from 'pino';
import { passingAt } from '@zud/core/alerts/passing';
import { tellThrough, type AlertState } from '@zud/core/alerts/telling';
import { countGrains } from '@zud/core/time/grain';
import { grainOf, isOfLoads } from '@zud/core/alerts/alert';
import type { Answering } from '../asking/answering';
import type { ModelLibrary } from '../asking/model-library';
import { ModelNotAsked } from '../asking/model-fault';
import { Unanswerable } from '../asking/unanswerable';
import type { Clock } from '../jobs/clock';
import { addOccasion, alertById, keepState, pauseAlert, stateFor, type AlertRow } from '../store/alerts';
import type { Store } from '../store/database';
import { putOut } from '../store/outbox';
import { alertLines, type LookedAt } from './alert-lines';
import { afterQuiet } from './quiet';
import { sidesOf, wordsOfWhoLeft, type Side } from './sides';

export interface Looking {
  readonly store: Store;
  readonly library: ModelLibrary;
  readonly answering: Answering;
  readonly clock: Clock;
  readonly log: Logger;
  /** Milliseconds that its questions may take. */
  readonly timeLimit: number;
}

/** Whole periods that a trial goes through, and that a new alert begins with. */
export const TRIAL_PERIODS = { day: 365, week: 52, month: 12, quarter: 8, half: 4, year: 3 } as const;
/** Periods that are caught up with where nobody looked for long. */
const MOST_CAUGHT_UP = 400;

export const todayOf = (clock: Clock): string => clock.now().toISOString().slice(0, 10);

export async function linesFor(
  alert: Pick<AlertRow, 'reading' | 'when'>,
  count: number,
  side: Pick<Side, 'ready'>,
  { answering, clock, timeLimit }: Pick<Looking, 'answering' | 'clock' | 'timeLimit'>,
  person: string,
): Promise<LookedAt> {
  const looks = answering.looks(side.ready, { signal: null, limits: { time: timeLimit }, person });
  return alertLines(side.ready.sight.reading(alert.reading), alert.when, count, todayOf(clock), side.ready, looks);
}

/** Looks at an alert now. @returns how many messages were put out */
export async function lookAtAlert(id: string, looking: Looking): Promise<number> {
  const { store, clock } = looking;
  const alert = await alertById(store, id);
  if (alert === null || alert.paused !== null) return 0;
  if (alert.snoozedUntil !== null && alert.snoozedUntil > clock.now()) return 0;
  try {
    const [own, ...others] = await sidesOf(looking, alert.modelId, alert.ownerId, alert.receivers);
    if (own === undefined) {
      await pauseAlert(store, alert.id, 'Its owner is not here any more.', clock.now());
      return 0;
    }
    const now = clock.now();
    const left = { ...alert, path: `/alerts/${alert.id}`, name: 'an alert' };
    let put = await putOut(store, await wordsOfWhoLeft(store, left, now), now);
    put += await lookWith(alert, own, looking);
    // what somebody may not see of it holds back nobody else
    for (const side of others)
      put += await lookWith(alert, side, looking).catch((error: unknown) => {
        if (error instanceof Unanswerable) return 0;
        throw error;
      });
    return put;
  } catch (error) {
    if (!(error instanceof Unanswerable) && !(error instanceof ModelNotAsked)) throw error;
    await pausedFor(alert, error.message, looking);
    return 0;
  }
}

/** An alert that cannot be looked at any more waits, and its owner is told why. */
async function pausedFor(alert: AlertRow, why: string, { store, clock }: Looking): Promise<void> {
  const now = clock.now();
  await store.transaction(async (kept) => {
    if (!(await pauseAlert(kept, alert.id, why, now))) return;
    await putOut(
      kept,
      [
        {
          key: `paused ${alert.id} ${now.toISOString()}`,
          receiver: { kind: 'person', id: alert.ownerId },
          ownerId: alert.ownerId,
          about: {
            kind: 'notice',
            subject: 'An alert of yours is paused',
            text: `It cannot be looked at any more: ${why} It is kept as it is and tells nothing until it is changed or started again.`,
            path: `/alerts/${alert.id}`,
          },
          dueAt: now,
        },
      ],
      now,
    );
  });
}

async function lookWith(alert: AlertRow, side: Side, looking: Looking): Promise<number> {
  const { store, clock } = looking;
  const { access } = side.ready;
  const grain = grainOf(alert.reading) ?? 'week';
  const before = await stateFor(store, alert.id, access.key);
  const last = side.ready.calendar.lastData ?? side.ready.calendar.asOf;
  const since =
    before === null
      ? TRIAL_PERIODS[grain]
      : Math.min(
          MOST_CAUGHT_UP,
          countGrains(
            grain,
            before.through,
            isOfLoads(alert.when) ? todayOf(clock) : last,
            side.ready.calendar.weekStart,
          ) + 1,
        );
  const lines = await linesFor(alert, since, side, looking, alert.ownerId);
  return store.transaction(async (kept) => {
    const there = await stateFor(kept, alert.id, access.key);
    const { state, told, through } = foldedFrom(alert, lines, there, since);
    await keepState(kept, alert.id, access.key, state, through);
    // one that was never looked at with these rights begins with what is the case, and tells what comes
    if (there === null || told.length === 0) return 0;
    const now = clock.now();
    const occasion = await addOccasion(kept, alert.id, access.key, told, side.people, now);
    if (occasion === null) return 0;
    return putOut(
      kept,
      side.receivers.map((receiver) => ({
        key: `alert ${occasion}`,
        receiver,
        ownerId: alert.ownerId,
        about: { kind: 'occasion', id: occasion, alertId: alert.id },
        dueAt: afterQuiet(now, alert.quiet),
      })),
      now,
    );
  });
}

/** Goes on from the period that was looked at last, which is looked at again, as data come in late. */
export function foldedFrom(
  alert: Pick<AlertRow, 'when' | 'again'>,
  lines: LookedAt,
  before: { readonly state: AlertState; readonly through: string } | null,
  count: number,
) {
  const { periods, grain } = lines;
  const at = before === null ? periods.length - count : periods.findIndex((day) => day >= before.through);
  // data that were taken back leave nothing to look at
  const start = at < 0 ? (before === null ? 0 : periods.length) : at;
  const looked = periods
    .slice(start)
    .map((period, index) => ({ period, passing: passingAt(lines, alert.when, start + index) }));
  const { state, told } = tellThrough(before?.state ?? {}, looked, alert.again, grain);
  return {
    state,
    told,
    looked,
    through:
      [before?.through, periods.at(-1)]
        .filter((day) => day !== undefined)
        .sort()
        .at(-1) ?? '0001-01-01',
  };
}
