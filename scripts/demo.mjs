// Everything from a fresh clone to a running program: installs, builds, migrates, loads the demo jobs, serves.
// PORT and DB_FILE choose the port and the database file, CONTROLLER_PORT where the simulated building controller listens.
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
// The building controller is a stand-in for an outside device; without it the program says so and goes on.
const controller = spawn(process.execPath, ['server/dist/controller.js'], {
  cwd: root,
  stdio: ['ignore', 'ignore', 'inherit'],
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => {
  controller.kill()
  process.exit(code ?? 0)
})
