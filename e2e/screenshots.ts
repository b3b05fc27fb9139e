import { mkdirSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { demoJobs } from '@civil-lantern/core/demo'
import { halfSeen } from '../core/src/testing/half-seen.ts'
import { openBrowser, type Setting, Window } from './browser.ts'
import { isolate } from './isolate.ts'
import { Program } from './program.ts'

/** Makes the pictures of docs/screenshots from the demo data, one of each main view. */

const folder = resolve(import.meta.dirname, '../docs/screenshots')
mkdirSync(folder, { recursive: true })

const program = new Program()
await program.startController()
await program.start()
const browser = await openBrowser()

// The dance school as somebody left it: one zone's switch output on another zone's pump.
const { document: backFed } = await program.job('quay-terrace')
backFed.title = 'Quay Terrace, as found'
backFed.planned.wires.extra = {
  from: { part: 'V1', terminal: 'out' },
  to: { part: 'P4', terminal: 'l' },
  colour: 'grey',
  size: 1.5,
  length: 1,
  label: 'x1',
}
await program.put('back-fed', backFed)

// The light station as somebody finds it who knows none of its wiring: every second conductor is followed.
let count = 0
const { document: unknown, entries } = halfSeen(demoJobs['kestrel-point']!(), () => count++ % 2 === 0)
await program.putFound('half-seen', { ...unknown, title: 'Kestrel Point, as found' }, entries)

interface Shot extends Setting {
  readonly name: string
  readonly path: string
  readonly size?: readonly [number, number]
  readonly prepare?: (window: Window) => Promise<void>
}

const call = (zone: string) => async (window: Window) => {
  await window.click('switch', `${zone} thermostat`)
  await window.verdict('open and proven')
}

// The light station with an old wax valve in its oil store.
const { document: hungry } = await program.job('kestrel-point')
hungry.planned.parts.V3!.figures = { va: 19 }
await program.put('hungry', hungry)

const shots: readonly Shot[] = [
  { name: 'jobs', path: '/' },
  { name: 'parts', path: '/parts/valve/stored-charge' },
  { name: 'survey', path: '/jobs/kestrel-point/survey' },
  {
    name: 'loops-day',
    path: '/jobs/kestrel-point/scheme/loops',
    async prepare(window) {
      await call('Signal house')(window)
      await window.page.keyboard.press('a')
      await window.clickBeginning('Lead A on Valve 2 M1')
      await window.clickBeginning('Lead B on Transformer C')
      await window.page.keyboard.press('Escape')
    },
  },
  { name: 'load', path: '/jobs/hungry/load', prepare: async (window) => void (await window.verdict('is short by')) },
  {
    name: 'wall',
    path: '/jobs/kestrel-point/scheme/wall',
    async prepare(window) {
      await window.page.waitForSelector('[data-wire]')
      await call('Signal house')(window)
      await new Promise((done) => setTimeout(done, 600))
    },
  },
  {
    name: 'rungs',
    path: '/jobs/sable-row/scheme/rungs',
    async prepare(window) {
      await window.page.waitForSelector('svg[data-ladder]')
    },
  },
  {
    name: 'swap',
    path: '/jobs/kestrel-point/hookup/swap?part=V2&kind=valve/stored-charge',
    prepare: async (window) => void (await window.verdict('find their terminals')),
  },
  { name: 'proof', path: '/jobs/sable-row/scheme/checks/combinations', prepare: (window) => window.sees('Proven in') },
  {
    name: 'findings',
    path: '/jobs/back-fed/scheme/checks',
    theme: 'basement',
    prepare: (window) => window.sees('One finding'),
  },
  {
    name: 'find-day',
    path: '/jobs/kestrel-point/find',
    async prepare(window) {
      await window.page.waitForSelector('[aria-busy="false"] [data-ask]', { timeout: 30_000 })
      // A reading along a valve's loop.
      await window.press('::-p-xpath(//li[contains(., "Leads on Valve 2 M1")]//button[.="This first"])')
      await window.page.waitForSelector('[data-drawn^="valve:"]')
      await window.page.$eval('h1', (head) => head.scrollIntoView())
    },
  },
  {
    name: 'find',
    path: '/jobs/kestrel-point/find',
    theme: 'basement',
    size: [390, 844],
    async prepare(window) {
      await window.page.waitForSelector('[aria-busy="false"] [data-ask]', { timeout: 30_000 })
    },
  },
  { name: 'runs', path: '/jobs/kestrel-point/scheme/runs', prepare: call('Gallery') },
  {
    name: 'as-found',
    path: '/jobs/half-seen/hookup/found',
    size: [390, 844],
    async prepare(window) {
      await window.verdict('certain')
      await window.press('::-p-xpath(//button[@aria-expanded][contains(., "Splice S2")])')
      await window.page.$eval('[aria-expanded="true"]', (open) => open.scrollIntoView({ block: 'center' }))
    },
  },
  { name: 'log', path: '/jobs/kestrel-point/log' },
  { name: 'door-card', path: '/jobs/kestrel-point/log/door-card', prepare: (window) => window.sees('Whom to call') },
  {
    name: 'hookup',
    path: '/jobs/quay-terrace/hookup',
    theme: 'basement',
    size: [390, 844],
    async prepare(window) {
      await window.click('button', 'Isolate it')
      await isolate(window)
      await window.page.$eval('#stage', (stage) => stage.scrollTo(0, 0))
    },
  },
  {
    name: 'prove',
    path: '/jobs/fenwick-orchard/prove',
    size: [390, 844],
    async prepare(window) {
      await window.click('button', 'Begin the closing check')
      await window.verdict('step 1 of')
      await window.click('button', 'As expected')
      await window.verdict('step 2 of')
      await window.page.$eval('#stage', (stage) => stage.scrollTo(0, 0))
    },
  },
  // Last, for what it breaks stays broken.
  {
    name: 'loops-basement-broken-wire',
    path: '/jobs/kestrel-point/scheme/loops',
    theme: 'basement',
    async prepare(window) {
      await window.shows('tried')
      await call('Signal house')(window)
      await window.clickBeginning('Wire 21, white')
      await window.click('button', 'Break this wire')
      await window.verdict('goes dark')
    },
  },
]

const wanted = process.argv.slice(2)
// A picture that fails must not leave the program running behind it.
try {
  for (const { name, path, size, prepare, ...setting } of shots) {
    if (wanted.length > 0 && !wanted.includes(name)) continue
    const context = await browser.createBrowserContext()
    const window = await Window.open(context, setting)
    const [width, height] = size ?? [1280, 800]
    await window.page.setViewport({ width, height })
    await window.goto(program.url + path)
    await prepare?.(window)
    // Where a controller is asked all the time, the line never falls silent.
    await window.page.waitForNetworkIdle({ timeout: 3000 }).catch(() => undefined)
    await new Promise((still) => setTimeout(still, 400))
    await window.page.screenshot({ path: join(folder, `${name}.png`) })
    await context.close()
    console.log(`${name}.png`)
  }
} finally {
  await browser.close()
  await program.stop()
}
