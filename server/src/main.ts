import { resolve } from 'node:path'
import { demoFiles } from '@civil-lantern/core/demo'
import { pino } from 'pino'
import { application } from './app.ts'
import { openDatabase } from './store/database.ts'
import { Entries } from './store/entries.ts'
import { Jobs } from './store/jobs.ts'

const root = resolve(import.meta.dirname, '../..')
const port = Number(process.env.PORT ?? 4680)
const host = process.env.HOST ?? '127.0.0.1'
const file = resolve(process.env.DB_FILE ?? `${root}/data/lantern.sqlite`)
const controllerPort = Number(process.env.CONTROLLER_PORT ?? 4690)
const log = pino({ level: process.env.LOG_LEVEL ?? 'info' })

const names = (process.env.LANTERN_NAMES ?? '')
  .split(',')
  .map((name) => name.trim())
  .filter(Boolean)
const store = await openDatabase(file, `${root}/server/migrations`).catch((error: Error) => {
  log.fatal({ err: error }, error.message)
  process.exit(1)
})
if (process.argv.includes('--demo')) {
  const jobs = new Jobs(store, () => new Date().toISOString())
  const entries = new Entries(store, () => new Date().toISOString())
  for (const [id, make] of Object.entries(demoFiles)) {
    // One row that cannot be read costs that row, and not the start.
    try {
      const file = make()
      const { made } = await jobs.add(id, file.document)
      if (made && file.entries.length > 0) await entries.append(id, file.entries)
    } catch (error) {
      log.error({ err: error, job: id }, 'this demo job could not be loaded')
    }
  }
}
// What the board shows is summed up before anybody asks for it.
void new Jobs(store, () => new Date().toISOString())
  .list()
  .catch((error) => log.error({ err: error }, 'the board could not be summed up'))
const server = application(store, `${root}/web/dist`, log, controllerPort, names).listen(port, host, () => {
  const address = server.address()
  const taken = typeof address === 'object' && address ? address.port : port
  log.info({ file, url: `http://${host}:${taken}` }, 'ready')
})
server.on('error', (error: NodeJS.ErrnoException) => {
  const why = error.code === 'EADDRINUSE' ? `port ${port} is taken; choose another with PORT` : error.message
  log.fatal({ err: error }, why)
  process.exit(1)
})

/** Finishes the requests under way, closes the database, and leaves. */
for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.once(signal, () => {
    log.info({ signal }, 'stopping')
    server.close(async () => {
      await store.close()
      process.exit(0)
    })
    server.closeIdleConnections()
    // Streams stay open for ever; what is under way has a second.
    setTimeout(() => server.closeAllConnections(), 1000).unref()
  })
