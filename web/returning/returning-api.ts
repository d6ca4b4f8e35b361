/** Calls for what comes back: alerts, what they told, schedules, what runs and was sent. */
import type { AlertDraft, AlertView, AlertWithOccasions, OccasionView, Trial } from '@zud/core/contract/alerts';
import type {
  JobEntry,
  OutboxEntry,
  QuietHours,
  ReadSchedule,
  Receiver,
  ReceiversView,
} from '@zud/core/contract/messages';
import type { KeptFigureView } from '@zud/core/contract/kept-figures';
import type { AlertLook, AlertWhen } from '@zud/core/alerts/alert';
import type { Reading } from '@zud/core/reading/schema';
import { call } from '../app/api';

/** The time zone of whoever reads. */
export const zone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';

export interface AlertAsked {
  readonly modelId: string;
  readonly text?: string;
  readonly reading?: Reading;
  readonly when?: AlertWhen;
  readonly look?: AlertLook;
  readonly receivers?: readonly Receiver[];
  readonly again?: number | null;
  readonly quiet?: QuietHours | null;
}

export interface AlertChange {
  readonly when?: AlertWhen;
  readonly look?: AlertLook;
  readonly receivers?: readonly Receiver[];
  readonly again?: number | null;
  readonly quiet?: QuietHours | null;
  readonly snoozedUntil?: string | null;
  readonly paused?: boolean;
}

export interface HookView {
  readonly id: string;
  readonly name: string;
  readonly url: string;
  readonly createdAt: string;
  /** Shown once. */
  readonly secret?: string;
}

const asked = (alert: AlertAsked) => ({ ...alert, zone: zone() });

export const returning = {
  alerts: () => call<readonly AlertView[]>('GET', '/alerts'),
  alert: (id: string) => call<AlertWithOccasions>('GET', `/alerts/${id}`),
  readAlert: (alert: AlertAsked) => call<AlertDraft>('POST', '/alerts/read', asked(alert)),
  tryAlert: (alert: AlertAsked, signal?: AbortSignal) => call<Trial>('POST', '/alerts/trial', asked(alert), signal),
  tryKept: (id: string, signal?: AbortSignal) => call<Trial>('POST', `/alerts/${id}/trial`, undefined, signal),
  makeAlert: (alert: AlertAsked) => call<AlertView>('POST', '/alerts', asked(alert)),
  changeAlert: (id: string, change: AlertChange) => call<AlertView>('PATCH', `/alerts/${id}`, change),
  removeAlert: (id: string) => call<undefined>('DELETE', `/alerts/${id}`),
  told: () => call<readonly OccasionView[]>('GET', '/alerts/told?unseen'),
  seeAll: () => call<undefined>('POST', '/alerts/told/seen'),
  see: (alertId: string) => call<undefined>('POST', `/alerts/${alertId}/seen`),
  keptFigures: () => call<readonly KeptFigureView[]>('GET', '/kept-figures?look'),
  keepFigure: (figure: { modelId: string; reading: Reading; title?: string }) =>
    call<{ id: string }>('POST', '/kept-figures', figure),
  placeFigure: (id: string, place: number) => call<undefined>('PATCH', `/kept-figures/${id}`, { place }),
  dropFigure: (id: string) => call<undefined>('DELETE', `/kept-figures/${id}`),
  receivers: () => call<ReceiversView>('GET', '/receivers'),
  readSchedule: (text: string) => call<ReadSchedule>('POST', '/schedules/read', { text, zone: zone() }),
  jobs: () => call<{ jobs: readonly JobEntry[]; now: string; movable: boolean }>('GET', '/jobs'),
  stopJob: (id: string) => call<undefined>('DELETE', `/jobs/${id}`),
  outbox: () => call<readonly OutboxEntry[]>('GET', '/outbox'),
  sendAgain: (id: string) => call<undefined>('POST', `/outbox/${id}/again`),
  setClock: (now: string) => call<{ now: string }>('PUT', '/clock', { now }),
  hooks: () => call<readonly HookView[]>('GET', '/hooks'),
  allowHook: (hook: { name: string; url: string }) => call<HookView>('POST', '/hooks', hook),
  newSecret: (id: string) => call<HookView>('POST', `/hooks/${id}/secret`),
  withdrawHook: (id: string) => call<undefined>('DELETE', `/hooks/${id}`),
};
