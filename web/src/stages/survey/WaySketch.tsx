import type { SketchLine } from '@civil-lantern/core'
import { Fragment } from 'react'
import { Core } from '../../views/loops/WireCore.tsx'

const INKS: Readonly<Record<string, string>> = {
  'line voltage': '#7c5a43',
  'low voltage': '#c8372d',
  call: '#d07a1f',
  signal: '#8b959a',
  earth: '#5f9e2f',
}

/** The loops a way makes, small: what stands in each from the source to its return, drawn in the build of its circuit. */
export function WaySketch({ lines }: { lines: readonly SketchLine[] }) {
  return (
    <ul className="grid gap-1.5">
      {lines.map((line) => (
        <li key={line.name} className="flex flex-col gap-x-2 sm:flex-row sm:items-center">
          <span className="shrink-0 truncate text-soft sm:w-24" title={line.name}>
            {line.name}
          </span>
          <span className="flex min-w-0 flex-1 flex-wrap items-center gap-y-1 font-mono text-[14px]">
            <Post text={line.from} />
            {line.stations.map((station, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a part may stand in one loop twice
              <Fragment key={i}>
                <Stretch circuit={line.circuit} />
                <span
                  className={`px-2 py-0.5 font-sans font-semibold ${station.load ? 'rounded-full border-2 border-ink' : 'border-x-2 border-ink'}`}
                >
                  {station.label}
                </span>
              </Fragment>
            ))}
            <Stretch circuit={line.circuit} />
            <Post text={line.to} />
          </span>
        </li>
      ))}
    </ul>
  )
}

const Post = ({ text }: { text: string }) => <span className="rounded-[6px] bg-well px-1.5 py-0.5">{text}</span>

const Stretch = ({ circuit }: { circuit: SketchLine['circuit'] }) => (
  <svg width={22} height={20} aria-hidden className="shrink-0">
    {circuit === 'call' && <line x1={0} x2={22} y1={10} y2={10} stroke="var(--bed)" strokeWidth={14} />}
    <Core a={0} b={22} y={10} colour={INKS[circuit] ?? '#8b959a'} circuit={circuit} />
  </svg>
)
