/**
 * The benchmarks: ratios within one run, on this machine, never absolute promises. `npm run bench -- --write` also puts
 * their table into docs/benchmarks.md.
 */
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { benchBrowser } from './bench-browser.mjs';
import { build, ensureDebianTools, ROOT, run } from './steps.mjs';

build();
await ensureDebianTools({ postgresql: true });
const found = join(mkdtempSync(join(tmpdir(), 'utex-bench-')), 'ratios.json');
run('node', ['--enable-source-maps', 'dist/server/benchmarks/main.js', found]);
const ratios = [...JSON.parse(readFileSync(found, 'utf8')), ...(await benchBrowser())];

const isKept = ({ ratio, asked }) => (asked.atLeast === undefined ? ratio <= asked.atMost : ratio >= asked.atLeast);
const say = ({ atLeast, atMost }) => (atLeast === undefined ? `≤ ${atMost}` : `≥ ${atLeast}`);
for (const one of ratios)
  console.log(`${isKept(one) ? ' ' : '!'} ${one.ratio.toFixed(2).padStart(6)} (${say(one.asked)})  ${one.title}\n            ${one.detail}`); // prettier-ignore

if (process.argv.includes('--write')) {
  const file = join(ROOT, 'docs/benchmarks.md');
  const shown = (one) => (isKept(one) ? one.ratio.toFixed(2) : `**${one.ratio.toFixed(2)}**`);
  const rows = ratios.map((one) => `| ${one.title} | ${one.detail} | ${shown(one)} | ${say(one.asked)} |`);
  const table = ['| what against what | taken | ratio | asked |', '|---|---|---|---|', ...rows].join('\n');
  const [before] = readFileSync(file, 'utf8').split('## Last run');
  const day = new Date().toISOString().slice(0, 10);
  writeFileSync(file, `${before}## Last run\n\n${day}, two cores.\n\n${table}\n`);
}
process.exit(ratios.every(isKept) ? 0 : 1);
