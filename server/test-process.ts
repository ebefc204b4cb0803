import { spawn, type ChildProcess } from 'node:child_process';
import { projectRoot } from './project-root.js';

/** A server in a process of its own: where it listens (null where it refused to), what it said. */
export interface Started {
  process: ChildProcess;
  url: string | null;
  said: () => string;
}

/**
 * Starts a server in a process of its own, from the sources, on a port that the system chooses.
 *
 * @param within the words of a command that runs it: in another namespace, as somebody else
 */
export async function startServer(
  folder: string,
  extra: Record<string, string> = {},
  within: string[] = [],
): Promise<Started> {
  const [command, ...args] = [...within, 'node', '--import', 'tsx', 'server/main.ts'];
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
