import { readFileSync } from 'node:fs'
import { createServer as createHttp } from 'node:http'
import { createServer as createHttps } from 'node:https'
import { networkInterfaces } from 'node:os'
import { resolve } from 'node:path'
import { demoFiles } from '@civil-lantern/core/demo'
import { pino } from 'pino'
import { application } from './app.ts'
import { People } from './people/people.ts'
import { copyOfDay } from './store/backup.ts'
import { openDatabase } from './store/database.ts'
import { Entries } from './store/entries.ts'
import { Jobs } from './store/jobs.ts'

const root = resolve(import.meta.dirname, '../..')
const port = Number(process.env.PORT ?? 4680)
const host = process.env.HOST ?? '127.0.0.1'
const file = resolve(process.env.DB_FILE ?? `${root}/data/lantern.sqlite`)
const controllerPort = Number(process.env.CONTROLLER_PORT ?? 4690)
const log = pino({ level: process.env.LOG_LEVEL ?? 'info' })

/** Bound to more than this machine, whoever comes has to say who they are. */
const alone = ['127.0.0.1', '::1', 'localhost'].includes(host)
const signIn = process.env.LANTERN_SIGN_IN === undefined ? !alone : process.env.LANTERN_SIGN_IN === 'yes'
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
const { TLS_CERT: certificate, TLS_KEY: key } = process.env
if ((certificate === undefined) !== (key === undefined)) {
  log.fatal('TLS_CERT and TLS_KEY go together: name the certificate and its key, both or neither.')
  process.exit(1)
}
const scheme = certificate === undefined ? 'http' : 'https'
/** Where others in the network find it, once it listens. */
const reachedAt = () => {
  const address = server.address()
  const taken = typeof address === 'object' && address ? address.port : port
  const ours = Object.values(networkInterfaces()).flatMap((some) => some ?? [])
  return alone
    ? []
    : ours.filter((one) => one.family === 'IPv4' && !one.internal).map((one) => `${scheme}://${one.address}:${taken}`)
}
const app = application(store, { webFolder: `${root}/web/dist`, log, controllerPort, names, signIn, reachedAt })
const server =
  certificate === undefined || key === undefined
    ? createHttp(app.callback())
    : createHttps({ cert: readFileSync(certificate), key: readFileSync(key) }, app.callback())
server.listen(port, host, async () => {
  const address = server.address()
  const taken = typeof address === 'object' && address ? address.port : port
  const url = `${scheme}://${host.includes(':') ? `[${host}]` : host}:${taken}`
  log.info({ file, url, urls: reachedAt(), ...(signIn ? { invitation: await invitation() } : {}) }, 'ready')
})

/** Every day a copy beside the database, the last week of them; a copy that fails is said and tried again. */
const DAYS_KEPT = 7
const copyToday = () =>
  copyOfDay(file, new Date().toISOString().slice(0, 10), DAYS_KEPT).catch((error) =>
    log.error({ err: error }, 'the copy of the day could not be made'),
  )
void copyToday()
setInterval(copyToday, 3_600_000).unref()

/** The first to come keeps the firm; after that, whoever started it can let one more in to work. */
async function invitation() {
  const people = new People(store, () => new Date())
  const kept = (await people.all()).some(({ role }) => role === 'keep')
  return people.invite(kept ? 'work' : 'keep')
}

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
