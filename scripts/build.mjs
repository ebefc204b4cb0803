/** Builds the server into dist/ and the interface into dist/web, and holds its first load against the limit. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { filesBelow, install, ROOT, run, stampBuild } from './steps.mjs';

/** What a first visit may load, gzipped. */
const INITIAL_LIMIT_KB = 250;

install();
console.log('Building …');
rmSync(join(ROOT, 'dist'), { recursive: true, force: true });
// Types are checked by `npm run types`, once.
run('node', ['node_modules/vite/bin/vite.js', 'build', '--logLevel', 'error', '--config', 'vite.server.config.ts']);
// An empty database beside the server: a new shop copies it, since making one takes seconds.
const making = spawn('node', ['scripts/make-empty-database.mjs'], { cwd: ROOT, stdio: 'inherit' });
const made = once(making, 'exit');
run('node', ['node_modules/vite/bin/vite.js', 'build', '--logLevel', 'error']);

// Packed once, as small as can be, instead of at each visit; fonts are packed already.
for (const file of filesBelow(join(ROOT, 'dist/web')).filter((name) => /\.(js|css|html|svg|json)$/.test(name))) {
  const bytes = readFileSync(file);
  writeFileSync(`${file}.br`, brotliCompressSync(bytes));
  writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
}

const manifest = JSON.parse(readFileSync(join(ROOT, 'dist/web/.vite/manifest.json'), 'utf8'));
const files = new Set();
/** The entry and everything that it imports without waiting for a route. */
function gather(key) {
  const chunk = manifest[key];
  if (files.has(chunk.file)) return;
  files.add(chunk.file);
  (chunk.imports ?? []).forEach(gather);
}
Object.keys(manifest)
  .filter((key) => manifest[key].isEntry)
  .forEach(gather);
const bytes = [...files].reduce((sum, file) => sum + gzipSync(readFileSync(join(ROOT, 'dist/web', file))).length, 0);
const kb = (bytes / 1024).toFixed(0);
if (bytes > INITIAL_LIMIT_KB * 1024) {
  console.error(`The first load is ${kb} kB of JavaScript gzipped; ${INITIAL_LIMIT_KB} kB is the limit.`);
  process.exit(1);
}
const [failed] = await made;
if (failed) process.exit(1);
console.log(`Built. The first load is ${kb} kB of JavaScript gzipped (limit ${INITIAL_LIMIT_KB} kB).`);
stampBuild();
