import { useLayoutEffect, useState, type RefObject } from 'react';

/**
 * The width that a drawing has on the page, in pixels, as it changes: one drawn in pixels keeps its figures readable
 * where room is short, while one that is scaled as a whole does not.
 *
 * @param before what is taken until the page is laid out
 */
export function useWidth(drawing: RefObject<SVGSVGElement | null>, before: number): number {
  const [width, setWidth] = useState(before);
  useLayoutEffect(() => {
    const measure = () => setWidth(drawing.current!.getBoundingClientRect().width);
    const observer = new ResizeObserver(measure);
    observer.observe(drawing.current!);
    measure();
    return () => observer.disconnect();
  }, [drawing]);
  return width;
}
