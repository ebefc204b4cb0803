import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ERRORS } from './errors.js';
import { recordJsonSchema } from './record.js';
import { IMPOSSIBLE_CODES, wordEntry, wordImpossibility, wordLimit } from './wording.js';

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
  test('a typed text that is no number is told why', () => {
    expect(wordEntry('decimal-comma', {})).toContain('point, not a comma');
    expect(wordEntry('unknown-side', { sides: { plus: 'above', minus: 'below' } })).toBe('the side is above or below');
  });
  test('a limit has as many places as the trade writes, more only where the shop wrote more', () => {
    expect(wordLimit({ min: 0.02, max: 0.06, unit: 'in' })).toBe('0.020 to 0.060 in');
    expect(wordLimit({ min: 0.0015, unit: 'in' })).toBe('0.0015 in or more');
    expect(wordLimit({ max: 0.16, unit: 'mm' })).toBe('0.16 mm or less');
  });
});
