import type { ReactNode } from 'react';
import { UNIT_LABEL } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';
import { usePlaceFocus } from './use-place-focus.js';

/** A place as a line of a list. */
export interface ListedPlace {
  key: string;
  name: string;
  /** Its verdict or state, drawn, with its word for the ear. */
  mark: ReactNode;
  figure: string;
  unit?: Unit;
  /** What else is said of it. */
  note?: string;
  /** Without it, it only shows. */
  onPick?: () => void;
}

function Line({ listed, isActive, typed }: { listed: ListedPlace; isActive: boolean; typed: string }) {
  const { name, mark, figure, unit, note, onPick } = listed;
  const line = usePlaceFocus<HTMLButtonElement>(isActive);
  const shown = (
    <>
      <span className="place-list-name">{name}</span>
      <span className="figure">
        {isActive && typed !== '' ? typed : figure}
        {figure !== '' && unit && <span className="sr-only"> {UNIT_LABEL[unit]}</span>}
      </span>
      {mark}
      {note && <span className="place-list-note">{note}</span>}
    </>
  );
  if (!onPick) return <span className="place-list-line">{shown}</span>;
  return (
    <button
      ref={line}
      type="button"
      className={isActive ? 'place-list-line here' : 'place-list-line'}
      data-bench-place
      tabIndex={isActive ? 0 : -1}
      aria-current={isActive ? 'true' : undefined}
      onClick={onPick}
    >
      {shown}
    </button>
  );
}

/** The places of a drawing as lines, where the drawing would be too small to be read or pressed. */
export function PlaceList({
  label,
  places,
  active,
  typed = '',
}: {
  label: string;
  places: ListedPlace[];
  active?: string;
  typed?: string;
}) {
  return (
    <ul className="place-list" aria-label={label} data-bench-map>
      {places.map((listed) => (
        <li key={listed.key}>
          <Line listed={listed} isActive={listed.key === active} typed={typed} />
        </li>
      ))}
    </ul>
  ); // prettier-ignore
}
