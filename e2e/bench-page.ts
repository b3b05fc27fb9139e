import { documentOf } from '@civil-lantern/core'
import type { CDPSession, Page } from 'puppeteer-core'
import { sampleJob } from '../cli/src/samples.ts'
import { openBrowser, type Setting, Window } from './browser.ts'
import { Program } from './program.ts'

/**
 * What the page costs its main thread on a job of twelve zones: a thermostat turned, five seconds of travel at four times the
 * pace, the loops drawn for the first time. Each figure is the processor's time, the middle of seven, and beside it how many
 * times a fixed loop of about 20 ms that the same page ran just before. Nothing is asserted.
 */
const TIMES = 7
/** Additions that take about 20 ms on the machine where the first figures were taken. */
const LOOP = 12e6

const program = new Program()
await program.start()
await program.put('twelve', documentOf(sampleJob({ scheme: 's2', zones: 12 })))
const browser = await openBrowser()
// Once before anything counts: the server is warm.
await (await opened('loops')).page.browserContext().close()

console.log('what'.padEnd(46), 'ms of CPU'.padStart(10), 'loops'.padStart(8), ' goal')
for (const [view, before] of [
  ['loops', 91],
  ['wall', 141],
  ['runs', 79],
] as const) {
  const figures = await seven(async () => {
    const { page } = await opened(view)
    const session = await page.createCDPSession()
    const loop = await loopOf(page)
    const longest: number[] = []
    for (let n = 0; n < 4; n++)
      longest.push(Math.max(...(await tasksDuring(session, () => page.keyboard.press('2').then(() => quiet(page))))))
    await page.browserContext().close()
    return { value: Math.max(...longest), loop }
  })
  print(`longest task of a turned thermostat, ${view}`, figures, `${before / 2} ms (was ${before})`)
}
const travel = await seven(async () => {
  const { page } = await opened('loops', { speed: 4 })
  const session = await page.createCDPSession()
  const loop = await loopOf(page)
  await page.keyboard.press('2')
  const tasks = await tasksDuring(session, () => new Promise((done) => setTimeout(done, 5000)))
  await page.browserContext().close()
  return { value: sum(tasks), loop }
})
print('five seconds of travel at 4x, all tasks', travel, '733 ms (was 2200)')
for (const [throttled, was] of [
  [1, 1800],
  [4, 3600],
] as const) {
  const cold = await seven(async () => {
    const window = await Window.open(await browser.createBrowserContext())
    const { page } = window
    await page.goto('about:blank')
    const loop = await loopOf(page)
    const session = await page.createCDPSession()
    await session.send('Emulation.setCPUThrottlingRate', { rate: throttled })
    const from = performance.now()
    await window.goto(`${program.url}/jobs/twelve/scheme/loops`)
    await page.waitForSelector('article svg')
    const value = performance.now() - from
    await page.browserContext().close()
    return { value, loop }
  })
  print(
    `loops cold${throttled > 1 ? `, throttled ${throttled} times` : ''}, by the clock`,
    cold,
    `${was / 2} ms (was ${was})`,
  )
}
await browser.close()
await program.stop()

async function opened(view: string, setting: Setting = {}): Promise<Window> {
  const window = await Window.open(await browser.createBrowserContext(), setting)
  await window.goto(`${program.url}/jobs/twelve/scheme/${view}`)
  await window.page.waitForSelector('[data-circuit] svg, [data-circuit] table')
  await quiet(window.page)
  return window
}

/** Until nothing has been drawn for a while. */
function quiet(page: Page): Promise<unknown> {
  return page.evaluate(() => new Promise((done) => setTimeout(done, 700)))
}

/** Milliseconds the page takes for the fixed loop, the best of five. */
function loopOf(page: Page): Promise<number> {
  return page.evaluate((times) => {
    let best = Number.POSITIVE_INFINITY
    for (let n = 0; n < 5; n++) {
      const from = performance.now()
      let sum = 0
      for (let i = 0; i < times; i++) sum += i % 7
      if (sum > 0) best = Math.min(best, performance.now() - from)
    }
    return best
  }, LOOP)
}

/** What each task of the page's main thread took of the processor while something was done, ms. */
async function tasksDuring(session: CDPSession, work: () => Promise<unknown>): Promise<number[]> {
  interface Traced {
    readonly name: string
    readonly pid: number
    readonly tid: number
    readonly tdur?: number
    readonly args: { readonly name?: string }
  }
  const events: Traced[] = []
  const gather = ({ value }: { value: unknown }) => events.push(...(value as Traced[]))
  session.on('Tracing.dataCollected', gather)
  await session.send('Tracing.start', {
    transferMode: 'ReportEvents',
    traceConfig: { includedCategories: ['toplevel', 'disabled-by-default-devtools.timeline', 'devtools.timeline'] },
  })
  await work()
  const ended = new Promise((done) => session.once('Tracing.tracingComplete', done))
  await session.send('Tracing.end')
  await ended
  session.off('Tracing.dataCollected', gather)
  // A browser keeps a page in reserve, whose main thread does nothing: ours is the one that worked most.
  const threads = events.flatMap(({ name, args, pid, tid }) =>
    name === 'thread_name' && args.name === 'CrRendererMain'
      ? [
          events.flatMap((one) =>
            one.name === 'RunTask' && one.pid === pid && one.tid === tid && one.tdur !== undefined
              ? [one.tdur / 1000]
              : [],
          ),
        ]
      : [],
  )
  return threads.sort((one, other) => sum(other) - sum(one))[0] ?? []
}

async function seven(work: () => Promise<{ value: number; loop: number }>) {
  const all: { value: number; loop: number }[] = []
  for (let n = 0; n < TIMES; n++) all.push(await work())
  return all
}

function print(what: string, all: readonly { value: number; loop: number }[], goal: string) {
  const middle = (of: readonly number[]) => of.toSorted((a, b) => a - b)[(of.length - 1) / 2]!
  const value = middle(all.map((one) => one.value))
  const loops = middle(all.map((one) => one.value / one.loop))
  console.log(what.padEnd(46), value.toFixed(0).padStart(10), loops.toFixed(1).padStart(8), ` goal ${goal}`)
}

function sum(all: readonly number[]): number {
  return all.reduce((whole, one) => whole + one, 0)
}
