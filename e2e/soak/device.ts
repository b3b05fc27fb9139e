import { appendFileSync, existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { type Entry, makeEdit, nextEntry, plannedJob } from '@civil-lantern/core'
import { MemoryBox } from '../../web/src/testing/memory-outbox.ts'

/**
 * A device of the soak: the page's own sessions and logs, in two windows of one browser, in a process of their own, with a
 * store that is a file, so that it can lose signal, run full, be killed and come back. What it has made it writes down before anything else can happen to it.
 */

const [url = '', job = '', folder = '', seed = '1'] = process.argv.slice(2)
const device = folder.split('/').at(-1)!
let online = true

/** Numbers that look random and come again with the same seed (mulberry32). */
let state = Number(seed) >>> 0
const random = () => {
  state = (state + 0x6d2b79f5) >>> 0
  let t = Math.imul(state ^ (state >>> 15), state | 1)
  t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296
}
const one = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!

const file = `${folder}/store.json`
const kept = new MemoryBox()
if (existsSync(file)) Object.assign(kept, JSON.parse(readFileSync(file, 'utf8')))
kept.written = () => {
  writeFileSync(`${file}.part`, JSON.stringify({ jobs: kept.jobs, things: kept.things }))
  renameSync(`${file}.part`, file)
}
const surroundings = new EventTarget()
const ask = globalThis.fetch
Object.assign(globalThis, {
  window: surroundings,
  document: Object.assign(new EventTarget(), { visibilityState: 'visible' }),
  fetch: async (path: string, init?: RequestInit) => {
    if (!online) throw new TypeError('no signal')
    const answer = await ask(url + path, { ...init, signal: AbortSignal.timeout(4000) })
    // The server has it, and nobody hears that it has.
    if (!online || random() < 0.02) throw new TypeError('the answer was lost')
    return answer
  },
})

const down = (name: string, line: string) => appendFileSync(`${folder}/${name}`, `${line.replaceAll('\n', ' ')}\n`)
const { JobSession } = await import('../../web/src/data/job-session.ts')
const { EntryLog } = await import('../../web/src/data/entry-log.ts')

const opened = async () => {
  const box = kept.window()
  const session = await JobSession.open(job, box).catch(() => undefined)
  // Without signal and never opened before: nobody could work on it either.
  if (!session) process.exit(3)
  const log = await EntryLog.open(job, box)
  session.notice = log.notice = (says) => down('said', says)
  return { session, log }
}
const windows = [await opened(), await opened()]
process.send?.({ ready: true })

const DAY = 86_400_000
let n = existsSync(`${folder}/made`) ? readFileSync(`${folder}/made`, 'utf8').split('\n').length : 0
function work() {
  n++
  const { session, log } = one(windows)
  if (random() < 0.5) {
    const { document } = session.state()
    const id = `${device}-edit-${n}`
    const zone = one(Object.keys(document.zones))
    const words = `${device} ${n}`
    const made = makeEdit(plannedJob(document), words, id, (draft) => {
      if (random() < 0.5) draft.site.notes = words
      else draft.zones[zone]!.name = words
    })
    if (!made) return
    down('made', `edit ${id} ${kept.full ? 'full' : 'kept'}`)
    session.apply(made.edit)
    down('shown', id)
  } else {
    const id = `${device}-entry-${n}`
    // Midnight, summer time, and a clock that somebody has set back.
    const clock = new Date(Date.now() + one([0, 0, 0, 3_600_000, DAY, -2 * DAY])).toISOString()
    const by = { id, by: device, device, clock, revision: session.state().revision }
    const entry: Entry = nextEntry(by, log.state().entries, { kind: 'note', text: `${device} ${n}` })
    down('made', `entry ${id} ${kept.full ? 'full' : 'kept'}`)
    log.add([entry])
    down('shown', id)
  }
}
let working: ReturnType<typeof setTimeout>
const next = () => {
  working = setTimeout(
    () => {
      work()
      next()
    },
    60 + random() * 240,
  )
}
next()

/** The same text for the same document, whatever the order of its keys. */
const stable = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(stable)
    : value && typeof value === 'object'
      ? Object.fromEntries(
          Object.entries(value)
            .sort()
            .map(([key, inner]) => [key, stable(inner)]),
        )
      : value

process.on('message', (told: { online?: boolean; full?: boolean; rest?: boolean; report?: boolean }) => {
  if (told.online !== undefined) {
    online = told.online
    if (online) surroundings.dispatchEvent(new Event('online'))
  }
  if (told.full !== undefined) kept.full = told.full
  if (told.rest) clearTimeout(working)
  if (told.report)
    process.send?.({
      documents: windows.map(({ session }) => JSON.stringify(stable(session.state().document))),
      waits: windows.reduce((sum, { session, log }) => sum + session.state().pending + log.state().waiting.size, 0),
    })
})
