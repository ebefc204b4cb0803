import { z } from 'zod';
import { promise } from '../core/plan/promise.js';
import { recheckDue } from '../core/plan/recheck-due.js';
import { WEEKDAYS } from '../core/plan/work-time.js';
import { torqueAdapter } from '../core/tightening/torque-adapter.js';
import { calculator, figure, number, positive } from './calculator.js';
import { list } from './list.js';
import { text } from './text.js';

/** Calculators of the plan of the work: when something is due, when an engine is ready; and of tightening. */

const day = (example: string) => z.string({ error: `a day, as ${example}` }).max(10, `a day, as ${example}`);
const moment = z.iso.datetime({ offset: true, error: 'a time with its offset, ISO 8601' });
const time = z.string({ error: 'a time of day, as 08:00' }).max(5, 'a time of day, as 08:00');
const stretch = z.object({ from: z.string(), to: z.string() });

const recheckDueCalculator = calculator({
  name: 'recheck-due',
  summary: 'When something is looked at again in a running engine, from how much it is run and how fast.',
  input: z.object({
    interval: positive,
    used: number.min(0, 'not below zero'),
    perWeek: positive,
    from: day('2026-03-02'),
    highestRpm: number.min(0, 'not below zero').optional(),
    bands: list(
      z.object({ overRpm: number.min(0, 'not below zero'), factor: positive.max(1, 'a factor of at most 1') }),
      { most: 8, of: ['band', 'bands'] },
    ).default([]),
  }),
  output: z.object({ intervalNow: figure, left: figure, dueOn: z.string(), overdue: z.boolean() }),
  compute: (input) => recheckDue(input),
});

const promiseCalculator = calculator({
  name: 'promise',
  summary: 'When an engine will be ready: the steps that are left, laid into the working time of the shop.',
  input: z.object({
    from: moment,
    steps: list(
      z.object({
        id: text(80),
        minutes: number.min(0, 'not below zero').max(100_000, 'at most 100000'),
        needs: list(text(80), { most: 200, of: ['need', 'needs'] }).default([]),
        notBefore: moment.optional(),
      }),
      { most: 200, of: ['step', 'steps'] },
    ),
    week: list(
      z.object({
        day: z.enum(WEEKDAYS, { error: `one of ${WEEKDAYS.join(', ')}` }),
        from: time,
        to: time,
        breakFrom: time.optional(),
        breakTo: time.optional(),
      }),
      { most: 14, of: ['day', 'days'] },
    ),
    closed: list(day('2026-12-25'), { most: 400, of: ['day', 'days'] }).default([]),
    timeZone: text(60),
  }),
  output: z.object({
    finishAt: z.string(),
    plan: z.array(z.object({ id: z.string(), pieces: z.array(stretch) })),
    waits: z.array(stretch.extend({ for: z.array(z.string()) })),
    meanwhile: z.array(z.string()),
  }),
  compute: (input) => promise(input),
});

const torqueAdapterCalculator = calculator({
  name: 'torque-adapter',
  summary: 'What a torque wrench is set to with an extension or a crowfoot on it.',
  input: z.object({
    target: positive,
    wrenchLength: positive,
    adapterLength: number.min(0, 'not below zero'),
    angleDeg: number.min(-360, 'at least −360').max(360, 'at most 360').default(0),
  }),
  output: z.object({ setting: figure, factor: figure }),
  compute: (input) => torqueAdapter(input),
});

export const planCalculators = [recheckDueCalculator, promiseCalculator, torqueAdapterCalculator];
