/** Lets a worker run the tasks from the sources, as tests and `npm run dev` do. */
import { tsImport } from 'tsx/esm/api';

export default (await tsImport('./tasks.ts', import.meta.url)).default;
