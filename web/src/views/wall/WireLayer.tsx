import { spareCores } from '@civil-lantern/core'
import { ViewportPortal } from '@xyflow/react'
import { memo, useMemo } from 'react'
import { useWorkspace } from '../../data/workspace.ts'
import { FAINT } from '../Layers.tsx'
import type { Arrangement, WirePath } from './arrange.ts'
import type { Bar, Bundle } from './bars.ts'
import { Conductor } from './Conductor.tsx'
import { beside, pathOf } from './line.ts'
import type { Sheath } from './mouths.ts'
import type { Point } from './route.ts'
import { useShown, useWall, useWireHue, useWireLook } from './wall-state.ts'

const CORE_PITCH = 4
/** How much of a spare core is left to see where it is coiled. */
const CURL = 9

/** Every conductor and sheath of the wall, in one drawing under the parts. */
export function WireLayer({ arrangement: { wires, sheaths, bundles, bars } }: { arrangement: Arrangement }) {
  const { job } = useWall()
  const inside = useMemo(() => {
    const sheathOf = new Map(sheaths.map((sheath) => [sheath.cable, sheath]))
    return new Map(
      Object.entries(wires).flatMap(([id, { cable, core }]) => {
        const sheath = cable ? sheathOf.get(cable) : undefined
        return sheath && core ? [[id, beside(sheath.points, coreOffset(sheath, core))] as const] : []
      }),
    )
  }, [wires, sheaths])
  return (
    <ViewportPortal>
      <svg width={1} height={1} className="absolute top-0 left-0 overflow-visible" style={{ zIndex: -1 }} aria-hidden>
        {sheaths.map((sheath) => (
          <SheathLine key={sheath.cable} sheath={sheath} spare={spareCores(job, sheath.cable)} />
        ))}
        {bundles.map((bundle) => (
          <BundleLine key={bundle.id} bundle={bundle} />
        ))}
        {bars.map((bar) => (
          <BarLine key={`${bar.part}.${bar.terminal}`} bar={bar} />
        ))}
        {Object.entries(wires).map(([id, path]) => (
          <WireLine key={id} id={id} path={path} inside={inside.get(id)} />
        ))}
      </svg>
    </ViewportPortal>
  )
}

/** Where a core lies in its sheath, across the sheath's middle. */
const coreOffset = (sheath: Sheath, core: string) => {
  const names = Object.keys(sheath.near.cores)
  return (names.indexOf(core) - (names.length - 1) / 2) * CORE_PITCH
}

const WireLine = memo(function WireLine({
  id,
  path: { tails },
  inside,
}: {
  id: string
  path: WirePath
  inside: readonly Point[] | undefined
}) {
  const { job, found, followed } = useWall()
  const { broken, from, to, ...light } = useWireLook(id)
  const colour = useWireHue(id)
  const picked = useWorkspace((w) => w.picked && 'wire' in w.picked && w.picked.wire === id)
  const pick = useWorkspace((w) => w.pick)
  const wire = job.wires[id]
  if (!wire) return null
  const look = { ...light, colour, marked: picked === true }
  const middle = tails[0]![Math.floor(tails[0]!.length / 2)]!
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: with keys a wire is chosen in Runs or at its terminal
    <g
      opacity={followed && !followed.has(id) ? FAINT : 1}
      data-wire={id}
      data-lit={light.lit ? '' : undefined}
      onClick={(e) => {
        e.stopPropagation()
        pick({ wire: id })
      }}
    >
      {tails.map((points) => (
        <path
          key={pathOf(points)}
          d={pathOf(points)}
          className="wall-hit"
          fill="none"
          stroke="transparent"
          strokeWidth={14}
        />
      ))}
      {tails.map((points) => (
        <Conductor key={`${points[0]!.x},${points[0]!.y}`} points={points} {...look} />
      ))}
      {inside && <Conductor points={inside} {...look} thin />}
      {broken && (
        <path
          d={`M${middle.x - 9} ${middle.y - 9}l18 18M${middle.x + 9} ${middle.y - 9}l-18 18`}
          stroke="var(--bad)"
          strokeWidth={3}
          strokeLinecap="round"
        />
      )}
      {from && <Lifted points={tails[0]!} />}
      {to && <Lifted points={tails.at(-1)!} />}
      {found.has(id) && <path d={`M${middle.x - 8} ${middle.y - 6}h16l-8 -14z`} fill="var(--bad)" data-found="" />}
    </g>
  )
})

/** All that runs from a fold to one part, as the live among it stands; touched, the fold opens. */
const BundleLine = memo(function BundleLine({ bundle: { wires, points, opens } }: { bundle: Bundle }) {
  const { job, followed, fold } = useWall()
  const own = useMemo(() => wires.filter((id) => job.wires[id]), [wires, job])
  const shown = useShown((now) => {
    const line = own.filter((id) => now.wires[id]?.circuit === 'line voltage')
    return line.find((id) => now.wires[id]?.lit) ?? line[0] ?? own[0]
  })
  const circuit = useShown((now) => now.wires[shown ?? '']?.circuit ?? 'line voltage')
  const lit = useShown((now) => now.wires[shown ?? '']?.lit === true)
  const flowing = useShown((now) => own.some((id) => now.wires[id]?.flowing))
  const colour = useWireHue(shown ?? '')
  if (shown === undefined) return null
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: with keys a fold is opened at its own block
    <g
      opacity={followed && !own.some((id) => followed.has(id)) ? FAINT : 1}
      data-bundle={own.length}
      onClick={(e) => {
        if (opens === undefined) return
        e.stopPropagation()
        fold(opens, false)
      }}
    >
      <path d={pathOf(points)} className="wall-hit" fill="none" stroke="transparent" strokeWidth={14} />
      <Conductor points={points} colour={colour} circuit={circuit} lit={lit} flowing={flowing} marked={false} />
    </g>
  )
})

/** The bar of a splice, in the colour of what it joins: lit when it is. */
const BarLine = memo(function BarLine({ bar: { part, terminal, points } }: { bar: Bar }) {
  const { job, followed } = useWall()
  const own = useMemo(
    () =>
      Object.entries(job.wires).flatMap(([id, { from, to }]) =>
        [from, to].some((end) => end.part === part && (terminal === undefined || end.terminal === terminal))
          ? [id]
          : [],
      ),
    [job, part, terminal],
  )
  const shown = useShown((now) => own.find((id) => now.wires[id]?.lit) ?? own[0])
  const circuit = useShown((now) => now.wires[shown ?? '']?.circuit ?? 'none')
  const lit = useShown((now) => now.wires[shown ?? '']?.lit === true)
  const wire = shown === undefined ? undefined : job.wires[shown]
  const colour = useWireHue(shown ?? '')
  return (
    <g opacity={followed && !own.some((id) => followed.has(id)) ? FAINT : 1}>
      {wire && shown !== undefined ? (
        <Conductor points={points} colour={colour} circuit={circuit} lit={lit} flowing={false} marked={false} />
      ) : (
        <path d={pathOf(points)} stroke="var(--soft)" strokeWidth={3} />
      )}
    </g>
  )
})

/** A lead off its terminal, bent up out of the way. */
const Lifted = ({ points }: { points: readonly Point[] }) => {
  const { x, y } = points[0]!
  return <path d={`M${x} ${y}m-4 -4l8 -12`} stroke="var(--bad)" strokeWidth={3} strokeLinecap="round" />
}

/** A cable's sheath between its two mouths, and the spare cores coiled at both. */
const SheathLine = memo(function SheathLine({ sheath, spare }: { sheath: Sheath; spare: readonly string[] }) {
  const { followed } = useWall()
  const path = pathOf(sheath.points, 14)
  const width = Object.keys(sheath.near.cores).length * CORE_PITCH + 8
  return (
    <g fill="none" opacity={followed ? 0.4 : 1}>
      <path d={path} stroke="var(--soft)" strokeWidth={width + 2} />
      <path d={path} stroke="var(--well)" strokeWidth={width} />
      {spare.map((core) => (
        <path
          key={core}
          d={pathOf(beside(sheath.points, coreOffset(sheath, core)))}
          stroke="var(--casing)"
          strokeWidth={1.4}
          strokeDasharray="5 5"
          className="wall-trim"
        />
      ))}
      {spare.flatMap((core) =>
        [sheath.near, sheath.far].map((mouth) => {
          const outward = mouth === (sheath.near.x <= sheath.far.x ? sheath.near : sheath.far) ? -1 : 1
          const x = outward < 0 ? mouth.x : mouth.x + mouth.width
          const y = mouth.y + mouth.cores[core]!
          return (
            <path
              key={`${core}${mouth.x}`}
              d={`M${x} ${y}h${outward * 4}a${CURL / 2} ${CURL / 2} 0 1 ${outward < 0 ? 1 : 0} ${outward * 3} ${-CURL / 3}`}
              stroke="var(--soft)"
              strokeWidth={1.8}
            />
          )
        }),
      )}
    </g>
  )
})
