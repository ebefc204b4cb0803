import { chance, normals } from '../chance.js';
import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { parseValve, placesOf } from '../engine/places.js';
import { measureOf } from '../plan/measures.js';
import { GENERAL_PRACTICE } from '../plan/practice.js';
import type { SpecSet } from '../plan/spec-sets.js';
import { fromCanonical } from '../units/units.js';
import { judgeLast } from './answer.js';
import { driftOf } from './drift.js';
import type { EngineFile } from './engine-file.js';
import type { Reading } from './reading.js';
import { sheetOf } from './sheet.js';
import { BUILD } from './slot.js';
import { standOf } from './stand.js';
import { fileOf, readingOf } from './test-file.js';

/**
 * The rates that `docs/doubt.md` states, held by engines of known truth: every value of a build is typed one by one, with
 * the noise that hand and gauge have by the catalogue, and rounded to the gauge's step.
 */

const V8 = LAYOUTS[0].engine as Engine;
const OPEN: SpecSet = { id: 's', version: 1, title: 'S', lifter: 'hydraulic', limits: [], practice: GENERAL_PRACTICE };

/** What is measured at a V8 with hydraulic lifters, in inches or as typed: what it truly is at an intake or anywhere, and at an exhaust. */
const BUILD_OF_V8: [measure: string, truth: number, exhaust?: number][] = [
  ['main-bore', 2.7505], ['main-journal', 2.748], ['rod-bore', 2.1015], ['rod-journal', 2.099], ['rod-side-clearance', 0.018],
  ['bore', 4.03], ['piston-skirt', 4.0255], ['ring-gap-top', 0.02], ['ring-gap-second', 0.022], ['deck-height', -0.005],
  ['lobe-lift', 0.341, 0.347], ['pv-depth', 0.13, 0.16], ['pv-radial', 0.08, 0.09], ['spring-installed-height', 1.9, 1.88],
  ['spring-seat-load', 140], ['spring-open-load', 380], ['retainer-seal-gap', 0.1, 0.11], ['rocker-retainer-gap', 0.06, 0.07],
  ['rocker-retainer-open-gap', 0.05, 0.06], ['rocker-stud-gap', 0.07, 0.075], ['pushrod-side-gap', 0.05, 0.06],
  ['stem-height', 1.95, 1.97], ['pushrod-checked', 7.65, 7.7], ['pushrod-fitted', 7.65, 7.7], ['preload-turns', 0.5],
  ['adjuster-turns-used', 2.5, 2.25], ['lock-screw-depth', 0.1], ['lock-torque', 22], ['valve-lift', 0.58, 0.59],
]; // prettier-ignore

/** One reading as a gauge shows it: the truth, what hand and gauge are off by, and the nearest step. */
function read(key: string, place: string, truth: number, next: () => number, more: Partial<Reading> = {}): Reading {
  const { units, uncertainty, resolution } = measureOf(key);
  const unit = units[0];
  const step = fromCanonical(resolution, unit);
  const deviation = fromCanonical(Math.sqrt((uncertainty / 2) ** 2 - resolution ** 2 / 12), unit);
  const shown = Math.round((truth + deviation * normals(next)()) / step) * step;
  return readingOf(key, place, shown.toFixed(6), unit, more);
}

const ACCUSES = ['differs-from-siblings', 'digit-slip', 'unit-slip', 'sign-slip', 'dial-revolution', 'implausible', 'unlike-expected', 'rod-backwards', 'on-its-lobe', 'hung-lifter', 'adjuster-deep']; // prettier-ignore

/** Types the readings one after the other and answers those that were accused, then or at the end. */
function accusedIn(readings: Reading[], file: EngineFile = fileOf({ engine: V8, spec: OPEN })): Set<string> {
  const accused = new Set<string>();
  const isAccused = ({ hints }: { hints: { code: string }[] }) => hints.some(({ code }) => ACCUSES.includes(code));
  const stand = standOf(file);
  const typed: Reading[] = [];
  for (const reading of readings) {
    typed.push(reading);
    stand.add(reading);
    if (isAccused(judgeLast({ ...file, readings: typed }, stand))) accused.add(`${reading.measure}@${reading.place}`);
  }
  for (const row of sheetOf({ ...file, readings }).rows) if (isAccused(row)) accused.add(`${row.measure}@${row.place}`);
  return accused;
}

const buildOf = (next: () => number): Reading[] =>
  BUILD_OF_V8.flatMap(
    ([key, truth, exhaust = truth]) =>
    placesOf(V8, measureOf(key).scope).map((place) => read(key, place, parseValve(place)?.kind === 'E' ? exhaust : truth, next)), // prettier-ignore
  );

describe('in the whole build of a good engine, typed one by one', () => {
  test('hardly one in ten has any value accused', () => {
    const next = chance(211);
    const ENGINES = 40;
    const builds = Array.from({ length: ENGINES }, () => accusedIn(buildOf(next)));
    const accused = builds.filter(({ size }) => size > 0);
    expect(accused.length / ENGINES).toBeLessThan(0.1);
  });
});

describe('one that is off by six standard deviations', () => {
  /** How often it is accused among its siblings, and how often one of them is. */
  function found(key: string, places: string[], truth: number, next: () => number) {
    let [hit, falsely] = [0, 0];
    const TIMES = 300;
    const { uncertainty, units } = measureOf(key);
    for (let time = 0; time < TIMES; time++) {
      const bad = places[time % places.length];
      const off = fromCanonical(3 * uncertainty, units[0]) * (next() < 0.5 ? 1 : -1);
      const readings = places.map((place) => read(key, place, truth + (place === bad ? off : 0), next));
      const accused = sheetOf(fileOf({ engine: V8, spec: OPEN, readings })).rows.filter(({ hints }) => hints.some(({ code }) => code === 'differs-from-siblings')); // prettier-ignore
      if (accused.some(({ place }) => place === bad)) hit++;
      if (accused.some(({ place }) => place !== bad)) falsely++;
    }
    return { hit: hit / TIMES, falsely: falsely / TIMES };
  }

  test('is found among four in four of five, among eight in nine of ten, and its siblings are left alone', () => {
    const next = chance(223);
    for (const [key, truth] of [['bore', 4.03], ['deck-height', -0.005]] as const) {
      const four = found(key, ['1', '2', '3', '4'], truth, next);
      const eight = found(key, placesOf(V8, 'cylinder'), truth, next);
      expect(four.hit).toBeGreaterThan(0.8);
      expect(eight.hit).toBeGreaterThan(0.9);
      expect(Math.max(four.falsely, eight.falsely)).toBeLessThan(0.01);
    }
  }); // prettier-ignore
});

describe('an engine that has not changed since its build', () => {
  const SOLID: Engine = { ...V8, lifter: 'solid' };
  const MEASURES: [measure: string, intake: number, exhaust: number][] = [
    ['lash-cold', 0.016, 0.018],
    ['spring-seat-load', 140, 140],
    ['valve-lift', 0.58, 0.59],
  ];
  const bothOf = (next: () => number, changed?: { measure: string; place: string; by: number }) =>
    MEASURES.flatMap(([key, intake, exhaust]) =>
      placesOf(SOLID, 'valve').flatMap((place) =>
        [BUILD, 'first-heat'].map((occasion) => {
          const by = changed?.measure === key && changed.place === place && occasion !== BUILD ? changed.by : 0;
          return read(key, place, (parseValve(place)!.kind === 'I' ? intake : exhaust) + by, next, { occasion });
        }),
      ),
    );
  const changesIn = (readings: Reading[]) => {
    const { rows } = sheetOf(fileOf({ engine: SOLID, spec: OPEN, readings }));
    return MEASURES.flatMap(([key]) => driftOf(SOLID, GENERAL_PRACTICE, rows, measureOf(key), [BUILD, 'first-heat']).map((one) => ({ ...one, key }))); // prettier-ignore
  };

  test('is said to have in under one of twenty; a lash that opened by four thousandths is told, with its cause', () => {
    const next = chance(227);
    const ENGINES = 120;
    let [falsely, told] = [0, 0];
    for (let engine = 0; engine < ENGINES; engine++) {
      if (changesIn(bothOf(next)).some(({ isReal }) => isReal)) falsely++;
      const opened = changesIn(bothOf(next, { measure: 'lash-cold', place: '5E', by: 0.004 }));
      if (opened.some(({ key, place, cause }) => key === 'lash-cold' && place === '5E' && cause === 'opened')) told++;
    }
    expect(falsely / ENGINES).toBeLessThan(0.05);
    expect(told / ENGINES).toBeGreaterThan(0.9);
  });
});

describe('a good cam on a good dial', () => {
  const card = { unit: 'in', checkAt: 'lobe', checkLift: 0.05, intakeLobeLift: 0.341, exhaustLobeLift: 0.347 } as const;
  const shortIn = (readings: Reading[]) =>
    sheetOf(fileOf({ engine: V8, spec: OPEN, readings, card })).rows.filter(({ hints }) => hints.some(({ code }) => code === 'lift-short')); // prettier-ignore
  const lobes = (next: () => number, short = 0) =>
    placesOf(V8, 'valve').map((place) => read('lobe-lift', place, (parseValve(place)!.kind === 'E' ? 0.347 : 0.341) - (place === '3I' ? short : 0), next)); // prettier-ignore

  test('has a lobe called short in under one of ten; what is two thousandths short is told, with a range of angles', () => {
    const next = chance(229);
    const CAMS = 150;
    let [falsely, told] = [0, 0];
    for (let cam = 0; cam < CAMS; cam++) {
      if (shortIn(lobes(next)).length > 0) falsely++;
      const hint = shortIn(lobes(next, 0.0025)).find(({ place }) => place === '3I')?.hints.find(({ code }) => code === 'lift-short'); // prettier-ignore
      if (hint?.code === 'lift-short' && hint.fromDeg < 6.94 && hint.toDeg > 6.94) told++;
    }
    expect(falsely / CAMS).toBeLessThan(0.1);
    expect(told / CAMS).toBeGreaterThan(0.85);
  });
});
