import { build } from 'esbuild'

await build({
  entryPoints: { main: 'src/main.ts', controller: 'src/controller/main.ts' },
  outdir: 'dist',
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
