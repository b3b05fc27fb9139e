import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: { conditions: ['source', 'module', 'node'] },
  ssr: { resolve: { conditions: ['source', 'module', 'node'] } },
  test: {
    pool: 'threads',
    maxWorkers: '100%',
    // A guard against what never ends, and no measure of speed: machines differ fivefold within an hour.
    testTimeout: 150_000,
    hookTimeout: 60_000,
    projects: [
      // Nothing in the core keeps anything between two calls: its files share what they import, which is most of their time.
      { extends: true, test: { name: 'core', include: ['{core,cli}/src/**/*.test.ts'], isolate: false } },
      { extends: true, test: { name: 'house', include: ['{server,web}/src/**/*.test.{ts,tsx}'] } },
    ],
  },
})
