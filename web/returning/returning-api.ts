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
import type { ActionBlank, ActionDraft, ActionTemplate, ActionView } from '@zud/core/contract/actions';
import type { BoardDecisions, DecisionState, DecisionView } from '@zud/core/contract/decisions';
import type { BoardRooms, RoomAccountsView, RoomsView } from '@zud/core/contract/rooms';
import type { RoutineBlank, RoutineRun, RoutineStep, RoutineView } from '@zud/core/contract/routines';
import type { DigestView } from '@zud/core/contract/digest';
import type { KeptFigureView } from '@zud/core/contract/kept-figures';
import type { AlertLook, AlertWhen } from '@zud/core/alerts/alert';
import type { Reading } from '@zud/core/reading/schema';
import type { BriefingPage, BriefingView, Edition } from '@zud/core/contract/briefings';
import { call, download } from '../app/api';

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

export interface ActionFrom {
  readonly templateId: string;
  readonly modelId: string;
  readonly reading: Reading;
  readonly row?: number;
}

export interface RoutineChange {
  readonly title?: string;
  readonly steps?: readonly RoutineStep[];
  readonly blanks?: readonly RoutineBlank[];
  readonly look?: AlertLook | null;
  readonly paused?: boolean;
}

export interface DecisionSaid {
  readonly text: string;
  readonly tile: string | null;
  readonly who: string;
  readonly due: string | null;
}

export const returning = {
  routines: () => call<readonly RoutineView[]>('GET', '/routines'),
  makeRoutine: (inquiryId: string) => call<RoutineView>('POST', '/routines', { inquiryId }),
  routine: (id: string) => call<RoutineView>('GET', `/routines/${id}`),
  changeRoutine: (id: string, change: RoutineChange) => call<RoutineView>('PATCH', `/routines/${id}`, change),
  removeRoutine: (id: string) => call<undefined>('DELETE', `/routines/${id}`),
  runRoutine: (id: string) => call<RoutineRun>('POST', `/routines/${id}/runs`, {}),
  stopRun: (id: string, run: string) => call<undefined>('DELETE', `/routines/${id}/runs/${run}`),
  digest: () => call<DigestView>('GET', '/digest'),
  wantDigest: (at: string, ofZone: string) => call<undefined>('PUT', '/digest', { at, zone: ofZone }),
  endDigest: () => call<undefined>('DELETE', '/digest'),
  feedsOf: (board: string) => call<{ feeds: number }>('GET', `/boards/${board}/feeds`),
  makeFeed: (board: string) => call<{ address: string }>('POST', `/boards/${board}/feeds`),
  withdrawFeeds: (board: string) => call<undefined>('DELETE', `/boards/${board}/feeds`),
  rooms: () => call<RoomsView>('GET', '/rooms'),
  allowRoom: (room: { name: string; address: string; modelId: string }) => call<{ id: string }>('POST', '/rooms', room),
  withdrawRoom: (id: string) => call<undefined>('DELETE', `/rooms/${id}`),
  roomAccounts: () => call<RoomAccountsView>('GET', '/room-accounts'),
  sayAddress: (address: string) => call<{ asked: string }>('POST', '/room-accounts', { address }),
  showCode: (code: string) => call<{ address: string }>('POST', '/room-accounts/code', { code }),
  dropAddress: (address: string) => call<undefined>('DELETE', `/room-accounts/${encodeURIComponent(address)}`),
  roomsOfBoard: (board: string) => call<BoardRooms>('GET', `/boards/${board}/rooms`),
  tellRoom: (board: string, room: string, told: boolean) =>
    call<undefined>(told ? 'PUT' : 'DELETE', `/boards/${board}/rooms/${room}`),
  actionTemplates: () => call<readonly ActionTemplate[]>('GET', '/action-templates'),
  makeTemplate: (made: { name: string; hookId: string; blanks: readonly ActionBlank[] }) =>
    call<{ id: string }>('POST', '/action-templates', made),
  withdrawTemplate: (id: string) => call<undefined>('DELETE', `/action-templates/${id}`),
  draftAction: (from: ActionFrom, signal?: AbortSignal) => call<ActionDraft>('POST', '/actions/draft', from, signal),
  act: (made: ActionFrom & { id: string; values: Readonly<Record<string, string>> }) =>
    call<ActionView>('POST', '/actions', made),
  actions: () => call<readonly ActionView[]>('GET', '/actions'),
  action: (id: string) => call<ActionView>('GET', `/actions/${id}`),
  decisionsOn: (board: string) => call<BoardDecisions>('GET', `/boards/${board}/decisions`),
  openDecisions: () => call<readonly DecisionView[]>('GET', '/decisions'),
  decide: (board: string, said: DecisionSaid) => call<{ id: string }>('POST', `/boards/${board}/decisions`, said),
  changeDecision: (board: string, id: string, change: { state?: DecisionState; who?: string; due?: string | null }) =>
    call<{ id: string }>('PATCH', `/boards/${board}/decisions/${id}`, change),
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

export interface BriefingAsked {
  readonly title?: string;
  readonly boardId?: string;
  readonly inquiryId?: string;
  readonly modelId?: string;
  readonly text?: string;
}

export interface BriefingChange {
  readonly title?: string;
  readonly pages?: readonly BriefingPage[];
  readonly look?: AlertLook | null;
  readonly receivers?: readonly Receiver[];
  readonly files?: readonly ('pdf' | 'pptx' | 'xlsx')[];
  readonly paused?: boolean;
  readonly version?: number;
}

export const briefings = {
  all: () => call<readonly BriefingView[]>('GET', '/briefings'),
  one: (id: string) => call<BriefingView>('GET', `/briefings/${id}`),
  make: (of: BriefingAsked) => call<BriefingView>('POST', '/briefings', { ...of, zone: zone() }),
  change: (id: string, change: BriefingChange) => call<BriefingView>('PATCH', `/briefings/${id}`, change),
  remove: (id: string) => call<undefined>('DELETE', `/briefings/${id}`),
  preview: (id: string, signal?: AbortSignal) => call<Edition>('POST', `/briefings/${id}/preview`, undefined, signal),
  run: (id: string) => call<Edition>('POST', `/briefings/${id}/editions`),
  edition: (id: string, number: number, signal?: AbortSignal) =>
    call<Edition>('GET', `/briefings/${id}/editions/${number}`, undefined, signal),
  pagesOf: (modelId: string, text: string) =>
    call<{ pages: readonly BriefingPage[]; notes: readonly string[] }>('POST', '/briefings/pages', { modelId, text }),
  take: (id: string, number: number, format: 'pdf' | 'pptx' | 'xlsx' | 'csv', page?: string) =>
    download(`/briefings/${id}/editions/${number}/exports`, { format, ...(page === undefined ? {} : { page }) }),
};
