import { withDemo, signedInAt } from './demo-browser.mjs';
import { pathToFileURL } from 'node:url';
const script = process.argv[2];
const { default: run } = await import(pathToFileURL(script).href);
await withDemo(8433, async (browser, baseURL) => {
  const ctx = async (o = {}) => {
    const c = await browser.newContext({
      viewport: { width: o.width ?? 1280, height: o.height ?? 800 },
      baseURL,
      locale: 'en-GB',
    });
    if (o.dark)
      await c.addInitScript(() =>
        localStorage.setItem(
          'utex.preferences',
          JSON.stringify({ state: { shade: 'dark', unit: null, positions: {} }, version: 0 }),
        ),
      );
    const p = await c.newPage();
    p.on('pageerror', (e) => console.log('PAGEERROR', e.message));
    p.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text().slice(0, 300)));
    await p.request.post('/api/session', { data: { handle: o.as ?? 'owner', pin: '246810' } });
    return p;
  };
  await run({ ctx, signedInAt });
});
