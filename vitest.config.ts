import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'core', include: ['core/test/**/*.test.ts', 'contract/test/**/*.test.ts'] } },
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
