import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import {
  type Document,
  documentOf,
  type Entry,
  nodeInWords,
  proofsIn,
  roundFor,
  runSheet,
  tracingOf,
} from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import type { ElementHandle } from 'puppeteer-core'
import { afterAll, beforeEach, expect, it, vi } from 'vitest'
import { halfSeen, roundRead } from '../core/src/testing/half-seen.ts'
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
  await window.page.waitForSelector('[data-ask]', { timeout: 30_000 })
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
const openPart = (window: Window, label: string) =>
  window.press(`::-p-xpath(//button[@aria-expanded][contains(., "${label}")])`)

it('with one thing switched off the volts tell conductors apart; a photo and a leaflet open where they are written down', async () => {
  const supply = ['CB1', 'ES1']
  const made = halfSeen(job, (wire) => {
    const { colour, from, to } = job.wires[wire]!
    return colour === 'black' && [from, to].some(({ part }) => supply.includes(part))
  })
  const half = { ...made, entries: made.entries.map((one) => ({ ...one, id: `volts-${one.id}` })) }
  id = `sources-${++n}`
  await program.putFound(id, half.document, half.entries)
  const tracing = tracingOf(half.document, half.entries)
  const round = roundFor(tracing)!
  const read = roundRead(job, half.entries, round)
  const after = tracingOf(half.document, [...half.entries, ...read])
  expect([tracing, after].map(({ ends }) => ends.filter(({ is }) => is === 'certain').length)).toEqual([0, 2])
  const window = await device('Ash')
  await window.goto(`${program.url}/jobs/${id}/hookup/found`)
  await window.verdict('6 loose ends')
  await window.sees('Line voltage stands under these covers: only for who is licensed for it')
  const field = (node: string) => `Volts at ${nodeInWords(job, node)}`
  expect(
    await (await window.find('textbox', field(round.at[0]!.node))).evaluate(
      (one) => (one as HTMLInputElement).disabled,
    ),
  ).toBe(true)
  const stands = `${round.off ? `${round.off.says} and tagged; every` : 'Every'} thermostat turned down, all at rest`
  await window.click('checkbox', stands)
  for (const [i, { node }] of round.at.entries())
    await window.fill(field(node), i === 0 ? 'plenty' : Number(read[i]!.body.value).toFixed(1))
  await window.click('button', 'Keep these readings')
  await window.sees('"plenty" is no reading')
  await window.fill(field(round.at[0]!.node), Number(read[0]!.body.value).toFixed(1))
  await window.click('button', 'Keep these readings')
  await window.verdict('2 certain')
  await vi.waitFor(
    async () => {
      const kept = (await program.entries(id)).filter(({ body }) => body.kind === 'reading')
      expect(kept).toHaveLength(round.at.length)
      expect(kept[0]).toMatchObject({ source: 'wall', stand: read[0]!.stand, body: { mode: 'loz' } })
    },
    { timeout: 15_000, interval: 100 },
  )

  await openPart(window, 'Breaker')
  const upload = async (file: string) =>
    (
      (await window.page.waitForSelector('li input[aria-label="Photo file"]')) as ElementHandle<HTMLInputElement>
    ).uploadFile(file)
  const letter = join(folder, 'sheet.pdf')
  writeFileSync(letter, 'a letter')
  await upload(letter)
  await window.sees('sheet.pdf is no PDF')
  await upload(resolve(import.meta.dirname, '../docs/screenshots/wall.png'))
  await window.press('[role="dialog"] img')
  await window.page.type('input[aria-label="What pin 1 shows"]', 'black to the switch')
  await window.click('button', 'Keep the photo')
  await window.sees('1 black to the switch')
  writeFileSync(letter, '%PDF-1.4 the diagram in the cover')
  await upload(letter)
  await window.fill('What the photo shows', 'Diagram in the cover')
  await window.click('button', 'Keep the leaflet')
  await window.sees('Diagram in the cover')
  await window.clickBeginning('A conductor on Breaker OUT')
  await window.page.waitForSelector('[role="dialog"] figure img')
  expect(await window.page.$$eval('[role="dialog"] figure a', (all) => all.map((one) => one.textContent))).toEqual([
    'Open the PDF',
  ])
})

it('a wall nobody knows is written down on a phone, end by end: what follows from it, what to measure, what that settles', async () => {
  // Nobody followed two black conductors, and the lead of a valve is not written down at all.
  const half = halfSeen(job, (wire) => wire === 'w12' || wire === 'w15', [])
  id = `traced-${++n}`
  await program.putFound(
    id,
    half.document,
    half.entries.filter(({ body }) => body.wire !== 'w22'),
  )
  const phone = await device('Ash', true)
  await phone.goto(`${program.url}/jobs/${id}/hookup/found`)
  await phone.verdict('4 loose ends: 4 unknown')
  await openPart(phone, 'Valve 1')
  await phone.clickBeginning('A conductor on Valve 1 M1')
  await phone.click('button', 'Write it down')
  await phone.verdict('5 loose ends')
  await openPart(phone, 'Splice S3')
  await phone.clickBeginning('A conductor on Splice S3')
  await phone.click('button', 'yellow')
  // The other leads of that valve run in a sheath that has a name already.
  await phone.choose('Runs in', '1 evlaV')
  await phone.click('button', 'Write it down')
  await phone.verdict('6 loose ends: 6 unknown')
  // What is said of a place counts as soon as it is said, and no more once it is taken back.
  const all = `Every conductor at ${job.places.boiler!.name} is written down`
  await phone.click('checkbox', all)
  await phone.verdict('2 certain')
  await phone.sees('Certain: joined to Valve 1 M1.')
  await phone.click('checkbox', all)
  await phone.verdict('6 loose ends: 6 unknown')
  await phone.click('checkbox', all)
  await phone.verdict('2 certain')
  await phone.sees('Shut until it is off and proven dead.')
  await phone.click('button', 'Isolate it')
  await isolate(phone)
  await phone.fill('I read, in Ω', '2 apples')
  await phone.click('button', 'Keep it')
  await phone.sees('"2 apples" is no reading. Type a number in Ω')
  expect((await program.entries(id)).some(({ body }) => body.kind === 'reading')).toBe(false)
  await phone.fill('I read, in Ω', '0.3')
  await phone.click('button', 'Keep it')
  await phone.verdict('6 loose ends: 6 certain')
  // It stands on the page before the server has it.
  const kept = (is: (body: Entry['body']) => boolean) =>
    vi.waitFor(
      async () => {
        const found = (await program.entries(id)).find(({ body }) => is(body))
        expect(found).toBeDefined()
        return found
      },
      { timeout: 15_000, interval: 100 },
    )
  const read = await kept(({ kind }) => kind === 'reading')
  expect(read).toMatchObject({ source: 'wall', stand: { power: { on: false } }, body: { mode: 'ohms', value: 0.3 } })
  // A connector nobody had on record.
  await phone.click('button', 'Something else hangs here')
  await phone.page.type('input[placeholder="Kind of part"]', 'Lever connector, 5')
  await phone.page.keyboard.press('Enter')
  await phone.sees('nothing yet')
  const hung = await kept(({ what }) => what === 'part')
  expect(hung).toMatchObject({
    source: 'wall',
    body: { is: { place: 'boiler', label: expect.stringMatching(/^Splice S/) } },
  })
})
