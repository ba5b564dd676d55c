import { defineConfig } from '@playwright/test';

/** Real interface, Debian's Chromium, the server and database started by the test run. */
export default defineConfig({
  testDir: 'e2e',
  timeout: 90_000,
  expect: { timeout: 15_000 },
  fullyParallel: true,
  workers: 2,
  retries: 0,
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
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
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
