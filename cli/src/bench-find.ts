import {
  type Ask,
  type Ended,
  type Evidence,
  Finder,
  type Job,
  NOBODY,
  repairedBy,
  type Shown,
  StandInWall,
  type Supposition,
  search,
  type Wanted,
} from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { Random } from './random.ts'

/** How the mains, the transformers and the runs of a plant differ from what is written, at most, as shares; and its meter. */
const OFF = { supply: 0.08, va: 0.15, length: 0.3, meter: 0.02 } as const

/** What is said when a search begins: a zone that stays cold, or what heats or runs though nobody calls. */
interface Complaint {
  readonly troubled: readonly string[]
  readonly begins: readonly Evidence[]
}

/** A plant whose figures are drawn, with something wrong in it that nobody is told. */
function drawn(job: Job, wrong: readonly Supposition[], random: Random): StandInWall {
  const off = (share: number) => 1 + share * (2 * random.next() - 1)
  const own: Job = {
    ...job,
    wires: Object.fromEntries(
      Object.entries(job.wires).map(([id, wire]) => [id, { ...wire, length: wire.length * off(OFF.length) }]),
    ),
  }
  const line = job.practice === '120' ? 120 : 230
  const figures: Supposition[] = wrong.some(({ id }) => id.startsWith('supply/'))
    ? []
    : [{ id: 'supply/volts', value: line * off(OFF.supply) }]
  return new StandInWall(own, wrong, () => OFF.meter * (2 * random.next() - 1), figures)
}

/** What would be complained of in a plant; nothing where nobody would notice. */
function complaintOf(job: Job, wall: StandInWall, finder: Finder): Complaint | undefined {
  const zones = Object.keys(job.zones)
  const cold = zones.filter((zone) => !wall.heats(zone))
  const uncalled = wall.heatsUncalled
  const warm = zones.filter((zone) => !cold.includes(zone))
  const said: Evidence[] = [
    ...cold.map((zone) => ({ is: 'room' as const, zone, heats: false })),
    ...warm.slice(0, 2).map((zone) => ({ is: 'room' as const, zone, heats: true })),
    ...uncalled.map((zone) => ({ is: 'room' as const, zone, heats: true, uncalled: true as const })),
  ]
  if (cold.length > 0 || uncalled.length > 0) return { troubled: [...cold, ...uncalled], begins: said }
  if (!wall.runsUncalled) return undefined
  const ran = finder.asks.filter((ask) => ask.ask === 'runs' && wall.shows(ask, NOBODY) === 'yes')
  return {
    troubled: zones.slice(0, 1),
    begins: [...said, ...ran.map((ask) => ({ is: 'shown' as const, ask: ask.id, stand: NOBODY, shown: 'yes' }))],
  }
}

interface Case {
  readonly job: string
  readonly truth: readonly string[]
  readonly units: readonly string[]
  readonly ended: Ended
  readonly firstRight: boolean
  readonly right: boolean
  readonly wrongParts: number
}

/** Lets a search run against a wall to its end. */
function searched(
  finder: Finder,
  job: Job,
  wall: StandInWall,
  { troubled, begins }: Complaint,
  lies: () => boolean,
  random: Random,
): Ended {
  const work = search(finder, job, troubled, begins)
  const answer = (wanted: Wanted): Shown | boolean => {
    if (wanted.do === 'check') return wall.heats(wanted.zone)
    if (wanted.do === 'repair') return wall.repair(wanted.unit.unit)
    const { ask, stand } = wanted
    return lies() ? misled(wall, finder, ask, stand, random) : wall.shows(ask, stand)
  }
  let next = work.next()
  while (!next.done) next = work.next(answer(next.value))
  return next.value
}

/** What somebody reads who has the leads on another pair of terminals, or takes one word for another. */
function misled(
  wall: StandInWall,
  finder: Finder,
  ask: Ask,
  stand: Parameters<StandInWall['shows']>[1],
  random: Random,
): Shown {
  const others = finder.asks.filter((one) => one.ask === ask.ask && one.id !== ask.id)
  return others.length > 0 ? wall.shows(random.pick(others), stand) : wall.shows(ask, stand)
}

const goals = [['single', 'true unit among the repairs, closing check passed', 0.98]] as const

/** `--json`, `--every N` of the single faults, `--jobs a,b`, `--show` the cases that went wrong. */
const flag = (name: string) => {
  const at = process.argv.indexOf(`--${name}`)
  return at < 0 ? undefined : (process.argv[at + 1] ?? '')
}
const every = Number(flag('every') ?? 1)
const only = flag('jobs')?.split(',')
const show = process.argv.includes('--show')
const cases: Case[] = []
const began = performance.now()
for (const [name, make] of Object.entries(demoJobs)) {
  if (only && !only.includes(name)) continue
  const job = make()
  const finder = new Finder(job)
  const random = new Random(7)
  const truths = finder.suspects.filter(({ suppositions }) => suppositions.length > 0)
  for (let i = Math.floor(every / 2); i < truths.length; i += every) {
    const truth = truths[i]!
    const wall = drawn(job, truth.suppositions, random)
    const complaint = complaintOf(job, wall, finder)
    if (!complaint) continue
    const ended = searched(finder, job, wall, complaint, () => false, random)
    const units = truth.suppositions.map((one) => repairedBy(job, one))
    const right = ended.solved && units.every((unit) => ended.repairs.includes(unit))
    const one: Case = {
      job: name,
      truth: truth.suppositions.map(({ id }) => id),
      units,
      ended,
      right,
      firstRight: units.includes(ended.repairs[0] ?? ''),
      wrongParts: ended.repairs.filter((unit) => !units.includes(unit)).length,
    }
    cases.push(one)
    if (show && !(one.right && one.firstRight))
      console.log(
        `${name} ${truth.id} [${units}] -> ${ended.repairs.join(', ') || 'nothing'} ${ended.solved ? 'solved' : (ended.why ?? '')} tests ${ended.tests} min ${ended.minutes.toFixed(1)}`,
      )
  }
}
const share = (count: number) => `${((100 * count) / cases.length).toFixed(1)} %`
const mean = (of: (one: Case) => number) => cases.reduce((sum, one) => sum + of(one), 0) / cases.length
console.log(
  `${cases.length} cases, true unit ${share(cases.filter(({ right }) => right).length)}, solved ${share(cases.filter(({ ended }) => ended.solved).length)}, first right ${share(cases.filter(({ firstRight }) => firstRight).length)}, wrong parts ${mean(({ wrongParts }) => wrongParts).toFixed(3)}, tests ${mean(({ ended }) => ended.tests).toFixed(1)}, minutes ${mean(({ ended }) => ended.minutes).toFixed(1)}, ${((performance.now() - began) / 1000).toFixed(0)} s`,
)
void goals
