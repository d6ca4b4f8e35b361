/** Alerts: made in words or by hand, tried over the past before they are kept, and what they told. */
import { Router } from 'express';
import { alertFault, alertReading, asideOf, grainOf, type AlertWhen } from '@zud/core/alerts/alert';
import { lookWords } from '@zud/core/alerts/alert-sentence';
import { readAlert } from '@zud/core/alerts/alert-words';
import {
  alertBody,
  alertChangeBody,
  type AlertBody,
  type AlertDraft,
  type AlertView,
  type OccasionView,
} from '@zud/core/contract/alerts';
import { forbidden, notFound, Problem } from '@zud/core/contract/problem';
import { missingFrom } from '@zud/core/reading/references';
import { readingFault } from '@zud/core/reading/reading-fault';
import { nextAfter } from '@zud/core/schedule/schedule';
import type { ReadyModel } from '../asking/ready-model';
import { Unanswerable } from '../asking/unanswerable';
import { ModelNotAsked } from '../asking/model-fault';
import { lookAtAlert } from '../returning/looking';
import { occasionTexts, readingOfTold, sentenceOfAlert } from '../returning/occasion-words';
import { nameOfReceiver } from '../returning/sending';
import { trialOf } from '../returning/trial';
import {
  addAlert,
  alertFor,
  alertsOf,
  changeAlert,
  lastTold,
  markSeen,
  removeAlert,
  toldTo,
  type AlertRow,
} from '../store/alerts';
import { allPeople, type Person } from '../store/people';
import { handle, idOf, parsed, personOf, personWith, type Context } from './context';
import { namedPeople } from './named-people';
import { checkedReceivers } from './receivers';

const MOST_TOLD = 100;

export function alertRoutes(context: Context): Router {
  const { database, library, clock } = context;
  const { store } = database;
  const router = Router();

  async function draftOf(body: AlertBody, ready: ReadyModel, person: Person): Promise<AlertDraft> {
    const parts = await partsOf(body, ready, person);
    const fault =
      readingFault(parts.reading) ?? missingFrom(parts.reading, ready.model) ?? alertFault(parts.reading, parts.when);
    if (fault !== null) throw new Problem(422, 'It is not an alert yet', fault);
    return { ...parts, modelId: ready.model.id, sentence: sentenceOfAlert(parts, ready), looks: lookWords(parts.look) };
  }

  async function partsOf(body: AlertBody, ready: ReadyModel, person: Person) {
    const receivers = await checkedReceivers(context, body.receivers ?? [{ kind: 'person', id: person.id }], person);
    if (body.text !== undefined && body.when === undefined) {
      const before = body.reading === undefined ? null : ready.sight.reading(body.reading);
      const read = readAlert(
        body.text,
        { names: ready.names, calendar: ready.calendar, before },
        clock.now(),
        body.zone ?? 'UTC',
      );
      if (!read.ok) throw new Problem(422, 'Not understood as an alert', read.reason);
      const { reading, when, look, who, notes } = read.alert;
      return {
        reading,
        when,
        look: body.look ?? look,
        receivers: [...receivers, ...(await namedPeople(store, who))],
        notes,
      };
    }
    const reading = ready.sight.reading(body.reading as AlertRow['reading']);
    const grain = grainOf(reading) ?? 'week';
    return {
      reading: alertReading(reading, grain),
      when: body.when as AlertWhen,
      look: body.look ?? ('data' as const),
      receivers,
      notes: asideOf(reading),
    };
  }

  async function viewOf(alert: AlertRow, owner: string, person: Person, told: Date | undefined): Promise<AlertView> {
    const ready = await readyOrNull(alert.modelId, person);
    return {
      id: alert.id,
      modelId: alert.modelId,
      owner: { id: alert.ownerId, name: owner },
      mine: alert.ownerId === person.id,
      said: alert.ownerId === person.id ? alert.said : null,
      // names that somebody may not know are told by the model only, so without it none are
      reading:
        ready !== null
          ? ready.sight.reading(alert.reading)
          : alert.ownerId === person.id
            ? alert.reading
            : { ...alert.reading, where: [] },
      when: alert.when,
      look: alert.look,
      sentence: ready === null ? 'An alert whose model cannot be asked just now' : sentenceOfAlert(alert, ready),
      looks: lookWords(alert.look),
      receivers: await Promise.all(
        alert.receivers
          .filter((one) => alert.ownerId === person.id || (one.kind === 'person' && one.id === person.id))
          .map(async (to) => ({ to, name: await nameOfReceiver(store, to) })),
      ),
      again: alert.again,
      quiet: alert.quiet,
      snoozedUntil: alert.snoozedUntil?.toISOString() ?? null,
      sleeps: alert.snoozedUntil !== null && alert.snoozedUntil > clock.now(),
      nextAt: alert.nextAt?.toISOString() ?? null,
      paused: alert.paused,
      lastTold: told?.toISOString() ?? null,
      createdAt: alert.createdAt.toISOString(),
    };
  }

  async function readyOrNull(modelId: string, person: Person): Promise<ReadyModel | null> {
    try {
      return await library.get(modelId, person);
    } catch (error) {
      if (error instanceof ModelNotAsked) return null;
      throw error;
    }
  }

  async function occasionsOf(person: Person, alertId: string | null, unseen: boolean): Promise<OccasionView[]> {
    const rows = await toldTo(store, person.id, alertId, unseen, MOST_TOLD);
    return Promise.all(
      rows.map(async ({ occasion, alert, seenAt }): Promise<OccasionView> => {
        const ready = await readyOrNull(alert.modelId, person);
        const texts = ready === null ? null : occasionTexts({ alert, occasion }, ready);
        const latest = occasion.told.at(-1);
        return {
          id: occasion.id,
          alertId: alert.id,
          modelId: alert.modelId,
          sentence: ready === null ? '' : sentenceOfAlert(alert, ready),
          texts: texts ?? ['What was told is of data that you do not see now.'],
          at: occasion.at.toISOString(),
          seen: seenAt !== null,
          reading:
            ready === null || texts === null || latest === undefined ? null : readingOfTold(alert, latest, ready),
        };
      }),
    );
  }

  /** @throws Problem 403 */
  async function own(id: string, person: Person): Promise<AlertRow> {
    const { alert } = await alertFor(store, id, person);
    if (alert.ownerId !== person.id)
      throw forbidden('Only the owner of an alert can change it. You can make one of your own like it.');
    return alert;
  }

  async function withLines<Value>(work: () => Promise<Value>): Promise<Value> {
    try {
      return await work();
    } catch (error) {
      if (error instanceof Unanswerable) throw new Problem(422, 'It cannot be looked at', error.message);
      throw error;
    }
  }

  router.get(
    '/alerts',
    handle(async (request) => {
      const person = personOf(request);
      const rows = await alertsOf(store, person);
      const told = await lastTold(
        store,
        rows.map(({ alert }) => alert.id),
      );
      return Promise.all(rows.map(({ alert, owner }) => viewOf(alert, owner, person, told.get(alert.id))));
    }),
  );
  router.get(
    '/alerts/told',
    handle(async (request) => occasionsOf(personOf(request), null, request.query['unseen'] !== undefined)),
  );
  router.post(
    '/alerts/told/seen',
    handle(async (request) => {
      const person = personOf(request);
      const rows = await toldTo(store, person.id, null, true, MOST_TOLD);
      await markSeen(
        store,
        person.id,
        rows.map(({ occasion }) => occasion.id),
        context.now(),
      );
      return undefined;
    }),
  );
  /** Reads the words, or looks at the parts: nothing is kept. */
  router.post(
    '/alerts/read',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      const body = parsed(alertBody, request.body);
      const ready = await library.get(body.modelId, person);
      return draftOf(body, ready, person);
    }),
  );
  router.post(
    '/alerts/trial',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      const body = parsed(alertBody, request.body);
      const ready = await library.get(body.modelId, person);
      const { reading, when } = await draftOf(body, ready, person);
      return withLines(() => trialOf({ reading, when, again: body.again ?? null }, ready, person, context));
    }),
  );
  router.post(
    '/alerts',
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const body = parsed(alertBody, request.body);
      const ready = await library.get(body.modelId, person);
      const draft = await draftOf(body, ready, person);
      // it is tried, so that one that cannot be looked at is not kept
      const trial = await withLines(() => trialOf({ ...draft, again: body.again ?? null }, ready, person, context));
      const now = clock.now();
      const row = await addAlert(store, {
        modelId: ready.model.id,
        ownerId: person.id,
        said: body.text ?? null,
        reading: draft.reading,
        when: draft.when,
        look: draft.look,
        receivers: draft.receivers,
        again: body.again ?? null,
        quiet: body.quiet ?? null,
        nextAt: draft.look === 'data' ? null : nextAfter(draft.look, now),
        // it is looked at below; from then on with what comes
        lookedAt: draft.when.kind === 'late' ? null : ready.dataVersion,
        createdAt: now,
        updatedAt: now,
      });
      // begins with what is the case now, so that what comes is told
      await lookAtAlert(row.id, context);
      response.status(201);
      return { ...(await viewOf(row, person.name, person, undefined)), notes: draft.notes, trial: trial.text };
    }),
  );
  router.get(
    '/alerts/:id',
    handle(async (request) => {
      const person = personOf(request);
      const { alert, owner } = await alertFor(store, idOf(request), person);
      const occasions = await occasionsOf(person, alert.id, false);
      return { ...(await viewOf(alert, owner, person, (await lastTold(store, [alert.id])).get(alert.id))), occasions };
    }),
  );
  router.patch(
    '/alerts/:id',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      const alert = await own(idOf(request), person);
      const { paused, ownerId, snoozedUntil, receivers, ...body } = parsed(alertChangeBody, request.body);
      const now = clock.now();
      if (body.when !== undefined) {
        const fault = alertFault(alert.reading, body.when);
        if (fault !== null) throw new Problem(422, 'It is not an alert yet', fault);
      }
      if (ownerId !== undefined) {
        const other = (await allPeople(store)).find((one) => one.id === ownerId);
        if (other === undefined) throw notFound('person');
        if (other.role === 'viewer')
          throw new Problem(
            422,
            'Not theirs',
            `${other.name} reads boards only; an alert is owned by somebody who may ask.`,
          );
      }
      await changeAlert(store, alert.id, person.id, {
        ...body,
        ...(receivers === undefined ? {} : { receivers: await checkedReceivers(context, receivers, person) }),
        ...(body.look === undefined ? {} : { nextAt: body.look === 'data' ? null : nextAfter(body.look, now) }),
        ...(snoozedUntil === undefined ? {} : { snoozedUntil: snoozedUntil === null ? null : new Date(snoozedUntil) }),
        ...(paused === undefined
          ? {}
          : { paused: paused ? 'Its owner paused it.' : null, ...(paused ? {} : { lookedAt: null }) }),
        ...(ownerId === undefined ? {} : { ownerId }),
        updatedAt: now,
      });
      // what it looks for is another: it begins with what is the case now
      if (body.when !== undefined) await withLines(() => lookAtAlert(alert.id, context));
      const changed = await alertFor(store, alert.id, person).catch(() => null);
      return changed === null ? { id: alert.id } : viewOf(changed.alert, changed.owner, person, undefined);
    }),
  );
  router.delete(
    '/alerts/:id',
    handle(async (request) => {
      const person = personOf(request);
      const alert = await own(idOf(request), person);
      await removeAlert(store, alert.id, person.id);
      return undefined;
    }),
  );
  router.post(
    '/alerts/:id/trial',
    handle(async (request) => {
      const person = personOf(request);
      const { alert } = await alertFor(store, idOf(request), person);
      const ready = await library.get(alert.modelId, person);
      return withLines(() => trialOf(alert, ready, person, context));
    }),
  );
  router.post(
    '/alerts/:id/seen',
    handle(async (request) => {
      const person = personOf(request);
      const { alert } = await alertFor(store, idOf(request), person);
      const rows = await toldTo(store, person.id, alert.id, true, MOST_TOLD);
      await markSeen(
        store,
        person.id,
        rows.map(({ occasion }) => occasion.id),
        context.now(),
      );
      return undefined;
    }),
  );
  return router;
}
