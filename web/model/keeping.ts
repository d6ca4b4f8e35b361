/** Whose a model is, and what follows of it for whoever looks at it. */
import type { ModelSummary, Self } from '../app/api';
import { isSteward } from '../app/session';

/** May somebody change a model? Their own they may; what is everyone's is for stewards. */
export const keepsModel = (person: Pick<Self, 'role'>, kept: ModelSummary['kept'] | undefined): boolean =>
  kept === 'own' ? person.role !== 'viewer' : kept === null && isSteward(person);

/** @example keptWords('own') // 'Yours alone until you share it.'; '' for one of everyone */
export const keptWords = (kept: ModelSummary['kept'], sharedWith: number | null = null): string => {
  if (kept === null) return '';
  if (kept === 'shared') return 'Shared with you.';
  if (sharedWith === null) return 'Yours.';
  if (sharedWith === 0) return 'Yours alone until you share it.';
  return `Yours, shared with ${sharedWith === 1 ? 'one person' : `${sharedWith} people`}.`;
};
