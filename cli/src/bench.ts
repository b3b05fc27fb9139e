import {
  alterationsOf,
  ask,
  benchWith,
  Circuit,
  everySupposition,
  inPattern,
  keyOf,
  LiveBench,
  LoadBench,
  prove,
  Simulation,
  statesOf,
  worstTogether,
  writeSpice,
  zonesInOrder,
} from '@civil-lantern/core'
import { highPrecision } from './high-precision.ts'
import { ngspiceSays } from './ngspice.ts'
import { sampleJob } from './samples.ts'

/**
 * Measures the core beside the goals of the project, against ngspice on the same netlists in the same run.
 * Prints a table, or with --json one object a line.
 */
interface Figure {
  readonly name: string
  readonly value: number
  readonly unit: string
  readonly goal: string
  readonly met: boolean | null
}

const figures: Figure[] = []
const note = (name: string, value: number, unit: string, goal = '', met: boolean | null = null) =>
  figures.push({ name, value, unit, goal, met })

const seconds = () => performance.now() / 1e3

/** Least of several runs, microseconds each. */
function microseconds(runs: number, work: () => void): number {
  for (let i = 0; i < runs; i++) work()
  let best = Number.POSITIVE_INFINITY
  for (let round = 0; round < 7; round++) {
    const from = seconds()
    for (let i = 0; i < runs; i++) work()
    best = Math.min(best, (seconds() - from) / runs)
  }
  return best * 1e6
}

const contacts = (simulation: Simulation) =>
  [...simulation.netlist.parts.values()].flatMap(({ branches }) =>
    [...branches.values()].filter(({ element }) => element?.form === 'contact' && element.operated),
  )

const POINTS = 20_000
const RERUNS = 200

/** What the load of twelve zones costs, in runs of everything calling on a bench made anew. */
function load(zones: number) {
  const job = sampleJob({ scheme: 's2', zones })
  const all = zonesInOrder(job).map(({ id }) => id)
  const cold = microseconds(1, () => void new LoadBench(job).run(all))
  const worst = microseconds(1, () => {
    const bench = new LoadBench(job)
    const alone = new Map(all.map((zone) => [zone, bench.run([zone])]))
    for (const _ of worstTogether(job, bench, alone, bench.rest()));
  })
  const morning = microseconds(1, () => void new LoadBench(job).run(all, 60))
  note(`load: all of ${zones} zones, cold`, cold / 1e3, 'ms')
  note(
    `load: the worst of each number of ${zones} zones`,
    worst / cold,
    'cold runs',
    'at most 150',
    worst / cold <= 150,
  )
  note(`load: a morning of ${zones} zones`, morning / cold, 'cold runs', 'at most 30', morning / cold <= 30)
}

async function againstNgspice(zones: number) {
  const simulation = new Simulation(sampleJob({ scheme: 's2', zones }))
  for (const { thermostat } of zonesInOrder(sampleJob({ scheme: 's2', zones })))
    simulation.set(thermostat!, 'calling', true)
  simulation.settle()
  const { circuit, netlist } = simulation
  const changing = contacts(simulation)
  let turn = 0
  const ours = microseconds(4000, () => {
    const branch = changing[turn % changing.length]!
    const pass = Math.floor(turn++ / changing.length)
    circuit.force(branch, { as: 'closed', ohms: pass % 2 ? 0.011 : 0.012 })
    if (!circuit.solve()) throw new Error('nothing was solved')
  })
  const read = microseconds(2000, () => {
    const branch = changing[turn % changing.length]!
    const pass = Math.floor(turn++ / changing.length)
    circuit.force(branch, { as: 'closed', ohms: pass % 2 ? 0.011 : 0.012 })
    circuit.solve()
    circuit.volts(1, 2)
  })
  const deck = writeSpice(circuit, 'bench').replace('.end\n', '')
  const controlled = (cards: string[]) => `${deck}.control\nsave v(1)\n${cards.join('\n')}\nquit\n.endc\n.end\n`
  const said = await ngspiceSays(controlled([`ac lin ${POINTS} 60 60.0001`, 'rusage totanal', 'rusage all']))
  const analysis = Number(/AC analysis time = ([\d.]+)/.exec(said)?.[1])
  const perPoint = (analysis / POINTS) * 1e6
  const target = changing[0]!.index
  const rerun = async (times: number) => {
    const cards = Array.from({ length: times }, (_, i) => [
      `alter R${target} = ${i % 2 ? 0.011 : 0.012}`,
      'ac lin 1 60 60',
      'destroy all',
    ])
    const from = seconds()
    await ngspiceSays(controlled(cards.flat()))
    return seconds() - from
  }
  const perRerun = (((await rerun(RERUNS)) - (await rerun(1))) / (RERUNS - 1)) * 1e6
  const label = `${zones} zones`
  note(`nodes, ${label}`, netlist.nodes.length - 1, '')
  note(`changed-contact solve, ${label}`, ours, 'us')
  note(`the same, refined for a reading, ${label}`, read, 'us')
  note(`ngspice per point, ${label}`, perPoint, 'us')
  note(`ngspice alter and rerun, ${label}`, perRerun, 'us')
  note(`solve / ngspice per point, ${label}`, ours / perPoint, 'x', 'at most 1', ours / perPoint <= 1)
  note(`ngspice alter and rerun / solve, ${label}`, perRerun / ours, 'x', 'at least 30', perRerun / ours >= 30)
  note(`largest error in circuit, ${label}`, largestError(circuit), 'V', 'under 1e-9', largestError(circuit) < 1e-9)
}

/** The largest error of a voltage across any branch that conducts, against 40 digits. */
function largestError(circuit: Circuit): number {
  const exact = highPrecision(circuit)
  let most = 0
  for (const branch of circuit.netlist.branches) {
    if (branch.form === 'stray' || branch.form === 'touch') continue
    const { re, im } = circuit.between(branch.a, branch.b)
    const [a, b] = [exact[branch.a]!, exact[branch.b]!]
    most = Math.max(most, Math.hypot(a[0].minus(b[0]).minus(re).toNumber(), a[1].minus(b[1]).minus(im).toNumber()))
  }
  return most
}

function zoneCycle() {
  const simulation = new Simulation(sampleJob({ scheme: 's2', zones: 6 }))
  const before = simulation.circuit.solves
  simulation.set('TS3', 'calling', true)
  simulation.settle()
  simulation.set('TS3', 'calling', false)
  simulation.settle()
  const solves = simulation.circuit.solves - before
  note('solves per zone cycle', solves, '', 'at most 7', solves <= 7)
}

/** Every combination of calls in Gray order, so that each step changes one thermostat. */
function allCombinations(zones: number) {
  const simulation = new Simulation(sampleJob({ scheme: 's2', zones }))
  const thermostats = zonesInOrder(sampleJob({ scheme: 's2', zones })).map(({ thermostat }) => thermostat!)
  const once = () => {
    for (let i = 1; i <= 2 ** zones; i++) {
      const bit = Math.min(zones - 1, Math.log2(i & -i))
      const thermostat = thermostats[bit]!
      simulation.set(thermostat, 'calling', simulation.stateOf(thermostat).calling !== true)
      simulation.settle()
    }
  }
  const before = simulation.circuit.solves
  once()
  const solves = simulation.circuit.solves - before
  note(`settle all ${2 ** zones} combinations`, microseconds(3, once) / 1e3, 'ms')
  note(`solves per combination, ${zones} zones`, solves / 2 ** zones, '', 'at most 2.5', solves / 2 ** zones <= 2.5)
}

/** Counts the time spent in solving from here on, milliseconds, until it is stopped. */
function solving() {
  const { solve } = Circuit.prototype
  let spent = 0
  Circuit.prototype.solve = function (this: Circuit) {
    const from = performance.now()
    const solved = solve.call(this)
    spent += performance.now() - from
    return solved
  }
  return {
    stop() {
      Circuit.prototype.solve = solve
      return spent
    },
  }
}

/** Seconds for which a whole proof is repeated: a short one is warm only after many. */
const REPEATED = 2

/** The proof of a panel with hot-water priority, whole, with its trials and its pumps against shut valves; warm, the best. */
function proof(zones: number) {
  const job = sampleJob({ scheme: 's5a', zones, panel: 'panel/zone-valve-6', hotWater: true, priority: true })
  const once = () => {
    const clocked = solving()
    const from = performance.now()
    const work = prove(job)
    let looks = 0
    let calls = 0
    for (let next = work.next(); ; next = work.next()) {
      if (next.done) {
        const all = performance.now() - from
        return { calls, all, looks, solving: clocked.stop(), ...next.value }
      }
      looks++
      if (next.value.done <= 2 ** zones) calls = performance.now() - from
    }
  }
  let best = once()
  const until = performance.now() + REPEATED * 1e3
  for (let runs = 1; runs < 5 || performance.now() < until; runs++) {
    const run = once()
    if (run.all < best.all) best = run
  }
  if (best.differences.length > 0) throw new Error(best.differences[0]!.says)
  const goal = zones === 10
  note(
    `proof, ${zones} zones, panel, priority: calls`,
    best.calls,
    'ms',
    goal ? 'under 150' : '',
    goal ? best.calls < 150 : null,
  )
  note(`proof, ${zones} zones: all trials, ${best.looks} looks up`, best.all, 'ms')
  note(
    `proof, ${zones} zones: wall over its solves’ own time`,
    best.all / best.solving,
    'x',
    'at most 2',
    best.all / best.solving <= 2,
  )
  note(`proof, ${zones} zones: solves per combination`, best.solves / best.rows.length, '')
}

/** In how many rounds suppositions are timed; the least counts: the worst of hundreds is the one that was disturbed most. */
const ROUNDS = 40

/** How often each is taken on within a round: the solve they are held against is repeated too, and has all it wants at hand. */
const AGAIN = 5

/**
 * Every single thing a live bench of a six-zone panel can be supposed to have, switched, settled and given back, beside a
 * solve; and what is out of the pattern, built anew.
 */
function suppositions() {
  const job = sampleJob({ scheme: 's5a', zones: 6, panel: 'panel/zone-valve-6', hotWater: true, priority: true })
  const simulation = new Simulation(job)
  for (const { id } of zonesInOrder(job).slice(0, 2)) ask(simulation, job, id, true)
  simulation.settle()
  const mark = simulation.mark()
  const changing = contacts(simulation)
  const changed = (passes: number) => {
    const from = performance.now()
    for (let pass = 0; pass < passes; pass++)
      for (const branch of changing) {
        simulation.circuit.force(branch, { as: 'closed', ohms: pass % 2 ? 0.011 : 0.012 })
        simulation.circuit.solve()
      }
    const each = ((performance.now() - from) * 1e3) / (passes * changing.length)
    for (const branch of changing) simulation.circuit.force(branch, undefined)
    simulation.circuit.solve()
    return each
  }
  const all = everySupposition(job).filter(inPattern)
  const once = all.map((one) => {
    const alterations = alterationsOf(job, [one])
    return () => {
      const from = performance.now()
      simulation.alter(alterations)
      simulation.settle()
      simulation.back(mark)
      return (performance.now() - from) * 1e3
    }
  })
  // Warm, and in turns with the solve they are held against: a machine that slows down for a while slows both.
  for (let round = 0; round < 24; round++) for (const each of once) each()
  let solve = Number.POSITIVE_INFINITY
  const first = once.map(() => Number.POSITIVE_INFINITY)
  const times = once.map(() => Number.POSITIVE_INFINITY)
  for (let round = 0; round < ROUNDS; round++) {
    solve = Math.min(solve, changed(20))
    for (const [i, each] of once.entries()) {
      first[i] = Math.min(first[i]!, each())
      for (let again = 1; again < AGAIN; again++) times[i] = Math.min(times[i]!, each())
    }
  }
  const mean = times.reduce((sum, one) => sum + one, 0) / times.length
  const worst = times.indexOf(Math.max(...times))
  if (process.argv.includes('--slowest'))
    for (const [i] of [...times.entries()].sort((a, b) => b[1] - a[1]).slice(0, 12))
      console.log(`${all[i]!.id} ${(times[i]! / solve).toFixed(1)}`)
  note('suppositions in the pattern, 6-zone panel', all.length, '')
  note('its changed-contact solve', solve, 'us')
  note('one switched, settled, given back: mean', mean, 'us')
  note('the same, in solves', mean / solve, 'x', 'at most 15', mean / solve <= 15)
  note(
    `the worst (${all[worst]!.id}), in solves`,
    times[worst]! / solve,
    'x',
    'at most 15',
    times[worst]! / solve <= 15,
  )
  note('the worst where each is met once, after all others', Math.max(...first) / solve, 'x')
  const elsewhere = [{ id: 'lead:TS1.w/on:PN1.w2' }]
  const built = microseconds(5, () => void benchWith(job, elsewhere, statesOf(simulation, job)))
  note('one out of the pattern, built anew', built / 1e3, 'ms', 'at most 10', built <= 1e4)
}

/** What a live bench sends each tick while a zone of a six-zone panel opens, beside the whole picture sent once. */
function ticks() {
  const job = sampleJob({ scheme: 's5a', zones: 6, panel: 'panel/zone-valve-6', hotWater: true, priority: true })
  const [zone] = zonesInOrder(job)
  const bench = new LiveBench()
  const bytes = (value: unknown) => (value === undefined ? 0 : JSON.stringify(value).length)
  const on = { job, supposed: [], hands: {} }
  const whole = bytes(bench.open({ ...on, key: keyOf(job, [], {}) }, true))
  const hands = { [zone!.thermostat!]: { calling: true } }
  bench.open({ ...on, hands, key: keyOf(job, [], hands) }, false)
  const sent = Array.from({ length: 40 }, () => bytes(bench.advance(0.32)))
  note('the whole picture, 6-zone panel', whole / 1000, 'kB')
  note('what a tick sends: mean of 40', sent.reduce((a, b) => a + b) / sent.length / 1000, 'kB')
  note('what a tick sends: most', Math.max(...sent) / 1000, 'kB')
}

zoneCycle()
load(12)
ticks()
suppositions()
for (const zones of [6, 10, 12]) proof(zones)
allCombinations(6)
allCombinations(10)
await againstNgspice(6)
await againstNgspice(30)
note('peak memory', process.resourceUsage().maxRSS / 1024, 'MB')

if (process.argv.includes('--json')) for (const figure of figures) console.log(JSON.stringify(figure))
else
  for (const { name, value, unit, goal, met } of figures)
    console.log(
      `${name.padEnd(44)} ${Number(value.toPrecision(4)).toString().padStart(11)} ${unit.padEnd(4)} ${goal.padEnd(12)} ${met === null ? '' : met ? 'met' : 'NOT MET'}`,
    )
