// Programs of the command line as the product runs its code: bundled, and not translated file by file as it is read, which
// names every closure anew each time one is made: a bench would measure that too.
import { join } from 'node:path'
import { root, run } from './shared.mjs'

/** How a program finds the core in its sources. */
export const core = {
  '@civil-lantern/core': join(root, 'core/src/index.ts'),
  '@civil-lantern/core/demo': join(root, 'core/src/demo/index.ts'),
  '@civil-lantern/core/validate': join(root, 'core/src/doors.ts'),
}

/** Bundles programs of a workspace into its `dist`. @param programs sources by the name of what is made of them */
export async function bundle(workspace, programs) {
  const { build } = await import('esbuild')
  await build({
    absWorkingDir: join(root, workspace),
    entryPoints: programs,
    outdir: 'dist',
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    alias: core,
    sourcemap: true,
    logLevel: 'warning',
  })
}

/** Bundles a program of the command line and runs it; resolves with its exit code. */
export async function runBundled(name, args) {
  await bundle('cli', { [name]: `src/${name}.ts` })
  return run('node', ['--enable-source-maps', `cli/dist/${name}.js`, ...args])
}

if (process.argv[1]?.endsWith('bundled.mjs')) process.exit(await runBundled(process.argv[2], process.argv.slice(3)))
