import { findingsOf } from '../checks/index.ts'
import type { Job } from '../job/schema.ts'
import { zonesInOrder } from '../job/zones.ts'
import { loopsOf, offBecause, type Strip, stripsOf, verdictOf } from '../loops/index.ts'
import { litWires } from '../loops/lit.ts'
import { wayOf } from '../loops/way.ts'
import { ask } from '../motion/asking.ts'
import { put } from '../motion/plays.ts'
import type { Simulation } from '../motion/simulation.ts'
import { leftOut } from '../prove/left-out.ts'
import { scriptOf } from '../prove/script.ts'
import { benchWith } from '../suppose/bench.ts'
import { everySupposition, inPattern, suppositionInWords } from '../suppose/index.ts'
import type { Supposition } from '../suppose/supposition.ts'
import type { Spot } from '../words/spot.ts'
import { labelOf, sentenceText } from '../words/words.ts'

/**
 * What the program says of a plant, as text that a technician can read and doubt line by line. The tests keep it beside them: whoever
 * changes what is said sees every sentence that changed, and whether it is still true.
 */

/**
 * How a bench stands: the headline, each zone, the loops of it, what all share, and which conductors are lit.
 * @param whole with every conductor of the loops
 */
function standing(bench: Simulation, job: Job, whole = false): string[] {
  const loops = loopsOf(bench, job)
  const { tone, sentence, more, zones } = verdictOf(bench, job, loops)
  const lit = Object.entries(litWires(bench, job)).filter(([, { lit }]) => lit)
  const flowing = Object.values(litWires(bench, job)).filter((one) => one.flowing).length
  return [
    `${tone}: ${[sentence, ...more].map(sentenceText).join(' | ')}`,
    ...loops.zones.flatMap((zone, i) => {
      const one = zones[i]!
      const { says } = offBecause(bench, job, loops, i, one)
      const flags = (['calling', 'moving', 'proven', 'assumed'] as const).filter((flag) => one[flag])
      return [
        `  ${job.zones[zone.zone]!.name}: ${one.says} (${flags.join(', ') || 'nothing'}). ${says}`,
        ...(one.trouble ? [`    trouble: ${sentenceText(one.trouble)}`] : []),
        ...stripsOf(zone).map((strip) => loop(job, strip, whole)),
      ]
    }),
    ...loops.shared.map((strip) => loop(job, strip, whole)),
    `  lit ${lit.map(([wire]) => wire).join(' ') || 'nothing'}; ${flowing} carry current`,
  ]
}

function loop(job: Job, { id, subject, items, complete, dark, sourceVolts }: Strip, whole: boolean): string {
  const stations = items.flatMap((item) => {
    if (item.form === 'station') return [`${item.part}.${item.enter.terminal}`]
    const runs = item.runs.map(
      ({ wire, from, to }) => `(${from.part}.${from.terminal} ${wire} ${to.part}.${to.terminal})`,
    )
    return whole ? [runs.join('')] : []
  })
  const where = dark ? `dark at ${dark.at} ${dark.wire ?? dark.part ?? ''}`.trim() : 'no dark'
  return `    ${id} of ${labelOf(job, subject.part)}: ${complete ? 'whole' : where}, ${sourceVolts.toFixed(0)} V, by ${stations.join(' ') || 'nothing'}`
}

/** A thing something is said about, in short. */
const spot = ({ part, terminal, wire, cable }: Spot) => wire ?? cable ?? (terminal ? `${part}.${terminal}` : part)

/** Suppositions of a plant drawn at even steps through all there are. */
const drawn = (job: Job, count: number): Supposition[] => {
  const all = everySupposition(job).filter((one) => inPattern(one) && !one.id.includes('/figure.'))
  return Array.from({ length: count }, (_, i) => all[Math.floor(((i + 0.5) * all.length) / count)]!)
}

/** One day of a plant: nobody calls, one just does, it heats, all call, all have just ended; then what is broken in it, one by one. */
export function dayOf(job: Job, broken: number): string {
  const lines: string[] = []
  const say = (name: string, bench: Simulation, whole = false) =>
    lines.push(`# ${name}`, ...standing(bench, job, whole))
  const [first] = zonesInOrder(job)
  const bench = benchWith(job, [])
  bench.settle()
  say('nobody calls', bench, true)
  ask(bench, job, first!.id, true)
  bench.runTo(bench.now + 1)
  say(`${first!.name} has called for a second`, bench)
  bench.settle()
  say(`${first!.name} calls`, bench)
  for (const { id } of zonesInOrder(job)) ask(bench, job, id, true)
  bench.settle()
  say('all call', bench)
  for (const { id } of zonesInOrder(job)) ask(bench, job, id, false)
  bench.runTo(bench.now + 1)
  say('all ended a second ago', bench)
  bench.runTo(bench.now + 60)
  if (bench.moving) say('a minute later', bench)
  bench.settle()
  lines.push(
    '# what happened',
    ...bench.trace.map(({ at, part, says }) => `  ${at.toFixed(2)} s ${labelOf(job, part)} ${says}`),
  )
  byHand(job, say)
  lines.push(`# the way of the current while ${first!.name} calls`)
  for (const { id, kind } of bench.netlist.parts.values())
    if (['valve', 'pump', 'boiler', 'burner'].includes(kind.class))
      lines.push(`  ${labelOf(job, id)}: ${wayOf(job, [first!.id], id).map(spot).join(' ')}`)
  for (const one of drawn(job, broken)) {
    const wrong = benchWith(job, [one])
    wrong.settle()
    const quiet = standing(wrong, job)[0]!
    ask(wrong, job, first!.id, true)
    wrong.settle()
    lines.push(`# ${suppositionInWords(job, one)}; at rest ${quiet}`, ...standing(wrong, job))
    lines.push(...wrong.trace.map(({ at, part, says }) => `  ${at.toFixed(2)} s ${labelOf(job, part)} ${says}`))
  }
  return `${lines.join('\n')}\n`
}

/** What hands do to a plant while its first zone calls: its power off and on again, its valve's lever, a part of its circuit lifted. */
function byHand(job: Job, say: (name: string, bench: Simulation) => void) {
  const [first] = zonesInOrder(job)
  const bench = benchWith(job, [])
  const parts = [...bench.netlist.parts.values()]
  const power = parts.find(({ kind }) => kind.class === 'switch' && kind.roles.closed !== undefined)
  ask(bench, job, first!.id, true)
  bench.settle()
  if (power) {
    put(bench, power, 'closed', false)
    bench.runTo(bench.now + 1)
    say(`${labelOf(job, power.id)} has been off for a second`, bench)
    bench.settle()
    put(bench, power, 'closed', true)
    bench.runTo(bench.now + 1)
    say(`${labelOf(job, power.id)} is on again for a second`, bench)
    bench.settle()
  }
  ask(bench, job, first!.id, false)
  bench.settle()
  const valve = bench.netlist.parts.get(first!.valve ?? '')
  const lever = valve?.kind.controls?.find(({ state }) => state === valve.kind.roles.lever)
  if (!valve || !lever || !('options' in lever)) return
  for (const { value, says } of lever.options.slice(1)) {
    put(bench, valve, 'lever', value)
    bench.settle()
    say(`the lever of ${labelOf(job, valve.id)} is ${says}`, bench)
  }
}

/** A plant's script, step by step: what to do, what to find, what to read between which bounds. */
export function scriptTold(job: Job): string {
  const { steps, coverage } = scriptOf(job)
  const bound = (value: number | null) => (value === null ? 'any' : Number(value.toPrecision(4)))
  return `${[
    ...steps.flatMap((step) => [
      `# ${step.name}${step.dead ? ', dead' : ''}${step.byMeter ? ', by meter' : ''}: at ${step.places.join(', ')}`,
      `  calls ${step.calls.join(' ') || 'nobody'}, open ${step.opened.join(' ') || 'nothing'}, waits ${step.waits.usual} to ${step.waits.notBefore} s${step.feature ? `, for ${step.feature}` : ''}`,
      ...step.does.map((does) => `  do: ${does}`),
      ...step.expects.map(({ says, so }) => `  find${so ? '' : ' not'}: ${says}`),
      ...step.reads.map(
        ({ mode, from, to, least, most, line }) =>
          `  read ${mode} ${from} ${to}: ${bound(least)} to ${bound(most)}${line ? ', line' : ''}`,
      ),
      ...step.cautions.map((caution) => `  mind: ${caution}`),
    ]),
    `# tries ${coverage.done} of ${coverage.of}, in ${coverage.fewest} at the fewest`,
    ...leftOut(job, coverage.notCovered).map(({ says, why }) => `  not: ${says} ${why}`),
  ].join('\n')}\n`
}

/** What is found in a wiring, and where. */
export function findingsTold(job: Job, supposed: readonly string[] = []): string[] {
  return findingsOf(
    job,
    supposed.map((id) => ({ id })),
  ).map(
    ({ rule, severity, at: spots, says, remedy }) =>
      `  ${severity} ${rule} at ${spots.map(spot).join(' ')}: ${says} ${remedy}`,
  )
}
