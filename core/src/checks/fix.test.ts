import { describe, expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { wired } from '../testing/benches.ts'
import { remove, wireOn } from '../testing/hands.ts'
import { line } from '../testing/ways.ts'
import { deviations } from './as-meant.ts'
import { applied, byPuttingBack, fixOf } from './fix.ts'
import { findingsOf } from './index.ts'

const copyOf = <T>(one: T): T => JSON.parse(JSON.stringify(one))

/** Two zones with the motor lead of the first on its end switch, and the core of the second thermostat in another colour. */
function amiss() {
  const job: Job = copyOf(wired({ zones: 2 }))
  const motor = Object.entries(job.wires).find(([, { from, to }]) =>
    [from, to].some((end) => end.part === 'V1' && end.terminal === 'm1'),
  )!
  const [id, wire] = motor
  const side = wire.from.part === 'V1' ? 'from' : 'to'
  const { label } = wire
  const { 0: other } = Object.entries(job.wires).find(
    ([, { from, to }]) => [from, to].some((end) => end.part === 'TS2') && job.wires[id] !== undefined,
  )!
  ;(job.wires as Record<string, Job['wires'][string]>)[id] = { ...wire, [side]: { part: 'V1', terminal: 's1' } }
  ;(job.wires as Record<string, Job['wires'][string]>)[other] = { ...job.wires[other]!, colour: 'violet' }
  return { job, id, other, label }
}

describe('putting back', () => {
  const { job, id, other } = amiss()
  const all = deviations(job)
  const first = (at: Parameters<typeof byPuttingBack>[1]) => applied(job, byPuttingBack(job, at)[0]!)!.wires

  it('there are two things not as the scheme has them', () => expect(all.length).toBeGreaterThanOrEqual(2))

  it('begins with what touches the spot: by its wire, or by its part', () => {
    const sound = wired({ zones: 2 }).wires
    for (const [spot, mended, left] of [
      [{ wire: id }, id, other],
      [{ wire: other }, other, id],
      [{ part: 'V1' }, id, other],
      [{ part: 'TS2' }, other, id],
    ] as const) {
      const wires = first([spot])
      expect(wires[mended], JSON.stringify(spot)).toEqual(sound[mended])
      expect(wires[left], JSON.stringify(spot)).toEqual(job.wires[left])
    }
  })

  it('ends with all of it together', () => {
    const fixes = byPuttingBack(job, [{ part: 'V1' }])
    expect(deviations(applied(job, fixes.at(-1)!)!)).toEqual([])
    expect(fixes.at(-1)!.says).toContain('and ')
  })
})

it('a finding is put right by the rule’s own mending where it has one, in the words of its remedy', () => {
  const job: Job = wired({
    scheme: 's9',
    practice: '230',
    thermostat: 'thermostat/receiver-230',
    valve: 'valve/two-port-5',
    boiler: 'boiler/switched-live',
  })
  // Somebody ran a blue core as a live; it is not put back to what the scheme has, it is sleeved.
  const [id] = Object.entries(job.wires).find(
    ([, { colour, from, to }]) => colour === 'brown' && [from, to].some(({ part }) => part === 'TS1'),
  )!
  job.wires[id]!.colour = 'blue'
  const found = findingsOf(job).find(({ rule }) => rule === 'sleeved')!
  const fix = fixOf(job, found)!
  expect(fix.says).toBe('Sleeve it at both ends in the colour of a live')
  expect(applied(job, fix)!.wires[id]).toMatchObject({ colour: 'blue', sleeve: 'brown' })
})

it('a fix that stands away from its finding is found, alone, and what else deviates stays', () => {
  const job = wired({ scheme: 's9', ...line, boiler: 'boiler/switched-live', zones: 2 })
  remove(job, 'WC1.t8', 'WC1.t9')
  const call = wireOn(job, 'V1.call')!
  job.wires[call]!.colour = 'violet'
  const finding = findingsOf(job).find(({ rule, at }) => rule === 'neutral-whole' && at[0]!.part === 'V2')!
  // Nothing of what is missing shares a wire or a terminal with it.
  expect(finding.at).toEqual([
    { part: 'V2', terminal: 'n' },
    { wire: 'w27' },
    { part: 'P1', terminal: 'n' },
    { wire: 'w28' },
  ])
  const after = applied(job, fixOf(job, finding)!)!
  expect(findingsOf(after).filter(({ rule }) => rule === 'neutral-whole')).toEqual([])
  expect(after.wires[call]!.colour).toBe('violet')
  expect(Object.keys(after.wires).length).toBe(Object.keys(job.wires).length + 1)
})
