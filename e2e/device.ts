import { test as base, type BrowserContext } from '@playwright/test';

/**
 * The device that a hand of the tests sits at, one test after the other: what it has loaded once it has, as one at a
 * bench does. Of who was at it before nothing stays. A test that turns its clock takes a device of its own, from
 * Playwright itself.
 */
export const test = base.extend<object, { device: BrowserContext }>({
  device: [
    async ({ browser }, use, { project }) => {
      const { baseURL, viewport, acceptDownloads } = project.use;
      const device = await browser.newContext({ baseURL, viewport, acceptDownloads });
      await use(device);
      await device.close();
    },
    { scope: 'worker' },
  ],
  context: async ({ device }, use, { project }) => {
    await use(device);
    for (const page of device.pages()) await page.close();
    await device.clearCookies();
    const page = await device.newPage();
    const devtools = await device.newCDPSession(page);
    await devtools.send('Storage.clearDataForOrigin', {
      origin: project.use.baseURL!,
      storageTypes: 'local_storage,indexeddb',
    });
    await page.close();
  },
});
