import { lantern } from './command-line.ts'

process.exitCode = await lantern(process.argv.slice(2))
