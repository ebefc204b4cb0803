import Button from '@mui/material/Button';
import { METHOD_TITLE } from '../../../contracts/wording/setting.js';
import type { StopMethod } from '../../../core/cam/valve-stops.js';

/** A way that hangs on where the valves open, while nobody has said where they do on this cam. */
export function AskGuess({
  method,
  isBusy,
  onInstead,
  onGuess,
}: {
  method: StopMethod;
  isBusy: boolean;
  /** Takes the way that asks least of the cam. */
  onInstead: () => void;
  onGuess: () => void;
}) {
  return (
    <div className="now-hint" role="group" aria-label={`${METHOD_TITLE[method]} on a guess`}>
      No cam card, no swept lobe: these seat events are a guess, and {METHOD_TITLE[method]} depends on them. File the
      card under Timing, or set each cylinder at its firing TDC.{' '}
      <Button size="small" disabled={isBusy} onClick={onInstead}>
        Set at firing TDC
      </Button>
      <Button size="small" disabled={isBusy} onClick={onGuess}>
        Use the guess
      </Button>
    </div>
  );
}
