import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { readJob, writeJob } from '../formats/job.ts'
import { wired } from '../testing/benches.ts'
import { applyEdit, makeEdit, undoing } from './edit.ts'
import type { Job } from './schema.ts'
import { addZone, placeNamed, removeZone } from './zones.ts'

const recipes: Record<string, (draft: Job, n: number) => void> = {
  break: (d, n) => void (Object.values(d.wires)[n % Object.keys(d.wires).length]!.broken = true),
  lift: (d, n) => void (Object.values(d.wires)[n % Object.keys(d.wires).length]!.lifted = { from: true }),
  drop: (d, n) => void delete d.wires[Object.keys(d.wires)[n % Object.keys(d.wires).length]!],
  rename: (d, n) => void (Object.values(d.parts)[n % Object.keys(d.parts).length]!.label = `Part ${n}`),
  fault: (d, n) => void (Object.values(d.parts)[n % Object.keys(d.parts).length]!.faults = ['windingOpen']),
  zone: (d) => void addZone(d),
  gone: (d, n) => removeZone(d, Object.keys(d.zones)[n % Object.keys(d.zones).length]!),
  place: (d, n) => void placeNamed(d, `Loft ${n}`),
}
const edits = fc.array(fc.tuple(fc.constantFrom(...Object.keys(recipes)), fc.nat(200)), { minLength: 1, maxLength: 8 })

describe('edits', () => {
  it('undone in turn leave the document as it was, and done again as it became', () => {
    fc.assert(
      fc.property(edits, (made) => {
        const start = kestrelPoint()
        let job: Job = start
        const done = []
        for (const [i, [name, n]] of made.entries()) {
          const step = makeEdit(job, name, `edit-${i}-xx`, (draft) => recipes[name]!(draft, n))
          if (!step) continue
          done.push(step.edit)
          job = step.job
        }
        const end = job
        for (const edit of [...done].reverse()) {
          const back = applyEdit(job, undoing(edit, `${edit.id}-u`))
          if (!back.ok) throw new Error(back.failures[0]!.says)
          job = back.value
        }
        expect(job).toEqual(start)
        for (const edit of done) {
          const again = applyEdit(job, edit)
          if (!again.ok) throw new Error(again.failures[0]!.says)
          job = again.value
        }
        expect(job).toEqual(end)
      }),
      { numRuns: 60 },
    )
  })

  it('that name something gone are refused, and say what', () => {
    const job = wired()
    const made = makeEdit(job, 'Break wire', 'edit-break', (draft) => void (draft.wires.w3!.broken = true))!
    const { w3: _, ...others } = job.wires
    const refused = applyEdit({ ...job, wires: others }, made.edit)
    expect(refused).toMatchObject({ ok: false, failures: [{ where: '/wires/w3' }] })
  })
})

describe('the job file', () => {
  it('reads back as the document that was written', () => {
    for (const job of [kestrelPoint(), wired({ scheme: 's6', twoLead: true, zones: 12 })]) {
      const read = readJob(writeJob(job))
      expect(read).toEqual({ ok: true, value: job })
      if (read.ok) expect(writeJob(read.value)).toBe(writeJob(job))
    }
  })

  it.each<[string, (job: Record<string, unknown>) => void, string]>([
    ['another format', (j) => void (j.format = 'shopping-list'), 'not a Civil Lantern job'],
    ['a later version', (j) => void (j.version = 2), 'version 2'],
    ['a field too many', (j) => void (j.colour = 'blue'), 'colour'],
    ['a wire to no part', (j) => void ((j.wires as Job['wires']).w1!.to.part = 'NOPE'), '/wires/w1/to/part'],
    [
      'a size that is no number',
      (j) => void Object.assign((j.wires as Job['wires']).w1!, { size: 'thick' }),
      '/wires/w1/size',
    ],
  ])('refuses %s with what and where', (_name, spoil, says) => {
    const job: Record<string, unknown> = JSON.parse(writeJob(kestrelPoint()))
    spoil(job)
    const read = readJob(JSON.stringify(job))
    expect(read.ok).toBe(false)
    if (!read.ok) expect(read.failures.map((f) => `${f.where} ${f.says}`).join('\n')).toContain(says)
  })

  it('refuses what is not JSON', () => {
    expect(readJob('{ "format":')).toMatchObject({ ok: false, failures: [{ code: 'job/json' }] })
  })
})
