import { defineConfig } from 'vitest/config'

// The tests of the core without the two that try every mistake on every plant: they take minutes, for every mutant.
export default defineConfig({
  resolve: { conditions: ['source', 'module', 'node'] },
  ssr: { resolve: { conditions: ['source', 'module', 'node'] } },
  test: {
    include: ['core/src/**/*.test.ts'],
    exclude: ['core/src/proof/mistakes.test.ts', 'core/src/checks/harmless.test.ts', '**/node_modules/**'],
    pool: 'threads',
    testTimeout: 60_000,
  },
})
