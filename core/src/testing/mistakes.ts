import { asMeant } from '../checks/as-meant.ts'
import { demoJobs } from '../demo/index.ts'
import type { End, Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { hookupOf } from '../schemes/zone-hands.ts'
import type { Spot } from '../words/spot.ts'
import { wired } from './benches.ts'
import { exchange, join, move, remove, wireOn } from './hands.ts'
import { line, setters } from './ways.ts'

/** A mistake made on purpose: what was done, and what a finding must name for it to count as found. */
export interface Mistake {
  readonly name: string
  readonly job: () => Job
  /** The plant as it should be. */
  readonly sound: () => Job
  readonly culprit: readonly Spot[]
  /** What is wrong that is no matter of wires. */
  readonly supposed: readonly string[]
}

const end = (point: string): End => ({ part: point.split('.')[0]!, terminal: point.split('.')[1]! })
const at = ({ part, terminal }: End) => `${part}.${terminal}`

/** Jobs on which mistakes are made: the demo jobs, and one of each scheme they leave out. */
export const plants: Readonly<Record<string, () => Job>> = {
  ...demoJobs,
  'two 24 V zones': () => wired({ scheme: 's2', remote: true }),
  'valve first': () => wired({ scheme: 's2c' }),
  'powered thermostats': () => wired({ scheme: 's2b', powered: true }),
  'a transformer each': () => wired({ scheme: 's3' }),
  'boiler feeds valves': () => wired({ scheme: 's4', boiler: 'boiler/valve-supply' }),
  'stand-in relays': () => wired({ scheme: 's6', twoLead: true }),
  'panel, pumps apart': () => wired({ scheme: 's5c', panel: 'panel/zone-valve-3', hotWater: true, zones: 3 }),
  'panel and pump panel': () => wired({ scheme: 's5g', panel: 'panel/zone-valve-4', pumpPanel: true, hotWater: true }),
  'combination boiler': () => wired({ scheme: 's11', ...line, boiler: 'boiler/combination' }),
  'pump on a call line': () => wired({ scheme: 's12', ...line, boiler: 'boiler/switched-live', hotWater: true }),
  'relays onto a switched live': () =>
    wired({ scheme: 's14', ...line, boiler: 'boiler/switched-live', hotWater: true }),
  'switches volt-free': () => wired({ scheme: 's13', ...line, boiler: 'boiler/volt-free' }),
  'gas control': () => wired({ scheme: 's2', boiler: 'boiler/gas', schools: { splices: 'cap' } }),
  'signal setters': () => wired({ ...setters, signal: '4-20 mA' }),
}

interface Seed {
  readonly supposed?: readonly string[]
  readonly name: string
  readonly touches: readonly string[]
  make(job: Job): void
}

/** The mistakes that can be made on a plant: of every kind that its parts allow, in several places. */
function seedsFor(job: Job): Seed[] {
  const seeds: Seed[] = []
  const add = (name: string, touches: readonly (string | undefined)[], make: (job: Job) => void) =>
    seeds.push({ name, touches: touches.filter((one) => one !== undefined), make })
  const has = (point: string) => wireOn(job, point) !== undefined
  const zones = zonesInOrder(job)
  const source = job.parts.XF1 ? { hot: 'XF1.h', common: 'XF1.c' } : undefined
  const live = job.parts.FS1 ? 'FS1.lout' : 'CB1.out'
  for (const [i, { valve, thermostat, valveKind, thermostatKind, relay, name }] of zones.entries()) {
    if (!valve || !thermostat) continue
    const v = hookupOf(valveKind)
    const motor = `${valve}.${v.feed}`
    const other = zones[(i + 1) % zones.length]!
    const line = job.parts.FS1 !== undefined
    if (i < 2) {
      add(`${name}: motor lead not landed`, [motor], (j) => remove(j, motor))
      if (v.back)
        add(`${name}: valve return not landed`, [`${valve}.${v.back}`], (j) => remove(j, `${valve}.${v.back}`))
    }
    const first = (job.scheme?.id === 's2c' ? v.back : undefined) ?? v.feed
    const lead = `${valve}.${first}`
    const next =
      other.valve && other.valveKind === valveKind && other !== zones[i] ? `${other.valve}.${first}` : undefined
    if (next && i < zones.length - 1 && has(next) && has(lead))
      add(`${name}: crossed with ${other.name}`, [lead, next], (j) => exchange(j, lead, next))
    if (v.proof && !v.proofShared && !v.permanent) {
      const [e1, e2] = v.proof.map((terminal) => `${valve}.${terminal}`) as [string, string]
      if (i < 2) add(`${name}: end-switch lead not landed`, [e1], (j) => remove(j, e1))
      if (i < 2)
        add(`${name}: motor and switch pairs exchanged`, [motor, e1], (j) => {
          exchange(j, motor, e1)
          exchange(j, `${valve}.${v.back}`, e2)
        })
      if (i === 0) add(`${name}: end switch bridged`, [e1, e2], (j) => join(j, e1, e2))
      if (i === 0 && source)
        add(`${name}: 24 V hot on its end switch`, [e1, source.hot], (j) => join(j, source.hot, e1))
    }
    if (v.permanent && line) {
      const feed = `${valve}.${v.permanent}`
      add(`${name}: switch feed missing`, [feed], (j) => remove(j, feed))
      if (i === 0) add(`${name}: motor on permanent live`, [motor, live], (j) => join(j, live, motor))
      if (i === 0 && v.back)
        add(`${name}: neutral and motor exchanged`, [motor, `${valve}.${v.back}`], (j) =>
          exchange(j, motor, `${valve}.${v.back}`),
        )
      if (v.earth && i < 2)
        add(`${name}: earth not landed`, [`${valve}.${v.earth}`], (j) => remove(j, `${valve}.${v.earth}`))
      if (v.earth && i === 0)
        add(`${name}: earth core used as the motor’s live`, [motor], (j) => {
          j.wires[wireOn(j, motor)!]!.colour = 'green-yellow'
        })
    }
    for (const spare of v.spare ?? []) {
      add(`${name}: spare rest core loose`, [`${valve}.${spare}`], (j) => remove(j, `${valve}.${spare}`))
      add(`${name}: spare rest core on the motor’s line`, [`${valve}.${spare}`, motor], (j) =>
        join(j, `${valve}.${spare}`, motor),
      )
    }
    if (thermostatKind.startsWith('thermostat/')) {
      const t = hookupOf(thermostatKind)
      const [feed, call] = [`${thermostat}.${t.feed}`, `${thermostat}.${t.call}`]
      if (i === 0) add(`${name}: thermostat bridged`, [feed, call], (j) => join(j, feed, call))
      if (t.common && i < 2)
        add(`${name}: thermostat without its common`, [`${thermostat}.${t.common}`], (j) =>
          remove(j, `${thermostat}.${t.common}`),
        )
      if (t.live && t.live !== t.feed && i < 2) {
        const link = Object.entries(job.wires).find(
          ([, { from, to }]) => from.part === thermostat && to.part === thermostat,
        )?.[0]
        if (link) add(`${name}: link L-COM missing`, [feed], (j) => void delete j.wires[link])
      }
      if (thermostatKind === 'thermostat/receiver-230' && i < 2)
        add(`${name}: receiver on its rest contact`, [call, `${thermostat}.nc`], (j) =>
          move(j, call, `${thermostat}.nc`),
        )
      if (source && i === 0 && t.feed === 'r')
        add(`${name}: line on the thermostat’s cable`, [feed, live], (j) => join(j, live, feed))
    }
    if (relay) {
      if (i < 2)
        add(`${name}: relay on its rest contact`, [`${relay}.no`, `${relay}.nc`], (j) =>
          move(j, `${relay}.no`, `${relay}.nc`),
        )
      if (i < 2) add(`${name}: relay coil not landed`, [`${relay}.a1`], (j) => remove(j, `${relay}.a1`))
    }
  }
  const valves = zones.flatMap(({ valve, valveKind }) => (valve ? [{ valve, hookup: hookupOf(valveKind) }] : []))
  const [one, two] = valves
  if (one && two && source && one.hookup.back && !one.hookup.permanent) {
    const [left, right] = [`${one.valve}.${one.hookup.back}`, `${two.valve}.${two.hookup.feed}`]
    add('two motors in series', [left, right], (j) => {
      remove(j, left)
      remove(j, right)
      join(j, left, right)
    })
    add('a motor passed by', [right], (j) => join(j, right, `${two.valve}.${two.hookup.back}`))
  }
  if (job.parts.XF2) {
    add('two transformers joined, hot to hot', ['XF1.h', 'XF2.h'], (j) => join(j, 'XF1.h', 'XF2.h'))
    add('two transformers joined, common to common', ['XF1.c', 'XF2.c'], (j) => join(j, 'XF1.c', 'XF2.c'))
    add('two transformers joined, opposed', ['XF1.h', 'XF2.c'], (j) => join(j, 'XF1.h', 'XF2.c'))
  }
  const boiler = job.parts.B1?.kind
  const pair =
    boiler && ['t1', 'v1'].flatMap((t) => (has(`B1.${t}`) ? [[`B1.${t}`, `B1.${t.replace('1', '2')}`]] : []))[0]
  if (pair) {
    add('call pair linked', pair, (j) => join(j, pair[0]!, pair[1]!))
    add('line on the call pair', [pair[0], live], (j) => join(j, live, pair[0]!))
    if (source) add('24 V common on the call pair', [pair[1], source.common], (j) => join(j, source.common, pair[1]!))
    add('call wire not landed', [pair[0]], (j) => remove(j, pair[0]!))
  }
  if (boiler === 'boiler/volt-free')
    seeds.push({
      name: 'factory link left in',
      touches: ['B1.v1'],
      make: () => undefined,
      supposed: ['part:B1/linkLeftIn'],
    })
  if (has('B1.sl')) {
    add('SL on permanent live', ['B1.sl', live], (j) => join(j, live, 'B1.sl'))
    add('boiler without permanent live', ['B1.l'], (j) => remove(j, 'B1.l'))
  }
  if (has('B1.n')) add('boiler without neutral', ['B1.n'], (j) => remove(j, 'B1.n'))
  if (has('B1.e')) add('boiler without earth', ['B1.e'], (j) => remove(j, 'B1.e'))
  for (const pump of ['P1', 'P2', 'P3', 'P4'].filter((id) => asMeant(job)?.parts[id])) {
    add(`${pump} without neutral`, [`${pump}.n`], (j) => remove(j, `${pump}.n`))
    add(`${pump} without live`, [`${pump}.l`], (j) => remove(j, `${pump}.l`))
    const backward = zones.find(({ valve, pump: own }) => valve && own !== pump && job.parts.FS1)
    if (backward?.valve && zones.some(({ pump: own }) => own === pump))
      add(`${pump} on another zone’s switch`, [`${pump}.l`, `${backward.valve}.out`], (j) =>
        join(j, `${backward.valve}.out`, `${pump}.l`),
      )
  }
  if (job.parts.PN1) {
    const row = zones[0]!
    const links = Object.entries(job.wires).filter(
      ([, { from, to }]) => from.part === 'PN1' && to.part === 'PN1' && /^v\dp3$/.test(from.terminal),
    )
    for (const [id, { from, to }] of links)
      add('panel link missing', [at(from), at(to)], (j) => void delete j.wires[id])
    if (hookupOf(row.valveKind).proof)
      add('panel link left in', ['PN1.v1p3', 'PN1.v1p4'], (j) => join(j, 'PN1.v1p3', 'PN1.v1p4'))
    if (has('PN1.x1')) add('panel boiler contact not landed', ['PN1.x1'], (j) => remove(j, 'PN1.x1'))
    if (has('PN1.ps1')) add('pump contact not fed', ['PN1.ps1'], (j) => remove(j, 'PN1.ps1'))
  }
  if (job.parts.SS1) add('service switch bridged', ['SS1.in', 'SS1.out'], (j) => join(j, 'SS1.in', 'SS1.out'))
  if (job.parts.FS1) add('isolator bridged', ['FS1.lin', 'FS1.lout'], (j) => join(j, 'FS1.lin', 'FS1.lout'))
  if (job.parts.ES1 && has('B1.l')) add('boiler fed before its switches', ['B1.l'], (j) => join(j, 'CB1.in', 'B1.l'))
  if (job.parts.SP1) {
    add('spill switch bridged', ['SP1.in', 'SP1.out'], (j) => join(j, 'SP1.in', 'SP1.out'))
    add('damper proof passed by', ['D1.d3', 'D1.d1'], (j) => join(j, 'D1.d1', 'D1.d3'))
  }
  if (job.parts.F1) add('fuse too big', ['F1.in'], (j) => void (j.parts.F1!.figures = { amps: 10 }))
  if (source)
    add('transformer too small', ['XF1.h'], (j) => void (j.parts.XF1!.figures = { ...j.parts.XF1!.figures, va: 5 }))
  const cap = Object.keys(job.parts).find((id) => job.parts[id]!.kind.startsWith('joint/cap'))
  if (cap) add('a used cap', [`${cap}.w1`], (j) => void (j.parts[cap]!.figures = { used: 1 }))
  if (job.parts.R1) add('load resistor not landed', ['R1.a'], (j) => remove(j, 'R1.a'))
  if (job.parts.FS1 && Object.keys(job.cables).length > 0 && pair) {
    const cable = Object.keys(job.cables)[0]!
    const call = wireOn(job, pair[0]!)!
    add('call wire in a line-voltage cable', [pair[0]], (j) => {
      j.wires[call]!.cable = cable
      j.wires[call]!.core = Object.keys(j.cables[cable]!.cores)[0]!
    })
  }
  return seeds
}

/** Of one kind of mistake so many are made, over all plants: more of the same show nothing new and take minutes. */
const ENOUGH = 10

/** Every mistake on every plant. */
const every: readonly Mistake[] = Object.entries(plants).flatMap(([plant, make]) =>
  seedsFor(make()).map(({ name, touches, supposed = [], make: seed }): Mistake => {
    const clean = make()
    return {
      name: `${plant}: ${name}`,
      supposed,
      sound: make,
      job() {
        const job = make()
        seed(job)
        return job
      },
      culprit: touches.flatMap((point): Spot[] => {
        const wire = wireOn(clean, point)
        return [end(point), ...(wire ? [{ wire }] : [])]
      }),
    }
  }),
)

/** What a mistake is, whoever's zone it is in. */
const kindOfMistake = ({ name }: Mistake) =>
  name.slice(name.lastIndexOf(': ') + 2).replace(/crossed with .*/, 'crossed')

/** The first and the last of each kind, and those evenly between: other plants, other zones. */
export const mistakes: readonly Mistake[] = [...new Set(every.map(kindOfMistake))].flatMap((kind) => {
  const alike = every.filter((one) => kindOfMistake(one) === kind)
  if (alike.length <= ENOUGH) return alike
  return Array.from({ length: ENOUGH }, (_, i) => alike[Math.round((i * (alike.length - 1)) / (ENOUGH - 1))]!)
})
