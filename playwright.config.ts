import { defineConfig } from '@playwright/test';
import { chromiumLaunch } from './scripts/chromium.mjs';

export default defineConfig({
  testDir: 'e2e',
  testMatch: '*.test.ts',
  timeout: 120_000,
  // A busy machine is slow, not wrong: what is waited for comes, or the test fails after this.
  expect: { timeout: 30_000 },
  fullyParallel: false,
  // Files side by side, each test on a job of its own; the tests of one file in turn.
  workers: 2,
  retries: process.env.CI ? 1 : 0,
  outputDir: `${process.env.TEST_OUTPUT ?? '.test'}/browser`,
  use: {
    baseURL: process.env.BASE_URL,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    launchOptions: {
      ...chromiumLaunch,
      // The certificate of the firm's server is made for the tests; passkeys want it to be taken as good, not passed over.
      args: [
        ...chromiumLaunch.args,
        ...(process.env.FIRM_SPKI ? [`--ignore-certificate-errors-spki-list=${process.env.FIRM_SPKI}`] : []),
      ],
    },
  },
});
