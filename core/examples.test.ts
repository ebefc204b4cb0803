import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const CORE = fileURLToPath(new URL('.', import.meta.url));

function sources(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory()
      ? sources(join(folder, entry.name))
      : /\.ts$/.test(entry.name) && !/(\.test|^test-file)\.ts$/.test(entry.name)
        ? [join(folder, entry.name)]
        : [],
  );
}

const files = sources(CORE);
/** `@example expression // what it gives`, as it stands in the doc comments. */
const examples = files.flatMap((file) =>
  [...readFileSync(file, 'utf8').matchAll(/@example (.+?) \/\/ (.+?)\s*(?:\*\/)?$/gm)].map(([, expression, gives]) => ({
    file: file.slice(CORE.length),
    expression,
    gives: gives.replace(/\s*\*\/$/, ''),
  })),
);

describe('the examples in the doc comments of core', () => {
  const scope: Record<string, unknown> = {};
  /** Names that two files export: an example would be evaluated by either. */
  const twice: string[] = [];
  beforeAll(async () => {
    for (const file of files)
      for (const [name, value] of Object.entries((await import(file)) as object)) {
        if (name in scope && scope[name] !== value) twice.push(name);
        scope[name] = value;
      }
  });

  const evaluate = (expression: string): unknown =>
    new Function(...Object.keys(scope), `return (${expression});`)(...Object.values(scope));

  test('there are some', () => expect(examples.length).toBeGreaterThan(8));

  test('no two files of core export one name: an example means what its own file says', () =>
    expect(twice).toEqual([]));

  test.each(examples)('$file: $expression gives $gives', ({ expression, gives }) => {
    const result = evaluate(expression);
    const decimals = /^-?\d+\.(\d+)$/.exec(gives);
    if (decimals) expect(result).toBeCloseTo(Number(gives), decimals[1].length);
    else expect(result).toEqual(evaluate(gives));
  });
});
