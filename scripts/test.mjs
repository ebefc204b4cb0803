/**
 * Everything that must hold: installs, builds, lints, checks types, runs Jest and Playwright, and ends with one line
 * that counts both. `npm test -- --jest` or `-- --e2e` runs one of the two alone.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build, ensureDebianTools, install, isBuilt, ROOT, runBeside } from './steps.mjs';

const only = process.argv.slice(2);
const wants = (name) => only.length === 0 || only.includes(`--${name}`);
const RESULTS = join(ROOT, 'test-results');
const JEST_JSON = join(RESULTS, 'jest.json');
const E2E_JSON = join(RESULTS, 'e2e.json');

const tools = ensureDebianTools({ postgresql: wants('jest') });
install();
await tools;
if (only.length === 0) await runBeside(...(isBuilt() ? [] : ['build']), 'types', 'lint');
else build();

rmSync(RESULTS, { recursive: true, force: true });
mkdirSync(RESULTS, { recursive: true });
/**
 * Where Jest's tests make their data folders: in memory where there is plenty, since making and taking away some two
 * hundred databases is half the work of a disk. The browser's tests have their shop on the disk itself.
 */
function makeFolderForTests() {
  const memory = '/dev/shm';
  const plenty = existsSync(memory) && statfsSync(memory).bavail * statfsSync(memory).bsize > 4 * 1024 ** 3;
  return mkdtempSync(join(plenty ? memory : tmpdir(), 'utex-tests-'));
}
const folder = makeFolderForTests();
process.on('exit', () => rmSync(folder, { recursive: true, force: true }));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => process.exit(1));

// Tests that start a program of ours start it as it was built just now.
const env = { ...process.env, TESTS_OF_BUILD: '1', TMPDIR: folder };
const run = (command, args) =>
  spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', env, timeout: AT_MOST }).status === 0;
/** What hangs is ended after so long, ms, and has failed: some five times what Jest or the browser takes. */
const AT_MOST = 20 * 60_000;
const outcomes = [];

if (wants('jest')) {
  const fine = run('npm', ['run', '--silent', 'jest', '--', '--json', `--outputFile=${JEST_JSON}`]);
  const said = existsSync(JEST_JSON) ? JSON.parse(readFileSync(JEST_JSON, 'utf8')) : null;
  // A test file that does not even load counts as a failure, though it ran no test.
  const failed = said ? said.numFailedTests + said.numRuntimeErrorTestSuites : 1;
  if (said?.numPendingTests > 0) console.log('\nTests were left out; why is told above.');
  outcomes.push({ fine, passed: said?.numPassedTests ?? 0, failed });
}
if (wants('e2e')) {
  const fine = run('node', ['node_modules/@playwright/test/cli.js', 'test']);
  const said = existsSync(E2E_JSON) ? JSON.parse(readFileSync(E2E_JSON, 'utf8')).stats : null;
  outcomes.push({ fine, passed: said?.expected ?? 0, failed: said?.unexpected ?? 1 });
}

const passed = outcomes.reduce((sum, outcome) => sum + outcome.passed, 0);
const counted = outcomes.reduce((sum, outcome) => sum + outcome.failed, 0);
const failed = counted === 0 && !outcomes.every((outcome) => outcome.fine) ? 1 : counted;
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);
