import { useEffect, useRef } from 'react';

/**
 * Keeps the focus of a drawing at its active place: where a place of the same drawing has it, it goes along. What has the
 * focus and what a number goes into are one.
 */
export function usePlaceFocus<Shape extends SVGGraphicsElement | HTMLElement>(isActive: boolean) {
  const place = useRef<Shape>(null);
  useEffect(() => {
    const focused = document.activeElement;
    if (!isActive || !place.current || focused === place.current || !focused?.closest('[data-bench-place]')) return;
    if (focused.closest('[data-bench-map]') === place.current.closest('[data-bench-map]')) place.current.focus();
  }, [isActive]);
  return place;
}
