import type { Stage } from './measure.js';

/** What a stage needs on the bench before it is begun: examples from general practice. */
const GENERAL_BENCH: Record<Stage, string[]> = {
  'bottom-end': ['micrometers and dial bore gauge', 'feeler blades', 'dial on a stand', 'assembly oil', 'rags, clean'],
  'dead-centre': ['degree wheel and pointer', 'piston stop, or dial and bridge', 'bar for the crank', 'oil for new bores'],
  'cam-timing': ['degree wheel, dead centre found', 'dial with a lifter tip', 'cam card', 'checking springs', 'offset keys or bushes'],
  'mock-up': ['gasket for mock-up', 'checking springs', 'solid or pumped-up lifters', 'clay and oil, or dial and bridge', 'knife for the clay', 'dye'],
  geometry: ['checking springs', 'adjustable pushrod', 'marker or dye for the tips', 'loupe or calliper', 'shims for stands'],
  torque: ['torque wrench, checked', 'angle gauge', 'lubricant as the card says', 'washers', 'thread sealer for wet holes', 'stretch gauge'],
  setting: ['bar for the crank', 'spanner and key for the locks', 'feeler blades', 'marks on the damper', 'spark plugs out'],
  proof: ['dial on a stand', 'bar for the crank', 'clean covers and gaskets'],
}; // prettier-ignore

/** What a stage needs on the bench in this shop, and whether the shop itself has said so. */
export function benchList(
  { path }: { path?: { bench?: { stage: Stage; items: string[] }[] } },
  stage: Stage,
): { items: string[]; isOwn: boolean } {
  const own = path?.bench?.find((one) => one.stage === stage);
  return own ? { items: own.items, isOwn: true } : { items: GENERAL_BENCH[stage], isOwn: false };
}
