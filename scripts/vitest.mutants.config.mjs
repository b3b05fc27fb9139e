import { defineConfig } from 'vitest/config'

// The tests of the core without the two that try every mistake on every plant: they take minutes, for every mutant. With
// MUTANT_ROOMS only those of the named rooms, and what is said of every plant: what they fail over needs no others.
const rooms = process.env.MUTANT_ROOMS?.split(',')

export default defineConfig({
  resolve: { conditions: ['source', 'module', 'node'] },
  ssr: { resolve: { conditions: ['source', 'module', 'node'] } },
  test: {
    include: rooms
      ? [...rooms.map((room) => `core/src/${room}/**/*.test.ts`), 'core/src/testing/transcripts.test.ts']
      : ['core/src/**/*.test.ts'],
    exclude: ['core/src/proof/mistakes.test.ts', 'core/src/checks/harmless.test.ts', '**/node_modules/**'],
    pool: 'threads',
    isolate: false,
    testTimeout: 300_000,
  },
})
