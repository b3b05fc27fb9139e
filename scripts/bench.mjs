// Figures beside their goals. `npm run bench`: the core; `npm run bench -- find`: the search, its loop closed; `-- deduce`: tracing;
// `npm run bench -- server`: what the server carries; `-- page`: what the page costs its main thread.
import { build, installPackages, run } from './shared.mjs'

const [what, ...rest] = process.argv.slice(2)
const node = (file, args) => run('node', ['--conditions=source', '--import', 'tsx', file, ...args])
if (what === 'find') process.exit(await node('cli/src/bench-find.ts', rest))
if (what === 'deduce') process.exit(await node('cli/src/bench-deduce.ts', rest))
if (what !== 'server' && what !== 'page') process.exit(await node('cli/src/bench.ts', process.argv.slice(2)))
await installPackages()
await build()
process.exit(await node(`e2e/bench-${what}.ts`, rest))
