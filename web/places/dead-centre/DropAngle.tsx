import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { equalDrop } from '../../../core/engine/equal-drop.js';
import { figureOf } from '../../../core/engine/engine-data.js';
import { ImpossibleInput } from '../../../core/impossible.js';
import type { Pass } from '../../../core/sheet/angle-doubts.js';
import { engineDataOf } from '../../../core/sheet/papers.js';
import { parseEntered } from '../../../core/units/parse-entered.js';
import { toCanonical } from '../../../core/units/units.js';
import { useDesk } from '../../state/use-desk.js';
import { AskFigures } from '../intake/AskFigures.js';

/** A drop that is usual: far enough from the top for the piston to move, near enough for the dial. */
const USUAL = { in: '0.050', mm: '1' };
/** A wheel is read to half a degree, and a dial to a thousandth: more is something else. */
const APART_DEG = 1;

/** What the wheel must read at a drop on this very engine, and what the last pass has read. */
export function DropAngle({ unit, passes }: { unit: 'in' | 'mm'; passes: readonly Pass[] }) {
  const file = useDesk((desk) => desk.file!);
  const [typed, setTyped] = useState(USUAL[unit]);
  const data = engineDataOf(file);
  const [stroke, rodLength] = [figureOf(data, 'stroke'), figureOf(data, 'rod-length')];
  if (stroke === undefined || rodLength === undefined)
    return (
      <AskFigures ids={['stroke', 'rod-length']} why="Stroke and rod length tell which angle each drop must read." />
    );
  const parsed = parseEntered(typed);
  const expected = () => {
    if (!parsed.ok || parsed.value <= 0) return null;
    try {
      return equalDrop({ stroke, rodLength, drop: toCanonical(parsed.value, unit) });
    } catch (error) {
      if (error instanceof ImpossibleInput) return null;
      throw error;
    }
  };
  const deg = expected();
  const last = passes.findLast(({ by }) => by === 'tdc-drop');
  const read = last?.halfSpanDeg;
  return (
    <section aria-label="Angle of the drop">
      <TextField
        label={`Your drop, ${unit}`}
        value={typed}
        error={deg === null}
        helperText={deg === null ? `Type a drop within the stroke in ${unit}, e.g. ${USUAL[unit]}.` : ' '}
        onChange={(event) => setTyped(event.target.value)}
      />
      {deg !== null && (
        <p>
          At this drop a true wheel reads <strong className="figure">{deg.toFixed(1)}°</strong> before and after TDC.
        </p>
      )}
      {deg !== null && read !== undefined && (
        <p className={Math.abs(read - deg) > APART_DEG ? 'now-hint' : undefined}>
          Your last pass: <span className="figure">±{read.toFixed(1)}°</span>
          {Math.abs(read - deg) > APART_DEG
            ? '. Was it this drop? Check stroke, rod length and the dial’s turns.'
            : ': it fits.'}
        </p>
      )}
    </section>
  );
}
