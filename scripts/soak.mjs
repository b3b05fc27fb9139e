// Devices that lose signal, run full and are killed, and a server that is killed: nothing may be lost. --minutes, --seed.
import { build, installPackages, run } from './shared.mjs'

await installPackages()
await build()
process.exit(
  await run('node', ['--conditions=source', '--import', 'tsx', 'e2e/soak/main.ts', ...process.argv.slice(2)]),
)
