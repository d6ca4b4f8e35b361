/** Words about people, for those who look after them. */
import type { Member } from '../app/api';

export const ROLES: readonly (readonly [Member['role'], string])[] = [
  ['viewer', 'looks at boards'],
  ['analyst', 'asks, pins and shares'],
  ['steward', 'loads data and says what words mean'],
  ['admin', 'looks after people too'],
];

/** @example stateWords({ active: true, hasPassword: false }) // 'has not chosen a password yet' */
export function stateWords({ active, hasPassword }: Pick<Member, 'active' | 'hasPassword'>): string {
  if (!active) return 'taken away';
  return hasPassword ? 'may sign in' : 'has not chosen a password yet';
}

/** @example groupsIn('Night shift,  Outer Isles team, ') // ['Night shift', 'Outer Isles team'] */
export function groupsIn(text: string): string[] {
  return [
    ...new Set(
      text
        .split(',')
        .map((one) => one.trim())
        .filter((one) => one !== ''),
    ),
  ];
}

export const linkTo = (origin: string, token: string): string => `${origin}/password/${token}`;
