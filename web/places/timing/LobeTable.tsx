import type { z } from 'zod';
import type { lobeAnalysisSchema } from '../../../contracts/calc-lobe.js';

/** What a swept lobe tells, in figures. */
export function LobeTable({ analysis, unit }: { analysis: z.infer<typeof lobeAnalysisSchema>; unit: 'in' | 'mm' }) {
  const places = unit === 'in' ? 4 : 3;
  const lift = (value: number) => `${value.toFixed(places)} ${unit}`;
  const deg = (value: number) => `${value.toFixed(2)}°`.replace('-', '−');
  const { peak, durations, centrelines, velocity, acceleration, smoothing, doubt } = analysis;
  const trusted = (trust: number) => ` ±${trust.toFixed(trust < 0.1 ? 2 : 1)}°`;
  const rows: [string, string][] = [
    ['Peak', `${lift(peak.lift)} at ${deg(peak.deg)}${trusted(doubt.peak.deg)}`],
    ...durations.map(({ lift: at, duration, opening, closing }, index): [string, string] => [
      `Duration at ${at}`,
      `${deg(duration)}${trusted(doubt.durations[index])}, ${deg(opening)} to ${deg(closing)}`,
    ]),
    ['Centreline by area', deg(analysis.centrelineByArea) + trusted(doubt.centrelineByArea)],
    ...centrelines.map(({ drop, centreline }, index): [string, string] => [
      `Centreline, drop ${drop}`,
      deg(centreline) + trusted(doubt.centrelines[index]),
    ]),
    ['Asymmetry', `${deg(analysis.asymmetryDeg)} ${analysis.asymmetryDeg > 0 ? 'fuller closing' : 'fuller opening'}`],
    ['Area', `${analysis.area.toFixed(2)} ${unit}·°`],
    ['Fastest', `${velocity.max.toFixed(5)} ${unit}/° at ${deg(velocity.atDeg)}`],
    ['Hardest', `${acceleration.max.toFixed(6)} ${unit}/°² at ${deg(acceleration.atDeg)}`],
    ['Over the nose', `${acceleration.min.toFixed(6)} ${unit}/°² at ${deg(acceleration.minAtDeg)}`],
    ['Smoothing', `took out ${lift(smoothing.rms)} of ${lift(smoothing.uncertainty)} allowed`],
  ];
  return (
    <table className="measuring-table" aria-label="What the lobe tells">
      <tbody>
        {rows.map(([name, value]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            <td className="figure">{value.replace(/(^|\s)-/g, '$1−')}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
