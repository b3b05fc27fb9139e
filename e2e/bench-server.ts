import { documentOf, makeEdit, nextEntry } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { openBrowser, Window } from './browser.ts'
import { Program } from './program.ts'

/**
 * What the server carries: saves a second with one client and with fifty on one job, how long one takes, whether all get
 * their turn, and how long a log of 20,000 entries takes to open in the browser. Figures are printed; nothing is asserted.
 */

const job = demoJobs['fenwick-orchard']!()
const program = new Program()
await program.start({ LOG_LEVEL: 'info' })
const SECONDS = 8

const post = async (path: string, what: unknown) => {
  const answer = await fetch(program.url + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(what),
  })
  return { status: answer.status, said: (await answer.json()) as { revision: number; current?: { revision: number } } }
}
const figure = (name: string, value: string, goal = '') =>
  console.log(`${name.padEnd(52)} ${value.padStart(14)}  ${goal}`)
const at = (sorted: readonly number[], share: number) => sorted[Math.floor(share * (sorted.length - 1))]!.toFixed(1)

/** So many clients save on one job for a while, each making its edit again on what the others saved meanwhile. */
async function saving(clients: number) {
  const id = `bench-${clients}`
  await post('/api/jobs', { id, document: documentOf(job) })
  const wires = Object.keys(job.wires)
  const until = performance.now() + SECONDS * 1000
  const took: number[] = []
  const saved = await Promise.all(
    Array.from({ length: clients }, async (_, client) => {
      let revision = 1
      let mine = 0
      while (performance.now() < until) {
        const from = performance.now()
        const made = makeEdit(job, 'note', `${id}-${client}-${mine}`, (draft) => {
          // Everybody has a wire of their own, or shares it with one or two.
          draft.wires[wires[client % wires.length]!]!.label = `${client} ${mine}`
        })
        const { name, patches, id: edit } = made!.edit
        for (;;) {
          const { status, said } = await post(`/api/jobs/${id}/edits`, {
            revision,
            version: 2,
            edits: [{ id: edit, name, patches }],
          })
          if (status === 200) {
            revision = said.revision
            break
          }
          revision = said.current?.revision ?? revision
          if (performance.now() > until + 2000) return mine
        }
        took.push(performance.now() - from)
        mine++
      }
      return mine
    }),
  )
  took.sort((a, b) => a - b)
  const all = saved.reduce((sum, one) => sum + one, 0)
  const [least, most] = [Math.min(...saved), Math.max(...saved)]
  figure(`${clients} on one job: saves a second`, (all / SECONDS).toFixed(0))
  figure(`${clients} on one job: a save takes, half and 99 of 100`, `${at(took, 0.5)} / ${at(took, 0.99)} ms`)
  if (clients > 1) figure(`${clients} on one job: least to most successful`, `${least} : ${most}`, 'at least 1 : 3')
}

await saving(1)
await saving(50)

const LOG = 20_000
await program.putFound('long-log', documentOf(job))
for (let from = 0; from < LOG; from += 200)
  await post('/api/jobs/long-log/entries', {
    entries: Array.from({ length: 200 }, (_, i) => {
      const n = from + i
      const clock = new Date(Date.UTC(2025, 0, 1) + n * 600_000).toISOString()
      return nextEntry({ id: `long-log-entry-${n}`, by: 'Ash', device: 'bench', clock, revision: 1 }, [], {
        kind: 'note',
        text: `Note ${n}`,
      })
    }),
  })
const browser = await openBrowser()
const window = await Window.open(browser)
await window.goto(`${program.url}/jobs/kestrel-point/log`)
await window.sees('entries')
for (const which of ['', ', the second time']) {
  const from = performance.now()
  await window.page.goto(`${program.url}/jobs/long-log/log`)
  await window.page.waitForFunction(() => document.body.textContent?.includes('Note 19999'), { timeout: 60_000 })
  figure(`a log of ${LOG} entries opens in${which}`, `${(performance.now() - from).toFixed(0)} ms`, 'at most 1000 ms')
  await window.goto(`${program.url}/jobs/kestrel-point/log`)
}
await browser.close()
await program.stop()
