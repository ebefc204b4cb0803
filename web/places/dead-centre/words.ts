import type { WheelPass } from '../../../core/wheel/wheel-passes.js';

/** One sentence for each step: what to turn, what to type. */
export function whatToTurn(
  measure: string,
  last: Pick<WheelPass, 'state' | 'errorDeg'> | undefined,
  say: (deg: number) => string,
): string {
  const again = last && last.state !== 'rough' ? passAgain(last) : '';
  switch (measure) {
    case 'tdc-stop-first':
      return `${again}Fit the piston stop with the piston down the bore. Turn gently by hand until the piston rests on it; type what the wheel reads, and its side.`;
    case 'tdc-stop-second':
      return 'Now turn back, all the way round, until the piston rests on the stop from the other side. Type what the wheel reads, and its side.';
    case 'tdc-drop-first':
      return `${again}Dial on the piston, nothing on top. Turn back past the chosen drop, come up to it in the running direction, and type what the wheel reads.`;
    case 'tdc-drop-second':
      return 'Go on over the top to the same drop on the other side. Type what the wheel reads, and its side.';
    case 'tdc-quick':
      return 'A rough start only: the piston dwells over the top. Type what the wheel reads where the needle turns round; then prove it by stop or drop.';
    default:
      return `Bring the piston to true dead centre (${say(last?.errorDeg ?? 0)} on the wheel now). Type what the factory mark reads there; move the mark, or note it.`;
  }
}

function passAgain({ state }: Pick<WheelPass, 'state'>): string {
  switch (state) {
    case 'off':
      return 'Pointer set and bolt tight? Then once more. ';
    case 'true':
      return 'It reads true. Once more, after the bolt is tight, proves it. ';
    case 'slipped':
      return 'The midpoint moved. Take both again as the wheel stands: was a reading wrong, or did the wheel slip? ';
    default:
      return '';
  }
}
