import { defineConfig } from 'vitest/config'

/** Tests of modules. What is checked beside them ends first: both cores are theirs then. */
const modules = { environment: 'node', testTimeout: 60_000, maxWorkers: 2 } as const

/** Tests of the real interface in a browser. */
const browser = {
  environment: 'node',
  testTimeout: 600_000,
  hookTimeout: 120_000,
  // Something may take its time on a machine with other work to do; asking is work as well.
  expect: { poll: { timeout: 30_000, interval: 200 } },
  // Their modules hold no state, and take five seconds to load.
  isolate: false,
  globalSetup: ['e2e/src/prepare.ts'],
} as const

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          ...modules,
          name: 'unit',
          include: ['{core,hosts,server,bench}/src/**/*.test.ts'],
          // Their modules hold no state, so that files can share them.
          isolate: false,
        },
      },
      {
        test: {
          ...modules,
          name: 'unit-web',
          // The database looks for the browser's own when it is loaded, by whichever file comes first.
          setupFiles: ['fake-indexeddb/auto'],
          include: ['web/src/**/*.test.ts'],
          // Each has a database of its own.
          isolate: false,
        },
      },
      {
        test: { ...modules, name: 'unit-screens', include: ['web/src/**/*.test.tsx'] },
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
