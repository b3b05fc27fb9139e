import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { findingsOf } from '../checks/index.ts'
import { loopsOf } from '../loops/loops.ts'
import { contact } from '../parts/element.ts'
import { catalogue, kindOf } from '../parts/index.ts'
import type { PartKind } from '../parts/kind.ts'
import { proven } from '../proof/proof.ts'
import { benchWith } from '../suppose/bench.ts'
import { everySupposition, suppositionInWords } from '../suppose/index.ts'
import { seriousIn, wireAt, wired } from '../testing/benches.ts'
import { ways } from '../testing/ways.ts'

/** Kinds nobody has built: a valve's twin whose head holds a second switch, made while the valve is shut. */
const twin = (kind: PartKind): PartKind => ({
  ...kind,
  kind: `${kind.kind}-twin`,
  name: `${kind.name}, with a second switch`,
  terminals: {
    ...kind.terminals,
    s3: { role: 'end switch', marking: 'S3', circuit: 'call', takes: 1, lead: 'grey', dry: true },
    s4: { role: 'end switch', marking: 'S4', circuit: 'call', takes: 1, lead: 'violet', dry: true },
  },
  roles: { ...kind.roles, switches: [...(kind.roles.switches ?? []), { element: 'shutSwitch', proves: 'shut' }] },
  hookup: { ...kind.hookup!, spare: [...(kind.hookup?.spare ?? []), 's3', 's4'] },
  inside: (f, site) => [...kind.inside(f, site), contact('shutSwitch', 's3', 's4', (s) => Number(s.travel) <= 0.05)],
  faults: [
    ...(kind.faults ?? []),
    { name: 'shutNeverMakes', says: 'Shut switch does not make', repair: 'Head', unit: 'head', open: ['shutSwitch'] },
    { name: 'shutNeverOpens', says: 'Shut switch does not open', repair: 'Head', unit: 'head', short: ['shutSwitch'] },
  ],
})

const twins = [...catalogue.values()].filter(({ roles }) => roles.travel && roles.switches?.length).map(twin)
const all = catalogue as Map<string, PartKind>
beforeAll(() => {
  for (const kind of twins) all.set(kind.kind, kind)
})
afterAll(() => {
  for (const { kind } of twins) all.delete(kind)
})

/** Every way whose valve has a switch, with that valve's twin. */
const asked = ways.flatMap((way) => {
  const valve = `${way.valve ?? (way.twoLead ? 'valve/motor-2' : 'valve/motor-4')}-twin`
  return twins.some(({ kind }) => kind === valve) ? [{ ...way, valve }] : []
})

describe.each(asked)('two switches on a valve, wired by $scheme ($valve $boiler $panel $remote)', (way) => {
  const job = () => wired({ ...way, zones: 3 })

  it('cabled, landed and insulated; nothing is wrong, and every combination does what it should', () => {
    const made = job()
    for (const { number } of Object.values(made.zones))
      if (made.parts[`V${number}`]?.kind === way.valve)
        for (const lead of ['s3', 's4']) {
          const { wire } = wireAt(made, `V${number}.${lead}`)
          const far = wire.from.part === `V${number}` ? wire.to : wire.from
          expect(kindOf(made.parts[far.part]!)?.class).toBe('joint')
        }
    expect(seriousIn(made)).toEqual([])
    expect(proven(made).differences).toEqual([])
  })
})

describe('two switches on one valve', () => {
  const job = () => wired({ valve: 'valve/motor-4-twin', remote: true, zones: 2 })

  it('a shut switch that is landed in the call instead fires the boiler for nothing, and the proof says so', () => {
    const made = job()
    for (const [proof, shut] of [
      ['e1', 's3'],
      ['e2', 's4'],
    ]) {
      const [a, b] = [wireAt(made, `V1.${proof}`).wire, wireAt(made, `V1.${shut}`).wire]
      const [x, y] = [a, b].map((wire) => (wire.from.part === 'V1' ? wire.from : wire.to))
      ;[x!.terminal, y!.terminal] = [y!.terminal, x!.terminal]
    }
    expect(proven(made).differences.map(({ says }) => says)).toContainEqual(expect.stringMatching(/Boiler/))
    expect(findingsOf(made).length).toBeGreaterThan(0)
  })

  it('each of its faults is supposed by name, settles, and touches its own switch alone', () => {
    const made = job()
    const faults = everySupposition(made).filter(({ id }) => id.startsWith('part:V1/s') && id.includes('hut'))
    expect(faults.map((one) => suppositionInWords(made, one))).toEqual(
      expect.arrayContaining([expect.stringContaining('Shut switch does not make')]),
    )
    const shut = (wrong: string[], calling: boolean) => {
      const bench = benchWith(
        made,
        wrong.map((id) => ({ id })),
      )
      bench.set('TS1', 'calling', calling)
      bench.settle()
      const isMade = (element: string) =>
        !bench.circuit.lump(bench.netlist.parts.get('V1')!.branches.get(element)!).open
      return { made: isMade('shutSwitch'), open: isMade('endSwitch') }
    }
    expect(shut([], false)).toEqual({ made: true, open: false })
    expect(shut([], true)).toEqual({ made: false, open: true })
    expect(shut(['part:V1/shutNeverMakes'], false)).toEqual({ made: false, open: false })
    expect(shut(['part:V1/shutNeverOpens'], true)).toEqual({ made: true, open: true })
  })

  it('the switch that proves it open is the zone’s call; the other has a strip of its own once it is used', () => {
    const made = job()
    const unused = benchWith(made, [])
    expect(loopsOf(unused, made).shared.map(({ subject }) => subject.element)).not.toContain('shutSwitch')
    const { wire } = wireAt(made, 'V1.s3')
    const cap = wire.from.part === 'V1' ? wire.to : wire.from
    made.wires.used = { ...wire, from: { part: cap.part, terminal: 'w2' }, to: { part: 'V1', terminal: 'e1' } }
    const bench = benchWith(made, [])
    bench.settle()
    const { zones, shared } = loopsOf(bench, made)
    expect(zones[0]!.call!.subject).toMatchObject({ part: 'V1', element: 'endSwitch' })
    expect(shared.map(({ subject }) => `${subject.part}.${subject.element}`)).toContain('V1.shutSwitch')
  })
})
