import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'unit', include: ['tests/unit/**/*.test.ts'], testTimeout: 180_000 } },
      { test: { name: 'browser', include: ['tests/browser/**/*.test.ts'], testTimeout: 60_000, hookTimeout: 120_000, fileParallelism: false } },
    ],
  },
});
