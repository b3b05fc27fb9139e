// Everything from a fresh clone to a running program: installs, builds, migrates, loads the demo jobs, serves.
// PORT and DB_FILE choose the port and the database file.
import { spawn } from 'node:child_process'
import { build, installPackages, root, say } from './shared.mjs'

await installPackages()
await build()
say('starting: the database is brought up to date and the demo jobs are loaded where they are missing')
const server = spawn(process.execPath, ['server/dist/main.js', '--demo'], {
  cwd: root,
  stdio: ['ignore', 'pipe', 'inherit'],
  env: process.env,
})
server.stdout.on('data', (data) => {
  for (const line of String(data).split('\n').filter(Boolean)) {
    const entry = JSON.parse(line)
    if (entry.msg === 'ready') {
      say(`database: ${entry.file}`)
      say(`ready: ${entry.url}   (Ctrl+C stops it)`)
    } else if (entry.level >= 40) console.error(`${entry.msg} ${entry.err?.message ?? ''}`)
  }
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => process.exit(code ?? 0))
