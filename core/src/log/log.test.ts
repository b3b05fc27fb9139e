import { describe, expect, it } from 'vitest'
import { demoFiles, demoJobs } from '../demo/index.ts'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { circuitIn, documentOf } from '../job/document.ts'
import type { Job } from '../job/schema.ts'
import { blankJob } from '../parts/new-job.ts'
import { type Entry, nextEntry } from '../record/entry.ts'
import { inHours } from '../record/kinds/hours.ts'
import type { Stand } from '../record/stand.ts'
import { wired } from '../testing/benches.ts'
import { daysWithoutHours, guessedHours, hoursIn } from './hours.ts'
import { partsOnRecord, registerOf, tallyOfParts } from './register.ts'
import { customerReport, fullReport } from './report.ts'
import { toldBy } from './told.ts'

const job = kestrelPoint()
const document = documentOf(job, circuitIn(job))

let count = 0
function told(...all: { body: Entry['body']; by?: string; day?: number; stand?: Stand; case?: string }[]): Entry[] {
  const entries: Entry[] = []
  for (const { body, by = 'Ash', day = 1, stand, case: ofCase } of all) {
    const clock = new Date(Date.UTC(2026, 2, day, 10, 0, ++count % 60)).toISOString()
    const maker = { id: `log-entry-${String(count).padStart(4, '0')}`, by, device: 'phone', clock, revision: 1 }
    entries.push(nextEntry({ ...maker, ...(ofCase ? { case: ofCase } : {}) }, entries, body, stand))
  }
  return entries
}
const end = (point: string, says: string) => ({ point, says, place: 'Boiler room' })
const reading = (point: string, says: string, value: number) => ({
  kind: 'reading',
  mode: 'loz',
  from: end(point, says),
  to: end('XF1.c', 'Transformer C'),
  value,
  shows: `${value} V`,
})
const repair = (unit: string, says: string) => ({ kind: 'repair', unit, does: 'replace', says })
const spent = (activity: string, minutes: number) => ({ kind: 'hours', activity, minutes })

describe('what feeds the valves, on the paper', () => {
  const plant = (job: Job) =>
    fullReport(documentOf(job, circuitIn(job)), []).sections.find(({ heading }) => heading === 'The plant')!.lines[1]

  it.each<[string, Job, RegExp]>([
    ['its transformer, as it is rated on the wall', job, /^Boiler: .*\. Transformer \(40 VA\)\.$/],
    ['the one inside a panel', demoJobs['sable-row']!(), /Zone panel \(100 VA inside\)\.$/],
    ['none at line voltage', demoJobs['lowther-street']!(), /No transformer: every valve works at line voltage\.$/],
    [
      'the boiler’s control',
      wired({ scheme: 's4', boiler: 'boiler/valve-supply' }),
      /Boiler’s own control, \d+ VA, feeds the valves\.$/,
    ],
    ['each of several', wired({ scheme: 's3' }), /Transformer 1 \(\d+ VA\) and Transformer 2 \(\d+ VA\)\.$/],
  ])('names %s', (_name, asked, says) => {
    expect(plant(asked)).toMatch(says)
  })

  it('says nothing of it where nothing is wired', () => {
    expect(plant(blankJob('Tide mill', '120'))).toBe('Boiler: Boiler, dry call.')
  })
})

describe('the log, narrowed', () => {
  const entries = told(
    { body: reading('V2.m1', 'Valve 2 M1', 26.1), by: 'Wren', day: 1 },
    { body: reading('V3.m1', 'Valve 3 M1', 3.2), day: 2 },
    { body: { kind: 'note', text: 'Key hangs in the lamp store' }, day: 2 },
    { body: repair('V3/head', 'Valve 3, head'), day: 3 },
    { body: reading('XF1.h', 'Transformer R', 26.4), day: 3, stand: { calls: { signal: { on: true } } } },
  )
  const says = (filter: Parameters<typeof toldBy>[2]) => toldBy(job, entries, filter).map((one) => one.says)

  it('stands newest first, and without take-backs of its own', () => {
    const all = toldBy(job, entries)
    expect(all.map(({ entry }) => entry.id)).toEqual(entries.map(({ id }) => id).reverse())
    const taken = [...entries, ...told({ body: { kind: 'back', of: entries[0]!.id } })]
    expect(toldBy(job, taken)).toHaveLength(5)
    expect(toldBy(job, taken).find(({ entry }) => entry.id === entries[0]!.id)?.back).toBe(true)
  })

  it('by kind, person, day and words, each alone and together', () => {
    expect(says({ kind: 'reading' })).toHaveLength(3)
    expect(says({ by: 'Wren' })).toHaveLength(1)
    expect(says({ day: '2026-03-02' })).toHaveLength(2)
    expect(says({ words: 'LAMP key' })).toEqual(['Key hangs in the lamp store'])
    expect(says({ kind: 'reading', day: '2026-03-02', words: '3.2' })).toHaveLength(1)
    expect(says({ kind: 'sign' })).toEqual([])
  })

  it('by zone: what speaks of its parts, and what was read while it called; not of parts whose name begins alike', () => {
    expect(says({ zone: 'signal' })).toHaveLength(2)
    expect(says({ zone: 'oil' })).toHaveLength(2)
    expect(says({ zone: 'keepers' })).toEqual([])
    const twelfth = told({ body: reading('V22.m1', 'Valve 22 M1', 1) })
    expect(toldBy(job, twelfth, { zone: 'signal' })).toEqual([])
    expect(says({ zone: 'attic' })).toEqual([])
  })
})

it('hours add up by what they went on, the most first; what was taken back does not count', () => {
  const entries = told({ body: spent('stairs', 20) }, { body: spent('tracing', 50) }, { body: spent('stairs', 45) })
  expect(hoursIn(entries)).toEqual([
    { activity: 'stairs', minutes: 65 },
    { activity: 'tracing', minutes: 50 },
  ])
  const back = told({ body: { kind: 'back', of: entries[2]!.id } })
  expect(hoursIn([...entries, ...back])[0]).toEqual({ activity: 'tracing', minutes: 50 })
  expect([0, 59, 60, 95, 59.6].map(inHours)).toEqual(['0 min', '59 min', '1 h', '1 h 35 min', '1 h'])
})

describe('hours guessed from the entries of a day', () => {
  /** Entries so many minutes after ten, one device. */
  const day = (...all: [minutes: number, body: Entry['body'], device?: string][]): Entry[] => {
    const entries: Entry[] = []
    for (const [i, [minutes, body, device = 'phone']] of all.entries()) {
      const clock = new Date(Date.UTC(2026, 2, 9, 10, minutes)).toISOString()
      const maker = { id: `guessed-${String(i).padStart(4, '0')}`, by: 'Ash', device, clock, revision: 1 }
      entries.push(nextEntry(maker, entries, body))
    }
    return entries
  }
  const guessed = (...all: Parameters<typeof day>) => guessedHours(job, day(...all), '2026-03-09')
  const here = reading('XF1.h', 'Transformer R', 26)
  const above = { ...here, from: { ...here.from, place: 'Signal house, upper landing' } }
  const joint = { kind: 'repair', unit: 'XF1', does: 'remake', says: 'Transformer' }

  it('the time before an entry went into what it is of; the first of a day tells nothing', () => {
    expect(guessed([0, here])).toEqual([])
    expect(guessed([0, here], [12, here], [20, joint])).toEqual([
      { activity: 'measuring', minutes: 12 },
      { activity: 'wiring', minutes: 6 },
      { activity: 'stairs', minutes: 2 },
    ])
  })

  it('half an hour between two entries counts, a minute more does not', () => {
    expect(guessed([0, here], [30, here])).toEqual([{ activity: 'measuring', minutes: 30 }])
    expect(guessed([0, here], [31, here])).toEqual([])
  })

  it('another place costs two minutes of the way, or all of a shorter time', () => {
    expect(guessed([0, here], [10, above])).toEqual([
      { activity: 'measuring', minutes: 8 },
      { activity: 'stairs', minutes: 2 },
    ])
    expect(guessed([0, here], [1, above])).toEqual([{ activity: 'stairs', minutes: 1 }])
  })

  it('each device has its own day, what tells no activity only ends the time before it', () => {
    expect(guessed([0, here], [5, here, 'tablet'], [8, here])).toEqual([{ activity: 'measuring', minutes: 8 }])
    expect(guessed([0, here], [10, { kind: 'note', text: 'tea' }], [14, here])).toEqual([
      { activity: 'measuring', minutes: 4 },
    ])
    const taken = day([0, here], [10, here])
    const back = nextEntry(
      { id: 'guessed-back', by: 'Ash', device: 'phone', clock: '2026-03-09T11:00:00.000Z', revision: 1 },
      taken,
      { kind: 'back', of: taken[1]!.id },
    )
    expect(guessedHours(job, [...taken, back], '2026-03-09')).toEqual([])
    expect(guessedHours(job, taken, '2026-03-10')).toEqual([])
  })

  it('a day for which hours were kept is not guessed again, kept on it or for it', () => {
    const entries = day([0, here], [10, here])
    expect(daysWithoutHours(entries)).toEqual(['2026-03-09'])
    const kept = (body: object) => {
      const maker = { id: 'guessed-kept', by: 'Ash', device: 'phone', clock: '2026-03-10T08:00:00.000Z', revision: 1 }
      return [...entries, nextEntry(maker, entries, { kind: 'hours', activity: 'wiring', minutes: 5, ...body })]
    }
    expect(daysWithoutHours(kept({ day: '2026-03-09' }))).toEqual([])
    expect(daysWithoutHours(kept({}))).toEqual(['2026-03-09'])
    expect(daysWithoutHours([...entries, ...day([20, spent('wiring', 10)])])).toEqual([])
  })
})

describe('the register of parts', () => {
  const row = (part: string, entries: readonly Entry[]) => partsOnRecord(job, entries).find((one) => one.part === part)!

  it('holds what works and wears, in the order of its labels, and no connector', () => {
    const rows = partsOnRecord(job, [])
    expect(rows.filter(({ label }) => /^Valve/.test(label)).map(({ label }) => label)).toEqual(
      [1, 2, 3, 4, 5].map((n) => `Valve ${n}`),
    )
    expect(rows.some(({ part }) => part.startsWith('S') && /^S\d/.test(part))).toBe(false)
    expect(rows.some(({ part }) => part === 'MAINS')).toBe(false)
    expect(rows.every(({ replaced, fitted, due }) => replaced === 0 && !fitted && !due)).toBe(true)
  })

  it('a head replaced twice and a part swapped whole count; one only made anew does not', () => {
    const entries = told(
      { body: repair('V3/head', 'Valve 3, head'), day: 3 },
      { body: repair('V3', 'Valve 3'), day: 8 },
      { body: { kind: 'repair', unit: 'V2/head', does: 'set', says: 'Valve 2' }, day: 9 },
      { body: { kind: 'part', does: 'taken out', part: 'TS1' }, day: 9 },
      { body: { kind: 'part', does: 'fitted', part: 'TS1', is: job.parts.TS1! }, day: 9 },
    )
    expect(row('V3', entries)).toMatchObject({ replaced: 2, fitted: entries[1]!.clock })
    expect(row('V2', entries).replaced).toBe(0)
    expect(row('TS1', entries)).toMatchObject({ replaced: 1, fitted: entries[4]!.clock })
    expect(tallyOfParts(job, partsOnRecord(job, entries))).toMatchObject({
      zones: 5,
      valves: 5,
      thermostats: 5,
      replaced: 2,
    })
  })

  it('one that is fitted where another hung replaces it, whether or not that was taken out first; the first does not', () => {
    const fitted = { body: { kind: 'part', does: 'fitted', part: 'TS1', is: job.parts.TS1! } }
    const out = { body: { kind: 'part', does: 'taken out', part: 'TS1' } }
    const replaced = (before: typeof job | null, ...entries: Parameters<typeof told>) =>
      partsOnRecord(job, told(...entries), before).find(({ part }) => part === 'TS1')!.replaced
    expect([replaced(null), replaced(null, fitted), replaced(null, fitted, fitted)]).toEqual([0, 0, 1])
    expect([replaced(job), replaced(job, fitted), replaced(job, out, fitted)]).toEqual([0, 1, 1])
  })

  it('is due as it was said last; emptied it is due no more', () => {
    const due = (on: string | null) => ({ body: { kind: 'due', of: 'V3', on, says: 'stiff stem' } })
    const entries = told(due('2027-03-01'), due('2027-09-01'))
    expect(row('V3', entries).due).toEqual({ on: '2027-09-01', says: 'stiff stem' })
    expect(row('V2', entries).due).toBeUndefined()
    expect(row('V3', [...entries, ...told({ ...due(null), day: 2 })]).due).toBeUndefined()
    expect(toldBy(job, entries)[0]!.says).toBe('Valve 3 due on 2027-09-01: stiff stem')
  })
})

it('the log is narrowed by part: not by one whose name begins alike', () => {
  const entries = told({ body: reading('V2.m1', 'Valve 2 M1', 26) }, { body: reading('V22.m1', 'Valve 22 M1', 26) })
  expect(toldBy(job, entries, { part: 'V2' })).toHaveLength(1)
  expect(toldBy(job, entries, { part: 'V3' })).toEqual([])
})

it('the register counts what was put right and read in each zone, and names spare cores', () => {
  const entries = told(
    { body: repair('V3/head', 'Valve 3, head'), day: 5 },
    { body: reading('V3.m1', 'Valve 3 M1', 3) },
  )
  const rows = registerOf(job, entries, (kind) => kind)
  expect(rows.map(({ name }) => name)[2]).toBe('Oil store')
  expect(rows[2]).toMatchObject({ repairs: 1, readings: 1, fitted: entries[0]!.clock })
  expect(rows[0]).toMatchObject({ repairs: 0, readings: 0 })
  expect(rows[0]!.fitted).toBeUndefined()
  expect(rows.every(({ spare }) => spare.length === 1)).toBe(true)
})

describe('what is printed', () => {
  const complaint = { kind: 'case', does: 'opened', complaint: 'Oil store stays cold', zones: ['oil'] }
  const first = told(
    { body: complaint },
    { body: reading('V3.m1', 'Valve 3 M1', 3.2) },
    { body: repair('V3/head', 'Valve 3, head') },
  )
  const closed = [
    ...first,
    ...told({ body: { ...complaint, does: 'closed', cause: 'Motor burnt' }, case: first[0]!.id }),
  ]
  const text = (report: ReturnType<typeof fullReport>) => JSON.stringify(report)

  it('the full report holds every reading, complaint, repair and caution; what was taken back is not in it', () => {
    const report = fullReport(document, closed)
    for (const words of [
      '3.2 V',
      'Valve 3 M1 to Transformer C',
      'Oil store stays cold. It was: Motor burnt.',
      'Valve 3, head: replaced',
      'the code stands',
    ])
      expect(text(report)).toContain(words)
    const back = [...closed, ...told({ body: { kind: 'back', of: first[1]!.id } })]
    expect(text(fullReport(document, back))).not.toContain('3.2 V')
    expect(text(fullReport(document, first))).toContain('Still open.')
    expect(text(fullReport(document, first))).toContain('Complaint not closed: Oil store stays cold')
  })

  it('what the next has to know is still open: what to put back, what is wrong, what stands moved', () => {
    const left = (...made: Parameters<typeof told>) => {
      const report = fullReport(documentOf(job, job), [...told(...made)])
      return report.sections.find(({ heading }) => heading === 'Still open')?.lines
    }
    const wrong = { kind: 'seen', what: 'condition', is: { id: 'part:V3/switchNeverMakes' }, so: true }
    const parked = { kind: 'seen', what: 'hand', part: 'V1', state: 'lever', value: 'parked' }
    expect(left()).toBeUndefined()
    expect(left({ body: { kind: 'action', does: 'uncover', of: 'V2' } }, { body: wrong }, { body: parked })).toEqual([
      'Put back before leaving: Valve 2 uncovered.',
      'Still so: Valve 3: End switch does not make.',
      'Stands so: Valve 1: manual lever parked open.',
    ])
    expect(left({ body: wrong }, { body: repair('V3/head', 'Valve 3, head') })).toBeUndefined()
  })

  it('has no empty section, and says what region’s rules stand beside it', () => {
    const bare = fullReport(documentOf(job), [])
    expect(bare.sections.map(({ heading }) => heading)).toEqual(['The plant', 'Cautions'])
    expect(text(bare)).toContain('100 VA')
    expect(text(fullReport({ ...documentOf(job), practice: '230' }, []))).toContain('double-pole')
  })

  it('the customer’s page is plain: no terminals, no volts', () => {
    const report = customerReport(document, closed)
    expect(text(report)).toContain('Valve 3, head: replaced.')
    expect(text(report)).toContain('not been proven as a whole yet')
    expect(text(report)).not.toMatch(/ M1|\d V"/)
    expect(text(customerReport(document, []))).toContain('nothing was replaced')
  })

  it('every demo job can be printed, its past with it', () => {
    for (const make of Object.values(demoFiles)) {
      const { document: one, entries } = make()
      expect(fullReport(one, entries).sections.length).toBeGreaterThan(3)
      expect(customerReport(one, entries).sections.length).toBeGreaterThan(2)
    }
  })
})
