import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { once } from 'node:events';
import { join } from 'node:path';
import { median } from 'simple-statistics';
import { projectRoot } from '../project-root.js';
import { inMs, times, type Ratio } from './ratio.js';

const ROUNDS = 8;
/** What the audit of a large shop may take of memory beyond an open one, MB. */
const AUDIT_MB = 300;

const built = (program: string) => join(projectRoot(), 'dist/server', program);

/** Starts a program of this build on a data folder, until it says it is open; then ends it. Answers its greatest memory, MB. */
async function openAndEnd(program: string, args: string[], dataFolder: string): Promise<number> {
  const child = spawn(process.execPath, [built(program), ...args], {
    env: { ...process.env, UTEX_DATA: dataFolder, UTEX_PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  for await (const chunk of child.stdout) if (String(chunk).includes('open')) break;
  const memory = memoryOf(child.pid!);
  child.kill('SIGTERM');
  if (child.exitCode === null) await once(child, 'exit');
  return memory;
}

/** The most memory that a process has had, MB, as Linux counts it; 0 where it is gone, or where there is no such count. */
function memoryOf(pid: number): number {
  try {
    return Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  } catch {
    return 0;
  }
}

/** From starting the server until it answers, against opening PGlite alone on the same folder, as whole processes. */
export async function benchStart(dataFolder: string): Promise<Ratio> {
  const taken: Record<'whole' | 'alone', number[]> = { whole: [], alone: [] };
  const start = {
    whole: () => openAndEnd('main.js', [], dataFolder),
    alone: () => openAndEnd('benchmarks/open-pglite.js', [dataFolder], dataFolder),
  };
  // The disk is still busy with what the one before wrote when it ended: each goes first as often as the other.
  for (let round = 0; round < ROUNDS; round++)
    for (const which of round % 2 === 0 ? (['whole', 'alone'] as const) : (['alone', 'whole'] as const))
      taken[which].push(...(await times(1, start[which])));
  const [whole, alone] = [median(taken.whole), median(taken.alone)];
  return {
    title: 'The server is started and ended, against PGlite alone opened on the same folder and ended',
    detail: `${inMs(whole)} ms against ${inMs(alone)} ms`,
    ratio: whole / alone,
    asked: { atMost: 2 },
  };
}

/** The memory of `npm run audit` beyond that of PGlite alone on the same folder. */
export async function benchAudit(dataFolder: string): Promise<Ratio> {
  const open = await openAndEnd('benchmarks/open-pglite.js', [dataFolder], dataFolder);
  const start = performance.now();
  const child = spawn(process.execPath, [built('audit.js')], {
    env: { ...process.env, UTEX_DATA: dataFolder },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  let most = 0;
  const looking = setInterval(() => (most = Math.max(most, memoryOf(child.pid!))), 100);
  const [code] = (await once(child, 'exit')) as [number];
  clearInterval(looking);
  if (code !== 0) throw new Error('The audit of the large shop does not hold.');
  const seconds = ((performance.now() - start) / 1000).toFixed(0);
  return {
    title: `The audit's memory beyond that of PGlite alone, against ${AUDIT_MB} MB`,
    detail: `${(most - open).toFixed(0)} MB beyond ${open.toFixed(0)} MB, in ${seconds} s`,
    ratio: (most - open) / AUDIT_MB,
    asked: { atMost: 1 },
  };
}
