import { useCallback, useMemo } from 'react';
import { clearanceDeg, valveSpans } from '../../../core/cam/base-circle.js';
import { turningEvents } from '../../../core/cam/turning-events.js';
import { DEFAULT_MARGIN_DEG } from '../../../core/cam/valve-stops.js';
import { sameCrank } from '../../../core/engine/crank.js';
import { placesOf } from '../../../core/engine/places.js';
import { findMeasure } from '../../../core/plan/measures.js';
import { limitFor } from '../../../core/plan/spec-sets.js';
import { settingOrder } from '../../../core/plan/setting-order.js';
import { settingMark } from '../../../core/record/mark.js';
import { dialUnit, settingLimit, settingMeasure, settingValue } from '../../../core/record/setting-value.js';
import { formatFigure } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import { useEntry } from '../../bench/use-entry.js';
import type { DialFace } from '../../drawings/ValveMap.js';
import { useDesk } from '../../state/desk.js';
import { FIRST_POSITION, usePreferences, type LengthUnit } from '../../state/preferences.js';

/**
 * The state of the setting screen: which valve is active, where the crank stands, what is typed; and the acts of the
 * builder on it. Everything else is computed from the engine and its readings by core.
 */
export function useSetting() {
  const desk = useDesk();
  const engine = desk.engine!;
  const sheet = desk.sheet!;
  const spec = engine.specSet;
  const position = usePreferences((state) => state.positions[engine.id]) ?? FIRST_POSITION;
  const { unit: chosenUnit, move, cycleUnit } = usePreferences();
  const { method, along, crankDeg } = position;
  // The crank is turned by the cam as it was measured in this engine, as soon as it was.
  const { events, source } = useMemo(() => turningEvents(engine, sheet.rows, desk.card), [engine, sheet, desk.card]);
  const spans = useMemo(() => valveSpans(engine.firingOrder, engine.intervals, events), [engine, events]);
  const order = useMemo(
    () => settingOrder({ ...engine, seatEvents: events }, method, along, DEFAULT_MARGIN_DEG),
    [engine, events, method, along],
  );
  const stops = useMemo(() => [...new Set(order.steps.map((step) => step.crankDeg))].sort((a, b) => a - b), [order]);
  const valueAt = useCallback((place: string) => settingValue(sheet.rows, place), [sheet]);
  const firstOpen = order.steps.find((step) => !valueAt(step.place)) ?? order.steps[0];
  const active = position.place ?? firstOpen?.place ?? placesOf(engine, 'valve')[0];
  const step = order.steps.find((candidate) => candidate.place === active) ?? null;
  // Before anything was touched the crank stands where the first step wants it.
  const crank = position.place === null && step ? step.crankDeg : crankDeg;
  const span = spans.find((candidate) => candidate.place === active)!;

  const measure = findMeasure(settingMeasure(engine, spec, active))!;
  const statedUnit = limitFor(spec, measure.key, active)?.unit ?? limitFor(spec, 'plunger-depth', active)?.unit ?? 'in';
  const lengthUnit: LengthUnit = chosenUnit ?? (statedUnit === 'turn' ? 'in' : (statedUnit as LengthUnit));
  const entryUnit: Unit = measure.quantity === 'turns' ? 'turn' : lengthUnit;

  const faces = useMemo(() => {
    const clearanceAt = (place: string) =>
      clearanceDeg(
        spans.find((candidate) => candidate.place === place)!,
        crank,
      );
    return Object.fromEntries(
      placesOf(engine, 'valve').map((place): [string, DialFace] => {
        const row = valueAt(place);
        const unit = row && (row.unit === 'mm' ? (chosenUnit ?? dialUnit(row)) : row.enteredUnit);
        return [
          place,
          {
            mark: settingMark(sheet, place),
            value: row?.value ?? null,
            limit: row?.limit ?? settingLimit(spec, place),
            figure: row && unit ? formatFigure(row.value, unit) : '',
            resting: clearanceAt(place) >= DEFAULT_MARGIN_DEG,
          },
        ];
      }),
    );
  }, [engine, spec, sheet, spans, crank, chosenUnit, valueAt]);

  const entry = useEntry({ measure, place: active, unit: entryUnit });
  const { preview } = entry;

  const go = (place: string, deg?: number) => {
    entry.clear();
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
    engine, sheet, spans, source, order, stops, method, along, crank, active, step, span, measure, lengthUnit, entryUnit,
    faces: preview ? { ...faces, [active]: { ...faces[active], value: preview.judgedAs?.value ?? preview.value, mark: preview.verdict } } : faces,
    ...entry,
    /** Takes what is typed and steps on; with nothing typed, just steps on. */
    take: () => {
      if (entry.typed === '' || entry.take()) stepOn(active);
    },
    pick: (place: string) => go(place),
    turnTo: (deg: number) => move(engine.id, { place: active, crankDeg: deg }),
    /** To the next or the previous stop of the method, and to the first valve there that still has no value. */
    turn: (heading: 1 | -1) => {
      const ahead = heading === 1 ? stops.find((deg) => deg > crank + 0.01) : stops.findLast((deg) => deg < crank - 0.01);
      const to = ahead ?? (heading === 1 ? stops[0] : stops[stops.length - 1]);
      if (to === undefined) return;
      const here = order.steps.filter((candidate) => sameCrank(candidate.crankDeg, to));
      go((here.find((candidate) => !valueAt(candidate.place)) ?? here[0]).place, to);
    },
    choose: (change: { method?: typeof method; along?: typeof along }) => move(engine.id, { ...change, place: active, crankDeg: crank }),
    cycleUnit: () => cycleUnit(lengthUnit),
  }; // prettier-ignore
}

export type SettingState = ReturnType<typeof useSetting>;
