/** Refreshes docs/screenshots from the demo data: one picture of each main view, by Debian's Chromium. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { quiet, signedInAt, withDemo } from './demo-browser.mjs';
import { build, ensureDebianTools, ROOT } from './steps.mjs';

build();
await ensureDebianTools();
const { VIEWS } = await import('./views.ts');
const only = process.argv.slice(2);
mkdirSync(join(ROOT, 'docs/screenshots'), { recursive: true });

await withDemo(8432, async (browser, baseURL) => {
  for (const { name, tag, place, shade = 'light', act } of VIEWS) {
    if (only.length > 0 && !only.includes(name)) continue;
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL, locale: 'en-GB' });
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
    await page.goto(await signedInAt(page, place, tag));
    await page.locator('h1').waitFor();
    await quiet(page);
    await act?.(page);
    await page.waitForTimeout(300);
    await page.screenshot({ path: join(ROOT, 'docs/screenshots', `${name}.png`) });
    await context.close();
    console.log(`docs/screenshots/${name}.png`);
  }
});
