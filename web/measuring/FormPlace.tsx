import type { ReactNode } from 'react';
import { useMeasuringKeys } from './use-keys.js';
import './measuring.css';

const nothing = () => {};

/** A part of a measuring place with a screen of its own: nothing typed beside its fields is a reading. */
export function FormPlace({
  list,
  leave,
  cycleUnit,
  children,
}: {
  list: ReactNode;
  leave: () => void;
  cycleUnit: () => void;
  children: ReactNode;
}) {
  useMeasuringKeys({
    type: nothing,
    erase: nothing,
    take: nothing,
    turn: nothing,
    walk: nothing,
    help: nothing,
    escape: leave,
    cycleUnit,
  });
  return (
    <div className="measuring">
      {list}
      {children}
    </div>
  );
}
