/** Compiles the server to dist/, builds the interface to dist/web, and holds its first load against the limit. */
import { cpSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { install, ROOT, run } from './steps.mjs';

/** What a first visit may load, gzipped. */
const INITIAL_LIMIT_KB = 250;

install();
console.log('Building …');
rmSync(join(ROOT, 'dist'), { recursive: true, force: true });
run('node', ['node_modules/typescript/bin/tsc', '-p', 'tsconfig.server.json']);
cpSync(join(ROOT, 'server/store/migrations'), join(ROOT, 'dist/server/store/migrations'), { recursive: true });
run('node', ['node_modules/vite/bin/vite.js', 'build', '--logLevel', 'warn']);

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
console.log(`Built. The first load is ${kb} kB of JavaScript gzipped (limit ${INITIAL_LIMIT_KB} kB).`);
