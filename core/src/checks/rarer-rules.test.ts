import { describe, expect, it } from 'vitest'
import { botanyHouse } from '../demo/botany-house.ts'
import type { Job } from '../job/schema.ts'
import { copyOf, wireAt, wired } from '../testing/benches.ts'
import { remove } from '../testing/hands.ts'
import { line } from '../testing/ways.ts'
import { applied, fixOf } from './fix.ts'
import { findingsOf } from './index.ts'

/** Rules about what few plants have: when each speaks, of what, and when it does not. */

const said = (job: Job, rule: string) =>
  findingsOf(job)
    .filter((one) => one.rule === rule)
    .map(({ says }) => says)

describe('a diverter', () => {
  const plant = (jumpersMoved: number, mirrored: number) => {
    const job = wired({ scheme: 's11', ...line, boiler: 'boiler/combination' })
    job.parts.DV = { kind: 'valve/diverter', label: 'Diverter', place: 'boiler', figures: { jumpersMoved, mirrored } }
    return job
  }

  it.each([
    [0, 0, 0],
    [1, 1, 0],
    [0, 1, 1],
    [1, 0, 1],
  ])('jumpers moved %i, body mirrored %i: %i findings', (jumpers, body, findings) =>
    expect(said(plant(jumpers, body), 'diverter-turns')).toHaveLength(findings),
  )

  it('is put right by its jumpers, whichever way they are wrong', () => {
    for (const [jumpers, body] of [
      [0, 1],
      [1, 0],
    ] as const) {
      const job = plant(jumpers, body)
      const finding = findingsOf(job).find(({ rule }) => rule === 'diverter-turns')!
      expect(applied(job, fixOf(job, finding)!)!.parts.DV!.figures).toEqual({ jumpersMoved: body, mirrored: body })
    }
  })
})

describe('a load resistor', () => {
  /** The controller's second output gives volts or milliamps; the resistor across it stands, or is taken out. */
  const plant = (current2: number, resistor: boolean) => {
    const job: Job = JSON.parse(JSON.stringify(botanyHouse()))
    job.parts.BC1!.figures = { current2 }
    if (!resistor) {
      delete job.parts.R2
      for (const [id, { from, to }] of Object.entries(job.wires))
        if (from.part === 'R2' || to.part === 'R2') delete job.wires[id]
    }
    return said(job, 'load-resistor')
  }

  it('is wanted by milliamps and not by volts', () => {
    expect(plant(0, false)).toEqual([])
    expect(plant(1, true)).toEqual([])
    expect(plant(1, false)).toEqual([expect.stringContaining('gives milliamps, and no load resistor')])
    expect(plant(0, true)).toEqual([expect.stringContaining('gives volts into a load resistor')])
  })
})

describe('thermostats and valves that share', () => {
  it('one thermostat of two valves is said, and one valve of two thermostats; each with its own is not', () => {
    expect(said(wired({ zones: 2 }), 'shared-thermostat')).toEqual([])
    const two = wired({ scheme: 's6', twoLead: true })
    wireAt(two, 'V2.m1').wire.to = { ...wireAt(two, 'V1.m1').wire.to }
    const [moves] = said(two, 'shared-thermostat')
    expect(moves).toMatch(/moves Valve 1 and Valve 2\.$/)
    const joined = wired({ zones: 2 })
    const { wire } = wireAt(joined, 'TS1.w')
    const end = (part: string) => ({ part, terminal: 'w' })
    const { cable: _, core: __, ...rest } = wire
    joined.wires.link = { ...rest, from: end('TS1'), to: end('TS2') }
    expect(said(joined, 'shared-thermostat')).toEqual([
      expect.stringMatching(/^Thermostat 1 moves Valve 1 and Valve 2/),
      expect.stringMatching(/^Thermostat 2 moves Valve 1 and Valve 2/),
      expect.stringMatching(/^Valve 1 is moved by Thermostat 1 and Thermostat 2/),
      expect.stringMatching(/^Valve 2 is moved by Thermostat 1 and Thermostat 2/),
    ])
  })
})

it('a thermostat’s cable has a spare core as long as one more is on record than is landed', () => {
  const job = wired({ zones: 2 })
  const [id, cable] = Object.entries(job.cables)[0]!
  const used = Object.values(job.wires)
    .filter((wire) => wire.cable === id)
    .map(({ core }) => core!)
  expect(Object.keys(cable.cores).length).toBe(used.length + 1)
  expect(said(job, 'spare-cores')).toEqual([])
  for (const core of Object.keys(cable.cores)) if (!used.includes(core)) delete cable.cores[core]
  expect(said(job, 'spare-cores')).toEqual([`${cable.label} has no spare core on record.`])
  // A cable that goes to no thermostat is left alone.
  const other = wired({ zones: 2 })
  const own = Object.values(other.wires).filter((wire) => wire.cable === id)
  for (const wire of own) delete wire.cable
  for (const wire of own) delete wire.core
  other.cables[id]!.cores = {}
  expect(said(other, 'spare-cores')).toEqual([])
})

it('a spare output has no neutral to lack: of a boiler without one only itself and what hangs on it are told', () => {
  const job: Job = copyOf(wired({ zones: 1 }))
  remove(job, 'B1.n')
  for (const [id, { from, to }] of Object.entries(job.wires))
    if ([from, to].some(({ part }) => part === 'P1')) delete job.wires[id]
  delete job.parts.P1
  expect(said(job, 'neutral-whole')).toEqual(['Boiler N and Burner N have no neutral.'])
})
