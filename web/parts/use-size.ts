/** How large an element is, as it changes: what is drawn for that size keeps its letters at theirs. */
import { useLayoutEffect, useRef, useState, type RefObject } from 'react';

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** @returns nought by nought until the element is there */
export function useSize<Element extends HTMLElement>(): [RefObject<Element | null>, Size] {
  const element = useRef<Element | null>(null);
  const [size, setSize] = useState<Size>({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const measured = element.current;
    if (measured === null) return undefined;
    const measure = () => setSize({ width: measured.clientWidth, height: measured.clientHeight });
    measure();
    const watched = new ResizeObserver(measure);
    watched.observe(measured);
    return () => watched.disconnect();
  }, []);
  return [element, size];
}
