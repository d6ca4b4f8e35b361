/** What the HTTP API can be asked of what comes back: alerts, jobs, what is sent. */
import { z } from 'zod';
import * as alerts from './alerts';
import { list, made } from './building-blocks';
import * as figures from './kept-figures';
import * as messages from './messages';
import type { Operation } from './operation';

export const RETURNING: readonly Operation[] = [
  { method: 'get', path: '/alerts', does: 'One’s own alerts and those that go to one', answers: list(alerts.alert) },
  {
    method: 'post',
    path: '/alerts/read',
    does: 'Reads the words of an alert, or looks at its parts; nothing is kept',
    body: alerts.alertBody,
    answers: alerts.alertDraft,
  },
  {
    method: 'post',
    path: '/alerts/trial',
    does: 'When an alert would have told something over the past, before it is kept',
    body: alerts.alertBody,
    answers: alerts.trial,
  },
  {
    method: 'post',
    path: '/alerts',
    does: 'Makes an alert of words, or of a reading and when it is told',
    body: alerts.alertBody,
    answers: alerts.alert.extend({ notes: list(z.string()), trial: z.string() }),
  },
  {
    method: 'get',
    path: '/alerts/told',
    does: 'What alerts told one, the latest first',
    query: ['unseen'],
    answers: list(alerts.occasion),
  },
  { method: 'post', path: '/alerts/told/seen', does: 'Marks all that alerts told one as seen' },
  { method: 'get', path: '/alerts/{id}', does: 'An alert with what it told', answers: alerts.alertWithOccasions },
  {
    method: 'patch',
    path: '/alerts/{id}',
    does: 'Changes an alert of one’s own: when, to whom, how often; pauses or snoozes it, or gives it to somebody else',
    body: alerts.alertChangeBody,
    answers: z.looseObject({ id: z.string() }),
  },
  { method: 'delete', path: '/alerts/{id}', does: 'Removes an alert of one’s own' },
  {
    method: 'post',
    path: '/alerts/{id}/trial',
    does: 'When a kept alert would have told something over the past',
    answers: alerts.trial,
  },
  { method: 'post', path: '/alerts/{id}/seen', does: 'Marks what an alert told one as seen' },
  {
    method: 'post',
    path: '/schedules/read',
    does: 'Reads the words of a schedule',
    body: messages.scheduleBody,
    answers: messages.readSchedule,
  },
  {
    method: 'get',
    path: '/kept-figures',
    does: 'Figures that one keeps an eye on; with “look”, what moved is told from now on from what they are now',
    query: ['look'],
    answers: list(figures.keptFigure),
  },
  {
    method: 'post',
    path: '/kept-figures',
    does: 'Keeps a figure on one’s own Today',
    body: figures.keptFigureBody,
    answers: made,
  },
  {
    method: 'patch',
    path: '/kept-figures/{figure}',
    does: 'Puts a figure at another place',
    body: figures.keptFigureChangeBody,
  },
  { method: 'delete', path: '/kept-figures/{figure}', does: 'Keeps a figure no longer' },
  {
    method: 'get',
    path: '/receivers',
    does: 'People, groups and hooks that one may send to',
    answers: messages.receiversView,
  },
  { method: 'get', path: '/jobs', does: 'What runs, waits and ran (admin)', answers: messages.jobs },
  { method: 'delete', path: '/jobs/{job}', does: 'Stops a job (admin)' },
  {
    method: 'get',
    path: '/outbox',
    does: 'What was sent to whom, with its state and key (admin)',
    answers: list(messages.outboxEntry),
  },
  { method: 'post', path: '/outbox/{message}/again', does: 'Sends a message again that failed, or may have (admin)' },
  {
    method: 'put',
    path: '/clock',
    does: 'Moves the clock that schedules go by, where it is movable (admin)',
    body: messages.clockBody,
    answers: messages.clockBody,
  },
  {
    method: 'get',
    path: '/hooks',
    does: 'Addresses of programs that events may be sent to (steward)',
    answers: list(messages.hook),
  },
  {
    method: 'post',
    path: '/hooks',
    does: 'Allows an address; the secret by which events are signed is shown this once (admin)',
    body: messages.hookBody,
    answers: messages.madeHook,
  },
  {
    method: 'post',
    path: '/hooks/{hook}/secret',
    does: 'A new secret, shown this once; the one before holds beside it until the next (admin)',
    answers: messages.madeHook,
  },
  { method: 'delete', path: '/hooks/{hook}', does: 'Withdraws an address (admin)' },
  {
    method: 'get',
    path: '/unsubscribe/{token}',
    does: 'What a link ends; ends nothing',
    answers: z.object({ of: z.string() }),
    open: true,
  },
  {
    method: 'post',
    path: '/unsubscribe/{token}',
    does: 'Ends messages to one receiver by one click',
    answers: z.object({ ended: z.boolean() }),
    open: true,
  },
];
