import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: { conditions: ['source', 'module', 'node'] },
  ssr: { resolve: { conditions: ['source', 'module', 'node'] } },
  test: {
    root: import.meta.dirname,
    include: ['*.test.ts'],
    globalSetup: 'seeded.ts',
    // Much of a browser test is waiting: two files at a time share the cores.
    maxWorkers: 2,
    isolate: false,
    // A real browser on a machine that is shared loses a beat now and then: what fails is run once more, and the report says so.
    retry: 1,
    // A guard against what never ends, and no measure of speed.
    testTimeout: 360_000,
    hookTimeout: 120_000,
    expect: { poll: { timeout: 45_000 } },
  },
})
