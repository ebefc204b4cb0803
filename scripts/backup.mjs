/** One file with all of the shop, whether it is open or closed. */
import { resolve } from 'node:path';
import { become, build } from './steps.mjs';

build();
const words = process.argv
  .slice(2)
  .map((word) => (word.startsWith('--') ? word : resolve(process.env.INIT_CWD ?? '.', word)));
become('node', ['--enable-source-maps', 'dist/server/backup.js', ...words]);
