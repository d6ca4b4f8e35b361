/** The person signed in. */
import { createContext, useContext } from 'react';
import type { Self } from './api';

export const SessionContext = createContext<Self | null>(null);

export function usePerson(): Self {
  const person = useContext(SessionContext);
  if (person === null) throw new Error('A place of the product was shown without a person.');
  return person;
}

/** Does somebody's role cover that of a steward? */
export const isSteward = ({ role }: Pick<Self, 'role'>): boolean => role === 'steward' || role === 'admin';
