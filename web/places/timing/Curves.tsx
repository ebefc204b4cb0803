import { CategoryScale, Chart, Filler, Legend, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js';
import { useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import { movedSince } from '../../../core/cam/sprocket.js';
import { useTurning } from '../../measuring/use-turning.js';
import { limitFor } from '../../../core/plan/spec-sets.js';
import type { ValveKind } from '../../../core/engine/engine.js';
import { fromCanonical, toCanonical } from '../../../core/units/units.js';
import { useDesk } from '../../state/use-desk.js';
import { usePreferences } from '../../state/preferences.js';
import { axis, useChartInks } from './chart-inks.js';
import { cardCurve, furthestApart, newestSweep, sweptCurve, type LiftPoint } from './curves.js';

Chart.register(CategoryScale, LinearScale, PointElement, LineElement, Filler, Tooltip, Legend);

const NAME: Record<ValveKind, string> = { I: 'Intake', E: 'Exhaust' };
const KINDS: ValveKind[] = ['I', 'E'];

/** Lift over crank angle: the card against what was swept, with the check lift and the overlap. */
export function Curves() {
  const { engine, card, sweeps, readings } = useDesk();
  const { unit: chosen } = usePreferences();
  const unit = chosen === 'mm' || (chosen === null && card?.printed.unit === 'mm') ? 'mm' : 'in';
  const { events } = useTurning();
  const positions = useMemo(
    () =>
      readings
        .filter(({ measure }) => measure === 'cam-offset')
        .map(({ takenAt, value }) => ({ turn: Date.parse(takenAt), value })),
    [readings],
  );
  const curves = useMemo(
    () =>
      KINDS.map((kind) => {
        const sweep = newestSweep(sweeps, kind);
        return {
          kind,
          card: card && cardCurve(card, kind, unit),
          measured: sweep ? sweptCurve(sweep, kind, unit) : null,
          place: sweep?.place,
          moved: sweep ? movedSince(Date.parse(sweep.at), positions) : 0,
        };
      }),
    [card, sweeps, unit, positions],
  );
  const inks = useChartInks();
  const checkLift = card && fromCanonical(toCanonical(card.printed.checkLift, card.printed.unit), unit);
  const line = (label: string, data: LiftPoint[], colour: string, dashed = false) => ({
    label,
    data,
    borderColor: colour,
    backgroundColor: colour,
    borderWidth: dashed ? 1.6 : 2.4,
    borderDash: dashed ? [7, 5] : [],
    pointRadius: 0,
    tension: 0,
  });
  const top = Math.max(
    0.001,
    ...curves.flatMap(({ card: printed, measured }) => [...(printed ?? []), ...(measured ?? [])].map(({ y }) => y)),
  );
  /** The card moved by as much as the spec set lets a cam differ from it: between these the swept curve must lie. */
  const allowed = limitFor(engine!.specSet, 'intake-centreline', 'engine');
  const limits = (allowed?.basis === 'of-card' ? [allowed.min, allowed.max] : []).filter((deg) => deg !== undefined);
  const overlapFrom = -events.intakeOpenBtdc;
  const overlapTo = events.exhaustCloseAtdc;
  const datasets = [
    ...(overlapTo > overlapFrom
      ? [{ ...line(`Overlap at the seat, ${(overlapTo - overlapFrom).toFixed(0)}°`, [{ x: overlapFrom, y: top }, { x: overlapTo, y: top }], `${inks.band}70`), fill: 'origin', borderWidth: 0 }]
      : []),
    ...curves.flatMap(({ kind, card: printed, measured, place }) => [
      ...(printed ? [line(`${NAME[kind]}, card (made up between its durations)`, printed, inks[kind], true)] : []),
      ...(printed ? limits.map((deg) => ({ ...line(`${NAME[kind]}, limit ${deg}°`, printed.map(({ x, y }) => ({ x: x + deg, y })), inks.steel), borderWidth: 0.8 })) : []),
      ...(measured ? [line(`${NAME[kind]}, swept at ${place}`, measured, inks[kind])] : []),
    ]),
    ...(checkLift ? [line('Check lift', [{ x: -270, y: checkLift }, { x: 270, y: checkLift }], inks.steel, true)] : []),
  ]; // prettier-ignore
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
          <Line
            aria-label="Lift at the lobe over crank degrees from overlap top centre"
            role="img"
            data={{ datasets }}
            options={{
              animation: false,
              maintainAspectRatio: false,
              parsing: false,
              scales: {
                x: {
                  type: 'linear',
                  min: -270,
                  max: 270,
                  ...axis('crank degrees from overlap top centre', inks),
                  ticks: { ...axis('', inks).ticks, stepSize: 90, callback: (deg) => String(deg).replace('-', '−') },
                },
                y: { min: 0, ...axis(`lift at the lobe, ${unit}`, inks) },
              },
              plugins: {
                legend: {
                  labels: {
                    filter: ({ text }) => !text.includes('limit'),
                    color: inks.steel,
                    boxHeight: 1,
                    font: { family: 'Barlow', size: 13 },
                  },
                },
                tooltip: { enabled: false },
              },
            }}
          />
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
