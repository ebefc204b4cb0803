/** Refreshes docs/screenshots from the demo data: one picture of each main view, by Debian's Chromium. */
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build, ensureDebianTools, ROOT } from './steps.mjs';

build();
ensureDebianTools();
const { chromium } = await import('@playwright/test');
const { VIEWS } = await import('./views.ts');

const PORT = 8432;
const BASE = `http://127.0.0.1:${PORT}`;
const folder = mkdtempSync(join(tmpdir(), 'utex-screenshots-'));
const only = process.argv.slice(2);
const server = spawn('node', ['dist/demo/main.js'], {
  cwd: ROOT,
  env: { ...process.env, UTEX_PORT: String(PORT), UTEX_DATA: join(folder, 'data') },
  stdio: ['ignore', 'ignore', 'inherit'],
});
for (let tries = 0; !(await fetch(`${BASE}/api/health`).catch(() => null))?.ok; tries++) {
  if (tries > 120) throw new Error('The demo did not start.');
  await new Promise((resolve) => setTimeout(resolve, 500));
}

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'], // prettier-ignore
});
mkdirSync(join(ROOT, 'docs/screenshots'), { recursive: true });
try {
  for (const { name, tag, place, shade = 'light', act } of VIEWS) {
    if (only.length > 0 && !only.includes(name)) continue;
    const context = await browser.newContext({
      viewport: { width: 1280, height: 800 },
      baseURL: BASE,
      locale: 'en-GB',
    });
    await context.addInitScript(
      (chosen) =>
        localStorage.getItem('utex.preferences') ??
        localStorage.setItem(
          'utex.preferences',
          JSON.stringify({ state: { shade: chosen, unit: null, positions: {} }, version: 0 }),
        ),
      shade,
    );
    const page = await context.newPage();
    await page.request.post('/api/session', { data: { handle: 'lead', pin: '246810' } });
    let address = place;
    if (tag) {
      const { engines } = await (await page.request.get(`/api/engines?search=${tag}`)).json();
      address = `/engines/${engines[0].id}/${place}`;
    }
    await page.goto(address);
    await page.locator('h1').waitFor();
    await page.waitForLoadState('networkidle');
    await act?.(page);
    await page.waitForTimeout(300);
    await page.screenshot({ path: join(ROOT, 'docs/screenshots', `${name}.png`) });
    await context.close();
    console.log(`docs/screenshots/${name}.png`);
  }
} finally {
  await browser.close();
  server.kill('SIGTERM');
  await new Promise((resolve) => server.once('exit', resolve));
  rmSync(folder, { recursive: true, force: true });
}
