import { parseArgs } from 'node:util'
import { beepsNeeded, fewestBeeps, SEARCHED, type Tracing, tracingOf } from '@civil-lantern/core'
import { halfSeen, netsIn, withSources } from '../../core/src/testing/half-seen.ts'
import { plants } from '../../core/src/testing/mistakes.ts'
import { chanceOf, drawn, slips } from '../../core/src/testing/slips.ts'

/**
 * Measures the tracing of walls whose conductors nobody followed: how many loose ends are certain, whether any certain one
 * is wrong, before and after the rounds of readings with one supply off, and how many beeps settle the rest beside the
 * fewest. `npm run bench -- deduce [--draws N] [--json]`.
 */
const { values } = parseArgs({
  options: { draws: { type: 'string', default: '3' }, json: { type: 'boolean', default: false } },
})
const draws = Number(values.draws)
const GOALS: Readonly<Record<number, number>> = { 0.3: 70, 0.5: 50, 0.7: 30 }
const KINDS = ['missing', 'moved', 'extra', 'exchanged']

const percent = (part: number, whole: number) => Math.round((1000 * part) / Math.max(1, whole)) / 10
const all = []
for (const share of [0.3, 0.5, 0.7])
  for (const mistakes of [0, 1, 2]) {
    const sum = { ends: 0, certain: 0, wrong: 0, deduced: 0, right: 0, beeps: 0, fewest: 0, beyond: 0, log2: 0 }
    const after = { certain: 0, rounds: 0, readings: 0, walls: 0 }
    let slowest = 0
    for (const [i, make] of Object.values(plants).entries())
      for (let draw = 0; draw < draws; draw++) {
        const seed = i * 9176 + draw * 131 + mistakes * 17 + Math.round(share * 10)
        const wall = make()
        const pick = chanceOf(seed)
        for (let n = 0; n < mistakes; n++) slips[pick(KINDS)]!(wall, pick, n)
        const chance = drawn(seed + 1)
        const hidden = new Set(Object.keys(wall.wires).filter(() => chance.next().value! < share))
        const { document, entries, truth } = halfSeen(wall, (wire) => hidden.has(wire))
        const from = performance.now()
        const { ends, open } = tracingOf(document, entries)
        slowest = Math.max(slowest, performance.now() - from)
        const nets = netsIn(wall)
        const certainIn = (tracing: Pick<Tracing, 'ends'>) => {
          let certain = 0
          for (const { end, is, with: mates } of tracing.ends) {
            const far = truth.get(end.wire)!
            const right = mates.every((mate) => nets.are(mate, end.node)) && (mates.includes(far) || far === end.node)
            if (is === 'certain') certain++
            if (is === 'certain' && !right) {
              sum.wrong++
              process.stderr.write(
                `certain and wrong: ${Object.keys(plants)[i]}, ${end.wire} at ${end.node}, not ${mates.join(' ')}\n`,
              )
            }
            if (tracing.ends === ends && is === 'deduced') sum.deduced++
            if (tracing.ends === ends && is === 'deduced' && right) sum.right++
          }
          return certain
        }
        sum.ends += ends.length
        sum.certain += certainIn({ ends })
        const sources = withSources(wall, document, entries)
        after.certain += certainIn(sources.tracing)
        after.rounds += sources.rounds
        after.readings += sources.readings
        after.walls++
        for (const group of open) {
          const searched = group.candidates.length <= SEARCHED
          sum[searched ? 'beeps' : 'beyond'] += beepsNeeded(group)
          if (searched) sum.fewest += fewestBeeps(group)
          else sum.log2 += Math.log2(group.candidates.length)
        }
      }
    all.push({
      hidden: 100 * share,
      mistakes,
      ends: sum.ends,
      certain: percent(sum.certain, sum.ends),
      'with sources': percent(after.certain, sum.ends),
      goal: GOALS[share],
      wrong: sum.wrong,
      deduced: percent(sum.deduced, sum.ends),
      'of them right': percent(sum.right, sum.deduced),
      'beeps to fewest': Math.round((100 * sum.beeps) / Math.max(1e-9, sum.fewest)) / 100,
      'to log2 beyond': Math.round((100 * sum.beyond) / Math.max(1e-9, sum.log2)) / 100,
      'rounds a wall': Math.round((10 * after.rounds) / after.walls) / 10,
      'readings a wall': Math.round(after.readings / after.walls),
      'slowest, ms': Math.round(slowest),
    })
  }
if (values.json) for (const one of all) process.stdout.write(`${JSON.stringify(one)}\n`)
else console.table(all)
