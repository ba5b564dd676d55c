import { defineConfig } from '@playwright/test';

/** Real interface, Debian's Chromium, the server and database started by the test run. */
export default defineConfig({
  testDir: 'e2e',
  timeout: 600_000,
  expect: { timeout: 60_000 },
  fullyParallel: true,
  workers: 2,
  retries: 0,
  // What is broken everywhere is told soon.
  maxFailures: 8,
  forbidOnly: true,
  reporter: [
    ['list'],
    ...(process.env.DEFT_TEST_OUT
      ? [['json', { outputFile: process.env.DEFT_TEST_OUT }] as ['json', { outputFile: string }]]
      : []),
  ],
  outputDir: 'test-results',
  globalSetup: './e2e/serve.ts',
  use: {
    browserName: 'chromium',
    // What cannot be pressed after so long will not be.
    actionTimeout: 120_000,
    navigationTimeout: 120_000,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    // Held files would answer before a spec's own routes; away.spec.ts has it run.
    serviceWorkers: 'block',
    // A menu that is still moving may swallow a click on a busy machine.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
