import { documentOf, type Entry, nextEntry } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { expect, it } from 'vitest'
import type { Window } from './browser.ts'
import { oneWindowEach } from './one-window.ts'

/** The log: narrowed, long, printed; notes, hours, the register, the door card. */

let window: Window
const program = oneWindowEach((opened) => {
  window = opened
})

const shown = () => window.page.$$eval('section[aria-label="Entries"] li', (rows) => rows.length)

it('a note and hours are kept; the log is narrowed by zone, sort and words; one entry is taken back', async () => {
  await window.goto(`${program.url}/jobs/kestrel-point/log`)
  await window.sees('11 entries')
  await window.fill('A note for the log', 'Ladder is in the oil store')
  await window.click('button', 'Keep')
  await window.sees('12 entries')
  await window.choose('Zone', 'Signal house')
  await window.page.waitForFunction(() =>
    /^\d of 12$/.test(document.querySelector('input[type="search"] ~ span')?.textContent ?? ''),
  )
  await window.choose('Zone', 'Every zone')
  await window.page.type('input[aria-label="Words in the log"]', 'ladder')
  await expect.poll(shown).toBe(1)
  await window.click('button', 'Take back')
  await window.sees('Taken back.')
  await window.click('button', 'Begin the clock')
  await window.click('menuitem', 'stairs')
  await window.page.reload()
  await window.sees('End stairs, 0 min')
  await window.press('::-p-xpath(//button[starts-with(normalize-space(.),"End stairs")])')
  await expect
    .poll(async () => (await program.entries('kestrel-point')).at(-1)?.body)
    .toMatchObject({ kind: 'hours', activity: 'stairs' })
})

it('hours are guessed from the entries of a day, mended by hand and kept for that day', async () => {
  const job = demoJobs['fenwick-orchard']!()
  await program.put('guessed', documentOf(job))
  const end = (point: string) => ({ point, says: point, place: 'Boiler shed' })
  const reading = { kind: 'reading', mode: 'loz', from: end('V1.m1'), to: end('V1.m2'), value: 26, shows: '26 V' }
  await program.enter(
    'guessed',
    [0, 9, 20].map((minutes, i) => ({
      ...nextEntry(
        {
          id: `guessed-entry-${i}`,
          by: 'Ash',
          device: 'phone',
          clock: new Date(Date.UTC(2026, 1, 3, 9, minutes)).toISOString(),
          revision: 1,
        },
        [],
        reading,
      ),
      counter: i,
    })),
  )
  await window.goto(`${program.url}/jobs/guessed/log`)
  await window.click('button', 'Guess the hours of 3 Feb')
  await window.find('button', 'Keep 20 min')
  await window.fill('Stairs, min', '15')
  await window.click('button', 'Keep 35 min')
  const kept = async () =>
    (await program.entries('guessed')).flatMap(({ body }) =>
      body.kind === 'hours' ? [[body.activity, body.minutes, body.day]] : [],
    )
  await expect.poll(kept).toEqual([
    ['stairs', 15, '2026-02-03'],
    ['measuring', 20, '2026-02-03'],
  ])
  await window.page.waitForFunction(() => !document.body.textContent?.includes('Guess the hours'))
})

it('five thousand entries open and are narrowed with only those in sight drawn', async () => {
  const { document } = await program.job('kestrel-point')
  await program.put('long', { ...document, title: 'Long log' })
  const entries: Entry[] = []
  for (let i = 0; i < 5000; i++)
    entries.push({
      ...nextEntry(
        {
          id: `long-entry-${String(i).padStart(5, '0')}`,
          by: i % 7 ? 'Ash' : 'Wren',
          device: 'phone',
          clock: new Date(Date.UTC(2026, 1, 1 + (i % 20), 8, 0, 0, i % 1000)).toISOString(),
          revision: 1,
        },
        [],
        { kind: 'note', text: `Note ${i}` },
      ),
      counter: i,
    })
  for (let i = 0; i < entries.length; i += 200) await program.enter('long', entries.slice(i, i + 200))
  await window.goto(`${program.url}/jobs/long/log`)
  await window.sees('5000 entries')
  expect(await shown()).toBeLessThan(40)
  await window.choose('Person', 'Wren')
  await window.sees('715 of 5000')
  await window.page.type('input[aria-label="Words in the log"]', 'note 4998')
  await window.sees('1 of 5000')
  expect(await shown()).toBe(1)
})

it('the report is a PDF of this job, for the next technician and for the customer; the door card has its code', async () => {
  for (const [path, least] of [
    ['report.pdf', 2000],
    ['report.pdf?for=customer', 1000],
  ] as const) {
    const answer = await fetch(`${program.url}/api/jobs/kestrel-point/${path}`)
    expect(answer.headers.get('content-type')).toContain('application/pdf')
    const bytes = Buffer.from(await answer.arrayBuffer())
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-')
    expect(bytes.length).toBeGreaterThan(least)
  }
  expect((await fetch(`${program.url}/api/jobs/nobody/report.pdf`)).status).toBe(404)
  await window.goto(`${program.url}/jobs/kestrel-point/log`)
  await window.click('button', 'Report')
  await window.click('menuitem', 'Door card')
  await window.sees('Before a cover is opened')
  await window.page.waitForSelector('img[alt^="Code that opens this job"]')
  await window.sees('not a fault before')
})

it('what fails on all jobs is told together, what wanted a second visit first; and where', async () => {
  await window.goto(`${program.url}/jobs/kestrel-point/log`)
  await window.click('button', 'All jobs')
  await window.sees('4 repairs on all jobs; one wanted a second visit within 400 days.')
  const rows = await window.page.$$eval('tbody tr', (all) => all.map((row) => row.textContent ?? ''))
  expect(rows).toHaveLength(4)
  expect(rows[0]).toBe('Two-port valve, 230 V: head111')
  await window.click('link', 'Lowther Street nursery school')
  await window.sees('Valve 1, body')
})

it('the register counts what was put right', async () => {
  const job = demoJobs['fenwick-orchard']!()
  await program.put('registered', documentOf(job))
  const repair = { kind: 'repair', unit: 'V1/head', does: 'replace', says: 'Valve 1, head' }
  const maker = (n: number) => ({
    id: `register-entry-${n}`,
    by: 'Ash',
    device: 'phone',
    clock: `2026-02-0${n}T08:00:00.000Z`,
    revision: 1,
  })
  await program.enter('registered', [
    nextEntry(maker(1), [], repair),
    { ...nextEntry(maker(2), [], repair), counter: 1 },
  ])
  await window.goto(`${program.url}/jobs/registered/log`)
  await window.click('button', 'Register')
  await window.sees('2 times')
  await window.sees('2 Feb 2026')
  await window.sees('1 of')
  // A day that is behind us is due; emptied it is due no more.
  await window.click('button', 'Valve 1 next due: set a day')
  await window.page.waitForSelector('input[aria-label="Valve 1 next due"]')
  await window.page.$eval('input[aria-label="Valve 1 next due"]', (field) => {
    const input = field as HTMLInputElement
    input.value = '2026-03-01'
    input.blur()
  })
  const due = async () =>
    (await program.entries('registered')).flatMap(({ body }) => (body.kind === 'due' ? [[body.of, body.on]] : []))
  await expect.poll(due).toEqual([['V1', '2026-03-01']])
  await window.page.waitForFunction(() =>
    [...document.querySelectorAll('td')].some(({ textContent }) => textContent?.endsWith('due')),
  )
})
