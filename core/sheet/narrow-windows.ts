import { plungerPerTurn } from '../derive/plunger-stands.js';
import type { ValveKind } from '../engine/engine.js';
import { keyedMeasure } from '../derive/rules.js';
import { parseValve, placesOf } from '../engine/places.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import { withRounding } from '../plan/trust.js';
import { SAME_VALUE_RATIO } from '../tolerances.js';
import type { Judging } from './judging.js';
import { limitAt } from './limits.js';

/** What makes readings fine enough for a window, or as fine as can be had. Trusts are of what the limit is on, canonical. */
export interface Help {
  code: 'sixteenths' | 'dial' | 'own-trust';
  /** What a reading would then be trusted to; for one's own trust, what it must come down to. */
  trust: number;
  isEnough: boolean;
}

/** A limit between whose edges no reading can lie clear of both: every value will be in doubt. Canonical. */
export interface NarrowWindow {
  /** What the limit is on, and what is typed for it. */
  measure: string;
  typed: string;
  /** Of which valves; null where it is not of valves. */
  kind: ValveKind | null;
  width: number;
  trust: number;
  helps: Help[];
  /** How far readings of this engine that were taken again lie apart, where there are enough of them to tell. */
  repeats: { pairs: number; trust: number } | null;
}

/** So many readings that were taken again tell how well a hand agrees with itself. */
const FEWEST_PAIRS = 6;

/** What a careful hand is off by where it counts turns, beside the step that it counts in. */
const HAND_TURNS = 1 / 32;

const isNarrow = (width: number, trust: number) => width < 2 * trust * (1 - SAME_VALUE_RATIO);

/** Twice the deviation of single readings, from those that were taken again in one place. */
function repeatsOf({ stand }: Judging, typed: string): { pairs: number; trust: number } | null {
  const apart = stand
    .all()
    .filter(([one]) => one.measure === typed)
    .flatMap((history) => {
      const read = history.filter(({ derived, isClear, isUnder }) => !derived && !isClear && !isUnder);
      return read.slice(1).map(({ value }, before) => value - read[before].value);
    });
  if (apart.length < FEWEST_PAIRS) return null;
  const meanSquare = apart.reduce((sum, one) => sum + one * one, 0) / apart.length;
  return { pairs: apart.length, trust: 2 * Math.sqrt(meanSquare / 2) };
}

function windowAt(judging: Judging, measure: string, place: string): NarrowWindow | null {
  const { engine, spec } = judging;
  const { practice } = spec;
  const kind = parseValve(place)?.kind ?? null;
  const typed = keyedMeasure(engine, measure);
  const trustIn = (key: string) => uncertaintyOf(practice, measureOf(key));
  // A depth that is typed as turns is trusted as far as the turns are.
  const perTurn = typed === 'preload-turns' && measure === 'plunger-depth' && kind ? plungerPerTurn(engine, kind) : null; // prettier-ignore
  const trust = perTurn === null ? trustIn(measure) : trustIn(typed) * perTurn;
  const { min, max } = limitAt(judging, measure, place, trust) ?? {};
  if (min === undefined || max === undefined || !isNarrow(max - min, trust)) return null;
  const width = max - min;
  const inSixteenths = withRounding(HAND_TURNS, 1 / 16);
  const help = (code: Help['code'], of: number): Help => ({ code, trust: of, isEnough: !isNarrow(width, of) });
  const repeats = repeatsOf(judging, typed);
  return {
    measure,
    typed,
    kind,
    width,
    trust,
    helps: [
      ...(perTurn !== null && inSixteenths * perTurn < trust ? [help('sixteenths', inSixteenths * perTurn)] : []),
      ...(perTurn !== null && trustIn(measure) < trust ? [help('dial', trustIn(measure))] : []),
      help('own-trust', width / 2),
    ],
    repeats: repeats && { ...repeats, trust: repeats.trust * (perTurn ?? 1) },
  };
}

/** The limits of an engine between whose edges every value will be in doubt, and what helps. */
export function narrowWindows(judging: Judging): NarrowWindow[] {
  const { engine, spec } = judging;
  const seen = new Set<string>();
  return spec.limits.flatMap(({ measure, valve }): NarrowWindow[] =>
    placesOf(engine, measureOf(measure).scope)
      .filter((place) => !valve || parseValve(place)?.kind === valve)
      .flatMap((place) => {
        const key = `${measure} ${parseValve(place)?.kind}`;
        if (seen.has(key)) return [];
        seen.add(key);
        return windowAt(judging, measure, place) ?? [];
      }),
  );
}
