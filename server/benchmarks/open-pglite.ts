import { join } from 'node:path';
import { openPglite } from '../store/pglite.js';

/** Opens the database of a data folder and nothing else: what a start of the server is measured against. */
const database = await openPglite(join(process.argv[2], 'database'));
await database.query('select 1');
process.on('SIGTERM', () => void database.close().then(() => process.exit(0)));
console.log('open');
