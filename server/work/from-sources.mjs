/** Lets a worker run the tasks from the sources, as `npm run dev` does; under `npm test` as they were built just now. */
/* global process */
import { tsImport } from 'tsx/esm/api';

const { default: task } = process.env.TESTS_OF_BUILD
  ? await import('../../dist/server/work/tasks.js')
  : await tsImport('./tasks.ts', import.meta.url);
export default task;
