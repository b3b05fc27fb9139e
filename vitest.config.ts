import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: { conditions: ['source', 'module', 'node'] },
  ssr: { resolve: { conditions: ['source', 'module', 'node'] } },
  test: {
    include: ['{core,server,cli,web}/src/**/*.test.{ts,tsx}'],
    pool: 'threads',
    maxWorkers: '100%',
    testTimeout: 30_000,
  },
})
