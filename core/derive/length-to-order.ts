import { ratioOf } from '../engine/engine.js';
import { parseValve } from '../engine/places.js';
import { pushrodLength } from '../valvetrain/pushrod-length.js';
import type { Lack } from '../valvetrain/mock-up.js';
import type { Seen, Taken, Term } from './rule.js';

/** A checking rod's length brought to the final build: by which terms, and what is missing to tell the others. */
export interface LengthToOrder {
  checked: number;
  length: number;
  terms: Term[];
  lacks: Lack[];
}

/** The checking rod as it was read last, by its length or by its turns; mm. */
export function checkedRod(
  { onFile, latest }: Seen,
  place: string,
): { of: Taken; value: number; terms: Term[] } | null {
  const [byLength, byTurns] = ['pushrod-checked', 'pushrod-tool-turns'].map((measure) => latest(measure, place));
  const tool = onFile.pushrods?.tool;
  if (byTurns && tool && (!byLength || byLength.turn <= byTurns.turn)) {
    const opened = byTurns.value * tool.perTurn;
    return {
      of: byTurns,
      value: tool.base + opened,
      terms: [
        { name: 'tool-closed', sign: '+', value: tool.base, unit: 'mm', source: 'paper' },
        { name: 'tool-opened', sign: '+', value: opened, unit: 'mm', source: 'reading' },
      ],
    };
  }
  if (!byLength || byLength.derived) return null;
  const { value } = byLength;
  return { of: byLength, value, terms: [{ name: 'pushrod-checked', sign: '+', value, unit: 'mm', source: 'reading' }] };
}

/**
 * The length to order for a valve, from the checking rod and what will be otherwise in the build; null while no rod was
 * read or no set-up of a check is filed.
 */
export function lengthToOrder(seen: Seen, place: string): (LengthToOrder & { of: Taken }) | null {
  const { engine, onFile } = seen;
  const rod = checkedRod(seen, place);
  const both = rod && onFile.mockUpAt(rod.of.takenAt);
  if (!both) return null;
  const { check, build } = both;
  const { kind } = parseValve(place)!;
  const { angleDeg, plunger } = onFile.pushrods ?? {};
  const cut = { headCutAfterCheck: build.millHead ?? 0, deckCutAfterCheck: build.millDeck ?? 0 };
  const isMoved =
    build.gasketFinal !== check.gasketAtCheck || cut.headCutAfterCheck !== 0 || cut.deckCutAfterCheck !== 0;
  const isHydraulic = engine.lifter === 'hydraulic';
  const lacks: Lack[] = [
    ...(isMoved && angleDeg === undefined ? (['pushrod-angle'] as const) : []),
    ...(isHydraulic && !plunger ? (['plunger-target'] as const) : []),
  ];
  const angled = angleDeg !== undefined;
  const { length, terms } = pushrodLength({
    checkedLength: rod.value,
    gasketAtCheck: angled ? check.gasketAtCheck : 0,
    gasketFinal: angled ? build.gasketFinal : 0,
    headCutAfterCheck: angled ? cut.headCutAfterCheck : 0,
    deckCutAfterCheck: angled ? cut.deckCutAfterCheck : 0,
    plungerDepthAtCheck: check.collapsedBy ?? 0,
    // What is not said moves nothing, and is named as missing.
    plungerDepthTarget: isHydraulic ? (plunger?.target ?? check.collapsedBy ?? 0) : 0,
    pushrodAngleDeg: angleDeg ?? 0,
    lash: build.lash[kind],
    lashAtCheck: check.lashAtCheck[kind],
    rockerRatio: ratioOf(engine, kind),
  });
  const named = { gasket: 'gasket', cuts: 'milled', plunger: 'plunger', lash: 'lash' } as const;
  return {
    of: rod.of,
    checked: rod.value,
    length,
    lacks,
    terms: [
      ...rod.terms,
      ...(['gasket', 'cuts', 'plunger', 'lash'] as const)
        .filter((key) => terms[key] !== 0)
        .map((key): Term => ({ name: named[key], sign: '+', value: terms[key], unit: 'mm', source: 'paper' })),
    ],
  };
}
