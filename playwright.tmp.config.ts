import { defineConfig } from '@playwright/test';

const PORT = 8491;

/** Debian's Chromium, driven against the built server with demo data of its own, made anew for each run. */
export default defineConfig({
  testDir: 'e2e',
  outputDir: 'test-results/e2e',
  // One shop, one server: tests open engines of their own, so that two hands can work in it at once.
  workers: 2,
  fullyParallel: true,
  // Generous: a busy machine is no fault of the interface. What fails has failed: there is no second try.
  timeout: 120_000,
  retries: 0,
  expect: { timeout: 25_000 },
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    launchOptions: {
      executablePath: '/usr/bin/chromium-headless-shell',
      args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'], // prettier-ignore
    },
  },
  webServer: {
    command: 'rm -rf test-results/shop && exec node --enable-source-maps dist/demo/main.js',
    env: { UTEX_PORT: String(PORT), UTEX_DATA: 'test-results/shop/data' },
    url: `http://127.0.0.1:${PORT}/api/health`,
    timeout: 120_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 10_000 },
  },
});
