import { useCallback, useMemo } from 'react';
import { clearanceDeg } from '../../../core/cam/base-circle.js';
import { hangsOnCam, isGuessed } from '../../../core/cam/turning-events.js';
import { sameCrank } from '../../../core/engine/crank.js';
import { placesOf } from '../../../core/engine/places.js';
import { measureOf } from '../../../core/plan/measures.js';
import { LOOK_OVER, typedAtValve } from '../../../core/plan/setting-asks.js';
import { settingOrder } from '../../../core/plan/setting-order.js';
import { limitFor } from '../../../core/plan/spec-sets.js';
import { setAsideOf, settingWayOf, slackRoundsOf } from '../../../core/sheet/setting-progress.js';
import { settingMeasure } from '../../../core/sheet/setting-value.js';
import { BUILD, type Slot } from '../../../core/sheet/slot.js';
import type { Unit } from '../../../core/units/units.js';
import { useEntry, type Target } from '../../measuring/use-entry.js';
import { useLengthUnit } from '../../measuring/use-length-unit.js';
import { useTurning } from '../../measuring/use-turning.js';
import { useBench } from '../../state/bench.js';
import { FIRST_POSITION, usePreferences, type LengthUnit } from '../../state/preferences.js';
import { useLooksOn } from '../../state/session.js';
import { useDesk } from '../../state/use-desk.js';
import { useFaces } from './use-faces.js';

/**
 * The state of the setting screen: which valve is active, where the crank stands, what is typed; and the acts of the
 * builder on it. Everything else is computed from the engine and its file by core.
 */
export function useSetting() {
  const desk = useDesk();
  const engine = desk.engine!;
  const file = desk.file!;
  const sheet = desk.sheet!;
  const spec = engine.specSet;
  const { practice } = spec;
  const { marginDeg } = practice.setting;
  const position = usePreferences((state) => state.positions[engine.id]) ?? FIRST_POSITION;
  const { move: savePosition, cycleUnit } = usePreferences();
  const occasion = position.occasion ?? BUILD;
  const looksOn = useLooksOn();
  const bench = useBench(engine.id);
  const { method, along, chosenBy } = useMemo(() => settingWayOf(file, practice), [file, practice]);
  const slack = useMemo(() => slackRoundsOf(file), [file]);
  const aside = useMemo(() => setAsideOf(file), [file]);
  const turning = useTurning();
  const { events, spans } = turning;
  const order = useMemo(
    () => settingOrder({ ...engine, seatEvents: events }, method, along, marginDeg),
    [engine, events, method, along, marginDeg],
  );
  /** Quarter turns that are through: every valve is at zero, and the crank may stand where it stands. */
  const isAnywhere = method === 'quarter-turns' && slack.isDone;
  const inRounds = method === 'quarter-turns' && !slack.isDone;

  const rows = useMemo(() => sheet.rows.filter((row) => (row.occasion ?? BUILD) === occasion), [sheet, occasion]);
  /** What settles a valve; solid lifters are set hot or cold, and what is read of one tells the other. */
  const settles = (place: string) => (engine.lifter === 'solid' && position.lash) || settingMeasure(engine, spec, place); // prettier-ignore
  const isSet = useCallback(
    (place: string) => {
      const measures = [settingMeasure(engine, spec, place)];
      // Read anew, a valve is read once it was read hot or cold, whichever is in hand; the build asks for its own.
      if (occasion !== BUILD && engine.lifter === 'solid' && position.lash) measures.push(position.lash);
      return rows.some((row) => measures.includes(row.measure) && row.place === place);
    },
    [engine, spec, rows, occasion, position.lash],
  );
  const isOpen = (place: string) => !isSet(place) && !aside[place];
  const firstOpen = order.steps.find((step) => isOpen(step.place)) ?? order.steps[0];
  const active = bench.place ?? firstOpen?.place ?? placesOf(engine, 'valve')[0];
  const step = order.steps.find((candidate) => candidate.place === active) ?? null;
  // Before anything was touched the crank stands where the first step wants it.
  const crank = bench.place === null && step && !isAnywhere ? step.crankDeg : bench.crankDeg;
  const clearance = clearanceDeg(
    spans.find(({ place }) => place === active)!,
    crank,
  );

  /** What is typed at the active valve, one after the other; which of it, once it was chosen by hand. */
  const asked = typedAtValve(engine, practice, settles(active));
  const has = (measure: string, place: string) => rows.some((row) => row.measure === measure && row.place === place && !row.derivedFrom); // prettier-ignore
  const chosen = position.atValve ?? null;
  const setChosen = (at: { place: string; measure: string } | null) =>
    savePosition(engine.id, { atValve: at ?? undefined });
  const nextAsked = asked.find((key) => !has(key, active)) ?? settles(active);
  const key = chosen?.place === active ? chosen.measure : nextAsked;
  const measure = measureOf(key);
  const statedUnit = limitFor(spec, key, active)?.unit ?? limitFor(spec, 'plunger-depth', active)?.unit ?? 'in';
  const lengthUnit = useLengthUnit(statedUnit === 'turn' ? 'in' : (statedUnit as LengthUnit));
  const unit: Unit = measure.quantity === 'length' ? lengthUnit : measure.units[0];
  const target = useMemo(
    (): Target => ({ slot: { measure: key, place: active, ...(occasion === BUILD ? {} : { occasion }) }, measure, unit }), // prettier-ignore
    [key, measure, active, unit, occasion],
  );
  const entry = useEntry(target);
  const { typed, take, clear } = entry;
  const faces = useFaces({ rows, occasion, spans, crank, active, entry, others: bench.others, aside });

  const go = (place: string, deg?: number) => {
    clear();
    setChosen(null);
    bench.move({ place, ...(deg === undefined ? {} : { crankDeg: deg }) });
  };
  /** The next valve of the order that has no value yet and is not left out, after the active one; round once. */
  const next = (() => {
    const turn = order.steps.findIndex((candidate) => candidate.place === active);
    const round = [...order.steps.slice(turn + 1), ...order.steps.slice(0, turn + 1)];
    return round.find((candidate) => candidate.place !== active && isOpen(candidate.place)) ?? null;
  })();
  const stepOn = () => (next ? go(next.place, isAnywhere ? undefined : next.crankDeg) : go(active));

  return {
    engine,
    file,
    sheet,
    rows,
    occasion,
    turning,
    order,
    stops: order.stops,
    method,
    along,
    /** The shop's own way hangs on a cam of which nobody has said anything, and nobody has chosen it for this engine. */
    isOnGuess: chosenBy === null && hangsOnCam(method) && isGuessed(turning.source),
    slack,
    aside,
    others: bench.others,
    crank,
    active,
    step,
    next,
    isAnywhere,
    inRounds,
    isSet,
    isOpen,
    /** Degrees from the active valve to its nearer ramp, and whether that is enough; in rounds and after them it is. */
    clearance,
    rests: isAnywhere || clearance >= marginDeg,
    /** What is typed at the active valve, in order. */
    asked,
    target,
    entry,
    lengthUnit,
    faces,
    /** Takes what is typed and steps on: to what else is asked at this valve, then to the next one. */
    take: () => {
      // Looked over and right: Enter says so.
      const isLookedOver = typed === '' && LOOK_OVER.includes(key) && !has(key, active) && !looksOn;
      if (typed === '' && !isLookedOver) return stepOn();
      if (isLookedOver) desk.take({ ...target.slot, entered: measure.options![0], unit: 'choice' });
      else if (!take()) return;
      const left = asked.filter((other) => other !== key && !has(other, active));
      // What is asked comes one after the other; what was chosen besides leaves the hand at its valve.
      if (!asked.includes(key)) setChosen(left.length > 0 ? { place: active, measure: left[0] } : null);
      else if (left.length > 0) setChosen({ place: active, measure: left[0] });
      else stepOn();
    },
    /** Types something else at the same valve. */
    chooseMeasure: (other: string) => {
      clear();
      setChosen({ place: active, measure: other });
    },
    pick: (place: string) => go(place),
    /** To a value of a valve, where it was typed. */
    go: ({ place, measure: of }: Slot) => {
      go(place);
      setChosen({ place, measure: of });
    },
    turnTo: (deg: number) => bench.move({ place: active, crankDeg: deg }),
    /** To the next or the previous stop of the method, and to the first valve there that still has no value. */
    turn: (heading: 1 | -1) => {
      const { stops } = order;
      const ahead =
        heading === 1 ? stops.find((deg) => deg > crank + 0.01) : stops.findLast((deg) => deg < crank - 0.01);
      const to = ahead ?? (heading === 1 ? stops[0] : stops[stops.length - 1]);
      if (to === undefined) return;
      const here = order.steps.filter((candidate) => sameCrank(candidate.crankDeg, to));
      go((here.find((candidate) => isOpen(candidate.place)) ?? here[0]).place, to);
    },
    /** Hot or cold; null for lifters that have no lash. */
    lash: engine.lifter === 'solid' ? settles(active) : null,
    toggleLash: () => {
      clear();
      setChosen(null);
      savePosition(engine.id, { lash: settles(active) === 'lash-hot' ? 'lash-cold' : 'lash-hot' });
    },
    chooseOccasion: (other: string) => {
      clear();
      savePosition(engine.id, { occasion: other === BUILD ? undefined : other });
    },
    /** Whether the last valve was taken: every other has its values, or is left out. */
    isAtEnd: next === null && entry.lastTaken !== null && asked.every((one) => has(one, active)),
    cycleUnit: () => cycleUnit(lengthUnit, key),
  };
}

export type SettingState = ReturnType<typeof useSetting>;
