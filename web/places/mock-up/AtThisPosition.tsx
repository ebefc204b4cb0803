import { spokenPlace } from '../../../core/engine/places.js';
import { judge } from '../../../core/judge/judge.js';
import type { Unit } from '../../../core/units/units.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { sayLength, type ToChart } from './charts-of.js';
import { signed } from './WhatIf.js';

const HEADS = ['valve', 'least', 'at', 'verdict', 'limit kept', 'cut here', 'radial'];

/** What each valve comes to with the cam where one would have it: how close, whether that will do, and what would be cut. */
export function AtThisPosition({ found, camNow, unit }: { found: ToChart['shown']; camNow: number; unit: Unit }) {
  return (
    <table className="measuring-table" aria-label="At this position">
      <thead>
        <tr>
          {HEADS.map((head) => (
            <th key={head}>{head}</th>
          ))}
        </tr>
      </thead>
      <tbody>
        {found.map(({ place, across: { here, safe, cutNeeded }, limit }) => (
          <tr key={place}>
            <th>{spokenPlace(place)}</th>
            <td className="figure">{sayLength(here.least, unit)}</td>
            <td className="figure">{`${Math.abs(here.atDeg)}° ${here.atDeg < 0 ? 'before' : 'after'}`}</td>
            <td>{limit && <VerdictMark mark={judge(here.least, limit, limit.uncertainty)} />}</td>
            <td className="figure">
              {limit?.min === undefined
                ? 'no limit'
                : safe
                  ? `${signed(camNow + safe.min)}° to ${signed(camNow + safe.max)}°`
                  : 'nowhere'}
            </td>
            <td className="figure">
              {limit?.min === undefined ? '–' : cutNeeded > 0 ? sayLength(cutNeeded, unit) : 'nothing'}
            </td>
            <td className="figure">{here.radial === null ? '–' : sayLength(here.radial, unit)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
