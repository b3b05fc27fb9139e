import { type ChildProcess, spawn } from 'node:child_process'
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import type { Entry } from '@civil-lantern/core'
import { backUp } from '../server/src/store/backup.ts'
import type { JobRow, StoredJob } from '../web/src/data/api.ts'

const root = resolve(import.meta.dirname, '..')

/** The real server on a database of its own, to be started, killed and started again. */
export class Program {
  readonly #folder = mkdtempSync(join(tmpdir(), 'lantern-e2e-'))
  #process: ChildProcess | undefined
  #controller: ChildProcess | undefined
  #controllerPort = 0
  #serves: Record<string, string> = {}
  url = ''
  /** What lets the first person in, where people sign in. */
  invitation = ''

  constructor() {
    const { LANTERN_SEEDED: seeded } = process.env
    if (seeded) copyFileSync(seeded, this.database)
  }

  get database() {
    return join(this.#folder, 'lantern.sqlite')
  }

  /** Starts the simulated building controller beside it; before `start`, so that the server knows its port. */
  async startController(): Promise<void> {
    const child = spawn(process.execPath, ['server/dist/controller.js'], {
      cwd: root,
      env: { ...process.env, CONTROLLER_PORT: String(this.#controllerPort) },
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    this.#controller = child
    this.#controllerPort = await new Promise<number>((ready) =>
      child.stdout?.once('data', (data: Buffer) => ready(JSON.parse(String(data)).port)),
    )
  }

  /** Pulls the controller's plug. */
  stopController() {
    this.#controller?.kill('SIGKILL')
  }

  /** @param env how it is told to serve, beside the usual; as before when it is started again */
  async start(env = this.#serves): Promise<void> {
    this.#serves = env
    const port = this.url === '' ? '0' : new URL(this.url).port
    const child = spawn(process.execPath, ['server/dist/main.js', '--demo'], {
      cwd: root,
      env: {
        ...process.env,
        PORT: port,
        DB_FILE: join(this.#folder, 'lantern.sqlite'),
        CONTROLLER_PORT: String(this.#controllerPort || 1),
        LANTERN_NAMES: 'lantern.test',
        ...env,
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    this.#process = child
    this.url = await new Promise<string>((ready, failed) => {
      child.once('exit', (code) => failed(new Error(`the server left with ${code}`)))
      child.stdout?.on('data', (data: Buffer) => {
        const line = String(data)
          .split('\n')
          .find((text) => text.includes('"msg":"ready"'))
        if (!line) return
        const said = JSON.parse(line)
        this.invitation = said.invitation ?? ''
        ready(said.url)
      })
    })
  }

  /** Ends it without a word, as a power cut would. */
  async kill(): Promise<void> {
    const child = this.#process
    if (!child || child.exitCode !== null || child.signalCode !== null) return
    const gone = new Promise((done) => child.once('exit', done))
    child.kill('SIGKILL')
    await gone
  }

  /** Lays what it holds aside, for `putBack`. */
  async layAside(): Promise<void> {
    rmSync(this.#aside, { force: true })
    await backUp(this.database, this.#aside)
  }

  /** Starts it again with what was laid aside, as though nothing had been done since; the controller too, where there is one. */
  async putBack(): Promise<void> {
    await this.kill()
    if (this.#controller) {
      this.stopController()
      await this.startController()
    }
    for (const beside of ['-wal', '-shm']) rmSync(this.database + beside, { force: true })
    copyFileSync(this.#aside, this.database)
    await this.start()
  }

  get #aside() {
    return join(this.#folder, 'aside.sqlite')
  }

  async stop(): Promise<void> {
    this.stopController()
    await this.kill()
    rmSync(this.#folder, { recursive: true, force: true })
  }

  async job(id: string): Promise<StoredJob> {
    const answer = await fetch(`${this.url}/api/jobs/${id}?version=2`)
    return answer.json() as Promise<StoredJob>
  }

  async jobs(): Promise<JobRow[]> {
    const answer = await fetch(`${this.url}/api/jobs`)
    return ((await answer.json()) as { jobs: JobRow[] }).jobs
  }

  /** Stores a job under an id, as one at whose wall nobody has been yet. */
  async put(id: string, document: object): Promise<void> {
    await this.#post('/api/jobs', { id, document: { ...document, before: null } })
  }

  /** Stores a job under an id with a wall that was found as its document says, and what was entered since. */
  async putFound(id: string, document: object, entries: readonly Entry[] = []): Promise<void> {
    await this.#post('/api/jobs', { id, document })
    if (entries.length > 0) await this.#post(`/api/jobs/${id}/entries`, { entries })
  }

  /** Writes entries down on a job, as a device would. */
  async enter(id: string, entries: readonly Entry[]): Promise<void> {
    await this.#post(`/api/jobs/${id}/entries`, { entries })
  }

  async entries(id: string): Promise<Entry[]> {
    const answer = await fetch(`${this.url}/api/jobs/${id}/entries`)
    return ((await answer.json()) as { entries: Entry[] }).entries
  }

  async #post(path: string, body: unknown): Promise<void> {
    const answer = await fetch(this.url + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
    if (!answer.ok) throw new Error(await answer.text())
  }
}
