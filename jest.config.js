/** Jest runs the TypeScript sources as ES modules through swc; the server tests open real PGlite folders. */
export default {
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
  testMatch: ['<rootDir>/{core,contracts,server,web,demo}/**/*.test.{ts,tsx}'],
  // Most of a server test is the server's own process: every core has one of Jest's beside it.
  maxWorkers: '100%',
  // Some start servers of their own; a busy machine is no fault of theirs.
  testTimeout: 180_000,
};
