import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import type { Job } from '../job/schema.ts'
import { copyOf, wireAt, wired } from '../testing/benches.ts'
import { line } from '../testing/ways.ts'
import { alterationsOf, checkSupposition, reshaped, supposedKinds, suppositionInWords, unitOf } from './index.ts'
import type { Supposition } from './supposition.ts'

const job = demoJobs['kestrel-point']!()

describe('what is supposed is said in words', () => {
  const words: readonly (readonly [Supposition, string, string])[] = [
    [{ id: 'part:V2/switchNeverMakes' }, 'Valve 2: End switch does not make', 'V2/head'],
    [{ id: 'part:V2/bodySeizedShut' }, 'Valve 2: Body seized shut', 'V2/body'],
    [{ id: 'part:TS2/neverMakes' }, 'Thermostat 2: Contact does not close', 'TS2/whole'],
    [{ id: 'part:V2/figure.opensIn', value: 31 }, 'Valve 2: opens in 31 s', 'V2'],
    [{ id: 'part:V2.endSwitch/ohms' }, 'Valve 2: end switch makes with 50 Ω', 'V2'],
    [{ id: 'part:F1.element/ohms' }, 'Fuse F1: contact makes with 50 Ω', 'F1'],
    [{ id: 'part:V2/m1+m2/short' }, 'Valve 2: M1 and M2 touch', 'V2'],
    [{ id: 'wire:w21/open' }, 'Wire 21 broken', 'TC2/white'],
    [{ id: 'wire:w1/open' }, 'Wire 1 broken', 'w1'],
    [{ id: 'wire:w21.to/open' }, 'Wire 21 loose at Thermostat 2 W', 'TS2'],
    [{ id: 'wire:w21.from/lifted' }, 'Wire 21 lifted off Splice S4 way 1', 'S4'],
    [{ id: 'wire:w21.to/ohms' }, 'Wire 21: 60 Ω at Thermostat 2 W', 'TS2'],
    [{ id: 'wire:w21/earth' }, 'Wire 21 touches earth', 'TC2/white'],
    [{ id: 'pair:TC2/red+white/short' }, 'Thermostat cable 2: red and white touch', 'TC2'],
    [{ id: 'lead:V1.m1/exchanged:V2.m1' }, 'Valve 1 M1 and Valve 2 M1 are exchanged', 'V1'],
    [{ id: 'lead:V1.m1/on:V1.m2' }, 'what belongs on Valve 1 M1 is on Valve 1 M2', 'V1'],
    [{ id: 'lead:TS2.w=w21/on:TS2.r' }, 'Wire 21 is on Thermostat 2 R and belongs on Thermostat 2 W', 'TS2'],
    [{ id: 'link:TS2.r+TS2.w/fitted' }, 'a link joins Thermostat 2 R and Thermostat 2 W', 'TS2'],
    [{ id: 'supply/volts', value: 111 }, 'the line stands at 111 V', 'supply'],
    [{ id: 'supply/low' }, 'the line is low, 105 V', 'supply'],
    [{ id: 'supply/high' }, 'the line is high, 127 V', 'supply'],
    [{ id: 'supply/neutral' }, 'the incoming neutral is lost: everything stands at live, nothing runs', 'supply'],
    [{ id: 'supply/other-leg' }, 'the line is the other leg, of opposite sense', 'supply'],
    [{ id: 'supply/dead' }, 'no line voltage comes in', 'supply'],
  ]

  it.each(words)('$id is said in words, and names what would be replaced', (one, says, unit) => {
    expect(checkSupposition(job, one)).toEqual({ ok: true, value: one })
    expect([suppositionInWords(job, one), unitOf(job, one)]).toEqual([says, unit])
  })

  it('every way to be wrong has its words above; what is not in the circuit keeps its name', () => {
    const told = supposedKinds.filter(({ form }) => words.some(([{ id }]) => form.test(id)))
    expect(supposedKinds.filter((kind) => !told.includes(kind)).map(({ name }) => name)).toEqual([
      'receivers paired crosswise',
    ])
    const two = wired({ ...line, scheme: 's11', zones: 2, boiler: 'boiler/switched-live' })
    const paired = { id: 'part:TS1/paired:TS2' }
    expect([suppositionInWords(two, paired), unitOf(two, paired)]).toEqual([
      'the receivers Thermostat 1 and Thermostat 2 answer each other’s rooms',
      'TS1/link',
    ])
    const [one, other] = [reshaped(two, [paired]), two].map(({ zones }) =>
      Object.values(zones).map(({ thermostat }) => thermostat),
    )
    expect(one).toEqual(other!.toReversed())
    expect(suppositionInWords(job, { id: 'wire:w999/open' })).toBe('wire:w999/open (not in this circuit)')
  })
})

describe('what a job does not have is refused in words', () => {
  it.each([
    ['part:V2/sulks', 'V2 has no fault "sulks"; there are windingOpen'],
    ['part:V99/windingOpen', 'There is no part "V99"'],
    ['part:V2/figure.wings', 'V2 has no figure "wings"'],
    ['part:V2.lid/ohms', 'V2 has no contact "lid"; there are endSwitch'],
    ['wire:w999/open', 'There is no wire "w999"'],
    ['wire:w999.to/ohms', 'There is no wire "w999"'],
    ['pair:TC99/red+white/short', 'There is no cable "TC99"'],
    ['pair:TC2/red+pink/short', 'has no core "pink" in use'],
    ['part:V2/m1+e2/short', 'm1 and e2 of V2 are no neighbours'],
    ['part:V2/m1+m9/short', 'V2 has no terminal "m9"'],
    ['lead:V2.m9/on:V2.m1', 'V2 has no terminal "m9"'],
    ['link:V2.m1+V9.m1/fitted', 'There is no part "V9"'],
    ['lead:TS2.w=w999/on:V2.m1', 'There is no wire "w999"'],
    ['lead:TS2.w=w1/on:V2.m1', 'Wire "w1" is not landed on TS2.w.'],
    ['part:V99.endSwitch/ohms', 'There is no part "V99"'],
    ['part:V99/figure.turns', 'There is no part "V99"'],
    ['part:V99/m1+m2/short', 'There is no part "V99"'],
    ['part:V99/paired:TS2', 'There is no part "V99"'],
    ['part:TS2/paired:V99', 'There is no part "V99"'],
    ['part:TS1/paired:TS2', 'TS1 is no receiver of a zone'],
    ['part:P1/neverOpens', 'P1 has no fault "neverOpens"; there are'],
    ['part:S1.way/ohms', 'S1 has no contact "way"; there are none.'],
    ['the wire is broken', 'is no supposition'],
  ])('%s is refused: %s', (id, says) => {
    const checked = checkSupposition(job, { id })
    expect(checked).toMatchObject({ ok: false, failures: [{ where: id }] })
    if (!checked.ok) expect(checked.failures[0]!.says).toContain(says)
    expect(alterationsOf(job, [{ id }])).toEqual(alterationsOf(job, []))
  })

  it('a fault of a kind nobody knows is refused, and says which kind', () => {
    const strange = copyOf(job)
    strange.parts.V2!.kind = 'valve/motor-5'
    const checked = checkSupposition(strange, { id: 'part:V2/motorOpen' })
    expect(checked.ok ? [] : checked.failures.map(({ says }) => says)).toEqual([
      'The kind of V2, "valve/motor-5", is not in the catalogue.',
    ])
  })

  it('nothing comes in where nothing feeds, one leg has no other, and nothing is landed astray that is not landed', () => {
    const { MAINS: _, ...parts } = job.parts
    const refusal = (of: Job, id: string) => {
      const checked = checkSupposition(of, { id })
      return checked.ok ? '' : checked.failures[0]!.says
    }
    for (const id of ['supply/dead', 'supply/other-leg'])
      expect(refusal({ ...job, parts }, id)).toBe('Nothing feeds this circuit from outside.')
    expect(refusal(wired({ practice: '230' }), 'supply/other-leg')).toContain('Only a 120 V supply')
    const bare = copyOf(job)
    delete bare.wires[wireAt(job, 'TS2.w').id]
    expect(refusal(bare, 'lead:TS2.w/on:V2.m1')).toBe('Nothing is landed on TS2.w.')
  })

  it('a figure by which a part is joined inside is refused, one that only counts is not', () => {
    const six = wired({ ...line, scheme: 's9', boiler: 'boiler/switched-live', valve: 'valve/two-port-6' })
    const refused = (figure: string, value: number) => {
      const checked = checkSupposition(six, { id: `part:V1/figure.${figure}`, value })
      return checked.ok ? undefined : checked.failures[0]!.says
    }
    expect(refused('restJoins', 2)).toBe(
      '"restJoins" is how V1 is joined inside, and nothing that comes and goes; set it on the part.',
    )
    expect([refused('stiffness', 0.5), refused('opensIn', 30)]).toEqual([undefined, undefined])
  })
})
