import type { NarrowLimit } from '../../core/plan/narrow-limits.js';
import type { Help, NarrowWindow } from '../../core/sheet/narrow-windows.js';
import { measureOf } from '../../core/plan/measures.js';
import { formatTrust, formatValue } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';

const HELP: Record<Help['code'], (trust: string) => string> = {
  sixteenths: (trust) => `count sixteenths of a turn (then ±${trust})`,
  dial: (trust) => `read the plunger depth by dial (then ±${trust})`,
  'own-trust': (trust) => `repeat your readings, and if they agree set a trust of ${trust} or less in Limits`,
};

/** That a window leaves little room for what is measured, where it is written. @param unit of the limit */
export function wordNarrowLimit({ width, trust, isHopeless }: NarrowLimit, unit: Unit): string {
  const room = isHopeless ? 'Every value will be in doubt' : 'Many good values will be in doubt';
  return `${room}: the window is ${formatValue(width, unit)} wide, a reading ±${formatTrust(trust, unit)}.`;
}

/** A window too narrow for its readings, and what helps. @param unit of what the limit is on */
export function wordNarrow({ measure, width, trust, helps, repeats }: NarrowWindow, unit: Unit): string {
  const say = (value: number) => formatValue(value, unit);
  const enough = helps.filter(({ isEnough }) => isEnough).map(({ code, trust: of }) => HELP[code](say(of)));
  const own = repeats ? ` Your ${repeats.pairs} repeats here agree to ±${say(repeats.trust)}.` : '';
  return `${measureOf(measure).title}: the window is ${say(width)} wide, and a reading is trusted to ±${say(trust)}. Every value will be in doubt. To fix it, ${enough.join(', or ')}.${own}`;
}
