import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { projectRoot } from './project-root.js';

/** A server in a process of its own: where it listens (null where it refused to), what it said. */
export interface Started {
  process: ChildProcess;
  url: string | null;
  said: () => string;
}

/**
 * The words that run a program of ours: as it was built, where `npm test` has just done so, else from its sources. In the
 * few seconds that it lives, Node would spend more on compiling PGlite a second time, optimised, than it gains by that.
 *
 * @example program('server/audit') // ['node', '--liftoff-only', 'dist/server/audit.js']
 */
export const program = (name: string): [string, ...string[]] => [
  'node',
  '--liftoff-only',
  ...(process.env.TESTS_OF_BUILD ? [`dist/${name}.js`] : ['--import', 'tsx', `${name}.ts`]),
];

/** Runs a program of ours to its end on a data folder. */
export async function runProgram(
  name: string,
  folder: string,
  words: string[] = [],
): Promise<{ code: number | null; said: string; complained: string }> {
  const [command, ...args] = program(name);
  const env = { ...process.env, UTEX_DATA: folder };
  const child = spawn(command, [...args, ...words], { cwd: projectRoot(), env, stdio: ['ignore', 'pipe', 'pipe'] });
  const said = { stdout: '', stderr: '' };
  for (const name of ['stdout', 'stderr'] as const) child[name].on('data', (chunk) => (said[name] += chunk));
  const [code] = (await once(child, 'close')) as [number | null];
  return { code, said: said.stdout + said.stderr, complained: said.stderr.trim() };
}

/**
 * Starts a server in a process of its own, on a port that the system chooses.
 *
 * @param within the words of a command that runs it: in another namespace, as somebody else
 */
export async function startServer(
  folder: string,
  extra: Record<string, string> = {},
  within: string[] = [],
): Promise<Started> {
  const [command, ...args] = [...within, ...program('server/main')];
  const process_ = spawn(command, args, {
    cwd: projectRoot(),
    env: { ...process.env, UTEX_DATA: folder, UTEX_PORT: '0', ...extra },
  });
  let said = '';
  const address = new Promise<string | null>((resolve) => {
    const listen = (chunk: Buffer) => {
      said += chunk.toString();
      const found = /open at (http\S+)/.exec(said);
      if (found) resolve(found[1]);
    };
    process_.stdout.on('data', listen);
    process_.stderr.on('data', listen);
    process_.once('exit', () => resolve(null));
  });
  return { process: process_, url: await address, said: () => said };
}
