import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          include: ['{model,core,exchange,demo,web,cli}/**/*.test.ts'],
          environment: 'node',
          // Pure functions share nothing that one file could leave behind for the next, so modules are read once for all.
          isolate: false,
          pool: 'threads',
          // Both cores of a small machine: one less is the habit, which leaves it half idle.
          maxWorkers: '100%',
          // Some start a program of their own, or run a season, which takes its time on a busy machine.
          testTimeout: 120_000,
        },
      },
      {
        test: {
          name: 'api',
          include: ['server/**/*.test.ts'],
          environment: 'node',
          fileParallelism: false,
          // Servers, databases and slow hashes on a busy machine.
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
