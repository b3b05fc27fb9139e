// Everything from a fresh clone to a running program: installs, builds, migrates, loads the demo jobs, serves.
// PORT and DB_FILE choose the port and the database file, CONTROLLER_PORT where the simulated building controller listens.
// With --lan it answers in the local network too: it prints the address and a code that lets one device in, once.
import { spawn } from 'node:child_process'
import { build, installPackages, root, say } from './shared.mjs'

await installPackages()
await build()
const lan = process.argv.includes('--lan')
say('starting: the database is brought up to date and the demo jobs are loaded where they are missing')
const server = spawn(process.execPath, ['server/dist/main.js', '--demo'], {
  cwd: root,
  stdio: ['ignore', 'pipe', 'inherit'],
  env: { ...process.env, ...(lan ? { HOST: '0.0.0.0' } : {}) },
})
server.stdout.on('data', (data) => {
  for (const line of String(data).split('\n').filter(Boolean)) {
    const entry = JSON.parse(line)
    if (entry.msg === 'ready') {
      say(`database: ${entry.file}`)
      if (entry.invitation) void letIn(entry)
      else say(`ready: ${entry.url}   (Ctrl+C stops it)`)
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

/** What a phone beside this machine needs: where it is, and a key that lets one device in, once. */
async function letIn({ urls, invitation }) {
  const { default: QRCode } = await import('qrcode')
  if (urls.length === 0) say('this machine has no address in a local network: nobody else can reach it')
  for (const url of urls) {
    const link = `${url}/join/${invitation}`
    console.log(await QRCode.toString(link, { type: 'terminal', small: true }))
    say(`ready: ${url}   (Ctrl+C stops it)`)
    say(`lets one person in, once, within a day: ${link}`)
  }
}
