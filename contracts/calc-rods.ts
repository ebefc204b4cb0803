import { z } from 'zod';
import { equalDrop } from '../core/engine/equal-drop.js';
import { clayElsewhere } from '../core/valvetrain/clay-elsewhere.js';
import { hotPreload } from '../core/valvetrain/hot-preload.js';
import { rodAdjuster } from '../core/valvetrain/rod-adjuster.js';
import { stopNutShims } from '../core/valvetrain/stop-nut-shims.js';
import { tappedMark } from '../core/valvetrain/tapped-mark.js';
import { answerUnit, calculator, figure, number, positive, unit } from './calculator.js';
import { list } from './list.js';
import { line } from './text.js';

/** The calculators of rods, drops and clay: what a part is ordered or steel is cut by. */

const notBelowZero = number.min(0, 'not below zero');
const place = line(80);
const window = z.object({ min: number, max: number });

const rodAdjusterCalculator = calculator({
  name: 'rod-adjuster',
  summary: 'Turns of the adjuster with other rods: a longer rod needs it further out.',
  input: z.object({
    unit,
    mount: z.enum(['screw', 'nut'], { error: 'screw or nut' }),
    pitch: positive,
    rockerRatio: positive,
    at: z.object({ length: positive, turns: number }),
    range: z.object({ least: number, most: number }).optional(),
    rods: list(positive, { least: 1, most: 2000, of: ['rod', 'rods'] }),
  }),
  output: z.object({
    unit: answerUnit,
    candidates: z.array(
      z.object({ length: figure, turns: figure, margin: figure.optional(), ok: z.boolean().optional() }),
    ),
    pick: figure.nullable(),
  }),
  compute: ({ unit, ...input }) => ({ unit, ...rodAdjuster(input) }),
});

const tappedMarkCalculator = calculator({
  name: 'tapped-mark',
  summary: 'A roller’s height and the best shims, from marks of a rocker struck on its closed valve.',
  input: z.object({
    unit,
    armLength: positive,
    valveLift: positive,
    taps: list(z.object({ setting: number, position: number }), { most: 60, of: ['tap', 'taps'] }),
    height: number.optional(),
    standardUncertainty: z.object({ position: notBelowZero }),
  }),
  output: z.object({
    unit: answerUnit,
    height: figure,
    best: figure,
    standardUncertainty: z.object({ height: figure, best: figure }),
    predictedSweep: z.object({ width: figure, from: figure, to: figure }),
  }),
  compute: ({ unit, ...input }) => ({ unit, ...tappedMark(input) }),
});

const stopNutShimsCalculator = calculator({
  name: 'stop-nut-shims',
  summary: 'One shim for a head whose bolts or nuts go to a stop, from the turns of each.',
  input: z.object({
    unit,
    pitch: positive,
    rockerRatio: positive,
    turns: list(z.object({ place, turns: notBelowZero }), { least: 1, most: 64, of: ['valve', 'valves'] }),
    window,
    shims: list(notBelowZero, { least: 1, most: 200, of: ['shim', 'shims'] }),
  }),
  output: z.object({
    unit: answerUnit,
    candidates: z.array(
      z.object({
        shim: figure,
        depths: z.array(z.object({ place: z.string(), depth: figure })),
        inside: z.int(),
        leastMargin: figure,
      }),
    ),
    pick: figure,
  }),
  compute: ({ unit, ...input }) => ({ unit, ...stopNutShims(input) }),
});

const equalDropCalculator = calculator({
  name: 'equal-drop',
  summary: 'Crank degrees either side of dead centre at which a piston stands a drop below its top.',
  input: z.object({ unit, stroke: positive, rodLength: positive, drop: notBelowZero }),
  output: z.object({ unit: answerUnit, crankDeg: figure }),
  compute: ({ unit, ...input }) => ({ unit, crankDeg: equalDrop(input) }),
});

const clayElsewhereCalculator = calculator({
  name: 'clay-elsewhere',
  summary: 'Piston-to-valve clearance of a cylinder without clay, from one with it and both deck heights.',
  input: z.object({
    unit,
    clearance: number,
    deckHere: number,
    deckThere: number,
    valveAngleDeg: number.min(0, 'at least 0').max(89, 'at most 89'),
    standardUncertainty: z.object({ clearance: notBelowZero, deckHere: notBelowZero, deckThere: notBelowZero }),
  }),
  output: z.object({ unit: answerUnit, clearance: figure, standardUncertainty: figure }),
  compute: ({ unit, ...input }) => ({ unit, ...clayElsewhere(input) }),
});

const hotPreloadCalculator = calculator({
  name: 'hot-preload',
  summary: 'What is left of a plunger’s preload in the hot engine.',
  input: z.object({
    unit,
    depthCold: number,
    growthAtValve: number,
    rockerRatio: positive,
    least: number,
  }),
  output: z.object({ unit: answerUnit, depthHot: figure, ok: z.boolean() }),
  compute: ({ unit, ...input }) => ({ unit, ...hotPreload(input) }),
});

export const rodCalculators = [
  rodAdjusterCalculator,
  tappedMarkCalculator,
  stopNutShimsCalculator,
  equalDropCalculator,
  clayElsewhereCalculator,
  hotPreloadCalculator,
];
