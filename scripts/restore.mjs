/** A backup into an empty data folder. */
import { resolve } from 'node:path';
import { become, build } from './steps.mjs';

build();
const files = process.argv.slice(2).map((word) => resolve(process.env.INIT_CWD ?? '.', word));
become('node', ['--enable-source-maps', 'dist/server/restore.js', ...files]);
