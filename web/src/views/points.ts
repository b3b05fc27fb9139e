import { type Job, kindOf, placeOf, pointInWords, type Snapshot, spareEnds, terminalInWords } from '@civil-lantern/core'
import { wireState } from './wire-state.ts'

interface Point {
  readonly point: string
  readonly says: string
  readonly place: string
}

/** Every place a lead can be put: the terminals of every part, and ends of conductors that are lifted or broken, or spare. */
export function pointsOf(job: Job, wrong: Snapshot['wrong']): Point[] {
  const points: Point[] = []
  for (const [id, part] of Object.entries(job.parts))
    for (const terminal of Object.keys(kindOf(part)?.terminals ?? {})) {
      const point = `${id}.${terminal}`
      points.push({ point, says: terminalInWords(job, id, terminal), place: placeOf(job, point) })
    }
  for (const id of Object.keys(job.wires)) {
    const state = wireState(wrong, id)
    for (const end of ['from', 'to'] as const)
      if (state[end] || state.broken) {
        const point = `wire:${id}.${end}`
        points.push({ point, says: pointInWords(job, point), place: placeOf(job, point) })
      }
  }
  for (const [cable, { cores }] of Object.entries(job.cables)) {
    const used = new Set(Object.values(job.wires).flatMap((wire) => (wire.cable === cable ? (wire.core ?? []) : [])))
    for (const core of Object.keys(cores))
      if (!used.has(core))
        for (const point of spareEnds(cable, core))
          points.push({ point, says: pointInWords(job, point), place: placeOf(job, point) })
  }
  return points
}
