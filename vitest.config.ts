import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          include: ['{model,core,exchange,demo,web,cli}/**/*.test.ts'],
          environment: 'node',
        },
      },
      {
        test: {
          name: 'api',
          include: ['server/**/*.test.ts'],
          environment: 'node',
          fileParallelism: false,
          testTimeout: 20_000,
        },
      },
    ],
  },
});
