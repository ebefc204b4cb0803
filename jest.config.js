/**
 * Two ways to run a test file, both from the TypeScript source.
 *
 * What has no browser in it runs in plain Node, a process for each core that goes from file to file: what a file imports
 * is read and compiled once, not for each. It shares its process with other files, so it leaves no global changed.
 *
 * What is of the browser fakes a browser's globals and keeps state in its modules, so each file has a world of its own.
 */
const inPlainNode = {
  displayName: 'job',
  runner: '<rootDir>/scripts/testing/runner.mjs',
  setupFiles: ['<rootDir>/server/test-waits.ts'],
  testMatch: ['<rootDir>/{core,contracts,server,demo,scripts}/**/*.test.ts'],
};
const inAWorldOfItsOwn = {
  displayName: 'interface',
  setupFilesAfterEnv: ['<rootDir>/scripts/testing/watch-interface.mjs'],
  testMatch: ['<rootDir>/web/**/*.test.{ts,tsx}'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  moduleNameMapper: { '^(\\.{1,2}/.*)\\.js$': '$1' },
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
          target: 'es2022',
        },
        module: { type: 'es6' },
      },
    ],
  },
};

export default {
  projects: [inPlainNode, inAWorldOfItsOwn],
  // Most of a server test is the server's own process: every core has one of Jest's beside it.
  maxWorkers: '100%',
};
