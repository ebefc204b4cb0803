/** Installs, builds and starts with the demo data, in a folder of its own. */
import { become, build } from './steps.mjs';

build();
become('node', ['--enable-source-maps', 'dist/demo/main.js'], { UTEX_DATA: './data-demo', ...process.env });
