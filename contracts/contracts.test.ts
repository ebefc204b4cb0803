import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ERRORS } from './errors.js';
import { recordJsonSchema } from './record.js';
import { IMPOSSIBLE_CODES, wordImpossibility } from './wording.js';

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
  const code = codeOf(['server']);
  // Signing names its two refusals by the code that core answers.
  const composed = ['record.flag-open', 'record.missing'];
  const unused = Object.keys(ERRORS).filter((error) => !code.includes(`'${error}'`) && !composed.includes(error));
  expect(unused).toEqual([]);
});

test('every reason for which core refuses an input has its words, and none is left over', () => {
  const raised = codeOf(['core']) + read('contracts/engine.ts');
  const unworded = [...codeOf(['core']).matchAll(/path: \[.*?\],?\s*code: '([a-z-]+)'/gs)]
    .map(([, code]) => code)
    .filter((code) => !IMPOSSIBLE_CODES.includes(code));
  expect(unworded).toEqual([]);
  expect(IMPOSSIBLE_CODES.filter((code) => !raised.includes(`'${code}'`))).toEqual([]);
});

test('docs/record.schema.json is the schema that the server signs by', () => {
  expect(JSON.parse(read('docs/record.schema.json'))).toEqual(JSON.parse(JSON.stringify(recordJsonSchema())));
});

describe('words', () => {
  test('a refusal names its figures', () => {
    expect(wordImpossibility({ path: [], code: 'intervals-sum', params: { sum: 730 } })).toContain('these make 730°');
    expect(() => wordImpossibility({ path: [], code: 'no-such-code' })).toThrow();
  });
});
