/** Holds the data folder against its chain of acts, and against records that were handed out, where files are named. */
import { resolve } from 'node:path';
import { become, build } from './steps.mjs';

build();
const records = process.argv.slice(2).map((file) => resolve(process.env.INIT_CWD ?? '.', file));
become('node', ['--enable-source-maps', 'dist/server/audit.js', ...records]);
