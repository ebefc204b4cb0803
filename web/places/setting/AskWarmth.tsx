import Button from '@mui/material/Button';
import { growthMm } from '../../../core/plan/practice.js';
import { formatValue } from '../../../core/units/format.js';
import { useLooksOn } from '../../state/session.js';
import { useDesk } from '../../state/use-desk.js';
import type { SettingState } from './use-setting.js';

/** Whether the engine is cold or warm as its preload is set, asked once: what is left of it hot hangs on that. */
export function AskWarmth({ setting: { engine, rows, lengthUnit } }: { setting: SettingState }) {
  const take = useDesk((desk) => desk.take);
  const looksOn = useLooksOn();
  const { block, head } = engine.metals;
  const growth = growthMm(engine.specSet.practice, block, head);
  const isSaid = rows.some(({ measure }) => measure === 'engine-warmth');
  if (engine.lifter !== 'hydraulic' || !growth || isSaid || looksOn) return null;
  const say = (state: 'cold' | 'warm') =>
    take({ measure: 'engine-warmth', place: 'engine', entered: state, unit: 'choice' });
  return (
    <div className="now-hint" role="group" aria-label="Cold or warm">
      Is the engine cold or warm now? Cold, it {growth > 0 ? 'loses' : 'gains'} preload as it warms up:{' '}
      {formatValue(Math.abs(growth), lengthUnit)} at the valve.{' '}
      <Button size="small" onClick={() => say('cold')}>
        Cold
      </Button>
      <Button size="small" onClick={() => say('warm')}>
        Warm
      </Button>
    </div>
  );
}
