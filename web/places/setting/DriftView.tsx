import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { DRIFT_CAUSE, wordDue, wordOccasion } from '../../../contracts/wording/occasion.js';
import { placesOf, spokenPlace } from '../../../core/engine/places.js';
import { measureOf } from '../../../core/plan/measures.js';
import { comparedWithBuild, driftOf } from '../../../core/sheet/drift.js';
import { dueOf } from '../../../core/sheet/due.js';
import { BUILD } from '../../../core/sheet/slot.js';
import { formatFigure, formatValue, UNIT_LABEL } from '../../../core/units/format.js';
import { fromCanonical, type Unit } from '../../../core/units/units.js';
import { sayWholeDay } from '../../app/say-day.js';
import { DrawnChart } from '../../charts/DrawnChart.js';
import type { Drawn } from '../../charts/drawn.js';
import { useChartInks } from '../../charts/use-chart-inks.js';
import { useDesk } from '../../state/use-desk.js';
import { useLooksOn } from '../../state/session.js';
import type { SettingState } from './use-setting.js';

/** How the valves have changed since the build: charted valve by valve, and which of it is more than measuring makes. */
export function DriftView({
  setting,
  occasions,
  onBegin,
}: {
  setting: SettingState;
  occasions: string[];
  onBegin: () => void;
}) {
  const { engine, sheet, lengthUnit } = setting;
  const file = useDesk((desk) => desk.file!);
  const looksOn = useLooksOn();
  const inks = useChartInks();
  const { practice } = useDesk((desk) => desk.judging!).spec;
  // What was read at the valves on another occasion too, and is a number.
  const measures = useMemo(
    () =>
      [...new Set(sheet.rows.filter((row) => row.occasion).map(({ measure }) => measure))].filter((key) => {
        const { scope, options } = measureOf(key);
        return scope === 'valve' && !options && sheet.rows.some((row) => row.measure === key && !row.occasion);
      }),
    [sheet],
  );
  const [chosen, setChosen] = useState<string | null>(null);
  const key = chosen && measures.includes(chosen) ? chosen : (measures.find((one) => one !== 'preload-turns') ?? measures[0]); // prettier-ignore
  const measure = key === undefined ? undefined : measureOf(key);
  const unit: Unit = measure?.quantity === 'length' ? (lengthUnit === 'in' ? 'thou' : lengthUnit) : (measure?.units[0] ?? 'in'); // prettier-ignore
  const drifts = useMemo(
    () =>
      measure
        ? occasions
            .filter((one) => one !== BUILD)
            .map((occasion) => ({
              occasion,
              found: driftOf(engine, practice, sheet.rows, measure, comparedWithBuild(occasion)),
            }))
            .filter(({ found }) => found.length > 0)
        : [],
    [engine, practice, sheet, measure, occasions],
  );
  const drawn = useMemo((): Drawn | null => {
    if (drifts.length === 0) return null;
    const places = placesOf(engine, 'valve').filter((place) => drifts.some(({ found }) => found.some((one) => one.place === place))); // prettier-ignore
    const inUnit = (value: number) => fromCanonical(value, unit);
    return {
      chart: 'drift',
      of: {
        places,
        unit: UNIT_LABEL[unit],
        uncertainty: inUnit(drifts[0].found[0].uncertainty),
        since: drifts.map(({ occasion, found }) => ({
          occasion: wordOccasion(occasion),
          changes: places.map((place) => {
            const one = found.find((candidate) => candidate.place === place);
            return one ? inUnit(one.change) : null;
          }),
        })),
        alone: [
          ...new Set(drifts.flatMap(({ found }) => found.filter(({ isAlone }) => isAlone).map(({ place }) => place))),
        ],
        inks,
      },
    };
  }, [drifts, engine, unit, inks]);
  const due = dueOf(file, practice);
  const told = drifts.flatMap(({ occasion, found }) =>
    found.filter(({ isReal }) => isReal).map((one) => ({ occasion, ...one })),
  );
  const sayChange = (change: number) => `${change > 0 ? '+' : ''}${formatFigure(change, unit)}`;
  return (
    <section className="drift" aria-label="Change since the build">
      <div className="measuring-line">
        <h2>Against the build</h2>
        <span role="group" aria-label="Measure">
          {measures.map((one) => (
            <Button
              key={one}
              size="small"
              aria-pressed={one === key}
              variant={one === key ? 'outlined' : 'text'}
              onClick={() => setChosen(one)}
            >
              {measureOf(one).title}
            </Button>
          ))}
        </span>
        <span className="measuring-rest" />
        {!looksOn && (
          <Button variant="outlined" size="small" onClick={onBegin}>
            Read the valves anew
          </Button>
        )}
      </div>
      {drawn && measure ? (
        <>
          <div className="drift-chart">
            <DrawnChart
              drawn={drawn}
              label={`Change of ${measure.title.toLowerCase()} of each valve against the build`}
            />
          </div>
          {told.length === 0 ? (
            <p>
              No valve has changed by more than the measuring of both may be off (
              {formatValue(drifts[0].found[0].uncertainty, unit)}).
            </p>
          ) : (
            <table className="measuring-table">
              <thead>
                <tr>
                  <th>valve</th>
                  <th>read</th>
                  <th>was</th>
                  <th>is</th>
                  <th>change, {UNIT_LABEL[unit]}</th>
                  <th>what it may be</th>
                </tr>
              </thead>
              <tbody>
                {told.map(({ occasion, place, before, after, change, isAlone, cause }) => (
                  <tr key={occasion + place} className={isAlone ? 'drift-alone' : undefined}>
                    <th>{spokenPlace(place)}</th>
                    <td>{wordOccasion(occasion)}</td>
                    <td className="figure">{formatFigure(before, unit)}</td>
                    <td className="figure">{formatFigure(after, unit)}</td>
                    <td className="figure">{sayChange(change)}</td>
                    <td>
                      {isAlone && <strong>alone: </strong>}
                      {cause && DRIFT_CAUSE[cause]}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </>
      ) : (
        <p>
          Nothing was read on another occasion yet. A try-out, the first heat, a re-check: each is a set of readings
          beside the build’s.
        </p>
      )}
      {due.length > 0 && (
        <>
          <h3>Looked at again</h3>
          <ul className="plain-list">
            {due.map((one) => (
              <li key={one.what}>{wordDue(one, sayWholeDay)}</li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
