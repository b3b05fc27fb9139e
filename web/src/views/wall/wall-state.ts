import { controlsOf, type Job, type Layer, type Snapshot } from '@civil-lantern/core'
import { type Remote, wrap } from 'comlink'
import { createContext, useContext, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react'
import { Observable } from '../../base/observable.ts'
import { useWorkspace } from '../../data/workspace.ts'
import { hue } from '../../ui/colours.ts'
import { layerHue } from '../layers.ts'
import { wireState } from '../wire-state.ts'
import type { Arrangement } from './arrange.ts'
import type { Folds, Held } from './shapes.ts'
import type { WallApi } from './wall.worker.ts'

/** How the circuit stands now: whoever draws something of it listens for just that. */
export class Shown extends Observable<Snapshot> {
  show(snapshot: Snapshot) {
    this.become(snapshot)
  }
}

/** What everything on the wall looks at. It changes with the job, never with a tick of the bench. */
export interface WallContextValue {
  readonly job: Job
  readonly shown: Shown
  /** What each conductor carries. */
  readonly layers: Readonly<Record<string, Layer>>
  /** Parts and wires that findings stand on. */
  readonly found: ReadonlySet<string>
  /** The wires that stay bright while one is followed; undefined where none is. */
  readonly followed: ReadonlySet<string> | undefined
  /** A terminal was touched: a lead or a conductor lands there, or one is taken in hand. */
  touch(point: string, by: 'mouse' | 'key' | 'thumb'): void
  /** Opens what is folded, or folds it. */
  fold(what: string, folded: boolean): void
}

export const WallContext = createContext<WallContextValue | undefined>(undefined)

export function useWall(): WallContextValue {
  const wall = useContext(WallContext)
  if (!wall) throw new Error('not on the wall')
  return wall
}

/** One thing of how the circuit stands, as something that is equal where it is the same: only where it changes is drawn anew. */
export function useShown<T extends string | number | boolean | undefined>(of: (snapshot: Snapshot) => T): T {
  const { shown } = useWall()
  return useSyncExternalStore(shown.subscribe, () => of(shown.state()))
}

/** What a conductor is drawn in: the colour of its insulation, or of what it carries. */
export function useWireHue(id: string): string {
  const { job, layers } = useWall()
  const byCircuit = useWorkspace((w) => w.byCircuit)
  return byCircuit ? layerHue(layers[id]) : hue(job.wires[id]?.colour ?? '')
}

/** How a conductor is drawn. */
export function useWireLook(id: string) {
  const look = useShown((snapshot) => lookOf(snapshot, id))
  return useMemo(() => {
    const [circuit, ...is] = look.split('|')
    const [lit, flowing, broken, from, to] = is.map((one) => one === 'true')
    return { circuit: circuit as Light['circuit'] | 'none', lit, flowing, broken, from, to } as WireLook
  }, [look])
}

type Light = Snapshot['wires'][string]
interface WireLook {
  readonly circuit: Light['circuit'] | 'none'
  readonly lit: boolean
  readonly flowing: boolean
  readonly broken: boolean
  readonly from: boolean
  readonly to: boolean
}

/** @example lookOf(snapshot, 'w21') // 'low voltage|true|false|false|false|false' */
export function lookOf({ wires, wrong }: Pick<Snapshot, 'wires' | 'wrong'>, id: string): string {
  const light = wires[id]
  const { broken, from, to } = wireState(wrong, id)
  return [light?.circuit ?? 'none', light?.lit === true, light?.flowing === true, broken, from, to].join('|')
}

/** What of a job the arrangement depends on. */
const shape = ({ parts, wires, cables, places, zones, survey }: Job, foldsKey: string) =>
  JSON.stringify([
    Object.entries(parts).map(([id, { kind, place, at, markings, layout }]) => [id, kind, place, at, markings, layout]),
    Object.entries(wires).map(([id, { from, to, cable, core }]) => [id, from, to, cable, core]),
    cables,
    Object.entries(places).map(([id, { order, name }]) => [id, order, name.length]),
    Object.entries(zones).map(([id, zone]) => [id, zone.number, controlsOf(zone)]),
    survey.boiler.place,
    foldsKey,
  ])

export type Arranged = Arrangement & {
  readonly milliseconds: number
  /** What was folded when it was made. */
  readonly folds: string
}

/** The arrangement of the wall, made in a worker whenever something is hung, landed or folded. */
export function useArrangement(job: Job, folds: Folds) {
  const [arrangement, setArrangement] = useState<Arranged & { readonly tidied: number }>()
  const wall = useRef<Remote<WallApi>>(undefined)
  const held = useRef<{ readonly folds: string; readonly parts: Held }>({ folds: '', parts: {} })
  const [tidied, setTidied] = useState(0)
  useEffect(() => {
    const worker = new Worker(new URL('./wall.worker.ts', import.meta.url), { type: 'module' })
    wall.current = wrap<WallApi>(worker)
    return () => worker.terminate()
  }, [])
  const foldsKey = `${folds.supply} ${[...folds.zones].join(' ')}`
  const key = useMemo(() => shape(job, foldsKey), [job, foldsKey])
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for what of the job and the folds matters
  useEffect(() => {
    let wanted = true
    // Another fold is another wall: its rows close up.
    const before = held.current.folds === foldsKey ? held.current.parts : {}
    void wall.current?.arrange(job, folds, before).then((made) => {
      if (!wanted) return
      held.current = { folds: foldsKey, parts: Object.fromEntries(made.parts.map((one) => [one.part, one])) }
      setArrangement({ ...made, tidied, folds: foldsKey })
    })
    return () => {
      wanted = false
    }
  }, [key, tidied])
  return {
    arrangement,
    /** Counts the arrangements that were made afresh. */
    tidied: arrangement?.tidied ?? 0,
    /** Forgets where parts hung, so that all that were not hung by hand are arranged afresh. */
    tidy: () => {
      held.current = { folds: '', parts: {} }
      setTidied((n) => n + 1)
    },
  }
}
