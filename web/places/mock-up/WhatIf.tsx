import Slider from '@mui/material/Slider';
import type { Unit } from '../../../core/units/units.js';
import type { Clearance } from '../../../core/sheet/over-piston.js';
import type { MockUp } from '../../../core/valvetrain/mock-up.js';
import { KIND_NAME, sayLength } from './charts-of.js';
import type { InMind } from '../../../core/sheet/in-mind.js';

/** Degrees of a sprocket, plus for advanced. */
export const signed = (deg: number): string => `${deg > 0 ? '+' : ''}${Number(deg.toFixed(1))}`.replace('-', '−');

interface Props {
  known: (Clearance & { valve: NonNullable<Clearance['valve']> })[];
  build: MockUp | null;
  /** Where one would have the cam. */
  wanted: number;
  unit: Unit;
  mind: InMind;
  onMind: (change: (before: InMind) => InMind) => void;
}

/** Everything that one may change in mind, by slider or by key. */
export function WhatIf({ known, build, wanted, unit, mind, onMind }: Props) {
  const set = (change: Partial<InMind>) => onMind((before) => ({ ...before, ...change }));
  const say = (mm: number) => sayLength(mm, unit);
  // A thousandth of an inch, or what is near it.
  const fine = unit === 'mm' ? 0.02 : 0.0254;
  const gasket = build?.gasketFinal ?? 0;
  return (
    <>
      <What
        label="Sprocket"
        figure={`${signed(wanted)}°`}
        value={mind.advance}
        reach={[-12, 12]}
        step={0.5}
        onChange={(advance) => set({ advance })}
      />
      <What
        label="Gasket"
        figure={say(gasket + mind.gasketBy)}
        value={mind.gasketBy}
        reach={[-fine * Math.min(30, Math.floor(gasket / fine)), 30 * fine]}
        step={fine}
        onChange={(gasketBy) => set({ gasketBy })}
      />
      <What
        label="Milled off, head or deck"
        figure={say(mind.milledBy)}
        value={mind.milledBy}
        reach={[0, 40 * fine]}
        step={fine}
        onChange={(milledBy) => set({ milledBy })}
      />
      <What
        label="Lash, more or less"
        figure={say(mind.lashBy)}
        value={mind.lashBy}
        reach={[-20 * fine, 20 * fine]}
        step={fine}
        onChange={(lashBy) => set({ lashBy })}
      />
      <What
        label="Another cam, lobe lift"
        figure={`${mind.cam.liftBy < 0 ? '−' : '+'}${say(Math.abs(mind.cam.liftBy))}`}
        value={mind.cam.liftBy}
        reach={[-40 * fine, 60 * fine]}
        step={fine}
        onChange={(liftBy) => onMind((before) => ({ ...before, cam: { ...before.cam, liftBy } }))}
      />
      <What
        label="Another cam, duration"
        figure={`${signed(mind.cam.longerBy)}°`}
        value={mind.cam.longerBy}
        reach={[-20, 40]}
        step={1}
        onChange={(longerBy) => onMind((before) => ({ ...before, cam: { ...before.cam, longerBy } }))}
      />
      {known.map(({ kind, valve }) => (
        <What
          key={kind}
          label={`Rocker ratio, ${KIND_NAME[kind].toLowerCase()}`}
          figure={(valve.rockerRatio + mind.ratioBy[kind]).toFixed(2)}
          value={mind.ratioBy[kind]}
          reach={[-0.3, 0.3]}
          step={0.05}
          onChange={(by) => onMind((before) => ({ ...before, ratioBy: { ...before.ratioBy, [kind]: by } }))}
        />
      ))}
    </>
  );
}

interface One {
  label: string;
  /** What it would then be. */
  figure: string;
  value: number;
  reach: [least: number, most: number];
  step: number;
  onChange: (value: number) => void;
}

function What({ label, figure, value, reach: [least, most], step, onChange }: One) {
  return (
    <div className="what-if">
      <span>{label}</span>
      <span className="figure">{figure}</span>
      <Slider
        aria-label={label}
        value={value}
        min={least}
        max={most}
        step={step}
        track={false}
        getAriaValueText={() => figure}
        onChange={(_, to) => onChange(to as number)}
        onKeyDown={(event) => event.key.startsWith('Arrow') && event.stopPropagation()}
      />
    </div>
  );
}
