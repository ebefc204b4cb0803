import { benchLobe } from './lobe.js';
import { benchPosting } from './posting.js';
import type { Ratio } from './ratio.js';

const ratios: Ratio[] = [benchLobe(), await benchPosting()];
for (const { title, detail, ratio, atLeast } of ratios)
  console.log(`${title}\n  ${detail}\n  ratio ${ratio.toFixed(2)} (asked: ${atLeast})\n`);
process.exit(ratios.every(({ ratio, atLeast }) => ratio >= atLeast) ? 0 : 1);
