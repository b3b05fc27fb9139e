import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: { conditions: ['source', 'module', 'node'] },
  ssr: { resolve: { conditions: ['source', 'module', 'node'] } },
  test: {
    root: import.meta.dirname,
    include: ['*.test.ts'],
    // Much of a browser test is waiting: three files at a time share two cores.
    maxWorkers: 3,
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
})
