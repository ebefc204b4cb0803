/**
 * Beside each test file of the interface: one that is not done in time says where it stands and ends its process, so that
 * the file has failed. A test or hook of it that hangs is named by Jest itself after some seconds.
 */
import process from 'node:process';
import { clearTimeout, setTimeout } from 'node:timers';
import { STEP_AT_MOST, sayHung } from './watchdog.mjs';

/* global afterAll, expect */
const timer = setTimeout(() => {
  const { testPath, currentTestName } = expect.getState();
  const place = currentTestName ? `test ${currentTestName}, or what comes after it` : 'loading the file';
  process.stderr.write(`${sayHung(testPath, place, [])}\n`);
  process.kill(process.pid, 'SIGKILL');
}, STEP_AT_MOST);
afterAll(() => clearTimeout(timer));
