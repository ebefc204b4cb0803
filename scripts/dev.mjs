/** Vite and the server, both reloading on a change. */
import { spawn } from 'node:child_process';
import { install, ROOT } from './steps.mjs';

install();
const children = [
  spawn('node', ['node_modules/tsx/dist/cli.mjs', 'watch', 'demo/main.ts'], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { UTEX_DATA: './data-demo', ...process.env },
  }),
  spawn('node', ['node_modules/vite/bin/vite.js'], { cwd: ROOT, stdio: 'inherit' }),
];
for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, () => children.forEach((child) => child.kill(signal)));
