/** How wide an element is, as it changes: what is drawn for that width keeps its letters at their size. */
import { useEffect, useRef, useState, type RefObject } from 'react';

/** @param before taken until the element is there */
export function useWidth<Element extends HTMLElement>(before: number): [RefObject<Element | null>, number] {
  const element = useRef<Element | null>(null);
  const [width, setWidth] = useState(before);
  useEffect(() => {
    const measured = element.current;
    if (measured === null) return;
    const watched = new ResizeObserver(() => {
      if (measured.clientWidth > 0) setWidth(measured.clientWidth);
    });
    watched.observe(measured);
    return () => watched.disconnect();
  }, []);
  return [element, width];
}
