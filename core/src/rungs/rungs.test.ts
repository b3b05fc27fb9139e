import { expect, it } from 'vitest'
import type { Job } from '../job/schema.ts'
import { Simulation } from '../motion/simulation.ts'
import { kestrel, wired } from '../testing/benches.ts'
import { ways } from '../testing/ways.ts'
import { laddersOf } from './ladders.ts'
import { ladderLight } from './light.ts'
import { placed, ROW, rowsOf, widthOf } from './place.ts'
import { type Network, piecesOf } from './series-parallel.ts'

/** A network in one line: contacts in brackets, loads in parentheses, branches in braces. */
const inOneLine = (network: Network): string => {
  if (network.form === 'piece') {
    const name = `${network.piece.part}.${network.piece.element}`
    return network.piece.form === 'load' ? `(${name})` : `[${name}]`
  }
  return network.form === 'series'
    ? network.items.map(inOneLine).join(' ')
    : `{${network.items.map(inOneLine).join(' | ')}}`
}
const rungsOf = (job: Job) =>
  laddersOf(new Simulation(job), job).ladders.map(({ title, head, rungs }) => [
    title,
    head.map(inOneLine).join(' '),
    ...rungs.map(({ number, network }) => `${number} ${inOneLine(network)}`),
  ])

it('two 24 V zones read as the book draws them: the supply, the valves by zone, the call loop with its switches side by side', () => {
  expect(rungsOf(wired({ zones: 2 }))).toEqual([
    [
      'Line supply, line voltage',
      '[CB1.pole] [ES1.pole] [SS1.pole]',
      '1 (XF1.core)',
      '2 (B1.controls)',
      '3 (B1.callSupply)',
      '4 [B1.burnerRelay] (BR1.motor)',
      '5 [B1.pumpRelay] (P1.motor)',
    ],
    ['Transformer, low voltage', '[F1.element]', '6 [TS1.contact] (V1.motor)', '7 [TS2.contact] (V2.motor)'],
    ['Boiler, call pair', '', '8 {[V1.endSwitch] | [V2.endSwitch]} (B1.sense)'],
  ])
})

it.each(ways.map((ask) => [`${ask.scheme} ${ask.valve ?? ''}`, ask] as const))(
  'every way of wiring is ladders with no rung out of order: %s',
  (_, ask) => {
    const job = wired({ ...ask, zones: ask.hotWater ? 3 : 2 })
    const { ladders } = laddersOf(new Simulation(job), job)
    const rungs = ladders.flatMap((ladder) => ladder.rungs)
    // A damper that hangs on the valve supply and passes the call on is a bridge: drawn by its shortest ways, and said.
    const bridge = ask.boiler === 'boiler/valve-supply-no-plug'
    expect(rungs.some(({ irregular }) => irregular !== undefined)).toBe(bridge)
    expect(rungs.map(({ number }) => number)).toEqual(rungs.map((_, i) => i + 1))
    const shown = new Set(
      [...rungs.map(({ network }) => network), ...ladders.flatMap(({ head, tail }) => [...head, ...tail])].flatMap(
        (one) => piecesOf(one).map(({ part }) => part),
      ),
    )
    for (const { valve } of Object.values(job.zones)) if (valve) expect(shown).toContain(valve)
    // Nothing is drawn over anything else.
    for (const { network } of rungs) {
      const { pieces } = placed(network, 0, 0, widthOf(network) + 40)
      const spots = pieces.map(({ x, y }) => `${Math.round(x / 100)} ${y}`)
      expect(new Set(spots).size).toBe(spots.length)
      expect(Math.max(...pieces.map(({ y }) => y))).toBeLessThan(rowsOf(network) * ROW)
    }
  },
)

it('a load whose sides are on one rail is drawn and said, and its neighbours stay rungs', () => {
  const job = wired({ zones: 2 })
  const back = Object.values(job.wires).find((wire) => wire.from.part === 'V1' && wire.from.terminal === 'm2')!
  back.to = { part: 'TS1', terminal: 'r' }
  const { ladders } = laddersOf(new Simulation(job), job)
  const said = ladders.flatMap(({ rungs }) => rungs.flatMap(({ irregular }) => irregular ?? []))
  expect(said).toEqual(['Valve 1 has both sides on one rail.'])
})

it('light stops at the open contact, goes on when it makes, and stops again at a broken wire', () => {
  const { job, simulation } = kestrel()
  const low = () => laddersOf(simulation, job).ladders.find(({ circuit }) => circuit === 'low voltage')!
  const litAt = (part: string) => {
    const ladder = low()
    const { lit } = ladderLight(simulation, ladder)
    const piece = ladder.rungs.flatMap(({ network }) => piecesOf(network)).find((one) => one.part === part)!
    return piece.nodes.map((node) => lit.includes(node))
  }
  expect(litAt('TS2')).toEqual([true, false])
  simulation.set('TS2', 'calling', true)
  simulation.settle()
  expect(litAt('TS2')).toEqual([true, true])
  expect(litAt('V2')).toEqual([true, false])
  const cut = kestrel({
    calling: [2],
    suppose: ({ wires }) => [`wire:${Object.keys(wires).find((id) => wires[id]!.label === '21')}/open`],
  })
  const ladder = laddersOf(cut.simulation, cut.job).ladders.find(({ circuit }) => circuit === 'low voltage')!
  const { lit } = ladderLight(cut.simulation, ladder)
  const nodesOf = (part: string) =>
    ladder.rungs.flatMap(({ network }) => piecesOf(network)).find((one) => one.part === part)!.nodes
  // One line on paper between thermostat and valve, bright at its near end and dark at its far one.
  expect(nodesOf('TS2').map((node) => lit.includes(node))).toEqual([true, true])
  expect(nodesOf('V2').map((node) => lit.includes(node))).toEqual([false, false])
})
