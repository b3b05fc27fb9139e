import { type Job, labelOf, spareCores } from '@civil-lantern/core'
import type { Node } from '@xyflow/react'
import type { Arranged } from './wall-state.ts'

/** What hangs on an arranged wall, as the canvas takes it: frames, the mouths of sheaths, what is folded, parts. */
export function nodesOf({ parts, blocks, frames, sheaths }: Arranged, job: Job): Node[] {
  const framed = new Set(frames.map(({ place }) => place))
  return [
    ...frames.map(
      (frame): Node => ({
        id: `place:${frame.place}`,
        type: 'frame',
        position: { x: frame.x, y: frame.y },
        data: { frame },
        width: frame.width,
        height: frame.height,
        draggable: false,
        selectable: false,
        focusable: false,
        zIndex: -2,
      }),
    ),
    ...sheaths.flatMap(({ cable, near, far }) =>
      [near, far].map(
        (mouth, i): Node => ({
          id: `${i === 0 ? 'near' : 'far'}:${cable}`,
          type: 'mouth',
          position: { x: mouth.x, y: mouth.y },
          data: { mouth, cable, spare: spareCores(job, cable).length, name: i === 0 },
          width: mouth.width,
          height: mouth.height,
          draggable: false,
          selectable: false,
          focusable: false,
        }),
      ),
    ),
    ...blocks.map(
      (block): Node => ({
        id: `block:${block.id}`,
        type: 'block',
        position: { x: block.x, y: block.y },
        data: { block },
        width: block.width,
        height: block.height,
        draggable: false,
        selectable: false,
        focusable: false,
      }),
    ),
    ...parts.map(
      (hung): Node => ({
        id: hung.part,
        type: 'part',
        position: { x: hung.x, y: hung.y },
        data: { hung, place: framed.has(hung.place) ? undefined : job.places[hung.place]?.name },
        width: hung.width,
        height: hung.head ?? hung.height,
        ariaLabel: `${labelOf(job, hung.part)}, ${job.places[hung.place]?.name ?? ''}`,
      }),
    ),
  ]
}
