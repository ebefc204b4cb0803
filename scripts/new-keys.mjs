/** Makes new signing keys for the shop of the data folder; Utex must not be running on it. */
import { become, build } from './steps.mjs';

build();
become('node', ['--enable-source-maps', 'dist/server/new-keys.js']);
