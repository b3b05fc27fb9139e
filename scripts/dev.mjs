// Server and page with reload on change: the page on 5173, the server on PORT (4680) behind it.
import { spawn } from 'node:child_process'
import { installPackages, root, say } from './shared.mjs'

await installPackages()
const port = process.env.PORT ?? '4680'
const start = (command, args, env = {}) =>
  spawn(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } })
const children = [
  start(process.execPath, ['--watch', '--conditions=source', '--import', 'tsx', 'server/src/main.ts', '--demo'], {
    PORT: port,
  }),
  start(process.execPath, ['--import', 'tsx', 'server/src/controller/main.ts']),
  start('npm', ['run', '-s', 'dev', '-w', 'web'], { API_PORT: port }),
]
say('server and page start; Ctrl+C stops both')
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    for (const child of children) child.kill(signal)
  })
