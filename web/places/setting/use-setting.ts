import { useCallback, useMemo } from 'react';
import { clearanceDeg } from '../../../core/cam/base-circle.js';
import { sameCrank } from '../../../core/engine/crank.js';
import { placesOf } from '../../../core/engine/places.js';
import { measureOf } from '../../../core/plan/measures.js';
import { settingOrder } from '../../../core/plan/setting-order.js';
import { limitFor } from '../../../core/plan/spec-sets.js';
import { stageMark } from '../../../core/sheet/marks.js';
import { dialUnit, settingLimit, settingMeasure, settingValue } from '../../../core/sheet/setting-value.js';
import { formatFigure } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import type { DialFace } from '../../drawings/ValveMap.js';
import { useEntry, type Target } from '../../measuring/use-entry.js';
import { useLengthUnit } from '../../measuring/use-length-unit.js';
import { useTurning } from '../../measuring/use-turning.js';
import { FIRST_POSITION, usePreferences, type LengthUnit } from '../../state/preferences.js';
import { useDesk } from '../../state/use-desk.js';

/**
 * The state of the setting screen: which valve is active, where the crank stands, what is typed; and the acts of the
 * builder on it. Everything else is computed from the engine and its readings by core.
 */
export function useSetting() {
  const desk = useDesk();
  const engine = desk.engine!;
  const sheet = desk.sheet!;
  const spec = engine.specSet;
  const { setting } = spec.practice;
  const position = usePreferences((state) => state.positions[engine.id]) ?? FIRST_POSITION;
  const { unit: chosenUnit, move, cycleUnit } = usePreferences();
  const { crankDeg } = position;
  const method = position.method ?? setting.method;
  const along = position.along ?? setting.along;
  const turning = useTurning();
  const { events, spans } = turning;
  const order = useMemo(
    () => settingOrder({ ...engine, seatEvents: events }, method, along, setting.marginDeg),
    [engine, events, method, along, setting],
  );
  const stops = useMemo(() => [...new Set(order.steps.map((step) => step.crankDeg))].sort((a, b) => a - b), [order]);
  const valueAt = useCallback((place: string) => settingValue(sheet.rows, place), [sheet]);
  const firstOpen = order.steps.find((step) => !valueAt(step.place)) ?? order.steps[0];
  const active = position.place ?? firstOpen?.place ?? placesOf(engine, 'valve')[0];
  const step = order.steps.find((candidate) => candidate.place === active) ?? null;
  // Before anything was touched the crank stands where the first step wants it.
  const crank = position.place === null && step ? step.crankDeg : crankDeg;
  const clearanceAt = (place: string) =>
    clearanceDeg(
      spans.find((candidate) => candidate.place === place)!,
      crank,
    );

  const measure = measureOf(settingMeasure(engine, spec, active));
  const statedUnit = limitFor(spec, measure.key, active)?.unit ?? limitFor(spec, 'plunger-depth', active)?.unit ?? 'in';
  const lengthUnit = useLengthUnit(statedUnit === 'turn' ? 'in' : (statedUnit as LengthUnit));
  const unit: Unit = measure.quantity === 'turns' ? 'turn' : lengthUnit;
  const target = useMemo(
    (): Target => ({ slot: { measure: measure.key, place: active }, measure, unit }),
    [measure, active, unit],
  );
  const entry = useEntry(target);
  // By themselves: what hangs on one of them alone stays the same while a number is typed, and is not drawn anew.
  const { preview, typed, take, clear } = entry;

  const judging = desk.judging!;
  const faces = useMemo(
    () =>
      Object.fromEntries(
        placesOf(engine, 'valve').map((place): [string, Omit<DialFace, 'resting'>] => {
          const row = valueAt(place);
          const shown = row && (row.unit === 'mm' ? (chosenUnit ?? dialUnit(row)) : row.enteredUnit);
          return [
            place,
            {
              mark: stageMark(sheet, 'setting', place),
              value: row?.value ?? null,
              limit: row?.limit ?? settingLimit(judging, place),
              figure: row && shown ? formatFigure(row.value, shown) : '',
            },
          ];
        }),
      ),
    [engine, sheet, judging, chosenUnit, valueAt],
  );
  const resting = useMemo(
    () =>
      Object.fromEntries(
        spans.map((span): [string, DialFace] => [
          span.place,
          { ...faces[span.place], resting: clearanceDeg(span, crank) >= setting.marginDeg },
        ]),
      ),
    [faces, spans, crank, setting.marginDeg],
  );
  const shown = preview && { value: preview.judgedAs?.value ?? preview.value, mark: preview.verdict };

  const go = (place: string, deg?: number) => {
    clear();
    move(engine.id, { place, crankDeg: deg ?? crank });
  };
  /** On to the next valve of the order that has no value yet, after the active one; round once. */
  const stepOn = (from: string) => {
    const turn = order.steps.findIndex((candidate) => candidate.place === from);
    const round = [...order.steps.slice(turn + 1), ...order.steps.slice(0, turn + 1)];
    const next = round.find((candidate) => candidate.place !== from && !valueAt(candidate.place));
    if (next) go(next.place, next.crankDeg);
    else go(from);
  };

  return {
    engine,
    sheet,
    turning,
    order,
    stops,
    method,
    along,
    crank,
    active,
    step,
    /** Degrees from the active valve to its nearer ramp, and whether that is enough. */
    clearance: clearanceAt(active),
    rests: clearanceAt(active) >= setting.marginDeg,
    target,
    entry,
    lengthUnit,
    faces: shown ? { ...resting, [active]: { ...resting[active], ...shown } } : resting,
    /** Takes what is typed and steps on; with nothing typed, just steps on. */
    take: () => {
      if (typed === '' || take()) stepOn(active);
    },
    pick: (place: string) => go(place),
    turnTo: (deg: number) => move(engine.id, { place: active, crankDeg: deg }),
    /** To the next or the previous stop of the method, and to the first valve there that still has no value. */
    turn: (heading: 1 | -1) => {
      const ahead =
        heading === 1 ? stops.find((deg) => deg > crank + 0.01) : stops.findLast((deg) => deg < crank - 0.01);
      const to = ahead ?? (heading === 1 ? stops[0] : stops[stops.length - 1]);
      if (to === undefined) return;
      const here = order.steps.filter((candidate) => sameCrank(candidate.crankDeg, to));
      go((here.find((candidate) => !valueAt(candidate.place)) ?? here[0]).place, to);
    },
    choose: (change: { method?: typeof method; along?: typeof along }) =>
      move(engine.id, { ...change, place: active, crankDeg: crank }),
    cycleUnit: () => cycleUnit(lengthUnit),
  };
}
