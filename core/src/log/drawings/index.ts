import type { Job } from '../../job/schema.ts'
import { zonesInOrder } from '../../job/zones.ts'
import { loopsOf, stripsOf } from '../../loops/loops.ts'
import { Simulation } from '../../motion/simulation.ts'
import { laddersOf } from '../../rungs/ladders.ts'
import { ladderLight } from '../../rungs/light.ts'
import type { Drawing } from './drawing.ts'
import { ladderDrawings } from './ladder.ts'
import { loopDrawing } from './loop.ts'

/** Loops that all share in one drawing: more would not stand on a page. */
const SHARED = 5

/**
 * The loops of every zone and the ladder of every source, at rest, as drawings for paper. A job without wires has none.
 * @example drawingsOf(kestrelPoint())[0]!.title // '1 Keepers: valve loop and call loop'
 */
export function drawingsOf(job: Job): Drawing[] {
  if (Object.keys(job.wires).length === 0) return []
  const bench = new Simulation(job)
  const loops = loopsOf(bench, job)
  const zones = zonesInOrder(job).flatMap(({ id, number, name }): Drawing[] => {
    const own = loops.zones.find(({ zone }) => zone === id)
    const strips = own ? stripsOf(own) : []
    return strips.some(({ items }) => items.length > 0)
      ? [loopDrawing(`${number} ${name}: its loops`, strips, job)]
      : []
  })
  const whole = loops.shared.filter(({ items }) => items.length > 0)
  const shared: Drawing[] = []
  for (let from = 0; from < whole.length; from += SHARED)
    shared.push(loopDrawing(from === 0 ? 'Shared loops' : 'Shared loops, go on', whole.slice(from, from + SHARED), job))
  const ladders = laddersOf(bench, job)
  const rungs = ladders.ladders.flatMap((ladder) => {
    const light = ladderLight(bench, ladder)
    return ladderDrawings(ladder, ladders, job, (piece) => light.pieces[piece]?.madeAtRest === true)
  })
  return [...zones, ...shared, ...rungs]
}
