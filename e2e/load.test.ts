import { expect, it } from 'vitest'
import { Window } from './browser.ts'
import { oneProgram } from './one-window.ts'

/** The stage Load: the verdict first, what mends it, applied by one press and undone by one. */

const house = oneProgram()
const { program } = house

it('a transformer that is short is said, a larger one is applied, and undo takes it back', async () => {
  const { document } = await program.job('kestrel-point')
  document.title = 'Short'
  document.planned.parts.V3!.figures = { va: 19 }
  await program.put('short', document)
  const window = await Window.open(await house.browser.createBrowserContext())
  await window.goto(`${program.url}/jobs/short/load`)
  expect(await window.verdict('is short by')).toMatch(/Transformer is short by \d+ VA when all 5 call/)
  await window.sees('Too much from')
  await window.sees('Does not help: it holds what it starts.')
  // The lamp of the stage follows what the job has become.
  const lamp = (findings: boolean) =>
    window.page.waitForFunction(
      (wanted) =>
        [...globalThis.document.querySelectorAll('nav[aria-label="Stages of the job"] a')].some(({ textContent }) =>
          textContent?.endsWith(wanted ? 'Load, one finding' : 'Load'),
        ),
      {},
      findings,
    )
  await lamp(true)
  await window.click('button', 'Apply: A 75 VA transformer')
  await window.verdict('Transformer carries it when all 5 call')
  await lamp(false)
  await window.saved()
  expect((await program.job('short')).document.planned.parts.XF1!.figures).toMatchObject({ va: 75 })
  await window.click('button', 'Undo: A 75 VA transformer')
  await window.verdict('is short by')
  // A second one beside it: its zones are surveyed so, and the way of wiring is another.
  await window.click('button', 'Apply: A second transformer beside it')
  await window.verdict('Transformer 1 carries it when all 5 call')
  await window.saved()
  const { planned, scheme, zones } = (await program.job('short')).document
  expect([scheme?.id, planned.parts.XF2?.kind, zones.oil?.transformer]).toEqual(['s3b', 'transformer/control', 1])
  await window.click('link', 'Survey')
  await window.sees('on transformer 2')
  await window.click('button', 'Undo: A second transformer beside it')
  await window.page.waitForFunction(() => !globalThis.document.body.textContent?.includes('on transformer 2'))
  expect(window.complaints).toEqual([])
  await window.page.browserContext().close()
})

it('what works at line voltage has no transformer to weigh', async () => {
  const window = await Window.open(await house.browser.createBrowserContext())
  await window.goto(`${program.url}/jobs/quay-terrace/load`)
  await window.verdict('Fused isolator carries it when')
  await window.sees('No transformer carries anything here.')
  expect(window.complaints).toEqual([])
  await window.page.browserContext().close()
})

it('at line voltage the contacts and the fuse of the spur are weighed instead', async () => {
  const window = await Window.open(await house.browser.createBrowserContext())
  await window.goto(`${program.url}/jobs/lowther-street/load`)
  await window.sees('Contacts, fuses and breakers')
  const rows = await window.page.$$eval('table tbody tr', (all) => all.map((row) => row.textContent ?? ''))
  expect(rows.some((row) => row.startsWith('Fused isolator'))).toBe(true)
  for (const row of rows) expect(row).toMatch(/calls?[\d.]+ m?A/)
  await window.page.browserContext().close()
})

it('a morning is laid by keyboard, and what is drawn follows its order', async () => {
  const window = await Window.open(await house.browser.createBrowserContext())
  await window.goto(`${program.url}/jobs/kestrel-point/load`)
  await window.sees('At most')
  const order = () => window.page.$$eval('button[aria-roledescription]', (all) => all.map((one) => one.textContent))
  expect((await order())[0]).toBe('1 Keeper’s rooms')
  const first = await window.page.$('button[aria-roledescription]')
  await first!.focus()
  await window.page.keyboard.press('Space')
  await new Promise((still) => setTimeout(still, 150))
  await window.page.keyboard.press('ArrowDown')
  await new Promise((still) => setTimeout(still, 300))
  await window.page.keyboard.press('Space')
  await expect
    .poll(order)
    .toEqual(['2 Signal house', '1 Keeper’s rooms', '3 Oil store', '4 Gallery', '5 Hot-water tank'])
  await window.fill('Apart, s', '0')
  await window.sees('at 0:00')
  expect(window.complaints).toEqual([])
  await window.page.browserContext().close()
})

it('clamp readings with five turns and volts under load stand beside what is computed', async () => {
  const window = await Window.open(await house.browser.createBrowserContext(), { who: 'Warden' })
  const { page } = window
  await window.goto(`${program.url}/jobs/kestrel-point/scheme/loops`)
  await window.press('#zone-signal button[aria-label*="Valve 2 M1"]')
  await window.click('button', 'Clamp round it')
  // Emptied first, as a hand does: nothing is put in its place before the number is whole.
  await window.fill('Through the jaws, turns', '21')
  await window.sees('From 1 to 20 turns.')
  await window.fill('Through the jaws, turns', '5')
  await window.click('switch', 'Signal house thermostat')
  await window.verdict('open and proven')
  // Five turns of twice what a motor of its kind draws.
  await window.fill('I read, in A', '3.2')
  await window.click('button', 'Keep my reading')
  await window.saved()
  await window.goto(`${program.url}/jobs/kestrel-point/load`)
  await window.sees('Measured beside computed')
  await window.sees('Twice its kind.')
  const row = await page.$$eval('li', (all) =>
    all.map((one) => one.textContent ?? '').find((text) => text.startsWith('Valve 2')),
  )
  expect(row).toMatch(/read 640 mA, expected 3\d0 mA/)
  await page.browserContext().close()
})

it('a sum says when a figure is out of bounds, keeps what was typed, and goes into the log as a note', async () => {
  const window = await Window.open(await house.browser.createBrowserContext(), { who: 'Warden' })
  await window.goto(`${program.url}/jobs/kestrel-point/sums/turns`)
  await window.fill('The display shows, A', '900')
  await window.sees('From 0 to 200 A.')
  await window.fill('The display shows, A', '1.5')
  await window.sees('0.30 A')
  await window.page.reload()
  await window.sees('0.30 A')
  await window.click('button', 'Into the log as a note')
  await window.sees('In the log as a note.')
  await window.saved()
  await window.goto(`${program.url}/jobs/kestrel-point/log`)
  await window.sees('Clamp turns: the display shows 1.50 A, turns 5, volts there 24.0 V. Current 0.30 A')
  expect(window.complaints).toEqual([])
  await window.page.browserContext().close()
})
