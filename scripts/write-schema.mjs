/** Writes docs/record.schema.json from the Zod schema, after a change of the record's format. */
import { run } from './steps.mjs';

const write = `
  import { writeFileSync } from 'node:fs';
  import { recordJsonSchema } from './contracts/record.ts';
  writeFileSync('docs/record.schema.json', JSON.stringify(recordJsonSchema(), null, 2) + '\\n');
`;
run('node', ['--import', 'tsx', '--input-type=module', '--eval', write]);
