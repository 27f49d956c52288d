import { defineConfig } from 'vitest/config'

/** Tests of the real interface in a browser. */
const browser = {
  environment: 'node',
  testTimeout: 600_000,
  hookTimeout: 120_000,
  // Something may take its time on a machine with other work to do.
  expect: { poll: { timeout: 30_000 } },
  globalSetup: ['e2e/src/prepare.ts'],
} as const

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          include: ['{core,hosts,server,web,bench}/src/**/*.test.{ts,tsx}'],
          environment: 'node',
          testTimeout: 60_000,
          // What is checked beside them ends first: both cores are theirs then.
          maxWorkers: 2,
        },
      },
      {
        test: {
          ...browser,
          name: 'e2e',
          include: ['e2e/src/*.test.ts'],
          // Bound by the interface rather than by the processor: two at a time share it well.
          maxWorkers: 2,
          sequence: { groupOrder: 1 },
        },
      },
      {
        test: {
          ...browser,
          name: 'e2e-alone',
          include: ['e2e/src/alone/*.test.ts'],
          // Each of these keeps every core busy.
          fileParallelism: false,
          sequence: { groupOrder: 2 },
        },
      },
    ],
  },
})
