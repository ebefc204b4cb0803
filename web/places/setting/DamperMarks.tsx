import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { damperMarks, damperNames } from '../../../core/drawing/damper-marks.js';
import { mayStandAt } from '../../../core/plan/setting-order.js';
import { parseEntered } from '../../../core/units/parse-entered.js';
import { DamperFace } from '../../drawings/DamperFace.js';
import type { SettingState } from './use-setting.js';

/** Where the damper is painted for this way of setting, and its marks on paper at the rim's true diameter. */
export function DamperMarks({ setting }: { setting: SettingState }) {
  const { engine, stops, lengthUnit, order, turning } = setting;
  const unit = lengthUnit === 'mm' ? 'mm' : 'in';
  const [typed, setTyped] = useState('');
  const parsed = parseEntered(typed);
  const diameter = parsed.ok && parsed.value > 0 && parsed.value <= 1000 ? parsed.value : null;
  const problem = typed.trim() !== '' && diameter === null ? `a diameter in ${unit}, as ${unit === 'in' ? '7.25' : '184'}` : ''; // prettier-ignore
  const { marginDeg } = engine.specSet.practice.setting;
  const merging = {
    unit,
    mayStandAt: mayStandAt(order, { ...engine, seatEvents: turning.events }, marginDeg),
  } as const;
  // How near marks lie on the rim is known once its diameter is.
  const marks = damperMarks(engine, diameter ?? 1, stops, diameter === null ? undefined : merging);
  const names = damperNames(marks);
  return (
    <section className="damper" aria-label="Damper marks">
      <DamperFace marks={marks} />
      <div>
        <h3>Marks to paint on the damper</h3>
        <p className="now-quiet">
          Heavy lines are firing dead centres, light ones the other stops of this way. Seen from the front, the engine
          turning clockwise.
        </p>
        <TextField
          label={`Rim, across, ${unit}`}
          size="small"
          value={typed}
          error={problem !== ''}
          helperText={problem || 'measured over the rim that is painted'}
          onChange={(event) => setTyped(event.target.value)}
        />
        {diameter !== null && (
          <>
            <ol className="damper-along" aria-label="Along the rim">
              {marks.map(({ deg, along, cylinders, stops: at }, nth) => (
                <li key={deg}>
                  <strong>{names[nth]}</strong>{' '}
                  <span className="figure">
                    {along.toFixed(unit === 'in' ? 3 : 1)} {unit}
                  </span>
                  {cylinders.length === 0 && (
                    <span className="now-quiet"> {at.map((stop) => `${Math.round(stop)}°`).join(' and ')}</span>
                  )}
                </li>
              ))}
            </ol>
            <Button
              variant="outlined"
              component="a"
              href={`/api/engines/${engine.id}/damper-marks.pdf?diameter=${diameter}&unit=${unit}`}
              download
            >
              Marks at true size, PDF
            </Button>
          </>
        )}
      </div>
    </section>
  );
}
