/** The steps that the commands share. Only Node's own modules: this runs before anything is installed. */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** Runs a command to its end with its output shown; ends this process with its code when it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  if (error || status !== 0) {
    console.error(`${command} ${args.join(' ')} failed${error ? `: ${error.message}` : ''}`);
    process.exit(status ?? 1);
  }
}

/**
 * Runs commands of npm beside each other to their ends, what each says shown when it has ended; ends this process when
 * one fails.
 */
export async function runBeside(...names) {
  const failed = await Promise.all(
    names.map(async (name) => {
      const said = [];
      const child = spawn('npm', ['run', '--silent', name], { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
      for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => said.push(chunk));
      const [status] = await once(child, 'close');
      process.stdout.write(Buffer.concat(said));
      return status === 0 ? null : name;
    }),
  );
  const found = failed.filter(Boolean);
  if (found.length === 0) return;
  console.error(`${found.join(' and ')} failed`);
  process.exit(1);
}

/** Starts a long-running command in this process's place: its signals and its exit code are ours. */
export function become(command, args, env = process.env) {
  const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', env });
  for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code, signal) => process.exit(signal ? 1 : code));
}

const digest = (texts) => texts.reduce((hash, text) => hash.update(text), createHash('sha256')).digest('hex');

/** Whether `stamp` says that this very input was worked through before. */
function isDone(stamp, input) {
  return existsSync(stamp) && readFileSync(stamp, 'utf8') === input;
}

/** Installs what the lock file says, unless that is what is installed. */
export function install() {
  const stamp = join(ROOT, 'node_modules', '.utex-installed');
  const wanted = digest([readFileSync(join(ROOT, 'package-lock.json'))]);
  if (isDone(stamp, wanted)) return;
  console.log('Installing packages …');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(stamp, wanted);
}

/** Every file below a folder, in one order. */
export function filesBelow(folder) {
  return readdirSync(folder, { withFileTypes: true })
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .flatMap((entry) => (entry.isDirectory() ? filesBelow(join(folder, entry.name)) : [join(folder, entry.name)]));
}

const BUILT = join(ROOT, 'dist', '.utex-built');

/** What a build is made of, as one hash. */
function toBuild() {
  const sources = ['core', 'contracts', 'server', 'web', 'demo'].flatMap((folder) => filesBelow(join(ROOT, folder)));
  const settings = ['package-lock.json', 'tsconfig.json', 'vite.config.ts', 'vite.server.config.ts'].map((name) =>
    join(ROOT, name),
  );
  return digest([...sources, ...settings].flatMap((file) => [file, String(statSync(file).size), readFileSync(file)]));
}

/** Notes that dist/ is the build of what is here now. */
export const stampBuild = () => writeFileSync(BUILT, toBuild());

/** Whether dist/ is the build of what is here now. */
export const isBuilt = () => isDone(BUILT, toBuild());

/** Builds server and interface into dist/, unless nothing has changed since. */
export function build() {
  install();
  if (!isBuilt()) run('node', ['scripts/build.mjs']);
}

/** What the tests need beyond npm: the program to look for, and Debian's package that brings it. */
const NEEDED = [
  { program: '/usr/bin/chromium-headless-shell', package: 'chromium-headless-shell' },
  { program: '/usr/bin/pdfsig', package: 'poppler-utils' },
  { program: '/usr/bin/qpdf', package: 'qpdf' },
  { program: '/usr/bin/mutool', package: 'mupdf-tools' },
];
/** For the tests of a shop whose data is on a PostgreSQL server; all others run without. */
const POSTGRESQL = [{ program: '/usr/bin/pg_virtualenv', package: 'postgresql' }];

const absent = (tools) => tools.filter(({ program }) => !existsSync(program)).map((tool) => tool.package);
const installing = (packages) => `apt-get install -y --no-install-recommends ${packages.join(' ')}`;
const commandFor = (packages) => `apt-get update && ${installing(packages)}`;

/** Installs those of several groups of `tools` that are missing, where this user may; none for the want of another group. */
async function installDebian(...groups) {
  const missing = groups.map(absent).filter(({ length }) => length > 0);
  if (missing.length === 0 || process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) return;
  console.log(`Installing ${missing.flat().join(' and ')} …`);
  const commands = ['apt-get update -qq', ...missing.map((packages) => `${installing(packages)} -qq`)].join('; ');
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  await once(spawn('sh', ['-c', commands], { stdio: ['ignore', 'ignore', 'inherit'], env }), 'exit');
}

/**
 * Installs Debian's Chromium and its checkers of PDF where they are missing and this user may; else says the command and
 * ends. PostgreSQL is offered: where it cannot be had, its tests are left out, and that is said. It goes on by itself
 * while npm installs.
 */
export async function ensureDebianTools({ postgresql = false } = {}) {
  await installDebian(NEEDED, ...(postgresql ? [POSTGRESQL] : []));
  const missing = absent(NEEDED);
  if (postgresql && absent(POSTGRESQL).length > 0)
    console.error(`Without PostgreSQL the tests on it are left out. As root: ${commandFor(absent(POSTGRESQL))}`);
  if (missing.length === 0) return;
  console.error(`The tests need ${missing.join(' and ')}. As root: ${commandFor(missing)}`);
  process.exit(1);
}
