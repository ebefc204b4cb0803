import { useMemo } from 'react';
import { DrawnChart } from '../../charts/DrawnChart.js';
import type { Drawn } from '../../charts/drawn.js';
import type { LobeDrawn } from '../../charts/lobe-chart.js';
import { useChartInks } from '../../charts/use-chart-inks.js';

/** A swept lobe as it was smoothed, with what was taken out of it, its velocity and its acceleration. */
export function LobeChart({ analysis, sweep }: Omit<LobeDrawn, 'inks'>) {
  const inks = useChartInks();
  const drawn = useMemo((): Drawn => ({ chart: 'lobe', of: { analysis, sweep, inks } }), [analysis, sweep, inks]);
  const { peak, smoothing } = analysis;
  return (
    <div className="lobe-chart">
      <DrawnChart
        drawn={drawn}
        label={`Lift, what the smoothing took out, velocity and acceleration of the lobe over crank degrees; peak ${peak.lift.toFixed(4)} ${sweep.unit} at ${peak.deg.toFixed(1)} degrees, smoothing took out ${smoothing.rms.toFixed(4)} ${sweep.unit}`}
      />
    </div>
  );
}
