import { type Job, nodeInWords, placeOf, pointOf } from '@civil-lantern/core'

/** Where a lead goes for a node of the wall, in words and by its place. */
export function pointAt(job: Job, node: string) {
  const point = pointOf(job, node)
  return { point, says: nodeInWords(job, node), place: placeOf(job, point) }
}
