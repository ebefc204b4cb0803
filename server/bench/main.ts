import { benchLobe } from './lobe.js';
import { benchPosting } from './posting.js';

/** One line a benchmark: what was held against what, and the ratio. */
export interface Ratio {
  title: string;
  detail: string;
  ratio: number;
  /** The least that is asked for; the run fails below it. */
  atLeast: number;
}

const ratios: Ratio[] = [benchLobe(), await benchPosting()];
for (const { title, detail, ratio, atLeast } of ratios)
  console.log(`${title}\n  ${detail}\n  ratio ${ratio.toFixed(2)} (asked: ${atLeast})\n`);
process.exit(ratios.every(({ ratio, atLeast }) => ratio >= atLeast) ? 0 : 1);
