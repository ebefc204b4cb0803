import { useMemo } from 'react';
import { inPlace } from '../../../core/derive/rule.js';
import { movedSince } from '../../../core/cam/sprocket.js';
import type { ValveKind } from '../../../core/engine/engine.js';
import { limitFor } from '../../../core/plan/spec-sets.js';
import { fromCanonical, toCanonical } from '../../../core/units/units.js';
import { DrawnChart } from '../../charts/DrawnChart.js';
import type { Drawn } from '../../charts/drawn.js';
import { useChartInks } from '../../charts/use-chart-inks.js';
import { useTurning } from '../../measuring/use-turning.js';
import { usePreferences } from '../../state/preferences.js';
import { useDesk } from '../../state/use-desk.js';
import { cardCurve, furthestApart, newestSweep, sweptCurve } from './curves.js';

const NAME: Record<ValveKind, string> = { I: 'Intake', E: 'Exhaust' };
const KINDS: ValveKind[] = ['I', 'E'];

/** Lift over crank angle: the card against what was swept, with the check lift and the overlap. */
export function Curves() {
  const { engine, card, sweeps, stand } = useDesk();
  const { unit: chosen } = usePreferences();
  const unit = chosen === 'mm' || (chosen === null && card?.printed.unit === 'mm') ? 'mm' : 'in';
  const { events } = useTurning();
  const positions = useMemo(
    () =>
      inPlace(stand!.triesAt('cam-offset', 'engine')).map(({ takenAt, value }) => ({
        turn: Date.parse(takenAt),
        value,
      })),
    [stand],
  );
  const curves = useMemo(
    () =>
      KINDS.map((kind) => {
        const sweep = newestSweep(sweeps, kind);
        return {
          kind,
          name: NAME[kind],
          card: card && cardCurve(card, kind, unit),
          measured: sweep ? sweptCurve(sweep, kind, unit) : null,
          place: sweep?.place,
          moved: sweep ? movedSince(Date.parse(sweep.at), positions) : 0,
        };
      }),
    [card, sweeps, unit, positions],
  );
  const inks = useChartInks();
  const drawn = useMemo((): Drawn => {
    const allowed = limitFor(engine!.specSet, 'intake-centreline', 'engine');
    return {
      chart: 'lifts',
      of: {
        curves,
        unit,
        limits: (allowed?.basis === 'of-card' ? [allowed.min, allowed.max] : []).filter((deg) => deg !== undefined),
        overlap: { from: -events.intakeOpenBtdc, to: events.exhaustCloseAtdc },
        checkLift: card && fromCanonical(toCanonical(card.printed.checkLift, card.printed.unit), unit),
        inks,
      },
    };
  }, [engine, curves, unit, events, card, inks]);
  const worst = curves.flatMap(({ kind, card: printed, measured }) => {
    const found = printed && measured && furthestApart(printed, measured);
    return found ? [{ kind, ...found }] : [];
  });
  const nothing = curves.every(({ card: printed, measured }) => !printed && !measured);
  return (
    <div className="measuring-form curves">
      <h2>Lift over crank angle</h2>
      {nothing ? (
        <p>Nothing to draw yet: file a cam card that prints lobe lifts and durations at two lifts, or sweep a lobe.</p>
      ) : (
        <div className="curves-chart">
          <DrawnChart drawn={drawn} label="Lift at the lobe over crank degrees from overlap top centre" />
        </div>
      )}
      {curves
        .filter(({ moved }) => moved !== 0)
        .map(({ kind, place }) => (
          <p key={kind} className="now-hint">
            {NAME[kind]}: the sprocket was moved after {place} was swept. Sweep it again.
          </p>
        ))}
      {worst.map(({ kind, x, apart }) => (
        <p key={kind}>
          {NAME[kind]}: furthest from its card by{' '}
          <span className="figure">
            {Math.abs(apart).toFixed(unit === 'in' ? 4 : 3)} {unit}
          </span>{' '}
          {apart > 0 ? 'over' : 'under'} at <span className="figure">{x.toFixed(0).replace('-', '−')}°</span>.
        </p>
      ))}
    </div>
  );
}
