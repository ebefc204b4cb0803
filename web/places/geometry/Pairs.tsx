import type { ShimRodPair } from '../../../core/sheet/shim-rod-pairs.js';
import type { StopShim, StopShims } from '../../../core/sheet/stop-shims.js';
import { formatFigure } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import { KIND_NAME, sayDifference, sayLength } from './words.js';

/** Shims and rods that go together: the shims nearest to what is aimed at, then the rod that leaves most of the adjuster. */
export function Pairs({ pairs, unit }: { pairs: readonly ShimRodPair[]; unit: Unit }) {
  if (pairs.length === 0) return null;
  return (
    <table className="measuring-table candidates" aria-label="Shims and rods together">
      <caption className="pairs-caption">Shims and rods together, the best first: what can be had of both.</caption>
      <thead>
        <tr>
          <th>shims</th>
          <th>from the best</th>
          <th>rod</th>
          <th>adjuster then</th>
          <th>turns to its range’s end</th>
        </tr>
      </thead>
      <tbody>
        {pairs.map(({ shim, length, fromBest, turns, margin }, index) => (
          <tr key={`${shim}@${length}`} className={index === 0 ? 'turned' : undefined}>
            <td className="figure">{formatFigure(shim, unit)}</td>
            <td className="figure">{sayDifference(fromBest, unit)}</td>
            <td className="figure">{formatFigure(length, unit)}</td>
            <td className="figure">{turns.toFixed(2)} turns</td>
            <td className="figure">{margin.toFixed(2)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** How one height of shims leaves the plungers, and who stays out by how much. */
function sayShim({ shim, inside, of, out }: StopShim, unit: Unit): string {
  const left = out.map(({ place, by }) => `${place} by ${sayDifference(by, unit)}`).join(', ');
  return `${sayLength(shim, unit)}: ${inside} of ${of} in their window${left === '' ? '' : `; out stay ${left}`}.`;
}

/** Pedestals that are drawn to a stop: one height of shims for the head, or one by kind. */
export function PedestalShims({ found, unit }: { found: StopShims | null; unit: Unit }) {
  if (!found) return null;
  return (
    <section aria-label="Shims under the pedestals" className="one-or-each">
      <h3>Shims under the pedestals</h3>
      <p>One height for all, {sayShim(found.one, unit)}</p>
      {found.byKind.map(({ kind, best }) => (
        <p key={kind}>
          {KIND_NAME[kind]} alone, {sayShim(best, unit)}
        </p>
      ))}
    </section>
  );
}
