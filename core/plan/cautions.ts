import type { Stage } from './measure.js';

/** What can hurt somebody at this stage. */
const CAUTIONS: Partial<Record<Stage, string[]>> = {
  'bottom-end': [
    'Eye protection for locks, clips and compressed air, which can also turn the crank.',
    'Two people or a hoist to turn or lift the block.',
    'Solvent sprays away from flame and heaters.',
  ],
  'dead-centre': [
    'Spark plugs out before the crank is turned by hand; nobody’s fingers in the valvetrain.',
    'Up to a piston stop by hand and gently, never with the starter.',
  ],
  'cam-timing': [
    'Springs under load kick the bar back: turn with checking springs, or keep clear of the bar.',
    'Heated sprockets burn. Nobody’s fingers between chain and sprocket.',
  ],
  'mock-up': [
    'Turned by hand with springs loaded, the engine kicks the bar back: checking springs, spark plugs out.',
    'Eye protection for spring locks, and for compressed air, which can also turn the crank.',
    'Two people or a hoist for the heads. Nobody’s fingers in the valvetrain.',
    'A valve that is pushed down past its piston bends: stop at the first touch.',
  ],
  geometry: [
    'Checking springs while an adjustable checking rod is in: under the final ones it gives way and springs out. Fixed rods may be tried under the final springs: bar off before you reach in.',
    'Spark plugs out before the crank is turned; nobody’s fingers between rocker and valve.',
    'A rod that is much too long holds its valve open into the piston: turn slowly, and stop where anything binds.',
  ],
  setting: [
    'Turned by hand with springs loaded, the engine kicks the bar back. Spark plugs out, bar off before you reach in.',
    'Nobody’s fingers in the valvetrain while another turns the crank.',
    'Set on a running engine, hot oil flies and parts move: eyes, sleeves and hands clear.',
    'Tightening values come from the maker’s card.',
  ],
  torque: [
    'Tightening values, their lubricant and their order come from the maker’s card of the very part.',
    'Two people or a hoist for the heads; a bar that slips hurts: pull, never push, and look where the hand goes.',
    'Heated sprockets and dampers burn. A bolt that feels soft, or turns on without its torque, is taken out.',
  ],
  proof: [
    'Turned by hand with springs loaded, the engine kicks the bar back. Spark plugs out, nobody’s fingers in the valvetrain.',
    'Two whole turns, slowly: where anything binds, stop and look before going on.',
  ],
};

/**
 * The cautions of a stage, those of the shop's own last. Shown where the work is; each person acknowledges them once per
 * engine and stage.
 */
export const cautionsOf = (
  { path }: { path?: { cautions?: { stage: Stage; says: string }[] } },
  stage: Stage,
): string[] => [
  ...(CAUTIONS[stage] ?? []),
  ...(path?.cautions ?? []).flatMap((one) => (one.stage === stage ? [one.says] : [])),
];

/** Stands under every record and every caution. */
export const STANDING_CAUTION =
  'The maker’s card, local rules, emissions law and licensed practice come first. Utex advises; the builder answers for the engine.';
