import { existsSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { defineConfig } from '@playwright/test';

const port = Number(process.env.E2E_PORT ?? 4655);

export default defineConfig({
  testDir: './e2e',
  // Its own folder: Playwright empties it, and the reports of the others lie beside it.
  outputDir: 'test-results/playwright',
  // A story that was singled out while it was written would hide all others.
  forbidOnly: true,
  // Two share the one server; more would only wait for each other's pixels.
  workers: Math.min(2, availableParallelism()),
  timeout: 60_000,
  // On a small machine that does other things too, what is awaited may take its time; what is asserted stays.
  expect: { timeout: 10_000 },
  // One more try on a noisy machine; the line reporter names what needed it.
  retries: 1,
  reporter: [['line'], ['json', { outputFile: 'test-results/playwright.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    actionTimeout: 10_000,
    // Stories hold back parts on their way, which a service worker would have; it has stories of its own.
    serviceWorkers: 'block',
    // Recording costs a fifth of the time: what failed is recorded at its second try.
    trace: 'on-first-retry',
    launchOptions: {
      executablePath:
        process.env.CHROMIUM ??
        ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].find((place) => existsSync(place)) ??
        '',
      args: [
        '--no-sandbox',
        '--disable-dev-shm-usage',
        '--disable-quic',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
        '--enable-unsafe-swiftshader',
      ],
    },
  },
  webServer: {
    command: 'node dist/start/main.js',
    url: `http://127.0.0.1:${port}/api/health`,
    env: {
      PORT: String(port),
      DESSIN_DATA: process.env.E2E_DATA ?? '.dessin-e2e',
      DATABASE_URL: '',
      DESSIN_E131_PORT: String(port),
      DESSIN_ARTNET_PORT: String(port + 1),
    },
    timeout: 60_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 5000 },
  },
});
