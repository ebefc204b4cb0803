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

/** General shop practice, inches: an iron engine closes up a little, aluminium grows away from the steel pushrod. */
const GROWTH_IN: Record<Metal, Partial<Record<Metal, number>>> = {
  iron: { iron: -0.002, aluminium: 0.006 },
  aluminium: { aluminium: 0.012 },
};

/**
 * Lash of the cold engine from that of the hot one, or the other way round: hot = cold + growth.
 *
 * @example lash({ state: 'hot', value: 0.022, block: 'iron', head: 'aluminium', unit: 'in' }).cold // 0.016
 * @throws ImpossibleInput for metals that the table does not know, or a lash that would close up altogether
 */
export function lash(input: LashInput): Lash {
  const tabled = GROWTH_IN[input.block][input.head];
  if (input.growth === undefined && tabled === undefined)
    throw new ImpossibleInput({
      path: ['growth'],
      code: 'growth-unknown',
      params: { block: input.block, head: input.head },
    });
  const growth = input.growth ?? fromCanonical(toCanonical(tabled!, 'in'), input.unit);
  const hot = input.state === 'hot' ? input.value : input.value + growth;
  const cold = input.state === 'hot' ? input.value - growth : input.value;
  if (hot < 0) throw new ImpossibleInput({ path: ['value'], code: 'lash-closes-hot', params: { growth } });
  if (cold < 0) throw new ImpossibleInput({ path: ['value'], code: 'lash-closes-cold', params: { growth } });
  return { hot, cold, growth };
}
