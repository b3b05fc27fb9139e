import type { Node, NodeProps } from '@xyflow/react'
import { memo } from 'react'
import type { Frame, Mouth } from './arrange.ts'
import { useWall } from './wall-state.ts'

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
        <span className="wall-fine absolute -top-4.5 left-0 whitespace-nowrap text-[13px] text-soft leading-none">
          {cable}
        </span>
      )}
    </div>
  )
})
