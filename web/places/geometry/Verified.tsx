import type { ValveKind } from '../../../core/engine/engine.js';
import { parseValve } from '../../../core/engine/places.js';
import type { Mark } from '../../../core/judge/mark.js';
import type { RockerGeometry } from '../../../core/sheet/rocker-geometry.js';
import type { SheetRow } from '../../../core/sheet/row.js';
import type { Unit } from '../../../core/units/units.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { KIND_NAME, sayDifference, sayLength } from './words.js';

/** One thing that is looked at after fitting: whether it was, and what it came to. */
interface Proof {
  mark: Mark;
  says: string;
}

function proofsOf(kind: ValveKind, found: RockerGeometry, rows: readonly SheetRow[], unit: Unit): Proof[] {
  const of = (measure: string) => rows.filter((row) => row.measure === measure && parseValve(row.place)?.kind === kind);
  const proof = (row: SheetRow | undefined, says: string): Proof => ({
    mark: row ? (row.hints.length > 0 ? 'doubt' : row.verdict === 'unjudged' ? 'in' : row.verdict) : 'missing',
    says,
  });
  const setAt = found.mount === 'stud-nut' ? of('pushrod-fitted') : of('stand-shim');
  const off = of('pushrod-off');
  const worst = off.reduce<SheetRow | undefined>((most, row) => (!most || Math.abs(row.value) > Math.abs(most.value) ? row : most), undefined); // prettier-ignore
  const rubbed = found.trials.find(({ under, width }) => width !== undefined && under === 'build');
  const lost = of('lift-lost');
  const most = lost.reduce<SheetRow | undefined>((max, row) => (!max || row.value > max.value ? row : max), undefined);
  return [
    proof(
      worst ?? setAt[0],
      worst
        ? `Rods measured as fitted: ${sayDifference(worst.value, unit)} at most from what was wanted.`
        : setAt.length > 0
          ? 'Measured as fitted.'
          : 'Measured as fitted: not yet.',
    ),
    {
      mark: rubbed ? (rubbed.isBarred ? 'high' : 'in') : 'missing',
      says: rubbed
        ? `Mark rubbed again with what is fitted: ${sayLength(rubbed.width!, unit)} wide${rubbed.isBarred ? ', and barred' : ''}.`
        : 'Mark rubbed again with what is fitted: not yet.',
    },
    proof(
      most,
      most
        ? `Lift at the valve against lobe lift times ratio: ${sayLength(most.value, unit)} lost at most, at ${most.place}.`
        : 'Lift at the valve against lobe lift times ratio: not yet.',
    ),
  ];
}

/** What is looked at once rods are fitted, before the covers hide it: length, mark and lift. */
export function Verified({ both, rows, unit }: { both: RockerGeometry[]; rows: readonly SheetRow[]; unit: Unit }) {
  return (
    <section aria-label="After fitting" className="one-or-each">
      <h3>After fitting</h3>
      {both.map((found) => (
        <div key={found.kind} className="proofs">
          <strong>{KIND_NAME[found.kind]}</strong>
          <ul className="plain-list">
            {proofsOf(found.kind, found, rows, unit).map(({ mark, says }) => (
              <li key={says}>
                <VerdictMark mark={mark} word={false} /> {says}
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}
