import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // Every processor: left to itself one is kept free, which of two is half.
    maxWorkers: '100%',
    projects: [
      {
        test: {
          name: 'core',
          // A shared machine is slow now and then; no test is about time.
          testTimeout: 180000,
          include: [
            'core/test/**/*.test.ts',
            'contract/test/**/*.test.ts',
            'words/test/**/*.test.ts',
            'web/test/**/*.test.{ts,tsx}',
          ],
        },
      },
      {
        test: {
          name: 'api',
          include: ['server/test/**/*.test.ts'],
          globalSetup: 'server/test/template.ts',
          testTimeout: 180000,
          hookTimeout: 180000,
        },
      },
    ],
  },
});
