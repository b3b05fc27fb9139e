import { kindOf, labelOf, terminalInWords } from '@civil-lantern/core'
import { Handle, type Node, type NodeProps, Position } from '@xyflow/react'
import { memo, useMemo, useRef } from 'react'
import { useWorkspace } from '../../data/workspace.ts'
import { hue } from '../../ui/colours.ts'
import { useOneStop } from '../../ui/one-stop.ts'
import { isSplice, leftOf, TARGET, type WallTerminal } from './boxes.ts'
import type { Hung } from './shapes.ts'
import { useShown, useWall } from './wall-state.ts'

/** From this height on a part holds two lines of its name as it is shown from far away. */
const TWO_LINES = 60

export type PartNodeType = Node<{ hung: Hung; place: string | undefined }, 'part'>

/** A part where it hangs: its name, how it stands, and its terminals as they are printed on it. Moved, it is not drawn anew. */
export const PartNode = memo(PartDrawn, (was, is) => was.data === is.data && was.selected === is.selected)

function PartDrawn({ data: { hung, place }, selected }: NodeProps<PartNodeType>) {
  const { job, found } = useWall()
  const { part, width, terminals } = hung
  const height = hung.head ?? hung.height
  const kind = kindOf(job.parts[part])
  const splice = isSplice(kind)
  const label = labelOf(job, part)
  const says = useShown((now) => now.states[part]?.says ?? '')
  const used = useMemo(() => {
    const ends = Object.values(job.wires).flatMap(({ from, to }) => [from, to])
    return new Set(ends.flatMap((end) => (end.part === part ? end.terminal : [])))
  }, [job, part])
  const group = useRef<HTMLDivElement>(null)
  // Terminals are reached through the part they are on: a wall has hundreds of them.
  const reached = useWorkspace((w) => w.inHand !== undefined) || selected
  const heed = useOneStop(group, { down: true, on: reached })
  // Taken down a moment ago: the canvas follows the document.
  if (!job.parts[part]) return null
  /** Beside the markings of a side. */
  const pad = (side: 'left' | 'right') => {
    const longest = Math.max(0, ...terminals.filter((one) => one.side === side).map(({ marking }) => marking.length))
    return longest > 0 ? 12 + 9 * longest : 0
  }
  const zone = hung.zone ? job.zones[hung.zone] : undefined
  return (
    <div
      ref={group}
      onKeyDownCapture={heed}
      style={{ width, height }}
      data-found={found.has(part) ? '' : undefined}
      className={`wall-part relative ${splice ? '' : `rounded-control border bg-card ${found.has(part) ? 'border-bad' : 'border-soft'}`} ${selected ? 'outline-3 outline-ink' : ''}`}
    >
      {splice ? (
        <div
          className={`absolute top-0 left-1/2 grid h-6 min-w-9 -translate-x-1/2 place-items-center whitespace-nowrap rounded-[7px] border bg-card px-1 font-semibold leading-none ${found.has(part) ? 'border-bad' : 'border-soft'}`}
          title={`${label}, ${kind?.name}, ${used.size} of ${terminals.length} ways used`}
        >
          <span className="wall-name">{part}</span>
        </div>
      ) : (
        <div className="px-2 pt-1 leading-tight" title={`${label}, ${kind?.name ?? ''}`}>
          <div className={`wall-name truncate font-semibold ${height < TWO_LINES ? 'wall-low' : ''}`}>
            {zone && !new RegExp(` ${zone.number}[a-z]?$`).test(label) && (
              <span className="wall-far-only font-mono">{zone.number} </span>
            )}
            {label}
          </div>
          {hung.head === undefined && (
            <div
              className="wall-fine truncate text-soft"
              style={{ paddingLeft: pad('left'), paddingRight: pad('right') }}
            >
              {says || kind?.name.split(',')[0]}
            </div>
          )}
          {place && height >= 84 && (
            <div
              className="wall-fine truncate text-soft"
              style={{ paddingLeft: pad('left'), paddingRight: pad('right') }}
            >
              {place}
            </div>
          )}
        </div>
      )}
      {found.has(part) && (
        <span className="absolute -top-2.5 right-1 text-[17px] text-bad leading-none" title="A finding stands on it">
          ▲<span className="sr-only">, a finding stands on it</span>
        </span>
      )}
      {terminals.map((one) => (
        <TerminalDot key={one.terminal} part={part} one={one} width={width} splice={splice} />
      ))}
    </div>
  )
}

const TerminalDot = memo(function TerminalDot({
  part,
  one,
  width,
  splice,
}: {
  part: string
  one: WallTerminal
  width: number
  splice: boolean
}) {
  const { terminal, marking, side, x: along, y, bundled } = one
  const { job, touch } = useWall()
  // What presses is told where the press begins: a click does not say it in every browser.
  const by = useRef('')
  const point = `${part}.${terminal}`
  const inHand = useWorkspace((w) => w.inHand)
  const pulling = useWorkspace((w) => w.pulling)
  const probe = useWorkspace(({ leads }) => (leads.a === point ? 'A' : leads.b === point ? 'B' : undefined))
  const words = terminalInWords(job, part, terminal)
  const lead = job.parts[part]?.leadColours?.[terminal] ?? kindOf(job.parts[part]!)?.terminals[terminal]?.lead
  // Filled where all that is landed runs in bundles and no conductor shows it.
  const fill = bundled ? 'var(--ink)' : lead && hue(lead)
  const does = inHand
    ? `Lead ${inHand.toUpperCase()} on ${words}`
    : pulling
      ? `Land the conductor on ${words}`
      : `Take a conductor at ${words}`
  return (
    <>
      {!splice && (
        <span
          className={`wall-fine pointer-events-none absolute font-mono leading-none ${side === 'right' ? 'text-right' : ''}`}
          style={{
            top: along === undefined ? y - 6 : y - 25,
            ...(along !== undefined
              ? { left: along, transform: 'translateX(-50%)' }
              : side === 'both'
                ? { left: width / 2 + 14 }
                : side === 'left'
                  ? { left: 15 }
                  : { right: 15 }),
          }}
        >
          {marking}
        </span>
      )}
      <Handle
        id={terminal}
        type="source"
        position={side === 'right' ? Position.Right : Position.Left}
        style={{
          left: leftOf(one, width),
          top: y,
          width: TARGET,
          height: TARGET,
          transform: 'translate(-50%, -50%)',
          background: 'transparent',
          border: 'none',
        }}
      >
        <button
          type="button"
          aria-label={does}
          title={bundled ? `${words}, landed: its conductors run in a bundle` : words}
          data-terminal={point}
          onPointerDown={({ pointerType }) => {
            by.current = pointerType
          }}
          onClick={({ detail }) => touch(point, detail === 0 ? 'key' : by.current === 'touch' ? 'thumb' : 'mouse')}
          onKeyDown={(e) => e.stopPropagation()}
          className="group pointer-events-auto absolute inset-0 grid place-items-center rounded-full"
        >
          <span
            className={`grid place-items-center rounded-full border-2 group-hover:scale-125 ${pulling === point ? 'size-5 border-ink bg-lamp' : inHand || pulling ? 'size-5 border-ink border-dashed bg-card' : 'size-3 border-ink bg-card'}`}
            style={fill && !inHand && !pulling ? { background: fill } : {}}
          />
        </button>
        {probe && (
          <span
            className={`pointer-events-none absolute -top-4 left-1/2 -translate-x-1/2 rounded-md border-2 border-ink px-1 font-bold text-[14px] leading-tight ${probe === 'A' ? 'bg-ink text-paper' : 'border-dashed bg-card'}`}
          >
            {probe}
          </span>
        )}
      </Handle>
    </>
  )
})
