import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { documentOf } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { launch } from 'puppeteer-core'
import { beforeEach, expect, it } from 'vitest'
import { chromium, Window } from './browser.ts'
import { oneProgram } from './one-window.ts'

/** Three circuits on one job: what is planned, what was found, and what one person tries. */

const house = oneProgram()
const { program } = house
let n = 0
let id = ''
let url = ''

/** A job of its own for each test, served: its wall is taken to be as planned. */
beforeEach(async () => {
  id = `wall-${++n}`
  const job = demoJobs['kestrel-point']!()
  await program.putFound(id, documentOf(job, documentOf(job).planned))
  url = `${program.url}/jobs/${id}/scheme`
})

const device = async (who = 'Tester') => Window.open(await house.browser.createBrowserContext(), { who })

it('a lever seen parked on one device is found parked on another; one that is only tried is not', async () => {
  const [one, other] = [await device('Warden'), await device('Fitter')]
  await one.goto(`${url}/loops`)
  await other.goto(`${url}/loops`)
  await other.verdict('Nobody calls')
  await one.clickBeginning('Valve 3')
  await one.click('button', 'parked open')
  await one.verdict('Valve 3 is parked open by its lever with no call')
  // Tried here, and nowhere else: the other device looks again and again and finds nothing.
  await new Promise((wait) => setTimeout(wait, 6000))
  await other.verdict('Nobody calls: every valve shut')
  expect(await program.entries(id)).toEqual([])
  await one.click('button', 'It is so on the wall')
  await other.verdict('Valve 3 is parked open by its lever with no call')
  const [seen] = await program.entries(id)
  expect(seen).toMatchObject({
    by: 'Warden',
    source: 'wall',
    body: { kind: 'seen', what: 'hand', part: 'V3', state: 'lever', value: 'parked' },
  })
  // The plan knows nothing of it.
  await other.shows('planned')
  await other.verdict('Nobody calls: every valve shut')
  await one.page.close()
  await other.page.close()
})

it('a lead lifted on the wall stands in the open list until it is put back; undo takes the entry back', async () => {
  const window = await device()
  await window.goto(`${url}/loops`)
  await window.clickBeginning('Wire 21, white')
  await window.click('button', 'Lift off Thermostat 2 W')
  await window.sees('Put back before you leave: Wire 21 lifted')
  await window.click('switch', 'Signal house thermostat')
  await window.verdict('goes dark at the lead lifted off Thermostat 2 W')
  await window.click('button', 'It is put back')
  await window.verdict('Signal house calls: open and proven')
  const kinds = async () => (await program.entries(id)).map(({ body }) => `${body.kind} ${body.does ?? ''}`.trim())
  await window.page.waitForFunction(() => !document.body.textContent?.includes('Put back before you leave'))
  expect(await kinds()).toEqual(['action lift', 'action end'])
  // The last thing done is undone by a word of its own: nothing is ever rubbed out.
  await window.click('button', 'Undo: Put back: Wire 21 lifted')
  await window.sees('Put back before you leave: Wire 21 lifted')
  await expect.poll(kinds).toEqual(['action lift', 'action end', 'back'])
  const { planned, before } = (await program.job(id)).document
  expect(planned).toEqual(before)
  await window.page.close()
})

it('the same hands write down the wall where the wall is shown, and leave the plan alone', async () => {
  const window = await device()
  await window.goto(`${url}/runs`)
  await (await window.find('combobox', 'Colour of wire 21')).select('violet')
  await window.page.waitForFunction(
    () => document.querySelector<HTMLSelectElement>('[aria-label="Colour of wire 21"]')?.value === 'violet',
  )
  await expect.poll(async () => (await program.entries(id)).length).toBe(1)
  expect((await program.entries(id))[0]?.body).toMatchObject({ kind: 'seen', what: 'conductor', wire: 'w21' })
  await window.shows('planned')
  await window.page.waitForFunction(
    () => document.querySelector<HTMLSelectElement>('[aria-label="Colour of wire 21"]')?.value === 'white',
  )
  await window.shows('tried')
  await (await window.find('combobox', 'Colour of wire 22')).select('violet')
  await window.sees('What is tried is only supposed.')
  expect((await program.entries(id)).length).toBe(1)
  await window.page.close()
})

it('the wire table is sorted and narrowed, its columns are hidden for good, and what is left is copied', async () => {
  const window = await device()
  const { page } = window
  await page
    .browserContext()
    .overridePermissions(program.url, ['clipboard-read', 'clipboard-write', 'clipboard-sanitized-write'])
  await window.goto(`${url}/runs`)
  const column = (n: number) =>
    page.$$eval(`tbody td:nth-child(${n})`, (cells) => cells.map(({ textContent }) => textContent ?? ''))
  const number = async () => (await column(1)).map(Number)
  await page.waitForSelector('tbody tr')
  expect(await number()).toEqual((await number()).toSorted((a, b) => a - b))
  await window.click('button', 'No.')
  expect(await number()).toEqual((await number()).toSorted((a, b) => b - a))
  await window.click('button', 'From')
  const from = await column(2)
  expect(from).toEqual(from.toSorted((a, b) => a.localeCompare(b, undefined, { numeric: true })))
  await window.fill('Filter wires', 'splice s4')
  await page.waitForFunction(() => document.querySelectorAll('tbody tr').length < 10)
  const rows = await page.$$eval('tbody tr', (all) => all.map(({ textContent }) => textContent ?? ''))
  expect(rows.length).toBeGreaterThan(1)
  for (const row of rows) expect(row).toContain('Splice S4')
  for (const name of ['Colour', 'On its tags']) {
    await window.press('::-p-xpath(//button[starts-with(., "Columns")])')
    await window.click('menuitemcheckbox', name)
  }
  await page.bringToFront()
  await window.click('button', 'Copy')
  await window.sees('wires copied.')
  const copied = (await page.evaluate(() => navigator.clipboard.readText())).split('\n')
  expect(copied[0]!.split('\t')).toEqual(['No.', 'From', 'To', 'Size', 'Length', 'Cable, core', 'On its tags', 'Now'])
  expect(copied).toHaveLength(rows.length + 1)
  expect(copied[1]!.split('\t')[6]).toMatch(/^\d+: .+ to .+$/)
  // Hidden columns stay hidden; the filter does not stay.
  await page.reload()
  await page.waitForSelector('tbody tr')
  expect(await page.$$eval('thead th', (all) => all.map(({ textContent }) => textContent))).not.toContain('Colour')
  expect((await number()).length).toBeGreaterThan(50)
  expect(window.complaints).toEqual([])
  await page.browserContext().close()
})

it('new work begins with nothing on the wall; what is ticked as landed hangs there with its parts', async () => {
  const window = await device()
  await program.put('bare-wall', documentOf(demoJobs['kestrel-point']!()))
  await window.goto(`${program.url}/jobs/bare-wall/scheme/runs`)
  await window.shows('as found')
  await window.click('button', 'New work: nothing hangs yet')
  await window.sees('0 of 0 wires')
  await window.shows('planned')
  await window.page.waitForSelector('[aria-label="Wire 21 is landed"]:not(:disabled)')
  await window.click('checkbox', 'Wire 21 is landed')
  await window.shows('as found')
  await window.sees('1 of 1 wires')
  await window.saved()
  const kinds = (await program.entries('bare-wall')).map(({ body }) => `${body.kind} ${body.does ?? ''}`.trim())
  expect(kinds).toEqual(['visit opens', 'part fitted', 'part fitted', 'part run', 'landed'])
  await window.page.close()
})

it('whoever has not said who they are is asked once, and what they did goes on', async () => {
  const window = await device('')
  await window.goto(`${url}/loops`)
  await window.clickBeginning('Wire 21, white')
  await window.click('button', 'It is broken on the wall')
  await window.sees('Whose hands are these?')
  await window.fill('Name or initials', 'Night warden')
  await window.click('button', 'Go on')
  await expect.poll(async () => (await program.entries(id)).map(({ by }) => by)).toEqual(['Night warden'])
  await window.click('button', 'It is whole again')
  await expect.poll(async () => (await program.entries(id)).length).toBe(2)
  await window.page.close()
})

it('a note moves no clock and forgets nothing; another wire carries both over', async () => {
  const window = await device()
  await window.goto(`${url}/loops`)
  await window.shows('planned')
  await window.click('switch', 'Signal house thermostat')
  await window.verdict('open and proven')
  const clock = () => window.page.$eval('[role="slider"]', (e) => e.getAttribute('aria-valuemax'))
  const before = await clock()
  expect(Number(before)).toBeGreaterThan(10)
  await window.clickBeginning('Valve 3')
  await window.fill('Name', 'Valve by the pillar')
  await window.page.waitForSelector('button[aria-label^="Valve by the pillar"]')
  expect(await clock()).toBe(before)
  await window.clickBeginning('Wire 21, white')
  await window.choose('Size', '22 AWG')
  await window.saved()
  await window.verdict('open and proven')
  expect(Number(await clock())).toBeGreaterThanOrEqual(Number(before))
  await window.page.close()
})

it('a file of version 1 is opened whole, and asks what its trials were', async () => {
  const window = await device()
  await window.goto(program.url)
  const input = await window.page.waitForSelector('input[type=file]')
  const sample = resolve(import.meta.dirname, '../core/src/formats/upgrades/v1.sample.json')
  await (input as unknown as { uploadFile(path: string): Promise<void> }).uploadFile(sample)
  await window.sees('Was this tried, or is it so?')
  await window.sees('Wire 21 broken')
  await window.click('button', 'It was a trial')
  await window.verdict('The line goes dark at the lead lifted off')
  await window.find('button', 'Circuit shown: tried')
  expect(JSON.parse(readFileSync(sample, 'utf8')).version).toBe(1)
  await window.page.close()
})

it('over plain http on another name everything is kept, though the page has no crypto.randomUUID there', async () => {
  const port = new URL(program.url).port
  const elsewhere = await launch({
    executablePath: chromium,
    headless: true,
    args: ['--no-sandbox', '--disable-gpu', '--host-resolver-rules=MAP lantern.test 127.0.0.1'],
  })
  const window = await Window.open(elsewhere)
  await window.page.setViewport({ width: 1280, height: 800 })
  await window.goto(`http://lantern.test:${port}/jobs/${id}/survey`)
  await window.sees('ways of wiring fit')
  expect(await window.page.evaluate(() => typeof crypto.randomUUID)).toBe('undefined')
  const field = await window.find('textbox', 'Name of zone 2')
  await field.click({ count: 3 })
  await field.type('Flag loft')
  await window.page.keyboard.press('Tab')
  await expect
    .poll(async () => Object.values((await program.job(id)).document.zones).map(({ name }) => name))
    .toContain('Flag loft')
  // Nothing lies on such a device: what the page has fetched meanwhile opens without a line.
  expect(await window.page.evaluate(() => 'serviceWorker' in navigator)).toBe(false)
  await window.page.waitForFunction(() =>
    performance.getEntriesByType('resource').some(({ name }) => name.includes('GuideScreen')),
  )
  await window.page.setOfflineMode(true)
  const stage = async (name: string, shows: string) => {
    await window.press(`::-p-xpath(//nav[@aria-label="Stages of the job"]//a[contains(., "${name}")])`)
    await window.page.waitForSelector(shows)
  }
  await stage('Log', '[aria-label="A note for the log"]')
  await stage('Scheme', '#zone-signal svg')
  await window.click('button', 'Runs')
  await window.page.waitForSelector('[placeholder^="Filter by part"]')
  await elsewhere.close()
})
