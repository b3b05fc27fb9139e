import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { plainFile, readJobFile, writeJobFile } from '../formats/job-file.ts'
import { addZone } from '../parts/new-job.ts'
import { wired } from '../testing/benches.ts'
import { documentOf, plannedJob } from './document.ts'
import { applyEdit, beginningVisit, makeEdit, undoing } from './edit.ts'
import type { Document, Job } from './schema.ts'
import { controlsOf, partsOf, placeNamed, removeZone, valvesOf, withParts } from './zones.ts'

const recipes: Record<string, (draft: Job, n: number) => void> = {
  colour: (d, n) => void (Object.values(d.wires)[n % Object.keys(d.wires).length]!.colour = `c${n}`),
  drop: (d, n) => void delete d.wires[Object.keys(d.wires)[n % Object.keys(d.wires).length]!],
  rename: (d, n) => void (Object.values(d.parts)[n % Object.keys(d.parts).length]!.label = `Part ${n}`),
  figure: (d, n) => void (Object.values(d.parts)[n % Object.keys(d.parts).length]!.figures = { va: n }),
  zone: (d) => void addZone(d),
  gone: (d, n) => removeZone(d, Object.keys(d.zones)[n % Object.keys(d.zones).length]!),
  place: (d, n) => void placeNamed(d, `Loft ${n}`),
}
const edits = fc.array(fc.tuple(fc.constantFrom(...Object.keys(recipes)), fc.nat(200)), { minLength: 1, maxLength: 8 })

/** Applies an edit that is known to fit. */
function applied(document: Document, edit: Parameters<typeof applyEdit>[1]): Document {
  const next = applyEdit(document, edit)
  if (!next.ok) throw new Error(next.failures[0]!.says)
  return next.value
}

describe('edits', () => {
  it('undone in turn leave the document as it was, and done again as it became', () => {
    fc.assert(
      fc.property(edits, (made) => {
        const start = documentOf(kestrelPoint())
        let document = start
        const done = []
        for (const [i, [name, n]] of made.entries()) {
          const step = makeEdit(plannedJob(document), name, `edit-${i}-xx`, (draft) => recipes[name]!(draft, n))
          if (!step) continue
          done.push(step.edit)
          document = applied(document, step.edit)
          expect(plannedJob(document)).toEqual(step.job)
        }
        const end = document
        for (const edit of [...done].reverse()) document = applied(document, undoing(edit, `${edit.id}-u`))
        expect(document).toEqual(start)
        for (const edit of done) document = applied(document, edit)
        expect(document).toEqual(end)
      }),
      { numRuns: 60 },
    )
  })

  it('touch the plan alone: what was wired and what the wall was taken to be stay', () => {
    const job = kestrelPoint()
    const document = documentOf(job, job)
    const { edit } = makeEdit(job, 'Take wire 3 out', 'edit-wire-3', (draft) => void delete draft.wires.w3)!
    const next = applied(document, edit)
    expect(next.planned.wires.w3).toBeUndefined()
    expect(next.before?.wires.w3).toEqual(job.wires.w3)
    expect(next.wired?.wires.w3).toEqual(job.wires.w3)
  })

  it('that name something gone are refused, and say what', () => {
    const job = wired()
    const { edit } = makeEdit(job, 'Colour', 'edit-colour', (draft) => void (draft.wires.w3!.colour = 'pink'))!
    const { w3: _, ...others } = job.wires
    const refused = applyEdit(documentOf({ ...job, wires: others }), edit)
    expect(refused).toMatchObject({ ok: false, failures: [{ where: '/planned/wires/w3' }] })
  })

  it('open the first visit once, and not again', () => {
    const document = documentOf(wired())
    const edit = beginningVisit(document, document.planned, 'visit-one')!
    const opened = applied(document, edit)
    expect(opened.before).toEqual(document.planned)
    expect(beginningVisit(opened, document.planned, 'visit-two')).toBeUndefined()
    expect(applied(opened, undoing(edit, 'visit-not')).before).toBeNull()
  })
})

describe('the job file', () => {
  it('reads back as the document that was written', () => {
    for (const job of [kestrelPoint(), wired({ scheme: 's6', twoLead: true, zones: 12 })]) {
      const document = documentOf(job)
      const read = readJobFile(writeJobFile(document))
      expect(read).toEqual({ ok: true, value: plainFile(document) })
      if (read.ok) expect(writeJobFile(read.value.document)).toBe(writeJobFile(document))
    }
  })

  it('reads with a byte order mark before it', () => {
    expect(readJobFile(`\uFEFF${writeJobFile(documentOf(wired()))}`).ok).toBe(true)
  })

  it.each<[string, (file: Record<string, unknown>, document: Document) => void, string]>([
    ['another format', (file) => void (file.format = 'shopping-list'), 'not a Civil Lantern job'],
    ['a later version', (file) => void (file.version = 3), 'version 3'],
    ['a document of a later version', (_f, d) => Object.assign(d, { version: 4 }), 'version 4'],
    ['a field too many', (_f, d) => Object.assign(d, { colour: 'blue' }), 'colour'],
    ['a wire to no part', (_f, d) => void (d.planned.wires.w1!.to.part = 'NOPE'), '/planned/wires/w1/to/part'],
    ['a part at no place', (_f, d) => void (d.planned.parts.V1!.place = 'nowhere'), '/planned/parts/V1/place'],
    ['a zone with no such valve', (_f, d) => void (d.zones.signal!.valve = 'V99'), '/zones/signal/valve'],
    [
      'a size that is no number',
      (_f, d) => Object.assign(d.planned.wires.w1!, { size: 'thick' }),
      '/planned/wires/w1/size',
    ],
    ['entries that are no list', (file) => void (file.entries = {}), '/entries'],
    ['a malformed entry', (file) => void (file.entries = [{ id: 'short' }]), '/entries/0'],
  ])('refuses %s with what and where', (_name, spoil, says) => {
    const file: Record<string, unknown> = JSON.parse(writeJobFile(documentOf(kestrelPoint())))
    spoil(file, file.document as Document)
    const read = readJobFile(JSON.stringify(file))
    expect(read.ok).toBe(false)
    if (!read.ok) expect(read.failures.map((f) => `${f.where} ${f.says}`).join('\n')).toContain(says)
  })

  it('refuses what is not JSON', () => {
    expect(readJobFile('{ "format":')).toMatchObject({ ok: false, failures: [{ code: 'job/json' }] })
  })
})

describe('the parts that are a zone’s own', () => {
  const zone = {
    ...{ number: 1, name: 'Floor', place: 'a', thermostatKind: '', valveKind: '', valvePlace: 'a', run: 1 },
    ...{ thermostat: 'TS1', valve: 'V1', alsoValves: ['V1b', 'V1c'], pump: 'P1' },
  }

  it('are its valves, its relay, its thermostat and its pump', () => {
    expect(valvesOf(zone)).toEqual(['V1', 'V1b', 'V1c'])
    expect(controlsOf(zone)).toEqual(['V1', 'V1b', 'V1c', 'TS1'])
    expect(partsOf({ ...zone, relay: 'K1' })).toEqual(['V1', 'V1b', 'V1c', 'K1', 'TS1', 'P1'])
    expect([valvesOf({}), valvesOf({ valve: 'V1' })]).toEqual([[], ['V1']])
  })

  it('keep their places under other names, and nothing else of the zone changes', () => {
    expect(withParts(zone, (id) => `${id}x`)).toEqual({
      ...zone,
      ...{ thermostat: 'TS1x', valve: 'V1x', alsoValves: ['V1bx', 'V1cx'], pump: 'P1x' },
    })
  })

  it('a further head takes the place of the first that is gone; the last one leaves none', () => {
    const without = (...gone: string[]) => withParts(zone, (id) => (gone.includes(id) ? undefined : id))
    expect([without('V1').valve, without('V1').alsoValves]).toEqual(['V1b', ['V1c']])
    expect([without('V1', 'V1c').valve, without('V1', 'V1c').alsoValves]).toEqual(['V1b', undefined])
    const bare = without('V1', 'V1b', 'V1c', 'TS1', 'P1')
    expect(['valve', 'alsoValves', 'thermostat', 'pump'].filter((role) => role in bare)).toEqual([])
  })
})
