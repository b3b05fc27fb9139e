import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type Document, documentOf, proofsIn, runSheet } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import type { ElementHandle } from 'puppeteer-core'
import { afterAll, beforeEach, expect, it } from 'vitest'
import { Window } from './browser.ts'
import { isolate } from './isolate.ts'
import { oneProgram } from './one-window.ts'

/** Hook-up and Prove: isolated, landed, proven and signed, alone and by two people. */

const house = oneProgram()
const { program } = house
let n = 0
let id = ''
let url = ''

/** A job of its own for each test, of two zones, its wall as planned but for what a test takes off it. */
const job = demoJobs['fenwick-orchard']!()
const plan: Document = documentOf(job)

async function put(before: Document['before']) {
  id = `proof-${++n}`
  url = `${program.url}/jobs/${id}`
  await program.putFound(id, { ...plan, before })
}
const folder = mkdtempSync(join(tmpdir(), 'lantern-sheet-'))
afterAll(() => rmSync(folder, { recursive: true }))
beforeEach(() => put(plan.planned))

const device = async (who: string, phone = false) => {
  const window = await Window.open(await house.browser.createBrowserContext(), { who })
  if (phone) await window.page.setViewport({ width: 390, height: 844 })
  return window
}

it('what hangs otherwise than planned is said before a proof, with the way to the run sheet', async () => {
  const [wire] = Object.keys(plan.planned.wires)
  const { [wire!]: _gone, ...wires } = plan.planned.wires
  await put({ ...plan.planned, wires })
  const window = await device('Ash')
  await window.goto(`${url}/prove`)
  await window.sees('One conductor does not hang as planned yet.')
  await window.click('link', 'To the run sheet')
  await window.verdict('1 to land')
  expect(window.complaints).toEqual([])
  await window.page.browserContext().close()
})

it('two at one proof: each stands at a place, and a step passes from one to the other as it is done', async () => {
  const [below, above] = [await device('Ash', true), await device('Wren', true)]
  await below.goto(`${url}/prove`)
  await below.click('button', 'Begin the closing check')
  await below.verdict('step 1 of')
  const [zone] = Object.values(plan.zones).sort((a, b) => a.number - b.number)
  const [room, upstairs] = [plan.survey.boiler.place, zone!.place].map((id) => plan.places[id]!.name)
  await below.choose('Where you stand', `I stand at: ${room}`)
  await below.page.waitForSelector('ul[aria-label="Who does what"]')
  await below.click('button', 'As expected')
  await below.verdict('step 2 of')
  await above.goto(`${url}/prove`)
  await above.verdict('step 2 of')
  await below.sees('nobody stands there')
  await above.choose('Where you stand', `I stand at: ${upstairs}`)
  await below.sees(`${upstairs}, Wren`)
  await above.sees(`${upstairs}, you`)
  await above.sees(`Turn ${zone!.name} up.`)
  await above.click('button', 'Done here')
  await below.sees('done, Wren')
  await below.click('button', 'As expected')
  // What was done at a place was done at that step only.
  await above.verdict('step 3 of')
  await above.page.waitForFunction(() => !document.body.textContent?.includes('done, Wren'))
  expect([...below.complaints, ...above.complaints]).toEqual([])
  for (const window of [below, above]) await window.page.browserContext().close()
})

it('a closing check on a phone, by two devices, a step that failed and came right, to the signature', async () => {
  const [one, other] = [await device('Ash', true), await device('Wren')]
  await one.goto(`${url}/prove`)
  await one.verdict('Not commissioned yet')
  await one.click('button', 'Begin the closing check')
  await one.verdict('step 1 of')
  await other.goto(`${url}/prove`)
  await other.verdict('step 1 of')
  await one.click('button', 'As expected')
  await one.verdict('step 2 of')
  // The other device goes on where this one stopped.
  await other.verdict('step 2 of')
  await other.clickBeginning('Valve 1: expected open')
  await other.click('button', 'Not as expected')
  await other.verdict('one failed')
  await one.verdict('one failed')
  const steps = proofsIn(await program.entries(id)).at(-1)!.steps
  for (let i = 2; i < steps.length; i++) {
    await one.click('button', 'As expected')
    await one.verdict(i + 1 < steps.length ? `step ${i + 2} of` : 'every step is done')
  }
  await one.sees('One step failed: put it right and try it again.')
  expect(await one.page.$eval('form button[type="submit"]', (b) => (b as HTMLButtonElement).disabled)).toBe(true)
  await one.press('nav[aria-label="Steps"] [aria-label="not as expected"]')
  await one.sees('Valve 1 stays shut')
  await one.click('button', 'As expected')
  await one.verdict('every step is done, nothing failed')
  await one.fill('Meter used', 'Low-impedance, no. 2')
  await one.click('button', 'Sign')
  await one.verdict('signed by Ash')
  await other.verdict('signed by Ash')
  const [run] = proofsIn(await program.entries(id))
  expect(run).toMatchObject({ passed: steps.length, failed: 0, next: undefined })
  expect(run!.signed!.body).toMatchObject({ kind: 'sign', meter: 'Low-impedance, no. 2', of: steps.length })
  expect(new Set([...run!.outcomes.values()].map(({ entry }) => entry.by))).toEqual(new Set(['Ash']))
  for (const window of [one, other]) await window.page.browserContext().close()
})

it('a failed step is taken to Find with what passed, and its reading out of bounds counts as failed', async () => {
  const window = await device('Ash')
  await window.goto(`${url}/prove`)
  await window.click('button', 'Begin the closing check')
  await window.verdict('step 1 of')
  await window.click('button', 'As expected')
  await window.verdict('step 2 of')
  const [volts] = await window.page.$$('section[aria-labelledby="step"] input[inputmode="decimal"]')
  await volts!.type('twelve')
  await window.sees('is no reading')
  await volts!.click({ count: 3 })
  await volts!.type('3.1')
  await window.sees('Outside')
  await window.click('button', 'Not as expected')
  await window.verdict('one failed')
  await window.press('nav[aria-label="Steps"] [aria-label="not as expected"]')
  await window.click('button', 'Find why')
  await window.page.waitForSelector('[data-ask]')
  await window.saved()
  const entries = await program.entries(id)
  const complaint = entries.find(({ body }) => body.kind === 'case')!
  expect(complaint.body).toMatchObject({ does: 'opened', proof: proofsIn(entries)[0]!.id })
  expect(String(complaint.body.complaint)).toContain('3.1 V')
  const reading = entries.find(({ body }) => body.kind === 'reading')!
  expect(reading.stand!.calls).toMatchObject({ [Object.keys(job.zones)[0]!]: { on: true } })
  await window.page.browserContext().close()
})

it('the run sheet is shut until proven dead, lands what is left, and shuts again when power is back elsewhere', async () => {
  const left = Object.keys(plan.planned.wires).slice(0, 2)
  const wires = Object.fromEntries(Object.entries(plan.planned.wires).filter(([wire]) => !left.includes(wire)))
  await put({ ...plan.planned, wires })
  const [one, other] = [await device('Ash', true), await device('Wren')]
  await one.goto(`${url}/hookup`)
  await one.verdict('2 to land')
  expect(await one.page.$eval('section[aria-labelledby="join"] button', (b) => (b as HTMLButtonElement).disabled)).toBe(
    true,
  )
  await one.click('button', 'Isolate it')
  await isolate(one)
  await other.goto(`${url}/hookup`)
  await other.sees('proven dead by Ash')
  await one.click('button', 'Landed')
  await one.verdict('1 to land')
  await other.verdict('1 to land')
  await other.click('button', 'Power is back')
  await one.sees('Power is noted as back')
  await one.page.waitForSelector('::-p-xpath(//button[.="Landed"][@disabled])')
  const landed = (await program.entries(id)).filter(({ body }) => body.kind === 'landed')
  expect(landed).toHaveLength(1)
  for (const window of [one, other]) await window.page.browserContext().close()
})

it('a device that has heard nothing for half a minute does not know, and its gate is shut', async () => {
  const window = await device('Ash')
  await window.page.evaluateOnNewDocument(() => {
    const now = Date.now.bind(Date)
    Date.now = () => now() + ((window as unknown as { later?: number }).later ?? 0)
  })
  const wires = Object.fromEntries(Object.entries(plan.planned.wires).slice(1))
  await put({ ...plan.planned, wires })
  await window.goto(`${url}/hookup`)
  await window.click('button', 'Isolate it')
  await isolate(window)
  await window.saved()
  await window.page.setOfflineMode(true)
  // An answer that is still on its way would count as heard half a minute later.
  await new Promise((done) => setTimeout(done, 500))
  await window.page.evaluate(() => {
    ;(window as unknown as { later: number }).later = 31_000
  })
  await window.sees('Not known: nothing was heard', 40_000)
  await window.page.setOfflineMode(false)
  // It asks again when its next turn comes, on a busy machine after some seconds.
  await window.sees('proven dead by Ash', 40_000)
  await window.page.browserContext().close()
})

it('what hangs otherwise is written down as it is, and the sheet asks for it to be moved', async () => {
  const window = await device('Ash')
  const wires = Object.fromEntries(Object.entries(plan.planned.wires).slice(1))
  await put({ ...plan.planned, wires })
  await window.goto(`${url}/hookup`)
  await window.verdict('1 to land')
  await window.click('button', 'Not as shown')
  await window.press('::-p-xpath(//button[.="Somewhere else"])')
  await window.page.waitForSelector('input[placeholder="Part or terminal"]').then((field) => field?.type('Valve 2'))
  await window.page.keyboard.press('Enter')
  await window.click('button', 'This is there')
  await window.verdict('1 to move')
  await window.saved()
  const [seen] = (await program.entries(id)).filter(({ body }) => body.kind === 'seen')
  expect(seen!.body).toMatchObject({ what: 'conductor', is: { from: { part: 'V2' } } })
  await window.page.browserContext().close()
})

it('a run sheet filled in on paper comes back: what it says is shown first, a broken line named, the rest written down', async () => {
  const { w22: one, w33: other, w36: third, ...wires } = plan.planned.wires
  await put({ ...plan.planned, wires })
  const { joins } = runSheet(job, { ...job, wires })
  const rows = joins.map(({ does, label, ends }) => {
    const [from, to] = ends.map(({ says, way }) => (way ? `${says} ${way}` : says))
    return [does, label, `"${from}"`, `"${to}"`, label === third!.label ? '' : 'Ash'].join(',')
  })
  const file = join(folder, 'sheet.csv')
  writeFileSync(file, `do,number,from,to,landed\n${rows.join('\n')}\nland,999,here,there,x\n`)
  const window = await device('Ash')
  await window.goto(`${url}/hookup`)
  await window.verdict('3 to land')
  const input = await window.page.waitForSelector('input[aria-label="Filled-in sheet"]')
  await (input as ElementHandle<HTMLInputElement>).uploadFile(file)
  await window.sees('2 lines done on that sheet')
  await window.sees('1 more are not filled in.')
  await window.sees('Line 5: nothing is left to do to wire 999.')
  await window.click('button', 'Write 2 down')
  await window.verdict('1 to land')
  await window.saved()
  const landed = (await program.entries(id)).filter(({ body }) => body.kind === 'landed')
  expect(landed.map(({ body }) => body.wire).sort()).toEqual(['w22', 'w33'])
  expect([one, other].every(Boolean)).toBe(true)
  writeFileSync(file, 'no sheet at all')
  await (input as ElementHandle<HTMLInputElement>).uploadFile(file)
  await window.sees('This is no run sheet')
  const paper = await fetch(`${program.url}/api/jobs/${id}/report.pdf?for=wall`)
  expect(paper.headers.get('content-type')).toBe('application/pdf')
  expect(
    Buffer.from(await paper.arrayBuffer())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-')
})

/** Unfolds a part of a wall that is being written down. */
