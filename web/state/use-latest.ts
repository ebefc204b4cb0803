import { useLayoutEffect, useRef } from 'react';

/** A value as it was drawn last, for what outlives a drawing: a listener, a stream. */
export function useLatest<Value>(value: Value): { readonly current: Value } {
  const latest = useRef(value);
  useLayoutEffect(() => {
    latest.current = value;
  });
  return latest;
}
