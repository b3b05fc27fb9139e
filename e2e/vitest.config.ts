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
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
})
