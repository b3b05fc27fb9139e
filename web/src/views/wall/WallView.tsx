import '@xyflow/react/dist/style.css'
import './wall.css'
import type { Snapshot } from '@civil-lantern/core'
import { type Job, layersOf, netWires, terminalInWords } from '@civil-lantern/core'
import {
  ConnectionMode,
  type Node,
  ReactFlow,
  ReactFlowProvider,
  useNodesState,
  useReactFlow,
  useStore,
} from '@xyflow/react'
import { type CSSProperties, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { useOpenJob } from '../../data/open-job.tsx'
import { takenOut } from '../../data/taken-out.ts'
import { useWorkspace } from '../../data/workspace.ts'
import { useWide } from '../../ui/use-wide.ts'
import { foundOn } from '../found-on.ts'
import { CircuitColours, DimmedNote, useBright } from '../Layers.tsx'
import { useSame } from '../use-same.ts'
import { leftOf, TARGET } from './boxes.ts'
import { useFolds } from './folds.ts'
import { hungByHand, landConductor } from './hands.ts'
import { clear } from './hang.ts'
import { kept } from './kept-nodes.ts'
import { LandSheet } from './LandSheet.tsx'
import { nodesOf } from './nodes.ts'
import { PartNode } from './PartNode.tsx'
import type { Rect } from './route.ts'
import { BlockNode, FrameNode, MouthNode } from './SideNodes.tsx'
import { WallTools } from './WallTools.tsx'
import { WireLayer } from './WireLayer.tsx'
import { Shown, useArrangement, WallContext, type WallContextValue } from './wall-state.ts'

const nodeTypes = { part: PartNode, frame: FrameNode, mouth: MouthNode, block: BlockNode }
/** What is written on the wall is this tall at least on the screen, pixels, and as tall as the other on the wall itself. */
const LEAST_TEXT = 11
const TEXT = 15
/** Below this zoom only names are shown: they grow as the wall shrinks, and fine print has no room. */
const FAR = LEAST_TEXT / TEXT

/** What a thumb needs, pixels. Where terminals are smaller than they are on the wall, it goes up to them first. */
const THUMB = 44

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
  const [ready, setReady] = useState(false)
  const dragged = useRef(false)
  const [moving, setMoving] = useState(false)
  const [following, setFollowing] = useState(false)
  const found = useSame(useMemo(() => foundOn(job, snapshot.findings), [job, snapshot.findings]))
  const { folds, fold } = useFolds(job, snapshot, found, picked)
  const { arrangement, tidy, tidied } = useArrangement(job, folds)
  const flow = useReactFlow()
  const wide = useWide()
  const [nodes, setNodes, onNodesChange] = useNodesState<Node>([])
  const far = useStore(({ transform }) => transform[2] < FAR)
  const [text, setText] = useState(TEXT)

  const made = useMemo(() => arrangement && nodesOf(arrangement, job), [arrangement, job])
  const pickedPart = picked && 'part' in picked ? picked.part : undefined
  useEffect(() => {
    if (made) setNodes((now) => kept(now, made, pickedPart))
  }, [made, pickedPart, setNodes])

  const bright = useBright(job)
  const followed = useMemo(
    () => (following && picked && 'wire' in picked ? new Set(netWires(job, picked.wire)) : bright),
    [following, picked, job, bright],
  )
  const first = arrangement !== undefined
  const room = useStore(({ width, height }) => `${width}x${height}`)
  const look = (zone: string | undefined, made = arrangement) => {
    if (!made) return
    const parts = [...made.parts, ...made.blocks].filter((one) => zone === undefined || one.zone === zone)
    if (parts.length === 0) return
    void flow.fitBounds(zone === undefined ? made.extent : boundsOf(parts), {
      padding: zone === undefined ? 0.01 : 0.12,
    })
  }
  /** A wall much wider than its pane, as on a phone, is begun at its left where its words can be read, and pushed along. */
  const begin = () => {
    const [width, height] = room.split('x').map(Number)
    if (!arrangement || !width || !height) return
    const { extent } = arrangement
    if (wide || width / extent.width > FAR) return look(undefined)
    const zoom = Math.min(1, Math.max(FAR, height / extent.height))
    const down = Math.max(0, height - extent.height * zoom) / 2
    void flow.setViewport({ x: 4 - extent.x * zoom, y: down - extent.y * zoom, zoom })
  }
  /** Nobody has gone nearer or elsewhere: the wall is seen as it was begun, also when a fold changes how large it is. */
  const whole = useRef(true)
  // biome-ignore lint/correctness/useExhaustiveDependencies: only when the wall first hangs, is tidied, or its room changes
  useEffect(() => {
    begin()
  }, [first, tidied, room, ready])
  // biome-ignore lint/correctness/useExhaustiveDependencies: only when something was folded or opened
  useEffect(() => {
    if (whole.current) begin()
  }, [arrangement?.folds])

  useEffect(() => {
    const whole = () => look(undefined)
    window.addEventListener('beforeprint', whole)
    return () => window.removeEventListener('beforeprint', whole)
  })
  const [choosing, setChoosing] = useState<string>()
  /** Goes up to a terminal until a thumb can tell it from those beside it. */
  const goTo = (point: string) => {
    const [part, terminal] = point.split('.')
    const hung = arrangement?.parts.find((one) => one.part === part)
    const one = hung?.terminals.find((other) => other.terminal === terminal)
    if (!hung || !one) return
    whole.current = false
    void flow.setCenter(hung.x + leftOf(one, hung.width), hung.y + one.y, { zoom: THUMB / TARGET })
  }
  const touched = (point: string, by: 'mouse' | 'key' | 'thumb') => {
    if (by === 'thumb' && flow.getZoom() < 1) goTo(point)
    else if (inHand) land(point)
    else if (by === 'key') setChoosing(point)
    else if (pulling && pulling !== point) landConductor(job, session, pulling, point, pick, pull)
    else pull(pulling === point ? undefined : point)
  }
  useHotkeys('delete', () => takenOut(job, session, picked, pick), { preventDefault: true }, [job, picked])
  // What everybody looks at stays the same while the bench goes on: a tick is heard by those it changes.
  const shown = useRef<Shown>(undefined)
  shown.current ??= new Shown(snapshot)
  useLayoutEffect(() => shown.current!.show(snapshot), [snapshot])
  const does = useRef({ touched, fold })
  useLayoutEffect(() => {
    does.current = { touched, fold }
  })
  const value = useMemo(
    (): WallContextValue => ({
      job,
      shown: shown.current!,
      layers: layersOf(job),
      found,
      followed,
      touch: (point, by) => does.current.touched(point, by),
      fold: (what, folded) => does.current.fold(what, folded),
    }),
    [job, found, followed],
  )
  return (
    <WallContext value={value}>
      <section
        aria-label="Wall"
        className="grid min-h-[380px] grow grid-rows-[auto_minmax(0,1fr)] overflow-hidden rounded-card border border-line bg-card"
      >
        <div className="min-w-0">
          <WallTools
            job={job}
            folds={folds}
            fold={fold}
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
            look={(zone) => {
              whole.current = zone === undefined
              look(zone)
            }}
            zoom={(way) => {
              whole.current = false
              void (way === 'in' ? flow.zoomIn() : flow.zoomOut())
            }}
          />
          <CircuitColours className="px-3 py-1" />
        </div>
        <div
          className={`wall relative ${far ? 'wall-far' : ''} ${moving ? 'wall-moving' : ''}`}
          style={{ '--wall-text': `${text}px` } as CSSProperties}
          data-crossings={arrangement?.crossings}
          data-milliseconds={arrangement && Math.round(arrangement.milliseconds)}
        >
          <DimmedNote className="pointer-events-none absolute top-0 left-0 z-10 rounded-br-control bg-card px-3 py-1" />
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
            onMoveStart={(event) => {
              setMoving(true)
              if (event) whole.current = false
            }}
            onMoveEnd={(_, { zoom }) => {
              setMoving(false)
              // Once it has come to rest: setting every word anew at each step of a pinch would hold it up.
              setText(Math.max(TEXT, Math.ceil(LEAST_TEXT / zoom)))
            }}
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
