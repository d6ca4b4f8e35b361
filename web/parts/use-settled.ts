import { useEffect, useState } from 'react';

/** A value once it has not changed for a while. */
export function useSettled(value: string, milliseconds: number): string {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = window.setTimeout(() => setSettled(value), milliseconds);
    return () => window.clearTimeout(timer);
  }, [value, milliseconds]);
  return settled;
}
