import { kindOf, labelOf, lengthInWords, zonesInOrder } from '@civil-lantern/core'
import type { Node, NodeProps } from '@xyflow/react'
import { memo } from 'react'
import type { Frame } from './arrange.ts'
import type { Mouth } from './mouths.ts'
import type { Block } from './shapes.ts'
import { useShown, useWall } from './wall-state.ts'

export type FrameNodeType = Node<{ frame: Frame }, 'frame'>
export type MouthNodeType = Node<{ mouth: Mouth; cable: string; spare: number; name: boolean }, 'mouth'>

/** A place in the building: a quiet frame with its name, behind the parts that hang there. */
export const FrameNode = memo(function FrameNode({ data: { frame } }: NodeProps<FrameNodeType>) {
  const { job } = useWall()
  return (
    <div
      style={{ width: frame.width, height: frame.height }}
      className="pointer-events-none rounded-card border border-soft/45"
    >
      <span className="wall-place absolute top-1 left-3 max-w-[94%] truncate font-semibold text-soft">
        {job.places[frame.place]?.name}
      </span>
    </div>
  )
})

/** The end of a sheath. */
export const MouthNode = memo(function MouthNode({ data: { mouth, cable, spare, name } }: NodeProps<MouthNodeType>) {
  const { job } = useWall()
  const label = job.cables[cable]?.label ?? cable
  return (
    <div
      style={{ width: mouth.width, height: mouth.height }}
      title={`${label}, ${spare === 0 ? 'no core spare' : spare === 1 ? 'one core spare' : `${spare} cores spare`}`}
      className="relative rounded-md border border-soft bg-well"
    >
      {name && (
        <>
          <span className="wall-fine absolute -top-4.5 left-0 whitespace-nowrap text-soft leading-none">{cable}</span>
          <span
            className="wall-fine absolute left-1 mt-1.5 whitespace-nowrap text-soft leading-none"
            style={{ top: mouth.height }}
          >
            {lengthInWords(job.practice, job.cables[cable]?.length ?? 0)}
            {spare > 0 && `, ${spare} spare`}
          </span>
        </>
      )}
    </div>
  )
})

export type BlockNodeType = Node<{ block: Block }, 'block'>

/** What is folded: its name and how it stands, and the press that opens it. */
export const BlockNode = memo(function BlockNode({ data: { block } }: NodeProps<BlockNodeType>) {
  const { job, fold } = useWall()
  const zone = zonesInOrder(job).find(({ id }) => id === block.zone)
  const switches = block.parts.filter((part) => ['switch', 'safety'].includes(kindOf(job.parts[part])?.class ?? ''))
  const inside = new Set(block.parts)
  const leaves = Object.entries(job.wires).flatMap(([id, { from, to }]) =>
    inside.has(from.part) === inside.has(to.part) ? [] : [id],
  )
  const feeds = useShown(({ wires }) => leaves.some((id) => wires[id]?.circuit === 'line voltage' && wires[id]?.lit))
  const name = zone ? `${zone.number} ${zone.name}` : 'Supply'
  const says = useShown(({ states, verdict }) => {
    if (!zone) return switches.map((part) => `${labelOf(job, part)} ${states[part]?.says ?? ''}`).join('; ')
    const calls = verdict.zones.find((one) => one.zone === block.zone)?.calling
    return [zone.valve && states[zone.valve]?.says, calls && 'calls'].filter(Boolean).join(', ')
  })
  return (
    <button
      type="button"
      style={{ width: block.width, height: block.height }}
      onClick={() => fold(block.id, false)}
      title={says}
      className={`nodrag nopan overflow-hidden rounded-control border border-soft bg-card px-3 text-left leading-tight hover:bg-well ${zone ? 'flex items-center gap-4' : 'pt-1'}`}
    >
      <span className={`wall-name block truncate font-semibold ${zone ? 'wall-one-line' : ''}`}>
        <span className="sr-only">Open </span>
        {name}
      </span>
      <span className="wall-fine block truncate text-soft">
        {zone ? says : feeds ? 'feeds live' : 'feeds nothing here'}
      </span>
    </button>
  )
})
