import { median } from 'simple-statistics';
import type { Engine } from '../../core/engine/engine.js';
import { LAYOUTS } from '../../core/engine/layouts.js';
import { EXAMPLE_SPEC_SETS } from '../../core/plan/example-spec-sets.js';
import type { Reading } from '../../core/sheet/reading.js';
import { sheetOf } from '../../core/sheet/sheet.js';
import { input, plain, type Client } from './bench-shop.js';
import { inMs, times, type Ratio } from './ratio.js';

const BATCH = 500;
const BATCHES = 5;
const SINGLES = 200;

/** Batches of input readings, as a bench sends what it took without a connection, against as many plain ones. */
export async function benchBatches(client: Client, engineId: string, size: string): Promise<Ratio> {
  const post = (reading: (turn: number) => object) =>
    client.ask('POST', `/api/engines/${engineId}/readings`, { readings: Array.from({ length: BATCH }, (_, turn) => reading(turn)) }); // prettier-ignore
  await post(plain);
  const pairs: [number, number][] = [];
  for (let turn = 0; turn < BATCHES; turn++)
    pairs.push([(await times(1, () => post(input)))[0], (await times(1, () => post(plain)))[0]]);
  const [inputs, plains] = [0, 1].map((side) => median(pairs.map((pair) => pair[side])));
  return {
    title: `A batch of ${BATCH} bores into an engine with ${size} readings, against ${BATCH} plain readings`,
    detail: `${inMs(inputs)} ms against ${inMs(plains)} ms`,
    ratio: inputs / plains,
    asked: { atMost: 2 },
  };
}

/** One input reading into a long file against a plain one, in turns. */
export async function benchSingles(client: Client, engineId: string): Promise<Ratio> {
  const post = (reading: object) => client.ask('POST', `/api/engines/${engineId}/readings`, { readings: [reading] });
  const taken: { inputs: number[]; plains: number[] } = { inputs: [], plains: [] };
  for (let turn = 0; turn < SINGLES; turn++) {
    taken.inputs.push(...(await times(1, () => post(input(turn)))));
    taken.plains.push(...(await times(1, () => post(plain(turn)))));
  }
  const [inputs, plains] = [median(taken.inputs), median(taken.plains)];
  return {
    title: 'One bore into an engine with over 10,000 readings, against a plain reading there',
    detail: `${inMs(inputs)} ms against ${inMs(plains)} ms`,
    ratio: inputs / plains,
    asked: { atMost: 2 },
  };
}

const DROPS = 8000;
/** Drops between two passes over dead centre. */
const A_PASS = 40;

/** Drops of one lobe, at many depths or at few, with passes over dead centre between them. */
function dropsOf(count: number, depths: number): Reading[] {
  const at = '2026-11-24T08:00:00.000Z';
  const of = (measure: string, value: number, drop?: number): Reading => ({
    id: `${measure} ${value} ${drop} ${Math.random()}`, measure, place: 'engine', ...(drop ? { at: { by: 'drop', value: drop } } : {}),
    entered: String(value), unit: 'deg', value, takenAt: at, receivedAt: at, by: 'owner', how: 'keyed',
  }); // prettier-ignore
  return Array.from({ length: count / 2 }, (_, turn) => {
    const drop = Number((0.5 + (turn % depths) / 1000).toFixed(3));
    const pass = turn % A_PASS === 0 ? [of('tdc-stop-first', 30), of('tdc-stop-second', -30)] : [];
    return [...pass, of('intake-drop-opening', 82, drop), of('intake-drop-closing', 134, drop)];
  }).flat();
}

/** The sheet of many drops against that of half as many: twice, where the work is linear. */
export async function benchSheet(): Promise<Ratio> {
  const engine = LAYOUTS[0].engine as Engine;
  const spec = EXAMPLE_SPEC_SETS[0];
  const sheet = (readings: Reading[]) => () => sheetOf({ engine, spec, readings, acts: [], papers: [], signed: null });
  const found: { depths: number; ratio: number; whole: number }[] = [];
  for (const depths of [4, DROPS]) {
    const [all, half] = [dropsOf(DROPS, depths), dropsOf(DROPS / 2, depths)];
    const rounds: [number, number][] = [];
    for (let round = 0; round < 7; round++)
      rounds.push([(await times(1, sheet(all)))[0], (await times(1, sheet(half)))[0]]);
    found.push({ depths, ratio: median(rounds.map(([a, b]) => a / b)), whole: median(rounds.map(([a]) => a)) });
  }
  const worst = found.reduce((most, one) => (one.ratio > most.ratio ? one : most));
  return {
    title: `The sheet of ${DROPS} drops against that of half as many: twice where the work is linear`,
    detail: found.map(({ depths, whole, ratio }) => `${inMs(whole)} ms at ${depths === 4 ? 'four depths' : 'a depth each'}, ${ratio.toFixed(2)} times`).join('; '), // prettier-ignore
    ratio: worst.ratio,
    asked: { atMost: 2.6 },
  };
}
