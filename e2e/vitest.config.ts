import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: { conditions: ['source', 'module', 'node'] },
  ssr: { resolve: { conditions: ['source', 'module', 'node'] } },
  test: {
    root: import.meta.dirname,
    include: ['*.test.ts'],
    fileParallelism: false,
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
})
