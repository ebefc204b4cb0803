import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ERRORS } from './errors.js';
import { recordJsonSchema } from './record.js';
import { wordImpossibility } from './wording/impossible.js';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const read = (path: string) => readFileSync(join(ROOT, path), 'utf8');

function sources(folder: string): string[] {
  return readdirSync(join(ROOT, folder), { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory()
      ? sources(join(folder, entry.name))
      : /(?<!\.test)\.ts$/.test(entry.name)
        ? [join(folder, entry.name)]
        : [],
  );
}
const codeOf = (folders: string[]) => folders.flatMap(sources).map(read).join('\n');

test('the error catalogue and its table in docs/formats.md list the same codes with the same status', () => {
  const documented = [...read('docs/formats.md').matchAll(/^\| `([a-z-]+\.[a-z-]+)` \| (\d{3}) \|/gm)].map(
    ([, code, status]) => [code, Number(status)],
  );
  expect(documented).toEqual(Object.entries(ERRORS).map(([code, { status }]) => [code, status]));
});

test('every error of the catalogue is answered somewhere', () => {
  const code = codeOf(['server', 'contracts/papers']) + read('contracts/check-reading.ts');
  // Signing names its two refusals by the code that core answers.
  const composed = ['record.flag-open', 'record.missing'];
  const unused = Object.keys(ERRORS).filter((error) => !code.includes(`'${error}'`) && !composed.includes(error));
  expect(unused).toEqual([]);
});

test('docs/record.schema.json is the schema that the server signs by', () => {
  expect(JSON.parse(read('docs/record.schema.json'))).toEqual(JSON.parse(JSON.stringify(recordJsonSchema())));
});

test('a refusal names its figures', () => {
  expect(wordImpossibility({ code: 'intervals-sum', params: { sum: 730 } })).toContain('these make 730°');
  expect(wordImpossibility({ code: 'same-stop' })).toContain('from the other side');
});
