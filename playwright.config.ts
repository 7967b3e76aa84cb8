import { defineConfig } from '@playwright/test';

const PORT = Number(process.env.TEST_PORT ?? 8099);

export default defineConfig({
  testDir: 'tests',
  testMatch: [
    'jobs/**/*.spec.ts',
    'app/**/*.spec.ts',
    'faults/**/*.spec.ts',
    'engines/**/*.spec.ts',
  ],
  outputDir: 'test-results',
  workers: 2,
  retries: process.env.CI ? 1 : 0,
  projects: [
    { name: 'app', grepInvert: /@long/ },
    // What takes minutes has a command of its own.
    { name: 'long', grep: /@long/ },
  ],
  fullyParallel: true,
  // Nothing is timed by these: they only end what hangs, and leave room for a machine that is busy.
  timeout: 240_000,
  expect: { timeout: 60_000 },
  reporter: [['list'], ['./tests/support/failureReporter.ts']],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    // Each test sees what the server gives; what works without it has a test of its own.
    serviceWorkers: 'block',
    actionTimeout: 60_000,
    launchOptions: {
      // The same engine without a window's own pages, which take processor time in every test.
      executablePath: process.env.CHROMIUM ?? '/usr/lib/chromium/chromium-headless-shell',
      args: ['--no-sandbox', '--disable-gpu', '--disable-dev-shm-usage'],
    },
  },
  webServer: {
    command: 'node scripts/build.mjs && node --import tsx server/main.ts',
    url: `http://127.0.0.1:${PORT}/api/health`,
    env: { PORT: String(PORT) },
    timeout: 300_000,
    reuseExistingServer: !process.env.CI,
  },
});
