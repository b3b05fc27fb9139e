// Checks the types of every room. The compiler is the quick one; its older sister is here for the tools that ask it about imports.
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { run } from './shared.mjs'

const compiler = join(dirname(createRequire(import.meta.url).resolve('typescript7/package.json')), 'bin/tsc')
let wrong = 0
for (const room of ['core', 'server', 'cli', 'web', 'e2e'])
  if ((await run(process.execPath, [compiler, '-p', room])) !== 0) wrong++
process.exit(wrong === 0 ? 0 : 1)
