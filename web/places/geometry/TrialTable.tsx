import { Fragment } from 'react';
import { wordBars } from '../../../contracts/wording/geometry.js';
import { liftShort, type LiftShort } from '../../../core/sheet/lift-short.js';
import type { RockerGeometry } from '../../../core/sheet/rocker-geometry.js';
import type { Trial } from '../../../core/sheet/trials.js';
import { formatFigure } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { settingName } from './words.js';

const signed = (mm: number, unit: Unit) => `${mm > 0 ? '+' : ''}${formatFigure(mm, unit)}`;

/** What a trial's lift lacks of lobe times ratio. */
function sayShort(short: LiftShort | null, unit: Unit): string {
  return short ? `${formatFigure(short.by, unit)}${short.isLash ? ', its lash' : ''}` : '–';
}

/** What speaks against a trial, or what it is not to be relied on for. */
function Says({ trial: { barredBy, isRough, isOtherRocker } }: { trial: Trial }) {
  const remarks = [...(isRough ? ['rough'] : []), ...(isOtherRocker ? ['another rocker'] : [])];
  return (
    <>
      {barredBy.length > 0 && (
        <>
          <VerdictMark mark="high" word={false} /> barred: {wordBars(barredBy)}
          {remarks.length > 0 && '; '}
        </>
      )}
      {remarks.join(', ')}
    </>
  );
}

/** The trials of a kind, the best by the shop's school first; one is gone to where somebody may still read at it. */
export function TrialTable({
  found,
  unit,
  onPick,
}: {
  found: RockerGeometry;
  unit: Unit;
  onPick?: (trial: Trial) => void;
}) {
  if (found.trials.length === 0) return null;
  // Only where somebody proves by travel, or counts turns, do they stand there.
  const [hasLift, hasTurns] = [
    found.trials.some(({ lift }) => lift !== undefined),
    found.trials.some(({ turns }) => turns !== undefined),
  ];
  const columns = 4 + Number(hasLift) * (found.expected ? 2 : 1) + Number(hasTurns);
  return (
    <table className="measuring-table trials">
      <thead>
        <tr>
          <th>valve</th>
          <th>{found.mount === 'stud-nut' ? 'length' : settingName(found)}</th>
          <th>mark</th>
          <th>off centre</th>
          {hasLift && <th>lift</th>}
          {hasLift && found.expected && <th>short</th>}
          {hasTurns && <th>turns</th>}
        </tr>
      </thead>
      <tbody>
        {found.trials.map((trial, index) => (
          <Fragment key={`${trial.place}@${trial.tried}`}>
            <tr className={index === 0 && !trial.isBarred ? 'turned' : undefined}>
              <th>
                {onPick ? (
                  <button type="button" className="trial-pick" onClick={() => onPick(trial)}>
                    {trial.place}
                  </button>
                ) : (
                  trial.place
                )}
              </th>
              <td className="figure">{formatFigure(trial.tried, unit)}</td>
              <td className="figure">{trial.width === undefined ? '–' : formatFigure(trial.width, unit)}</td>
              <td className="figure">{trial.offset === undefined ? '–' : signed(trial.offset, unit)}</td>
              {hasLift && <td className="figure">{trial.lift === undefined ? '–' : formatFigure(trial.lift, unit)}</td>}
              {hasLift && found.expected && <td className="figure">{sayShort(liftShort(found, trial), unit)}</td>}
              {hasTurns && (
                <td className="figure">{trial.turns === undefined ? '–' : String(Number(trial.turns.toFixed(2)))}</td>
              )}
            </tr>
            {(trial.isBarred || trial.isRough || trial.isOtherRocker) && (
              <tr className="trial-says">
                <td colSpan={columns}>
                  <Says trial={trial} />
                </td>
              </tr>
            )}
          </Fragment>
        ))}
      </tbody>
    </table>
  );
}
