import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { type Entry, nodeInWords, roundFor, tracingOf } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import type { ElementHandle } from 'puppeteer-core'
import { afterAll, expect, it, vi } from 'vitest'
import { halfSeen, roundRead } from '../core/src/testing/half-seen.ts'
import { Window } from './browser.ts'
import { isolate } from './isolate.ts'
import { oneProgram } from './one-window.ts'

/** As found: a wall nobody knows is written down, and told by ohms, by volts and by what was photographed. */

const house = oneProgram()
const { program } = house
const job = demoJobs['fenwick-orchard']!()
const folder = mkdtempSync(join(tmpdir(), 'lantern-found-'))
afterAll(() => rmSync(folder, { recursive: true }))
let n = 0
let id = ''

const device = async (who: string, phone = false) => {
  const window = await Window.open(await house.browser.createBrowserContext(), { who })
  if (phone) await window.page.setViewport({ width: 390, height: 844 })
  return window
}

/** A job of its own whose conductors at the breaker and the emergency switch nobody followed. */
async function supplyNotFollowed() {
  const made = halfSeen(job, (wire) => {
    const { colour, from, to } = job.wires[wire]!
    return colour === 'black' && [from, to].some(({ part }) => ['CB1', 'ES1'].includes(part))
  })
  id = `sources-${++n}`
  const half = { ...made, entries: made.entries.map((one) => ({ ...one, id: `${id}-${one.id}` })) }
  await program.putFound(id, half.document, half.entries)
  return half
}

const openPart = (window: Window, label: string) =>
  window.press(`::-p-xpath(//button[@aria-expanded][contains(., "${label}")])`)

it('with one thing switched off the volts tell conductors apart; a photo and a leaflet open where they are written down', async () => {
  const half = await supplyNotFollowed()
  const tracing = tracingOf(half.document, half.entries)
  const round = roundFor(tracing)!
  const read = roundRead(job, half.entries, round)
  const after = tracingOf(half.document, [...half.entries, ...read])
  expect([tracing, after].map(({ ends }) => ends.filter(({ is }) => is === 'certain').length)).toEqual([0, 2])
  const window = await device('Ash')
  await window.goto(`${program.url}/jobs/${id}/hookup/found`)
  await window.verdict('6 loose ends')
  await window.sees('Line voltage stands under these covers: only for those licensed for it')
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
    { interval: 100 },
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

it('what may be joined to what stays live is tested by hand before ohms; while power is noted as off no volts are asked for', async () => {
  await supplyNotFollowed()
  const phone = await device('Ash', true)
  await phone.goto(`${program.url}/jobs/${id}/hookup/found`)
  await phone.verdict('6 loose ends')
  await phone.click('button', 'Isolate it')
  await isolate(phone)
  await phone.sees('One of these may be joined to what stays live with everything off.')
  await phone.sees('Power is noted as off. These are read with it on')
  const shut = async () =>
    (await phone.find('textbox', 'I read, in Ω')).evaluate((one) => (one as HTMLInputElement).disabled)
  expect(await shut()).toBe(true)
  expect(await phone.page.$$eval('input[aria-label^="Volts at"]', (all) => all.every((one) => one.disabled))).toBe(true)
  await phone.click('checkbox', 'Both points proved dead just now')
  expect(await shut()).toBe(false)
  await phone.fill('I read, in Ω', '0.2')
  await phone.click('button', 'Keep it')
  await phone.sees('2 certain')
  // Another pair is another test.
  expect(
    await phone.page.$$eval(
      'input[type="checkbox"]',
      (all) =>
        all.filter((one) => one.parentElement?.textContent?.includes('proved dead just now') && one.checked).length,
    ),
  ).toBe(0)
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
      { interval: 100 },
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
