import { figureOf } from '../../../core/engine/engine-data.js';
import { dwellDeg } from '../../../core/engine/piston.js';
import { engineDataOf } from '../../../core/sheet/papers.js';
import { toCanonical, type Unit } from '../../../core/units/units.js';
import { useDesk } from '../../state/use-desk.js';
import { AskFigures } from '../intake/AskFigures.js';

/** Why a quick dial is rough on this very engine: how far the crank turns while the dial stands still. */
export function Dwell({ unit }: { unit: Unit }) {
  const file = useDesk((desk) => desk.file!);
  const data = engineDataOf(file);
  const [strokeMm, rodMm] = [figureOf(data, 'stroke'), figureOf(data, 'rod-length')];
  if (strokeMm === undefined || rodMm === undefined)
    return (
      <AskFigures
        ids={['stroke', 'rod-length']}
        why="With stroke and rod length it is known how far the crank turns while the piston stands still."
      />
    );
  const step = unit === 'mm' ? '0.01 mm' : '0.001 in';
  const dwell = dwellDeg({ strokeMm, rodMm }, unit === 'mm' ? 0.01 : toCanonical(0.001, 'in'));
  return (
    <p>
      Within <strong className="figure">{dwell.toFixed(1)}°</strong> to either side this piston moves less than{' '}
      <span className="figure">{step}</span>: the dial stands still, and dead centre is anywhere in between.
    </p>
  );
}
