/** Makes the empty database that the server copies for a new shop: dist/empty-database. */
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { ROOT } from './steps.mjs';

const database = await PGlite.create(join(ROOT, 'dist', 'empty-database'));
await database.close();
