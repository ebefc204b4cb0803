/**
 * Runs what has no browser in it in plain Node: as many processes as there are cores, each from file to file, so that what
 * a file imports is read and compiled once.
 *
 * Of Jest's own parts: jest-worker hands out the files, jest-circus runs one (run-file.mjs). A file that is not done in
 * time has failed, and says what it waits for.
 */
import { fileURLToPath } from 'node:url';
import { Worker } from 'jest-worker';
import pLimit from 'p-limit';
import { watch } from './watchdog.mjs';

/** How much longer than a file's own watch is waited for what its process says of it, ms. */
const TO_SAY = 5_000;

export default class Runner {
  constructor(globalConfig) {
    this.globalConfig = globalConfig;
  }

  /** Jest's own call: `onStart`, then `onResult` or `onFailure`, for each file. */
  async runTests(tests, watcher, onStart, onResult, onFailure) {
    const { maxWorkers, testNamePattern } = this.globalConfig;
    const workers = new Worker(fileURLToPath(new URL('run-file.mjs', import.meta.url)), {
      exposedMethods: ['runFile'],
      numWorkers: Math.min(maxWorkers, tests.length),
      forkOptions: { stdio: ['ignore', 'inherit', 'inherit', 'ipc'] },
    });
    const runFile = async ({ path, context: { config } }) => {
      let place = 'starting the process';
      const late = watch(() => {
        throw new Error(
          `${path} did not end, and its process says nothing: its thread is held.\n  Under way: ${place}`,
        );
      }, TO_SAY);
      const run = workers.runFile({ path, config, testNamePattern });
      run.UNSTABLE_onCustomMessage((said) => {
        place = said;
        late.step();
      });
      try {
        return await Promise.race([run, late.passed]);
      } finally {
        late.stop();
      }
    };
    const turn = pLimit(maxWorkers);
    try {
      await Promise.all(
        tests.map((test) =>
          turn(async () => {
            if (watcher.isInterrupted()) return;
            await onStart(test);
            await runFile(test).then(
              (result) => onResult(test, result),
              (error) => onFailure(test, error),
            );
          }),
        ),
      );
    } finally {
      await workers.end();
    }
  }
}
