// Figures beside their goals. `npm run bench`: the core; `npm run bench -- find`: the search, its loop closed; `-- deduce`: tracing;
// `npm run bench -- server`: what the server carries; `-- page`: what the page costs its main thread.
import { runBundled } from './bundled.mjs'
import { build, installPackages, run } from './shared.mjs'

const [what, ...rest] = process.argv.slice(2)
await installPackages()
if (what === 'find' || what === 'deduce') process.exit(await runBundled(`bench-${what}`, rest))
if (what !== 'server' && what !== 'page') process.exit(await runBundled('bench', process.argv.slice(2)))
await build()
process.exit(await run('node', ['--conditions=source', '--import', 'tsx', `e2e/bench-${what}.ts`, ...rest]))
