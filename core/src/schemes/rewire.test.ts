import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { documentOf } from '../job/document.ts'
import type { Job } from '../job/schema.ts'
import { validateDocument } from '../job/validate.ts'
import { removeZone } from '../job/zones.ts'
import { addZone } from '../parts/new-job.ts'
import { wireAt } from '../testing/benches.ts'
import { schemeCalled } from './index.ts'
import { rewired } from './rewire.ts'

const again = (job: Job, way = 's2') => rewired(job, schemeCalled(way)!)

describe('wiring again', () => {
  it('an untouched wiring comes out as it was', () => {
    const job = kestrelPoint()
    expect(again(job)).toEqual({ job, kept: [], lost: [], fresh: [] })
  })

  it('keeps names, colours, markings and a moved wire when a zone is added, though numbers shift', () => {
    const job = kestrelPoint()
    job.parts.V3!.label = 'Valve by the pillar'
    job.parts.V3!.markings = { m1: 'A' }
    const { id, wire } = wireAt(job, 'TS2.w')
    wire.colour = 'violet'
    job.wires.mine = {
      from: { part: 'XF1', terminal: 'h' },
      to: { part: 'TS4', terminal: 'w' },
      colour: 'pink',
      size: 0.8,
      length: 3,
      label: 'jumper',
    }
    addZone(job)
    const { job: next, kept, lost, fresh } = again(job)
    expect(next.parts.V3).toMatchObject({ label: 'Valve by the pillar', markings: { m1: 'A' } })
    expect(wireAt(next, 'TS2.w').wire).toMatchObject({ colour: 'violet' })
    expect(wireAt(next, 'TS2.w').id).toBe(id)
    expect(Object.values(next.wires).find(({ label }) => label === 'jumper')).toMatchObject({ to: { part: 'TS4' } })
    expect(next.zones.zone1).toMatchObject({ valve: 'V6' })
    expect(lost).toEqual([])
    expect(kept).toEqual([
      'Valve by the pillar: name, markings',
      expect.stringMatching(/^Wire \d+: colour$/),
      'Wire jumper, added',
    ])
    expect(fresh).toContain('New: Thermostat 6, Valve 6')
    expect(validateDocument(documentOf(next))).toMatchObject({ ok: true })
  })

  it('says what has no place any more: a wire to a zone that is gone', () => {
    const job = kestrelPoint()
    wireAt(job, 'TS5.w').wire.colour = 'violet'
    delete job.zones.tank
    const { job: next, lost } = again(job)
    expect(lost).toEqual([expect.stringContaining('not in the new wiring')])
    expect(next.parts.V5).toBeUndefined()
    expect(validateDocument(documentOf(next))).toMatchObject({ ok: true })
  })

  it('of a wall that hangs keeps the numbers of every zone that stays, and says which one went', () => {
    for (const [zone, { name, valve, thermostat }] of Object.entries(kestrelPoint().zones)) {
      const job = produce(kestrelPoint(), (draft) => removeZone(draft, zone))
      const { job: next, fresh, lost } = rewired(job, schemeCalled('s2')!, true)
      const gone = [thermostat!, valve!].map((part) => job.parts[part]!.label)
      expect(fresh[0], name).toBe(`Gone: ${gone.join(', ')}`)
      expect(lost).toEqual([])
      for (const [id, stays] of Object.entries(job.zones)) {
        expect(next.zones[id]).toMatchObject({ valve: stays.valve, thermostat: stays.thermostat })
        expect(next.parts[stays.valve!]).toEqual(job.parts[stays.valve!])
        const cable = wireAt(job, `${stays.thermostat}.w`).wire.cable!
        expect(next.cables[cable]).toEqual(job.cables[cable])
      }
      // Without a wall they are numbered in their order.
      expect(Object.values(again(job).job.zones).map((one) => one.valve)).toEqual(['V1', 'V2', 'V3', 'V4'])
      expect(again(job).fresh[0]).toBe(fresh[0])
    }
  })

  it('of a wall that hangs gives a new zone numbers above all that are in use', () => {
    const job = produce(kestrelPoint(), (draft) => removeZone(draft, 'keepers'))
    const once = rewired(job, schemeCalled('s2')!, true).job
    const { job: next, fresh } = rewired(
      produce(once, (draft) => void addZone(draft)),
      schemeCalled('s2')!,
      true,
    )
    expect(fresh[0]).toBe('New: Thermostat 6, Valve 6')
    expect(next.zones.zone1).toMatchObject({ number: 5, valve: 'V6', thermostat: 'TS6' })
    expect(next.cables.TC6!.label).toBe('Thermostat cable 6')
    const labels = Object.values(next.parts).map(({ label }) => label)
    expect(new Set(labels).size).toBe(labels.length)
  })

  it('carries what was changed at a zone over to its own valve, though another zone went', () => {
    const job = kestrelPoint()
    job.parts.V3!.markings = { m1: 'A' }
    const { job: next } = again(produce(job, (draft) => removeZone(draft, 'keepers')))
    expect(next.zones.oil!.valve).toBe('V2')
    expect(next.parts.V2!.markings).toEqual({ m1: 'A' })
    expect(next.parts.V3!.markings).toBeUndefined()
  })

  it('keeps a part that was taken out, out, with its wires', () => {
    const job = kestrelPoint()
    delete job.parts.FC1
    for (const [id, { from, to }] of Object.entries(job.wires))
      if (from.part === 'FC1' || to.part === 'FC1') delete job.wires[id]
    const { job: next, kept } = again(job)
    expect(next.parts.FC1).toBeUndefined()
    expect(kept).toContain('Fire cut-out, removed')
    expect(validateDocument(documentOf(next))).toMatchObject({ ok: true })
  })

  it('another way keeps what it still has', () => {
    const job = kestrelPoint()
    job.parts.V3!.label = 'Valve by the pillar'
    const { job: next } = again(job, 's2c')
    expect(next.parts.V3!.label).toBe('Valve by the pillar')
    expect(next.scheme?.id).toBe('s2c')
  })
})
