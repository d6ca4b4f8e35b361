/** The person signed in. */
import { createContext, useContext } from 'react';
import type { Person } from './api';

export const SessionContext = createContext<Person | null>(null);

export function usePerson(): Person {
  const person = useContext(SessionContext);
  if (person === null) throw new Error('A place of the product was shown without a person.');
  return person;
}
