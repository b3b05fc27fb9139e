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

it('makes a job from nothing to a lit loop, in few presses and with what is on screen', async () => {
  await window.goto(program.url)
  let presses = 0
  const press = async (role: string, name: string) => {
    await window.click(role, name)
    presses++
  }
  await press('button', 'New job')
  await press('textbox', 'Name of the site')
  await window.page.keyboard.type('Tide mill')
  await press('button', 'Make the job')
  await window.sees('3 ways of wiring fit')
  // The cursor stands in the first zone's name, which is marked to be typed over.
  await window.page.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Name of zone 1')
  await window.page.keyboard.type('Grain loft')
  await press('button', 'One more like Zone 1')
  await window.page.waitForSelector('[aria-label="Name of zone 2"]')
  await press('radio', 'Valve first')
  await press('radio', 'Thermostat first')
  await press('button', 'Wire it')
  await window.verdict('Nobody calls')
  await press('switch', 'Grain loft thermostat')
  expect(await window.verdict('Grain loft calls')).toBe('Grain loft calls: open and proven, boiler called.')
  expect(presses).toBeLessThanOrEqual(14)
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
  await window.click('button', 'One more like Zone 1')
  await window.press('::-p-xpath(//button[starts-with(normalize-space(.),"Boiler and panel")])')
  await window.choose('Boiler', 'volt-free')
  await window.page.keyboard.press('Escape')
  await window.sees('2 ways of wiring fit')
  await window.click('link', 'All ways, drawn, and why not')
  await window.sees('230 V on this boiler’s call pair destroys the board')
  await window.press('::-p-xpath(//section[.//h2[contains(text(),"a relay for each")]]//button)')
  await window.verdict('Nobody calls')
  await window.click('switch', 'Zone 2 thermostat')
  await window.verdict('Zone 2 calls: open and proven, boiler called.')
  await window.find('button', 'Relay 2, made')
})

it('a job is begun from a way of wiring, and another from it', async () => {
  await window.goto(program.url)
  await window.click('button', 'New job')
  await window.fill('Name of the site', 'Net loft')
  await window.click('button', 'A way of wiring')
  await window.choose('Way of wiring', 'A transformer for each zone')
  await window.click('button', 'Make the job')
  await window.sees('wired this way')
  await window.click('link', 'To the circuit')
  await window.verdict('Nobody calls')
  await window.goto(program.url)
  await window.click('button', 'New job')
  await window.fill('Name of the site', 'Net loft, annexe')
  await window.click('button', 'An old job')
  await window.choose('Old job', 'Net loft')
  await window.click('button', 'Make the job')
  await window.sees('wired this way')
  const [annexe] = await program.jobs()
  const { document } = await program.job(annexe!.id)
  expect([document.title, document.scheme?.id, document.before]).toEqual(['Net loft, annexe', 's3', null])
})

it('a job is begun from a wall as it was left; both jobs of the site lie beside each other', async () => {
  await window.goto(program.url)
  await window.click('button', 'New job')
  await window.fill('Name of the site', 'Kestrel Point, spring')
  await window.click('button', 'An old job')
  await window.choose('Old job', 'Kestrel Point')
  await window.click('button', 'As left')
  await window.click('button', 'Make the job')
  await window.page.waitForFunction(() => location.pathname.endsWith('/survey'))
  const row = (await program.jobs()).find(({ title }) => title === 'Kestrel Point, spring')!
  const { document } = await program.job(row.id)
  expect(document.before).toEqual(document.planned)
  expect(Object.keys(document.planned.wires).length).toBeGreaterThan(50)
  expect([document.task, document.survey.complaints]).toEqual(['', ''])
  // The visit before is one tap away.
  await window.press('::-p-xpath(//button[contains(., "change job or place")])')
  await window.sees('At this site before')
  await window.press('::-p-xpath(//*[@role="menuitem"][contains(., "Boiler room rebuild")])')
  await window.verdict('readings from the wall')
  expect(window.page.url()).toContain('/jobs/kestrel-point/log')
})

it('the board: searched by what stands inside a job, put away, brought back, taken out, undone', async () => {
  await window.goto(program.url)
  await window.verdict('jobs.')
  const titles = () => window.page.$$eval('article h2', (heads) => heads.map((h) => h.textContent))
  // *Reading the jobs.* ends so as well: there is something to search once they are there.
  await window.page.waitForSelector('input[type="search"]')
  await window.page.type('input[type="search"]', 'sprung floor')
  await expect.poll(titles).toEqual(['Quay Terrace dance school'])
  await window.click('button', 'More for Quay Terrace dance school')
  await window.click('menuitem', 'Put away')
  await expect.poll(titles).toEqual([])
  await window.click('button', 'Put away 1')
  await expect.poll(titles).toEqual(['Quay Terrace dance school'])
  await window.click('button', 'More for Quay Terrace dance school')
  await window.click('menuitem', 'Take out')
  await expect.poll(titles).toEqual([])
  await window.click('button', 'Undo')
  await expect.poll(titles).toEqual(['Quay Terrace dance school'])
  await window.click('button', 'More for Quay Terrace dance school')
  await window.click('menuitem', 'Bring back')
  await expect.poll(async () => (await program.jobs()).find(({ id }) => id === 'quay-terrace')?.shelf).toBe('open')
})

// One of each school of wiring; the others are looked at by what else is tried on them.
it.each(['kestrel-point', 'sable-row', 'quay-terrace'])('%s opens lit and well', async (id) => {
  await window.goto(`${program.url}/jobs/${id}`)
  await window.shows('planned')
  await window.page.waitForSelector('h1[data-tone="well"]')
  await window.page.waitForSelector('button[aria-label$=", lit"]')
})

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
    await window.choose('Suppose it has a fault', 'shorted')
    expect(await window.verdict('has blown')).toContain(
      'Fuse F1 has blown: Valve 2 is shorted inside. The current ran through Thermostat 2, Valve 2 by wires',
    )
    // With another motor and another fuse it holds.
    await window.choose('Suppose it has a fault', 'Sound')
    await window.clickBeginning('Fuse F1')
    await window.click('button', 'sound')
    await window.verdict('Signal house calls: open and proven')
  })

  it('help says the keys, and switches single letters off', async () => {
    await window.page.keyboard.press('?')
    await window.sees('Single letters and digits are keys')
    await window.click('switch', 'Single letters and digits are keys')
    await window.page.keyboard.press('Escape')
    await window.page.keyboard.press('w')
    await window.page.keyboard.press('2')
    await new Promise((done) => setTimeout(done, 400))
    await window.verdict('Nobody calls')
    expect(window.page.url()).not.toContain('/wall')
    await window.page.reload()
    await window.verdict('Nobody calls')
    // Kept on this device; undo and search have keys of more than one.
    await window.page.keyboard.press('w')
    expect(window.page.url()).not.toContain('/wall')
    await window.page.keyboard.down('Control')
    await window.page.keyboard.press('k')
    await window.page.keyboard.up('Control')
    await window.page.waitForSelector('[role="dialog"] input')
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
