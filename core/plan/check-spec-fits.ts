import type { Engine } from '../engine/engine.js';
import type { Impossibility } from '../impossible.js';
import type { SpecSet } from './spec-sets.js';

/** Limits that could never be met on this engine: another kind of lifter, or turns of a pedestal that has none. */
export function checkSpecFits(engine: Pick<Engine, 'lifter' | 'mount'>, spec: SpecSet): Impossibility[] {
  if (spec.lifter !== engine.lifter)
    return [{ path: ['specSet'], code: 'spec-set-lifter', params: { lifter: spec.lifter } }];
  const byTurns = spec.limits.some((limit) => limit.measure === 'preload-turns');
  return byTurns && engine.mount === 'pedestal-shim' ? [{ path: ['specSet'], code: 'spec-set-turns' }] : [];
}
