import { defineConfig } from '@playwright/test';
import { BROWSER_ARGS } from '../tools/lib/browser-args.mts';

export default defineConfig({
  testDir: '.',
  outputDir: '../.radiatrix/test-results',
  fullyParallel: false,
  workers: 1,
  retries: process.env.CI ? 1 : 0,
  timeout: 150_000,
  // Two walks share two processors.
  expect: { timeout: 25_000 },
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env.BASE_URL,
    viewport: { width: 1280, height: 800 },
    actionTimeout: 25_000,
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: BROWSER_ARGS,
    },
  },
});
