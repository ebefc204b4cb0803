/** The benchmarks: ratios within one run, on this machine, never absolute promises. */
import { build, run } from './steps.mjs';

build();
run('node', ['--enable-source-maps', '--expose-gc', 'dist/server/benchmarks/main.js']);
