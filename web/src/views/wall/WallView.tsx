import '@xyflow/react/dist/style.css'
import './wall.css'
import type { Snapshot } from '@civil-lantern/core'
import { type Job, labelOf, netWires, spareCores, terminalInWords } from '@civil-lantern/core'
import {
  ConnectionMode,
  Controls,
  MiniMap,
  type Node,
  ReactFlow,
  ReactFlowProvider,
  useNodesState,
  useReactFlow,
  useStore,
} from '@xyflow/react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { useOpenJob } from '../../data/open-job.tsx'
import { takenOut } from '../../data/taken-out.ts'
import { useWorkspace } from '../../data/workspace.ts'
import { foundOn } from '../found-on.ts'
import { hungByHand, landConductor } from './hands.ts'
import { clear } from './hang.ts'
import { LandSheet } from './LandSheet.tsx'
import { PartNode } from './PartNode.tsx'
import type { Rect } from './route.ts'
import { FrameNode, MouthNode } from './SideNodes.tsx'
import { WallTools } from './WallTools.tsx'
import { WireLayer } from './WireLayer.tsx'
import { type Arranged, useArrangement, WallContext, type WallContextValue } from './wall-state.ts'

const nodeTypes = { part: PartNode, frame: FrameNode, mouth: MouthNode }
/** Below this zoom only names are readable, so only they are shown, larger. */
const FAR = 0.62

/** The circuit as the hand finds it: parts where they hang, terminals as printed, conductors pulled from one to another. */
export function WallView({ job, snapshot }: { job: Job; snapshot: Snapshot }) {
  return (
    <ReactFlowProvider>
      <Wall job={job} snapshot={snapshot} />
    </ReactFlowProvider>
  )
}

function Wall({ job, snapshot }: { job: Job; snapshot: Snapshot }) {
  const { desk: session } = useOpenJob()
  const { picked, pick, inHand, pulling, land, pull } = useWorkspace()
  const [folded, setFolded] = useState<readonly string[]>([])
  const [ready, setReady] = useState(false)
  const dragged = useRef(false)
  const [moving, setMoving] = useState(false)
  const [following, setFollowing] = useState(false)
  const { arrangement, tidy, tidied } = useArrangement(job, folded)
  const flow = useReactFlow()
  const [nodes, setNodes, onNodesChange] = useNodesState<Node>([])
  const far = useStore(({ transform }) => transform[2] < FAR)

  const made = useMemo(() => arrangement && nodesOf(arrangement, job), [arrangement, job])
  const pickedPart = picked && 'part' in picked ? picked.part : undefined
  useEffect(() => {
    if (made) setNodes(made.map((node) => (node.id === pickedPart ? { ...node, selected: true } : node)))
  }, [made, pickedPart, setNodes])

  const found = useMemo(() => foundOn(job, snapshot.findings), [job, snapshot.findings])
  const followed = useMemo(
    () => (following && picked && 'wire' in picked ? new Set(netWires(job, picked.wire)) : undefined),
    [following, picked, job],
  )
  const first = arrangement !== undefined
  const room = useStore(({ width, height }) => `${width}x${height}`)
  const look = (zone: string | undefined, made = arrangement) => {
    const parts = made?.parts.filter((part) => zone === undefined || part.zone === zone) ?? []
    if (parts.length === 0 || !made) return
    void flow.fitBounds(zone === undefined ? made.extent : boundsOf(parts), {
      padding: zone === undefined ? 0.01 : 0.12,
    })
  }
  // biome-ignore lint/correctness/useExhaustiveDependencies: only when the wall first hangs, is tidied, or its room changes
  useEffect(() => {
    look(undefined)
  }, [first, tidied, room, ready])

  useEffect(() => {
    const whole = () => look(undefined)
    window.addEventListener('beforeprint', whole)
    return () => window.removeEventListener('beforeprint', whole)
  })
  const [choosing, setChoosing] = useState<string>()
  const touch = (point: string, byKeyboard: boolean) => {
    if (inHand) land(point)
    else if (byKeyboard) setChoosing(point)
    else if (pulling && pulling !== point) landConductor(job, session, pulling, point, pick, pull)
    else pull(pulling === point ? undefined : point)
  }
  useHotkeys('delete', () => takenOut(job, session, picked, pick), { preventDefault: true }, [job, picked])
  const value: WallContextValue = { job, snapshot, found, followed, touch }
  return (
    <WallContext value={value}>
      <section
        aria-label="Wall"
        className="grid min-h-[380px] grow grid-rows-[auto_minmax(0,1fr)] overflow-hidden rounded-card border border-line bg-card"
      >
        <WallTools
          job={job}
          folded={folded}
          fold={(zone) => setFolded((now) => (now.includes(zone) ? now.filter((z) => z !== zone) : [...now, zone]))}
          following={following}
          follow={setFollowing}
          room={(rect) => clear(rect, arrangement?.parts ?? [], 24)}
          tidy={() => {
            if (Object.values(job.parts).some(({ at }) => at))
              session.edit('Tidy the wall', (draft) => {
                for (const part of Object.values(draft.parts)) delete part.at
              })
            tidy()
          }}
          look={look}
        />
        <div
          className={`wall relative ${far ? 'wall-far' : ''} ${moving ? 'wall-moving' : ''}`}
          data-crossings={arrangement?.crossings}
          data-milliseconds={arrangement && Math.round(arrangement.milliseconds)}
        >
          <ReactFlow
            nodes={nodes}
            nodeTypes={nodeTypes}
            onNodesChange={(changes) => {
              onNodesChange(changes)
              // Chosen with the keyboard; what the document says is chosen comes the other way.
              for (const change of changes)
                if (change.type === 'select' && change.selected && job.parts[change.id]) pick({ part: change.id })
                // Moved with the arrow keys: there is no drag that stops.
                else if (change.type === 'position' && !dragged.current && change.position && arrangement)
                  hungByHand(session, arrangement, [{ id: change.id, position: change.position }])
            }}
            onInit={() => setReady(true)}
            onMoveStart={() => setMoving(true)}
            onMoveEnd={() => setMoving(false)}
            onNodeClick={(_, node) => node.type === 'part' && pick({ part: node.id })}
            onNodeDragStart={() => {
              dragged.current = true
            }}
            onNodeDragStop={(_, node, moved) => {
              dragged.current = false
              if (arrangement) hungByHand(session, arrangement, moved.length > 0 ? moved : [node])
            }}
            onConnect={({ source, sourceHandle, target, targetHandle }) =>
              landConductor(job, session, `${source}.${sourceHandle}`, `${target}.${targetHandle}`, pick, pull)
            }
            connectionMode={ConnectionMode.Loose}
            connectOnClick={false}
            connectionLineStyle={{
              stroke: 'var(--ink)',
              strokeWidth: 4,
              strokeDasharray: '2 6',
              strokeLinecap: 'round',
            }}
            connectionRadius={18}
            snapToGrid
            snapGrid={[12, 12]}
            minZoom={0.15}
            maxZoom={2}
            deleteKeyCode={null}
            selectionKeyCode={null}
            multiSelectionKeyCode={null}
            zoomOnDoubleClick={false}
            elementsSelectable
            proOptions={{ hideAttribution: true }}
            aria-label="Parts and conductors on the wall"
          >
            {arrangement && <WireLayer arrangement={arrangement} />}
            <MiniMap
              className="no-print max-sm:hidden!"
              pannable
              ariaLabel="Small map of the wall"
              bgColor="var(--well)"
              maskColor="color-mix(in srgb, var(--paper) 55%, transparent)"
              nodeColor={(node) => (node.type === 'part' ? 'var(--soft)' : 'transparent')}
              style={{ width: 150, height: 96 }}
            />
            <Controls showInteractive={false} className="no-print" />
          </ReactFlow>
          {!arrangement && <p className="absolute inset-0 p-6 text-soft">Hanging the parts.</p>}
          {pulling && (
            <div
              role="status"
              className="absolute inset-x-3 top-3 z-10 flex items-center justify-between gap-3 rounded-control bg-ink px-4 py-1 text-paper"
            >
              <span className="font-semibold">
                A conductor from {pointWords(job, pulling)} is in hand: touch where it lands.
              </span>
              <button
                type="button"
                onClick={() => pull(undefined)}
                className="min-h-11 px-2 underline underline-offset-4"
              >
                Put it down
              </button>
            </div>
          )}
        </div>
        <LandSheet
          job={job}
          from={choosing}
          close={() => setChoosing(undefined)}
          // The part stays selected, so that the next of its terminals is one key away.
          land={(from, to) => landConductor(job, session, from, to, () => undefined, pull)}
        />
      </section>
    </WallContext>
  )
}

const pointWords = (job: Job, point: string) => {
  const [part = '', terminal = ''] = point.split('.')
  return terminalInWords(job, part, terminal)
}

function boundsOf(parts: readonly Rect[]) {
  const x = Math.min(...parts.map((part) => part.x))
  const y = Math.min(...parts.map((part) => part.y))
  return {
    x,
    y,
    width: Math.max(...parts.map((part) => part.x + part.width)) - x,
    height: Math.max(...parts.map((part) => part.y + part.height)) - y,
  }
}

function nodesOf({ parts, frames, sheaths }: Arranged, job: Job): Node[] {
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
    ...parts.map(
      (hung): Node => ({
        id: hung.part,
        type: 'part',
        position: { x: hung.x, y: hung.y },
        data: { hung },
        width: hung.width,
        height: hung.height,
        ariaLabel: `${labelOf(job, hung.part)}, ${job.places[hung.place]?.name ?? ''}`,
      }),
    ),
  ]
}
