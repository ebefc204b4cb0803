/** Sizes of the chain, in the drawing's own units. */
export const CHAIN = { width: 960, height: 40, links: 48, link: 15 };

export interface ChainLink {
  x: number;
  state: 'whole' | 'broken' | 'ahead';
}

/**
 * The chain of acts as so many links, each standing for a share of it: those that were walked and held, those that a
 * fault lies in, and those still ahead.
 *
 * @param walked how many acts were walked, of `total`
 * @param faultsAt how many acts had been walked where each fault was found
 */
export function chainLinks(walked: number, total: number, faultsAt: number[]): ChainLink[] {
  const share = Math.max(total, 1) / CHAIN.links;
  const broken = new Set(faultsAt.map((at) => Math.min(CHAIN.links - 1, Math.floor(at / share))));
  return Array.from({ length: CHAIN.links }, (_, index) => {
    const isWalked = walked >= Math.min(total, (index + 1) * share) - 1e-6 * share && walked > 0;
    const state = broken.has(index) ? 'broken' : isWalked ? 'whole' : 'ahead';
    return { x: CHAIN.link + (index * (CHAIN.width - 2 * CHAIN.link)) / (CHAIN.links - 1), state };
  });
}
