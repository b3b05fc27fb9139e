import { readFileSync } from 'node:fs'
import { mkdtemp, readdir, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { Window } from './browser.ts'
import { oneWindowEach } from './one-window.ts'

/** Rungs and the timeline: the same circuit in the book's drawing, and at any moment since the call. */

let window: Window
const program = oneWindowEach((opened) => {
  window = opened
})

let folder: string
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'lantern-files-'))
})
afterAll(() => rm(folder, { recursive: true, force: true }))

const display = () => window.page.$eval('[aria-label="Meter display"] [data-figure]', (e) => Number(e.textContent))

it.each(['fenwick-orchard', 'quay-terrace'])('rungs of %s are saved as one SVG that holds every part', async (id) => {
  const { document: job } = await program.job(id)
  await window.goto(`${program.url}/jobs/${id}/scheme/rungs`)
  await window.page.waitForSelector('svg[data-ladder]')
  const session = await window.page.createCDPSession()
  await session.send('Browser.setDownloadBehavior', {
    behavior: 'allow',
    downloadPath: folder,
    browserContextId: window.page.browserContext().id as string,
  })
  await window.click('button', 'SVG')
  let file: string | undefined
  for (let n = 0; n < 50 && !file; n++) {
    await new Promise((done) => setTimeout(done, 100))
    file = (await readdir(folder)).find((name) => name.startsWith(job.title) && name.endsWith('.svg'))
  }
  const svg = readFileSync(join(folder, file ?? 'none'), 'utf8')
  expect(svg).toContain(job.title)
  // Joints and sources stand in no rung: a splice is a line, a source is the rails.
  const shown = Object.entries(job.planned.parts).filter(([, { kind }]) => !/^(joint|supply)\//.test(kind))
  // What no source feeds by itself, such as a flame eye, is named below.
  const missing = shown
    .filter(
      ([part, { label }]) =>
        !svg.includes(`data-piece="${part}.`) && !svg.includes(`, ${label}`) && !svg.includes(`: ${label}`),
    )
    .map(([part]) => part)
  expect(missing).toEqual([])
  const numbers = [...svg.matchAll(/data-rung="(\d+)"/g)].map(([, number]) => Number(number))
  expect(numbers).toEqual(numbers.map((_, i) => i + 1))
})

it('a mistake that cannot be a rung is drawn as it is and said', async () => {
  const { document: job } = await program.job('kestrel-point')
  // The far motor lead of the signal house on the hot side, like the near one.
  const lead = Object.values(job.planned.wires).find((wire) =>
    [wire.from, wire.to].some((e) => e.part === 'V2' && e.terminal === 'm2'),
  )!
  lead[lead.from.part === 'V2' ? 'to' : 'from'] = { part: 'TS2', terminal: 'r' }
  await program.put('bridged', job)
  await window.goto(`${program.url}/jobs/bridged/scheme/rungs`)
  await window.page.waitForSelector('svg[data-ladder]')
  await window.sees('Valve 2 has both sides on one rail.')
})

it('the timeline is scrubbed back: every view and the meter show that moment, and Now returns', async () => {
  await window.goto(`${program.url}/jobs/kestrel-point/scheme/loops`)
  await window.click('switch', 'Signal house thermostat')
  await window.verdict('open and proven')
  await window.page.keyboard.press('a')
  await window.clickBeginning('Lead A on Valve 2 M1')
  await window.clickBeginning('Lead B on Transformer C')
  const open = await display()
  const slide = async (key: 'Home') => {
    await window.page.focus('[role="slider"]')
    await window.page.keyboard.press(key)
  }
  await slide('Home')
  for (let n = 0; n < 160; n++) await window.page.keyboard.press('ArrowRight')
  await window.page.waitForFunction(() => document.querySelector('h1')?.textContent?.includes('opening'))
  // Every press is answered by the bench in its own time: the moment is taken once it stands.
  const moment = () => window.page.$eval('[role="slider"]', (e) => e.getAttribute('aria-valuenow'))
  for (let before = ''; before !== (await moment()); ) {
    before = (await moment()) ?? ''
    await new Promise((still) => setTimeout(still, 400))
  }
  const shown = await window.page.$eval('[role="slider"]', (e) => e.getAttribute('aria-valuetext'))
  const half = await display()
  expect(half).toBeGreaterThan(20)
  await window.click('button', 'Wall')
  await window.page.waitForSelector('[data-wire][data-lit]')
  expect(await window.page.$eval('[role="slider"]', (e) => e.getAttribute('aria-valuetext'))).toBe(shown)
  await expect.poll(display).toBe(half)
  await window.click('button', 'Rungs')
  await window.page.waitForSelector('svg[data-ladder]')
  await expect.poll(display).toBe(half)
  await window.click('button', 'Timeline')
  await window.sees('Everything that should happen has happened')
  await slide('Home')
  await window.verdict('Nobody calls')
  await window.click('button', 'Now')
  await window.verdict('open and proven')
  await expect.poll(display).toBe(open)
})

it('while a valve travels the timeline says until when that is no fault; a broken wire is overdue', async () => {
  const { document: job } = await program.job('kestrel-point')
  const [cut] = Object.entries(job.planned.wires).find(([, wire]) => wire.label === '21')!
  await program.put('cut', job)
  await window.tries('cut', `wire:${cut}/open`)
  await window.goto(`${program.url}/jobs/cut/scheme/timeline`)
  await window.shows('tried')
  await window.click('switch', 'Signal house thermostat')
  await window.sees('should have happened by')
  await window.sees('overdue')
  await window.click('button', 'Cut the power')
  await window.find('button', 'Power back')
  await window.sees('The sequence of')
  await window.sees('a low hum at the head')
})

it('each view prints on clean pages with the job at the head', async () => {
  for (const view of ['loops', 'wall', 'rungs', 'runs', 'timeline']) {
    await window.goto(`${program.url}/jobs/sable-row/scheme/${view}`)
    await window.page.waitForSelector('h1')
    await window.page.emulateMediaType('print')
    const { head, chrome, cut } = await window.page.evaluate(() => {
      const shown = (selector: string) =>
        [...document.querySelectorAll(selector)].some((e) => e.getClientRects().length > 0)
      return {
        head: document.querySelector('#stage header')?.textContent ?? '',
        chrome: shown('nav[aria-label="Stages of the job"]') || shown('aside') || shown('[role="slider"]'),
        cut: getComputedStyle(document.querySelector('#stage')!).overflowY,
      }
    })
    expect(head).toContain('Sable Row print works')
    expect(chrome).toBe(false)
    expect(cut).toBe('visible')
    await window.page.emulateMediaType()
  }
})
