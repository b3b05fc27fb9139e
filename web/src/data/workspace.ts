import type { Layer, MeterMode } from '@civil-lantern/core'
import { create } from 'zustand'

export type LeadName = 'a' | 'b'
export type Picked = { readonly part: string } | { readonly wire: string }

interface Workspace {
  /** What is selected, in every view at once. */
  readonly picked: Picked | undefined
  readonly leads: Readonly<Record<LeadName, string | undefined>>
  /** The lead in the user's hand: the next terminal touched gets it. */
  readonly inHand: LeadName | undefined
  /** The terminal one end of a conductor is on, while its other end is in the user's hand. */
  readonly pulling: string | undefined
  /** Is the column of who calls folded to numbers? */
  readonly callsFolded: boolean
  /** What the bench at the bottom has opened upward. */
  readonly bench: 'shut' | 'meter' | 'time'
  /** The mode a hand has chosen; until then the meter is set by what its leads touch. */
  readonly mode: MeterMode | undefined
  readonly turns: number
  /** The wire the clamp is on. */
  readonly clamped: string | undefined
  /** The zone whose loop a phone shows. */
  readonly zone: string | undefined
  /** The bottom sheet that is up, on a phone. */
  readonly sheet: 'calls' | 'meter' | 'time' | 'picked' | undefined
  /** Layers of conductors that have stepped back, in every view at once. */
  readonly dimmed: ReadonlySet<Layer>
  /** Are the conductors of the wall coloured by what they carry, and not as their insulation is? */
  readonly byCircuit: boolean
  colourByCircuit(on: boolean): void
  /** Lets a layer step back, or come again. */
  dim(layer: Layer): void
  pick(picked: Picked | undefined): void
  take(lead: LeadName | undefined): void
  /** Takes a conductor in hand at a terminal, or puts it down. */
  pull(from: string | undefined): void
  foldCalls(folded: boolean): void
  openBench(bench: 'shut' | 'meter' | 'time'): void
  /** The zone in hand: a phone shows its loop. */
  goTo(zone: string): void
  /** Lands the lead in hand (or the one named) on a terminal or conductor end. */
  land(point: string, lead?: LeadName): void
  setMode(mode: MeterMode): void
  setTurns(turns: number): void
  clampOn(wire: string): void
  raise(sheet: Workspace['sheet']): void
  clear(): void
}

const start = {
  picked: undefined,
  leads: { a: undefined, b: undefined },
  inHand: undefined,
  pulling: undefined,
  callsFolded: false,
  bench: 'shut',
  zone: undefined,
  mode: undefined,
  turns: 1,
  clamped: undefined,
  sheet: undefined,
  dimmed: new Set<Layer>(),
  byCircuit: false,
} as const

/** What the user holds and looks at; belongs to this window, not to the job. */
export const useWorkspace = create<Workspace>((set) => ({
  ...start,
  pick: (picked) => set({ picked }),
  // The meter opens with its lead, for the mode and the other lead are chosen next.
  take: (inHand) => set(inHand ? { inHand, bench: 'meter', sheet: undefined, pulling: undefined } : { inHand }),
  pull: (pulling) => set(pulling ? { pulling, inHand: undefined, sheet: undefined } : { pulling }),
  foldCalls: (callsFolded) => set({ callsFolded }),
  openBench: (bench) => set({ bench }),
  goTo: (zone) => set({ zone }),
  land: (point, lead) =>
    set((now) => {
      const which = lead ?? now.inHand
      if (!which) return {}
      const leads = { ...now.leads, [which]: point }
      const other = which === 'a' ? 'b' : 'a'
      // With the other lead still free it comes to hand next, unless the leads are being chosen from a list.
      const next = lead === undefined && leads[other] === undefined ? other : undefined
      return { leads, inHand: next }
    }),
  colourByCircuit: (byCircuit) => set({ byCircuit }),
  dim: (layer) => set(({ dimmed }) => ({ dimmed: toggled(dimmed, layer) })),
  setMode: (mode) => set({ mode }),
  setTurns: (turns) => set({ turns }),
  clampOn: (clamped) =>
    set(({ sheet }) => ({ clamped, mode: 'amps', bench: 'meter', sheet: sheet === undefined ? sheet : 'meter' })),
  raise: (sheet) => set({ sheet }),
  clear: () => set(start),
}))

/** A set with a thing in it that was not, or without it. */
export function toggled<T>(all: ReadonlySet<T>, one: T): ReadonlySet<T> {
  const next = new Set(all)
  if (!next.delete(one)) next.add(one)
  return next
}
