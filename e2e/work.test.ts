import { beforeEach, describe, expect, it } from 'vitest'
import type { Window } from './browser.ts'
import { oneWindowEach } from './one-window.ts'

/** What a technician does in one visit, in the real program. */

let window: Window
const program = oneWindowEach((opened) => {
  window = opened
})

const display = () => window.page.$eval('[aria-label="Meter display"]', (element) => element.textContent ?? '')

async function land(lead: 'A' | 'B', terminal: string) {
  await window.click('button', `Choose where lead ${lead} goes`)
  await window.find('combobox', 'Part or terminal').then((field) => field.type(terminal))
  await window.page.keyboard.press('Enter')
}

it('makes a job from nothing to a lit loop', async () => {
  await window.goto(program.url)
  await window.click('button', 'New job')
  await window.fill('Name of the site', 'Tide mill')
  await window.click('button', 'Make the job')
  await window.sees('Add the zones')
  await window.click('button', 'Add a zone')
  await window.fill('Zone', 'Grain loft')
  await window.click('button', 'Add a zone')
  await window.click('link', 'Choose how it is wired')
  await window.sees('Valve first')
  await window.page
    .waitForSelector('::-p-xpath(//section[.//h2[text()="Thermostat first"]]//button)')
    .then((b) => b?.click())
  await window.verdict('Nobody calls')
  await window.click('switch', 'Grain loft thermostat')
  expect(await window.verdict('Grain loft calls')).toBe('Grain loft calls: open and proven, boiler called.')
  await window.page.waitForSelector('button[aria-label$="Transformer R to Fuse F1 IN, lit"]')
  await window.saved()
  const [made] = await program.jobs()
  const stored = await program.job(made!.id)
  expect(stored.document.title).toBe('Tide mill')
  expect(Object.values(stored.document.zones).map(({ name }) => name)).toEqual(['Grain loft', 'Zone 2'])
})

it('makes a 230 V job with a volt-free boiler from nothing to a lit call loop; a way that does not fit says why', async () => {
  await window.goto(program.url)
  await window.click('button', 'New job')
  await window.fill('Name of the site', 'Rope walk')
  await window.click('button', '230 V, mm², m')
  await window.click('button', 'Make the job')
  await window.click('button', 'Add a zone')
  await window.click('button', 'Add a zone')
  await (await window.find('combobox', 'Boiler')).select('boiler/volt-free')
  await window.sees('2 ways of wiring fit')
  await window.click('link', 'Choose how it is wired')
  await window.sees('230 V on this boiler’s call pair destroys the board')
  await window.page
    .waitForSelector('::-p-xpath(//section[.//h2[contains(text(),"a relay for each")]]//button)')
    .then((button) => button?.click())
  await window.verdict('Nobody calls')
  await window.click('switch', 'Zone 2 thermostat')
  await window.verdict('Zone 2 calls: open and proven, boiler called.')
  await window.find('button', 'Relay 2, made')
})

it.each(['kestrel-point', 'sable-row', 'fenwick-orchard', 'quay-terrace', 'lowther-street', 'botany-house'])(
  '%s opens lit and well',
  async (id) => {
    await window.goto(`${program.url}/jobs/${id}`)
    await window.shows('planned')
    await window.page.waitForSelector('h1[data-tone="well"]')
    await window.page.waitForSelector('button[aria-label$=", lit"]')
  },
)

describe('on the demo job', () => {
  beforeEach(async () => {
    const { document } = await program.job('kestrel-point')
    await program.put(`visit-${Date.now()}`, document)
    const [newest] = await program.jobs()
    await window.goto(`${program.url}/jobs/${newest!.id}/scheme`)
    await window.verdict('Nobody calls')
  })

  it('a broken wire is named by the verdict, mended by undo, broken again by redo', async () => {
    await window.click('switch', 'Signal house thermostat')
    await window.verdict('Signal house calls')
    await window.clickBeginning('Wire 21, white')
    await window.click('button', 'Break this wire')
    const said = await window.verdict('goes dark at')
    expect(said).toBe(
      'Signal house: calling, valve gets nothing. The valve loop goes dark at wire 21 (white), between Splice S4 and Thermostat 2.',
    )
    await window.page.keyboard.down('Control')
    await window.page.keyboard.press('z')
    await window.verdict('open and proven')
    await window.page.keyboard.down('Shift')
    await window.page.keyboard.press('z')
    await window.page.keyboard.up('Shift')
    await window.page.keyboard.up('Control')
    await window.verdict('goes dark at')
  })

  it('a reading is taken, logged with its state, and there after a reload, as is everything else', async () => {
    await window.click('switch', 'Signal house thermostat')
    await window.verdict('Signal house calls')
    await window.page.keyboard.press('m')
    await window.click('button', 'Lo-Z volts, low impedance')
    await land('A', 'Valve 2 M1')
    await land('B', 'Transformer C')
    await window.page.waitForFunction(() =>
      /2[56]\.\dV/.test(document.querySelector('[aria-label="Meter display"]')?.textContent ?? ''),
    )
    const shown = /\d+\.\d/.exec(await display())![0]
    await window.fill('I read, in V', '26.1')
    await window.click('button', 'Keep my reading')
    await window.clickBeginning('Valve 3')
    await window.fill('Name', 'Valve by the pillar')
    await window.saved()
    await window.page.reload()
    await window.verdict('Signal house calls')
    await window.clickBeginning('Valve by the pillar')
    await window.click('link', 'Log')
    await window.sees('One entry, one reading from the wall.')
    const entry = await window.page.$eval('ol li:has(time)', (element) => element.textContent ?? '')
    // What the program computed is not in the log, only what was read.
    expect(shown).not.toBe('26.1')
    expect(entry).toContain('26.1 V')
    expect(entry).not.toContain(`${shown} V`)
    expect(entry).toContain('Tester')
    expect(entry).toContain('Valve 2 M1 to Transformer C')
    expect(entry).toContain('Boiler room, left wall')
    expect(entry).toContain('Calling: Signal house')
  })

  it('leads are landed by touch, and ohms on a live loop warn', async () => {
    await window.page.keyboard.press('a')
    await window.clickBeginning('Lead A on Thermostat 2 R')
    await window.clickBeginning('Lead B on Thermostat 2 W')
    await window.page.waitForFunction(() =>
      /26\.\d/.test(document.querySelector('[aria-label="Meter display"]')?.textContent ?? ''),
    )
    await window.click('button', 'Ω ohms')
    await window.sees('this ohm reading means nothing')
    expect(await display()).toContain('kΩ')
  })

  it('a shorted motor blows the fuse, and the verdict says which way the current went', async () => {
    await window.click('switch', 'Signal house thermostat')
    await window.clickBeginning('Valve 2')
    const choice = await window.find('combobox', 'Suppose it has a fault')
    await choice.select('windingShorted')
    expect(await window.verdict('has blown')).toContain(
      'Fuse F1 has blown: the current ran through Thermostat 2, Valve 2 by wires',
    )
  })

  it('valves travel in time when asked to', async () => {
    await window.click('button', '4×')
    await window.click('switch', 'Oil store thermostat')
    await window.verdict('Oil store: valve opening')
    await window.verdict('Oil store calls: open and proven')
  })

  it('the find box leads to a zone, a part and a screen by keyboard alone', async () => {
    const { page } = window
    await page.keyboard.press('/')
    await window.find('combobox', 'Search')
    await page.keyboard.type('gallery: call')
    await page.keyboard.press('Enter')
    await window.verdict('Gallery calls')
    await page.keyboard.press('/')
    await window.find('combobox', 'Search')
    await page.keyboard.type('runs')
    await page.keyboard.press('Enter')
    await window.sees('of 56 wires')
    await page.keyboard.press('?')
    await window.sees('Take lead A in hand')
  })
})
