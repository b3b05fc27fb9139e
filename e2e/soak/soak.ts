import { type ChildProcess, fork } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { pathToFileURL } from 'node:url'
import type { Entry } from '@civil-lantern/core'
import { createClient } from '@libsql/client'
import { Program } from '../program.ts'

/** What came of a soak: nothing may be lost, and every device has the same job before it. */
export interface Soaked {
  readonly edits: number
  readonly entries: number
  /** Edits the server has; those said to their maker as not kept; those made on a full store and killed with it. */
  readonly applied: number
  readonly said: number
  readonly lost: readonly string[]
  readonly lostEntries: readonly string[]
  /** Entries on the server that nobody made. */
  readonly strange: readonly string[]
  /** How many different documents the devices and the server have at the end. */
  readonly documents: number
  readonly waiting: number
  readonly serverKilled: number
  readonly devicesKilled: number
  /** Devices that fell over by themselves. */
  readonly devicesCrashed: number
}

const JOB = 'kestrel-point'
const root = resolve(import.meta.dirname, '../..')
/** A device as one file: read file by file it would take seconds each time it is started again. */
const DEVICE = join(root, 'e2e/dist/device.js')
async function bundleDevice() {
  const { bundle } = await import(pathToFileURL(join(root, 'scripts/bundled.mjs')).href)
  await bundle('e2e', { device: 'soak/device.ts' })
}
/** What a device leaves with that could not open the job: it has no signal, and never had any. */
const NOT_OPENED = 3
const QUIET = 10_000
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))

interface Report {
  readonly documents: readonly string[]
  readonly waits: number
}

class Device {
  readonly folder: string
  readonly #url: string
  #process: ChildProcess | undefined
  #seed: number
  full = false
  killed = 0
  crashed = 0

  constructor(url: string, folder: string, seed: number) {
    mkdirSync(folder, { recursive: true })
    this.#url = url
    this.folder = folder
    this.#seed = seed
  }

  /** Starts the device again and again until it is there: without signal a device that never had the job cannot open it. */
  async start(): Promise<void> {
    this.full = false
    while (!(await this.#started())) await pause(300)
  }

  #started(): Promise<boolean> {
    const child = fork(DEVICE, [this.#url, JOB, this.folder, String(this.#seed++)], {
      // None of what this program was begun with: a bundle needs no loader.
      execArgv: ['--enable-source-maps'],
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    })
    this.#process = child
    return new Promise((there) => {
      child.once('message', () => there(true))
      child.once('exit', (code) => {
        // One that leaves by itself, and not because it could not open the job, has fallen over.
        if (code !== null && code !== NOT_OPENED) this.crashed++
        there(false)
      })
    })
  }

  get isThere(): boolean {
    return this.#process?.connected === true
  }

  tell(what: object) {
    if (this.#process?.connected) this.#process.send(what)
  }

  kill() {
    this.killed++
    const child = this.#process
    this.#process = undefined
    return new Promise<void>((gone) => {
      if (!child || child.exitCode !== null) return gone()
      child.once('exit', () => gone())
      child.kill('SIGKILL')
    })
  }

  report(): Promise<Report> {
    return new Promise((told, failed) => {
      if (!this.#process?.connected) return failed(new Error('a device is not there'))
      this.#process.once('message', (report) => told(report as Report))
      this.tell({ report: true })
    })
  }

  lines(name: string): string[] {
    try {
      return readFileSync(join(this.folder, name), 'utf8').split('\n').filter(Boolean)
    } catch {
      return []
    }
  }
}

/**
 * Three devices work on one job while signal, stores, clocks, devices and the server fail around them; then all is quiet and
 * everything is counted.
 * @param seconds how long things fail, at least
 * @param seed the same failures in the same order, as far as the machine keeps time
 * @param least how often something fails at least, however slow the machine
 */
export async function soak(seconds: number, seed: number, least = 1): Promise<Soaked> {
  const folder = mkdtempSync(join(tmpdir(), 'lantern-soak-'))
  await bundleDevice()
  const program = new Program()
  await program.start({ LOG_LEVEL: 'info' })
  let state = seed >>> 0
  const random = () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0
    return state / 4_294_967_296
  }
  const devices = [0, 1, 2].map((i) => new Device(program.url, join(folder, `device${i}`), seed * 100 + i * 1000))
  try {
    await Promise.all(devices.map((one) => one.start()))
    let serverKilled = 0
    const until = Date.now() + seconds * 1000
    for (let n = 1; n <= least || Date.now() < until; n++) {
      await pause(200 + random() * 900)
      const device = devices[Math.floor(random() * devices.length)]!
      const what = random()
      if (n % 7 === 0) {
        await program.kill()
        serverKilled++
        await pause(random() * 1500)
        await program.start()
      } else if (what < 0.35) {
        device.tell({ online: false })
        setTimeout(() => device.tell({ online: true }), 500 + random() * 3000)
      } else if (what < 0.5) {
        device.full = true
        device.tell({ full: true })
        setTimeout(
          () => {
            device.full = false
            device.tell({ full: false })
          },
          400 + random() * 1500,
        )
      } else if (what < 0.85 && !device.full) {
        // Killed with work in hand that nobody has heard of yet, more often than not.
        if (random() < 0.7) {
          device.tell({ online: false })
          await pause(900)
        }
        await device.kill()
        await device.start()
      }
    }
    for (const one of devices) if (!one.isThere) await one.start()
    for (const one of devices) one.tell({ online: true, full: false, rest: true })
    await pause(QUIET)
    const reports = await Promise.all(devices.map((one) => one.report()))
    return await counted(program, devices, reports, serverKilled)
  } finally {
    await Promise.all(devices.map((one) => one.kill()))
    await program.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}

async function counted(
  program: Program,
  devices: readonly Device[],
  reports: readonly Report[],
  serverKilled: number,
): Promise<Soaked> {
  const made = devices.flatMap((one) => one.lines('made').map((line) => line.split(' ')))
  const ids = (kind: string) =>
    made.filter(([of]) => of === kind).map(([, id, how]) => ({ id: id!, full: how === 'full' }))
  // Killed in the instant between the hand and the page, nobody has seen it kept.
  const shown = new Set(devices.flatMap((one) => one.lines('shown')))
  const client = createClient({ url: `file:${program.database}` })
  const { rows } = await client.execute({ sql: 'SELECT id FROM edits WHERE job_id = ?', args: [JOB] })
  client.close()
  const there = new Set(rows.map(({ id }) => String(id)))
  const said = devices.flatMap((one) => one.lines('said')).filter((line) => /could not be kept|Not saved/.test(line))
  const entries = new Set((await program.entries(JOB)).map(({ id }: Entry) => id))
  const before = (id: string) => !/^device\d-entry-/.test(id)
  // What was made on a full store was said to be kept nowhere but in the window.
  const nameOf = (id: string) => id.replace('-edit-', ' ')
  const lost = ids('edit').filter(
    ({ id, full }) =>
      shown.has(id) && !there.has(id) && !full && !said.some((line) => line.includes(`"${nameOf(id)}"`)),
  )
  const kept = ids('entry')
  const document = (await program.job(JOB)).document
  const hash = (text: string) => createHash('sha256').update(text).digest('hex')
  return {
    edits: ids('edit').length,
    entries: kept.length,
    applied: ids('edit').filter(({ id }) => there.has(id)).length,
    said: said.length,
    lost: lost.map(({ id }) => id),
    lostEntries: kept.filter(({ id, full }) => shown.has(id) && !full && !entries.has(id)).map(({ id }) => id),
    strange: [...entries].filter((id) => !before(id) && !kept.some((one) => one.id === id)),
    documents: new Set([...reports.flatMap(({ documents }) => documents.map(hash)), hash(stableText(document))]).size,
    waiting: reports.reduce((sum, { waits }) => sum + waits, 0),
    serverKilled,
    devicesKilled: devices.reduce((sum, { killed }) => sum + killed, 0),
    devicesCrashed: devices.reduce((sum, { crashed }) => sum + crashed, 0),
  }
}

const stableText = (value: unknown): string =>
  JSON.stringify(value, (_, inner) =>
    inner && typeof inner === 'object' && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort())
      : inner,
  )
