import { type Job, kindOf, nodeInWords, placeOf } from '@civil-lantern/core'

/** Where a lead goes for a node of the wall: any way of a joint is as good as another. */
export function pointAt(job: Job, node: string) {
  const [part = '', terminal = ''] = node.split('.')
  const way = terminal === '*' ? Object.keys(kindOf(job.parts[part] ?? { kind: '' })?.terminals ?? {})[0]! : terminal
  const point = `${part}.${way}`
  return { point, says: nodeInWords(job, node), place: placeOf(job, point) }
}
