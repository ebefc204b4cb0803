/** Real use: an empty shop whose first visit makes the owner. */
import { become, build } from './steps.mjs';

build();
become('node', ['--enable-source-maps', 'dist/server/main.js']);
