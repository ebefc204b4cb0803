import { z } from 'zod';
import { LENGTH_CONVENTIONS } from '../core/valvetrain/gauge-length.js';
import { BARS } from '../core/sheet/trials.js';
import { SCHOOLS } from '../core/valvetrain/schools.js';
import { idSchema } from './text.js';

/** What is computed of an engine's rods and rockers, for who asks the server instead of a screen. Lengths in mm. */

const kind = z.enum(['I', 'E']);
const span = z.tuple([z.number(), z.number()]);
const edges = z.object({ min: z.number(), max: z.number() });
/** What is missing, by its key and in words. */
const lacks = z.array(z.object({ code: z.string(), message: z.string() }));
const mark = z.object({ width: z.number(), offset: z.number().nullable(), edgeLeft: z.number().nullable() });
const stands = {
  length: z.number(),
  off: z.number(),
  plunger: z.number().nullable(),
  turns: z.number().nullable(),
  mark: mark.nullable(),
  margin: z.number().nullable(),
  fits: z.boolean().nullable(),
};
const candidate = z.object({
  itemId: idSchema,
  title: z.string(),
  from: z.enum(['shelf', 'catalogue', 'cut']),
  free: z.number(),
  checkingRod: z.number(),
  beside: z.number().nullable(),
  ...stands,
});
const choice = z.object({ name: z.string(), length: z.number(), margin: z.number() });

const stopShim = z.object({
  shim: z.number(),
  inside: z.number(),
  of: z.number(),
  out: z.array(z.object({ place: z.string(), depth: z.number(), by: z.number() })),
});

/** The lengths that an engine wants, what they follow from, what can be had, and where it would leave what it drives. */
export const lengthsAnswer = z.object({
  unit: z.literal('mm'),
  /** By which convention the checking rod was read, and lengths are told; null while nobody has said it. */
  convention: z.enum(LENGTH_CONVENTIONS).nullable(),
  /** What nobody has filed or read yet. */
  missing: z.array(z.enum(['mock-up', 'pushrods', 'pushrod-checked'])),
  needs: z.array(
    z.object({
      kind,
      places: z.array(z.string()),
      readAt: z.array(z.string()),
      checked: z.number(),
      terms: z.array(z.object({ name: z.string(), value: z.number() })),
      lacks,
      unknownAngle: z.object({ by: z.number(), upToDeg: z.number() }).nullable(),
      required: z.number(),
      spread: z.number(),
      by: z.enum(['plunger', 'adjuster', 'mark']).nullable(),
      window: edges.nullable(),
      plunger: z.object({ target: z.number(), min: z.number(), max: z.number() }).nullable(),
      adjuster: z
        .object({
          perTurn: z.number(),
          at: z.number().nullable(),
          range: z.object({ least: z.number(), most: z.number() }).nullable(),
        })
        .nullable(),
      candidates: z.array(candidate),
      pick: candidate.nullable(),
      soonest: candidate.nullable(),
      fitted: z.array(z.object({ place: z.string(), ...stands })),
      pairs: z.array(
        z.object({ shim: z.number(), length: z.number(), fromBest: z.number(), turns: z.number(), margin: z.number() }),
      ),
      tube: z.number().nullable(),
      thickest: z.number().nullable(),
    }),
  ),
  /** One set for all against a length for each; null where there is one need, or where nobody can tell what fits. */
  sets: z
    .object({
      each: z.array(choice.nullable()),
      one: z.object({ length: z.number(), margin: z.number(), choices: z.array(choice) }).nullable(),
      gained: z.number().nullable(),
    })
    .nullable(),
  /** What becomes of rods that are kept, by what was cut or changed; empty where no paper tells. */
  kept: z.array(
    z.object({
      kind,
      by: z.enum(['plunger', 'turns', 'lash']),
      length: z.number(),
      terms: z.array(z.object({ name: z.string(), value: z.number() })),
      stands: z.number().nullable(),
      toTry: z.number(),
      overstated: z.number(),
      verdict: z.enum(['low', 'in', 'high']).nullable(),
      measured: z.number().nullable(),
    }),
  ),
  /** Shims under pedestals that are drawn to a stop; null where none are, or nothing was read. */
  stopShims: z.object({ one: stopShim, byKind: z.array(z.object({ kind, best: stopShim })) }).nullable(),
});

const trial = z.object({
  place: z.string(),
  tried: z.number(),
  setting: z.number(),
  under: z.union([z.number(), z.literal('build')]).nullable(),
  width: z.number().optional(),
  offset: z.number().optional(),
  rollerHeight: z.number().optional(),
  lift: z.number().optional(),
  short: z.object({ by: z.number(), isLash: z.boolean() }).nullable(),
  turns: z.number().optional(),
  midAngleDeg: z.number().optional(),
  tap: z.number().optional(),
  began: z.enum(['outward', 'inward']).optional(),
  barredBy: z.array(z.enum(BARS)),
  isRough: z.boolean(),
  isOtherRocker: z.boolean(),
});

/** What the trials of each kind come to, by every school, and what is tried next. */
export const geometryAnswer = z.object({
  unit: z.literal('mm'),
  kinds: z.array(
    z.object({
      kind,
      mount: z.enum(['stud-nut', 'shaft']),
      rockerRatio: z.number(),
      armLength: z.number().nullable(),
      valveLift: z.number().nullable(),
      tip: z.number().nullable(),
      edgeKept: z.number().nullable(),
      markAim: z.number(),
      lacks: z.array(z.string()),
      problems: z.array(z.string()),
      trials: z.array(trial),
      school: z.enum(SCHOOLS),
      best: z.number().nullable(),
      isBracketed: z.boolean(),
      /** Where the best lies as often as marks lie within their uncertainty. */
      stretch: span.nullable(),
      schools: z.array(
        z.object({
          school: z.enum(SCHOOLS),
          why: z.string(),
          best: z.number().nullable(),
          by: z.string().nullable(),
          isBracketed: z.boolean(),
        }),
      ),
      fit: z
        .object({
          best: z.number(),
          within: span,
          minimumWidth: z.number(),
          lineWidth: z.number(),
          residualRms: z.number(),
          explained: z.boolean(),
          ambiguous: z.boolean(),
          solutions: z.array(z.number()),
          curve: z.array(span),
        })
        .nullable(),
      /** The mark that the best setting ought to rub. */
      predicted: mark.nullable(),
      next: z.object({ setting: z.number(), why: z.string(), checkingRodTurns: z.number().nullable() }).nullable(),
      /** What lines of struck rockers tell, with one standard deviation. */
      tapped: z.object({ best: z.number(), standardUncertainty: z.number() }).nullable(),
      /** What somebody chose, by which school and why. */
      chosen: z
        .object({ setting: z.number(), school: z.enum(SCHOOLS), reason: z.string(), by: z.string(), at: z.string() })
        .nullable(),
      /** What a valve ought to lift by its lobe and ratio, and the lash that it loses. */
      expected: z.object({ opens: z.number(), lash: z.number() }).nullable(),
      /** Half of the stretch, and the one more mark that narrows it most; null where no fit tells it. */
      second: z.object({ doubt: z.number(), setting: z.number(), left: z.number() }).nullable(),
      /** What a single mark tells: longer or more shims, or the other way, and about how far. */
      firstWay: z
        .object({
          heading: z.enum(['more', 'less']),
          by: z.number().nullable(),
          setting: z.number(),
          isLineKnown: z.boolean(),
        })
        .nullable(),
      /** Two marks that no rocker could make, the likely misread one first. */
      tooSteep: z
        .object({
          misread: z.object({ place: z.string(), tried: z.number() }),
          beside: z.object({ place: z.string(), tried: z.number() }),
        })
        .nullable(),
      /** What a rod of the build is longer than a setting of a trial; null while no set-up of a check is filed. */
      toBuild: z.object({ shift: z.number(), lacks }).nullable(),
    }),
  ),
});
