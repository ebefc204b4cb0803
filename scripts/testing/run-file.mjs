/** Runs one test file in this process, for runner.mjs. */
import process from 'node:process';
import { setTimeout } from 'node:timers';
import { pathToFileURL } from 'node:url';
import { jestExpect as expect } from '@jest/expect';
import { createEmptyTestResult } from '@jest/test-result';
import * as circus from 'jest-circus';
import { formatExecError, formatResultsErrors } from 'jest-message-util';
import { messageParent } from 'jest-worker';
import { FILE_AT_MOST, sayHung, watch } from './watchdog.mjs';

const { describe, test, it, beforeAll, beforeEach, afterAll, afterEach } = circus;
Object.assign(globalThis, { describe, test, it, beforeAll, beforeEach, afterAll, afterEach, expect });

/** How long what is sent to the runner may take to leave this process, ms. */
const TO_LEAVE = 500;
const ROOT = 'ROOT_DESCRIBE_BLOCK';

/** Where the file stands, in words. The runner knows it as well: a thread that is held can say nothing. */
let place = '';
let watched = null;
const standAt = (words) => {
  place = words;
  watched?.step();
  messageParent(words);
};

const nameOf = (block) => {
  const names = [];
  for (let at = block; at && at.name !== ROOT; at = at.parent) names.unshift(at.name);
  return names.join(' › ');
};

circus.addEventHandler((event) => {
  switch (event.name) {
    case 'hook_start': {
      const { hook } = event;
      standAt(`${hook.type} of ${nameOf(hook.parent) || 'the file'}, at "${hook.fn.toString().split('\n')[0]}"`);
      break;
    }
    case 'test_fn_start':
      standAt(`test ${nameOf(event.test)}`);
      break;
    case 'run_finish':
      standAt('done');
      break;
    case 'test_start':
      expect.setState({ currentTestName: nameOf(event.test), suppressedErrors: [] });
      break;
    case 'test_done': {
      const asked = expect.extractExpectedAssertionsErrors().map(({ error }) => error);
      event.test.errors.push(...expect.getState().suppressedErrors, ...asked);
      break;
    }
  }
});

const STATUS = { done: 'passed', skip: 'pending', todo: 'todo' };

/** One test as Jest's reporters take it. */
function asAssertion({ testPath, status, errors, duration, invocations, startedAt }) {
  const [title, ...above] = testPath.slice(1).reverse();
  return {
    ancestorTitles: above.reverse(),
    title,
    fullName: testPath.slice(1).join(' '),
    status: errors.length > 0 ? 'failed' : STATUS[status],
    failureMessages: errors,
    failureDetails: [],
    duration,
    invocations,
    startAt: startedAt,
    location: null,
    numPassingAsserts: 0,
    retryReasons: [],
  };
}

/** What waits in queues of ours, as the modules say that are set up before the tests. */
const waiting = [];
let isSetUp = false;
async function setUp(files) {
  if (isSetUp) return;
  isSetUp = true;
  for (const file of files) {
    const { waits } = await import(pathToFileURL(file).href);
    if (waits) waiting.push(waits);
  }
}

async function runAll({ path, config, testNamePattern }) {
  await setUp(config.setupFiles);
  circus.resetState();
  const state = circus.getState();
  // A file has one time for all that is in it.
  state.testTimeout = 2 * FILE_AT_MOST;
  state.testNamePattern = testNamePattern ? new RegExp(testNamePattern, 'i') : null;
  expect.setState({ testPath: path, expand: false });
  const start = Date.now();
  await import(pathToFileURL(path).href);
  const { testResults, unhandledErrors, unhandledErrorsDetailed } = await circus.run();
  const end = Date.now();
  const format = { noStackTrace: false };

  const results = testResults.map(asAssertion);
  const count = (status) => results.filter((one) => one.status === status).length;
  return {
    ...createEmptyTestResult(),
    displayName: config.displayName,
    testFilePath: path,
    testResults: results,
    numPassingTests: count('passed'),
    numFailingTests: count('failed'),
    numPendingTests: count('pending'),
    numTodoTests: count('todo'),
    failureMessage:
      [
        formatResultsErrors(results, config, format, path),
        ...unhandledErrorsDetailed.map((error) => formatExecError(error, config, format, path)),
      ]
        .filter(Boolean)
        .join('\n') || null,
    testExecError: unhandledErrors.length > 0 ? { message: '', stack: unhandledErrors.join('\n') } : undefined,
    perfStats: { start, end, runtime: end - start, slow: (end - start) / 1000 > config.slowTestThreshold },
  };
}

/** What was thrown while nobody listened. */
function listenForStray() {
  let told;
  const thrown = new Promise((_, reject) => (told = reject));
  process.on('uncaughtException', told);
  return { thrown, stop: () => process.off('uncaughtException', told) };
}

/**
 * @throws what a file that hangs waits for, or what it threw while nobody listened. What it left open could disturb the
 *   next, so this process ends then, and the next file has a new one.
 */
export async function runFile(asked) {
  const late = watch(() => {
    throw new Error(
      sayHung(
        asked.path,
        place,
        waiting.flatMap((waits) => waits()),
      ),
    );
  });
  watched = late;
  standAt('loading the file');
  const stray = listenForStray();
  try {
    return await Promise.race([runAll(asked), late.passed, stray.thrown]);
  } catch (error) {
    setTimeout(() => process.exit(1), TO_LEAVE);
    throw error;
  } finally {
    late.stop();
    stray.stop();
  }
}
