import type { Metal } from '../engine/engine.js';
import { ImpossibleInput } from '../impossible.js';
import { fromCanonical, toCanonical } from '../units/units.js';

export interface LashInput {
  state: 'hot' | 'cold';
  value: number;
  block: Metal;
  head: Metal;
  /** The shop's own figure for how much the lash opens from cold to hot; overrides the table. */
  growth?: number;
  unit: 'in' | 'mm';
}

export interface Lash {
  hot: number;
  cold: number;
  /** hot − cold. */
  growth: number;
}

/** General shop practice: an iron engine closes up a little, aluminium grows away from the steel pushrod. */
export const DEFAULT_GROWTH: { block: Metal; head: Metal; growth: number; unit: 'in' | 'mm' }[] = [
  { block: 'iron', head: 'iron', growth: -0.002, unit: 'in' },
  { block: 'iron', head: 'aluminium', growth: 0.006, unit: 'in' },
  { block: 'aluminium', head: 'aluminium', growth: 0.012, unit: 'in' },
];

/**
 * Lash of the cold engine from that of the hot one, or the other way round: hot = cold + growth.
 *
 * @example lash({ state: 'hot', value: 0.022, block: 'iron', head: 'aluminium', unit: 'in' }).cold // 0.016
 * @throws ImpossibleInput for metals that the table does not know, or a lash that would close up altogether
 */
export function lash(input: LashInput): Lash {
  const tabled = DEFAULT_GROWTH.find(({ block, head }) => block === input.block && head === input.head);
  if (input.growth === undefined && tabled === undefined)
    throw new ImpossibleInput({
      path: ['growth'],
      code: 'growth-unknown',
      params: { block: input.block, head: input.head },
    });
  const growth = input.growth ?? fromCanonical(toCanonical(tabled!.growth, tabled!.unit), input.unit);
  const hot = input.state === 'hot' ? input.value : input.value + growth;
  const cold = input.state === 'hot' ? input.value - growth : input.value;
  if (hot < 0) throw new ImpossibleInput({ path: ['value'], code: 'lash-closes-hot', params: { growth } });
  if (cold < 0) throw new ImpossibleInput({ path: ['value'], code: 'lash-closes-cold', params: { growth } });
  return { hot, cold, growth };
}
