import { ask, benchWith, type Job, type Simulation, writeSpice, zonesInOrder } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { broken } from './breakages.ts'
import { ngspice, type Solved } from './ngspice.ts'
import { Random } from './random.ts'
import { sampleJobs } from './samples.ts'

/**
 * Compares the core with ngspice on the same netlists, alternating and direct: every demo document in every combination
 * of calls, whole and broken; and generated jobs of every scheme, fewer of each. Prints the largest relative difference of any voltage above half a volt between two terminals of one galvanic
 * island, and exits with 1 where it reaches the limit.
 */
const LIMIT = 1e-6
const DEMO = { variants: 30, zones: 6 }
const GENERATED = { variants: 2, zones: 3 }
const SMALLEST_VOLTS = 0.5
const BATCH = 250

interface Case {
  readonly name: string
  readonly simulation: Simulation
}

function* casesOf(name: string, job: Job, random: Random, most: typeof DEMO): Generator<Case> {
  const zones = zonesInOrder(job).slice(0, most.zones)
  for (let variant = 0; variant <= most.variants; variant++) {
    const wrong = variant === 0 ? { job, supposed: [] } : broken(job, random)
    for (let calls = 0; calls < 2 ** zones.length; calls++) {
      const simulation = benchWith(wrong.job, wrong.supposed)
      for (const [bit, zone] of zones.entries()) if (calls & (1 << bit)) ask(simulation, wrong.job, zone.id, true)
      simulation.settle()
      yield { name: `${name}, variant ${variant}, calls ${calls.toString(2).padStart(zones.length, '0')}`, simulation }
    }
  }
}

/**
 * Nodes joined by metal: everything but strays and the gap between windings; for direct current a rectified load is a gap
 * too, and what hangs on strays alone is a matter of whose leakage one believes.
 */
function islands({ netlist, circuit }: Simulation, current: 'alternating' | 'direct'): number[] {
  const gap = (element: (typeof netlist.branches)[number]['element']) =>
    current === 'direct' && element?.form === 'load' && element.rectified === true
  const island = netlist.nodes.map((_, i) => i)
  const root = (node: number): number => {
    let at = node
    while (island[at] !== at) at = island[at]!
    return at
  }
  for (const branch of netlist.branches)
    if (branch.form !== 'stray' && !circuit.lump(branch).open && !gap(branch.element))
      island[root(branch.a)] = root(branch.b)
  for (const { nodes } of netlist.windings) {
    island[root(nodes[0])] = root(nodes[1])
    island[root(nodes[2])] = root(nodes[3])
  }
  return island.map((_, node) => root(node))
}

function worst({ simulation }: Case, { alternating, direct }: Solved): { difference: number; pairs: number } {
  const { netlist, circuit } = simulation
  const island = islands(simulation, 'alternating')
  const plain = islands(simulation, 'direct')
  const terminals = netlist.nodes.map((name, node) => ({ name, node })).filter(({ name }) => !name.startsWith('wire:'))
  let difference = 0
  let pairs = 0
  const compare = (a: number, b: number, spice: Solved['direct'], re: number, im: number) => {
    const [one, other] = [spice.get(String(a)), spice.get(String(b))]
    if (!one || !other) throw new Error(`ngspice has no node ${netlist.nodes[a]} or ${netlist.nodes[b]}`)
    const [theirRe, theirIm] = [one[0] - other[0], one[1] - other[1]]
    const volts = Math.hypot(theirRe, theirIm)
    if (volts <= SMALLEST_VOLTS) return
    pairs++
    difference = Math.max(difference, Math.hypot(re - theirRe, im - theirIm) / volts)
  }
  for (const [i, one] of terminals.entries())
    for (const other of terminals.slice(i + 1)) {
      if (island[one.node] !== island[other.node]) continue
      const ours = circuit.between(one.node, other.node)
      compare(one.node, other.node, alternating, ours.re, ours.im)
      if (circuit.hasDirect && plain[one.node] === plain[other.node])
        compare(one.node, other.node, direct, circuit.directVolts(one.node, other.node), 0)
    }
  return { difference, pairs }
}

let overall = 0
const jobs = [
  ...Object.entries(demoJobs).map(([id, make]) => ({ name: id, job: make(), most: DEMO })),
  ...sampleJobs().map(([name, job]) => ({ name, job, most: GENERATED })),
]
for (const { name, job, most: range } of jobs) {
  const cases = [...casesOf(name, job, new Random(20_077), range)]
  let most = { difference: 0, name: '' }
  let pairs = 0
  for (let from = 0; from < cases.length; from += BATCH) {
    const batch = cases.slice(from, from + BATCH)
    const decks = batch.map((one) => writeSpice(one.simulation.circuit, one.name))
    const volts = await ngspice(decks, batch[0]!.simulation.netlist.hertz)
    for (const [i, one] of batch.entries()) {
      const found = worst(one, volts[i]!)
      pairs += found.pairs
      if (found.difference > most.difference) most = { difference: found.difference, name: one.name }
    }
  }
  overall = Math.max(overall, most.difference)
  console.log(
    `${name}: ${cases.length} circuits, ${pairs} voltages, largest relative difference ${most.difference.toExponential(2)} (${most.name})`,
  )
}
console.log(`oracle: largest relative difference ${overall.toExponential(2)}, limit ${LIMIT.toExponential(0)}`)
if (!(overall < LIMIT)) process.exitCode = 1
