/** The demo, served for a moment, and Debian's Chromium beside it: for pictures and for what a browser takes. */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT } from './steps.mjs';

const FLAGS = ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync']; // prettier-ignore

/** Does `act` with a browser and the address of a demo that is made for it and thrown away. */
export async function withDemo(port, act) {
  const { chromium } = await import('@playwright/test');
  const base = `http://127.0.0.1:${port}`;
  const folder = mkdtempSync(join(tmpdir(), 'utex-demo-'));
  const server = spawn('node', ['dist/demo/main.js'], {
    cwd: ROOT,
    env: { ...process.env, UTEX_PORT: String(port), UTEX_DATA: join(folder, 'data') },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  for (let tries = 0; !(await fetch(`${base}/api/health`).catch(() => null))?.ok; tries++) {
    if (tries > 120) throw new Error('The demo did not start.');
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: FLAGS });
  try {
    return await act(browser, base);
  } finally {
    await browser.close();
    server.kill('SIGTERM');
    await new Promise((resolve) => server.once('exit', resolve));
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Waits until a page has had no answer for half a second; the stream of an engine never ends, and is not waited for. */
export const quiet = (page) =>
  page.waitForFunction(() => {
    const ends = performance.getEntriesByType('resource').map(({ responseEnd }) => responseEnd);
    const [{ loadEventEnd }] = performance.getEntriesByType('navigation');
    return loadEventEnd > 0 && performance.now() - Math.max(loadEventEnd, ...ends) > 500;
  });

/** What the lead does at an engine; the rest there is the builder's, who has read its cautions. */
const LEADS = ['review', 'record'];

/** Signs in, and answers the address of a place: of the engine with this tag, or of the shop. */
export async function signedInAt(page, place, tag) {
  await page.request.post('/api/session', {
    data: { handle: tag && !LEADS.includes(place) ? 'builder' : 'lead', pin: '246810' },
  });
  if (!tag) return place;
  const { engines } = await (await page.request.get(`/api/engines?search=${tag}`)).json();
  return `/engines/${engines[0].id}/${place}`;
}
