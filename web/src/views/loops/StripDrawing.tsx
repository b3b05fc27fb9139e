import type { Post, Strip } from '@civil-lantern/core'
import type { ReactNode } from 'react'
import { MARK_OFF, type PlacedStation, type PlacedStrip, POST } from './layout.ts'
import { WirePath } from './WirePath.tsx'

export interface Marks {
  /** Parts and wires the verdict calls wrong. */
  readonly wrong: ReadonlySet<string>
  readonly picked: string | undefined
  /** Parts and wires that findings stand on. */
  readonly found: ReadonlySet<string>
  /** Wires that stay bright while layers are dimmed; undefined where all do. */
  readonly bright: ReadonlySet<string> | undefined
}

export const BOX = 38

/** One strip, drawn at a height. What can be touched lies over it as buttons; this is only the picture. */
export function StripDrawing({
  strip,
  placed,
  y,
  marks,
  inside,
  bare = false,
}: {
  strip: Strip
  placed: PlacedStrip
  y: number
  marks: Marks
  /** Without volts: the copper alone. */
  bare?: boolean
  inside: (placed: PlacedStation) => ReactNode
}) {
  const { left, right, stations, stretches } = placed
  const first = strip.items[0]
  const last = strip.items.at(-1)
  const litStart = first?.form === 'stretch' && first.lit
  const litEnd = last?.form === 'stretch' && last.runs.at(-1)?.litFar === true
  return (
    <g>
      {stretches.map(({ stretch, from, to }) => {
        const each = (to - from) / stretch.runs.length
        return (
          <g key={stretch.runs[0]!.wire}>
            {stretch.runs.map((run, i) => (
              <WirePath
                key={run.wire}
                run={run}
                from={from + i * each}
                to={from + (i + 1) * each}
                y={y}
                circuit={strip.circuit}
                marked={marks.picked === run.wire}
                faint={marks.bright?.has(run.wire) === false}
              />
            ))}
            {stretch.runs.map(
              (run, i) => marks.found.has(run.wire) && <Flag key={run.wire} x={from + (i + 0.5) * each} y={y + 14} />,
            )}
            {stretch.runs
              .slice(0, -1)
              .map(
                (run, i) =>
                  run.splice && (
                    <Splice
                      key={run.wire}
                      x={from + (i + 1) * each}
                      y={y}
                      loose={run.splice.loose}
                      picked={marks.picked === run.splice.part}
                    />
                  ),
              )}
            {!bare && <Volts near={stretch.near} far={stretch.far} from={from} to={to} y={y} />}
          </g>
        )
      })}
      <PostMark post={strip.from} x={left} y={y} lit={litStart} />
      <PostMark post={strip.to} x={right} y={y} lit={litEnd} />
      {stations.map((one) => (
        <StationBox key={`${one.station.part}.${one.station.element}`} placed={one} y={y} marks={marks}>
          {inside(one)}
        </StationBox>
      ))}
      {stations.map(
        ({ station, x, width }) =>
          marks.found.has(station.part) && (
            <Flag key={`${station.part}.${station.element}`} x={x + width / 2 - 2} y={y - BOX / 2} />
          ),
      )}
    </g>
  )
}

/** Stands on what a finding is about. */
const Flag = ({ x, y }: { x: number; y: number }) => (
  <path
    d={`M${x} ${y - 9}l9 15h-18z`}
    fill="var(--bad)"
    stroke="var(--card)"
    strokeWidth={1.5}
    strokeLinejoin="round"
    data-found=""
  />
)

function Volts({ near, far, from, to, y }: { near: number; far: number; from: number; to: number; y: number }) {
  if (to - from < 30) return null
  const text = (volts: number, x: number, anchor: 'start' | 'middle' | 'end') => (
    <text
      x={x}
      y={y - 13}
      textAnchor={anchor}
      className={`font-mono text-[15px] ${volts < 1 ? 'fill-soft' : 'fill-ink'}`}
    >
      {volts.toFixed(volts >= 99.95 ? 0 : 1)}
    </text>
  )
  if (Math.abs(near - far) < 0.5 || to - from < 76) return text(near, (from + to) / 2, 'middle')
  return (
    <>
      {text(near, from + 2, 'start')}
      {text(far, to - 2, 'end')}
    </>
  )
}

const Splice = ({ x, y, loose, picked }: { x: number; y: number; loose: boolean; picked: boolean }) => (
  <rect
    x={x - 6}
    y={y - 7}
    width={12}
    height={14}
    rx={3.5}
    fill={picked ? 'var(--ink)' : 'var(--card)'}
    stroke={loose ? 'var(--bad)' : 'var(--ink)'}
    strokeWidth={loose ? 3 : 1.6}
  />
)

/** A terminal of the source: round, and longer where its marking needs it. */
function PostMark({ post, x, y, lit }: { post: Post | undefined; x: number; y: number; lit: boolean }) {
  if (!post) return null
  const half = Math.max(POST, (post.marking.length * 9.5 + 10) / 2)
  // A long one reaches inwards, so that it stays in the drawing at both ends.
  const middle = x < half ? half : x
  const box = (grow: number) => ({
    x: middle - half - grow,
    y: y - POST - grow,
    width: 2 * (half + grow),
    height: 2 * (POST + grow),
    rx: POST + grow,
  })
  return (
    <g>
      {lit && <rect {...box(5)} fill="var(--halo)" />}
      <rect {...box(0)} fill={lit ? 'var(--lamp)' : 'var(--card)'} stroke="var(--ink)" strokeWidth={1.6} />
      <text
        x={middle}
        y={y + 5}
        textAnchor="middle"
        className={`text-[15px] font-bold ${lit ? 'fill-[#17242c]' : 'fill-ink'}`}
      >
        {post.marking}
      </text>
    </g>
  )
}

function StationBox({
  placed: { station, x, width, marked },
  y,
  marks,
  children,
}: {
  placed: PlacedStation
  y: number
  marks: Marks
  children: ReactNode
}) {
  const wrong = marks.wrong.has(station.part) || marks.wrong.has(`${station.part}.${station.element}`)
  const picked = marks.picked === station.part
  const energised = station.load && station.litNear && station.amps >= 1e-3
  const edge = wrong ? 'var(--bad)' : 'var(--ink)'
  return (
    <g>
      {picked && (
        <rect
          x={x - width / 2 - 5}
          y={y - BOX / 2 - 5}
          width={width + 10}
          height={BOX + 10}
          rx={station.load ? 24 : 14}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={2}
          strokeDasharray="5 4"
        />
      )}
      <rect
        x={x - width / 2}
        y={y - BOX / 2}
        width={width}
        height={BOX}
        rx={station.load ? BOX / 2 : 9}
        fill={energised ? 'var(--lamp)' : 'var(--card)'}
        stroke={edge}
        strokeWidth={wrong ? 3 : 1.8}
      />
      {station.load ? null : <ContactMark x={x} y={y} made={station.made} colour={edge} lit={station.litNear} />}
      {children}
      {marked[0] && <Marking post={station.enter} x={x - width / 2 - MARK_OFF} y={y} anchor="end" picked={picked} />}
      {marked[1] && <Marking post={station.leave} x={x + width / 2 + MARK_OFF} y={y} anchor="start" picked={picked} />}
    </g>
  )
}

/**
 * Where two stations stand too near for both their markings, neither is drawn; the panel of the part has them all. The line round
 * what is picked stands back behind it.
 */
const Marking = ({
  post,
  x,
  y,
  anchor,
  picked,
}: {
  post: Post
  x: number
  y: number
  anchor: 'start' | 'end'
  picked: boolean
}) => (
  <text
    x={x}
    y={y + 24}
    textAnchor={anchor}
    {...(picked ? { stroke: 'var(--card)', strokeWidth: 4, paintOrder: 'stroke' } : {})}
    className="fill-soft font-mono text-[15px]"
  >
    {post.marking}
  </text>
)

/** Two contact points and an arm, down when made. */
export const ContactMark = ({
  x,
  y,
  made,
  colour,
  lit,
}: {
  x: number
  y: number
  made: boolean
  colour: string
  lit: boolean
}) => (
  <g stroke={colour} strokeWidth={2.6} strokeLinecap="round">
    <circle cx={x - 19} cy={y + 3} r={3.4} fill={lit ? 'var(--lamp)' : colour} strokeWidth={1.6} />
    <circle cx={x + 19} cy={y + 3} r={3.4} fill={lit && made ? 'var(--lamp)' : colour} strokeWidth={1.6} />
    {made ? (
      <line x1={x - 15} x2={x + 15} y1={y + 3} y2={y + 3} />
    ) : (
      <line x1={x - 16} x2={x + 14} y1={y + 1} y2={y - 10} />
    )}
  </g>
)
