import { createServer } from 'node:net'
import { createInterface } from 'node:readline'
import { Registers } from './registers.ts'

/** The simulated building controller as a process of its own, on a socket of this machine only. */
const port = Number(process.env.CONTROLLER_PORT ?? 4690)
const registers = new Registers()

const server = createServer((socket) => {
  socket.on('error', () => socket.destroy())
  const lines = createInterface({ input: socket })
  lines.on('error', () => socket.destroy())
  lines.on('line', (line) => {
    if (line.trim() !== '') socket.write(`${registers.answer(line.slice(0, 200), performance.now() / 1000)}\n`)
  })
})
server.on('error', (error) => {
  console.error(`controller: port ${port}: ${error.message}`)
  process.exit(1)
})
server.listen(port, '127.0.0.1', () => {
  const address = server.address()
  console.log(JSON.stringify({ msg: 'ready', port: typeof address === 'object' && address ? address.port : port }))
})
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    server.close()
    process.exit(0)
  })
