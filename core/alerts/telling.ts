/**
 * What is told, and when it is told again: once for each time that a member passes, and again only after it was back to normal, or every
 * so many periods. A period may be looked at any number of times, as data come in late; nobody is told of a member and a period twice.
 */
import type { Day } from '../time/day';
import { countGrains, type Grain } from '../time/grain';
import type { Passing } from './passing';

export interface MemberState {
  /** Did it pass in the period that was looked at last? */
  readonly on: boolean;
  /** The period of which it was told last; null: never. */
  readonly told: Day | null;
}

/** By member; empty for the whole. */
export type AlertState = Readonly<Record<string, MemberState>>;

/** @param again every how many periods it is told while it lasts; null: once */
export function tell(
  state: AlertState,
  period: Day,
  passing: readonly Passing[],
  again: number | null,
  grain: Grain,
): { readonly state: AlertState; readonly told: readonly Passing[] } {
  const next: Record<string, MemberState> = {};
  for (const [member, { told }] of Object.entries(state)) next[member] = { on: false, told };
  const told = passing.filter(({ member }) => {
    const before = state[member];
    if (before?.told !== null && before?.told !== undefined && before.told >= period) return false;
    if (before === undefined || !before.on || before.told === null) return true;
    return again !== null && countGrains(grain, before.told, period) - 1 >= again;
  });
  const newly = new Set(told.map(({ member }) => member));
  for (const { member } of passing)
    next[member] = { on: true, told: newly.has(member) ? period : (state[member]?.told ?? null) };
  return { state: next, told };
}

export interface Told {
  readonly period: Day;
  readonly passing: readonly Passing[];
}

/** Goes through periods in their order. @returns those in which something was told, and the state after the last */
export function tellThrough(
  state: AlertState,
  periods: readonly { readonly period: Day; readonly passing: readonly Passing[] }[],
  again: number | null,
  grain: Grain,
): { readonly state: AlertState; readonly told: readonly Told[] } {
  let now = state;
  const all: Told[] = [];
  for (const { period, passing } of periods) {
    const { state: next, told } = tell(now, period, passing, again, grain);
    now = next;
    if (told.length > 0) all.push({ period, passing: told });
  }
  return { state: now, told: all };
}
