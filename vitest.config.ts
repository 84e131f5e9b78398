import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'core',
          // A shared machine is slow now and then; no test is about time.
          testTimeout: 60000,
          include: ['core/test/**/*.test.ts', 'contract/test/**/*.test.ts', 'web/test/**/*.test.{ts,tsx}'],
        },
      },
      {
        test: {
          name: 'api',
          include: ['server/test/**/*.test.ts'],
          fileParallelism: false,
          testTimeout: 60000,
          hookTimeout: 120000,
        },
      },
    ],
  },
});
