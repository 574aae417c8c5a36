import { type RefObject, useLayoutEffect, useState } from 'react';

/** The width of an element as it is laid out (px): drawings are made to measure, so that their text stays as it is. */
export function useWidth(box: RefObject<HTMLElement | null>, before: number): number {
  const [widthPx, setWidthPx] = useState(before);
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setWidthPx(element.clientWidth));
    observer.observe(element);
    return () => observer.disconnect();
  }, [box]);
  return widthPx;
}
