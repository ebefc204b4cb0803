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
      No cam card is filed, no lobe swept: where these valves open is a guess, and {METHOD_TITLE[method]} hangs on it.
      File the card (Timing), or set one cylinder at a time at its own dead centre.{' '}
      <Button size="small" disabled={isBusy} onClick={onInstead}>
        {METHOD_TITLE['each-tdc']} instead
      </Button>
      <Button size="small" disabled={isBusy} onClick={onGuess}>
        Use it on the guess
      </Button>
    </div>
  );
}
