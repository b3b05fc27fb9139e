import { build } from 'esbuild'

await build({
  entryPoints: ['src/main.ts'],
  outfile: 'dist/main.js',
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  conditions: ['source'],
  packages: 'external',
  alias: {
    '@civil-lantern/core': '../core/src/index.ts',
    '@civil-lantern/core/demo': '../core/src/demo/index.ts',
    '@civil-lantern/core/validate': '../core/src/doors.ts',
  },
  sourcemap: true,
  logLevel: 'warning',
})
