import { Fragment } from 'react';
import type { RockerGeometry } from '../../../core/sheet/rocker-geometry.js';
import type { Trial } from '../../../core/sheet/trials.js';
import { formatFigure } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { BAR_NAME, settingName } from './words.js';

const signed = (mm: number, unit: Unit) => `${mm > 0 ? '+' : ''}${formatFigure(mm, unit)}`;

/** What speaks against a trial, or what it is not to be relied on for. */
function Says({ trial: { barredBy, isRough, isOtherRocker } }: { trial: Trial }) {
  const remarks = [...(isRough ? ['rough'] : []), ...(isOtherRocker ? ['another rocker'] : [])];
  return (
    <>
      {barredBy.length > 0 && (
        <>
          <VerdictMark mark="high" word={false} /> barred: {barredBy.map((bar) => BAR_NAME[bar]).join(', ')}
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
  return (
    <table className="measuring-table trials">
      <thead>
        <tr>
          <th>valve</th>
          <th>{found.mount === 'stud-nut' ? 'length' : settingName(found)}</th>
          <th>mark</th>
          <th>off centre</th>
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
            </tr>
            {(trial.isBarred || trial.isRough || trial.isOtherRocker) && (
              <tr className="trial-says">
                <td colSpan={4}>
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
