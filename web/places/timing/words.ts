import type { CompletedCard } from '../../../core/cam/cam-card.js';
import { spokenPlace } from '../../../core/engine/places.js';
import type { Slot } from '../../../core/sheet/slot.js';

/** One sentence for each number of the degreeing. */
export function whatToRead({ measure, place }: Slot, drop: string | null, card: CompletedCard | null): string {
  const at = card ? `at the ${card.printed.checkAt}` : 'at the lobe';
  const lift = drop ?? 'the check lift; file the cam card to know it';
  switch (measure) {
    case 'intake-open':
    case 'exhaust-open':
      return `Dial ${at}, nothing on the base circle. Turn in the running direction until it lifts ${lift}; type what the wheel reads.`;
    case 'intake-close':
    case 'exhaust-close':
      return `Never turn back. Go on past full lift until it has come down to ${lift}; type what the wheel reads.`;
    case 'intake-drop-opening':
    case 'exhaust-drop-opening':
      return `Dial at nothing on the nose. Turn back past it, come up again to ${drop} below the nose; type what the wheel reads.`;
    case 'intake-drop-closing':
    case 'exhaust-drop-closing':
      return `On over the nose to ${drop} below it on the closing side; type what the wheel reads.`;
    case 'intake-peak':
    case 'exhaust-peak':
      return 'Turn until the dial turns round at full lift; type what the wheel reads. Rough: the lifter dwells there.';
    case 'lobe-lift':
      return `Dial in line with the lifter of ${spokenPlace(place)}, nothing on the base circle; turn to the nose and type its travel.`;
    default:
      return 'Dial on the cam nose; push the cam to and fro and type the travel.';
  }
}
