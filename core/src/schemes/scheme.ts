import type { Job, Practice, Zone } from '../job/schema.ts'
import type { SchoolName } from './schools.ts'
import type { Wiring } from './wirer.ts'

export type Fit = { readonly fits: true } | { readonly fits: false; readonly why: string }

/** What is surveyed where somebody begins from a way of wiring: what is left out is as usual in the practice. */
export interface Beginning {
  readonly practice: Practice
  readonly boiler?: string
  readonly panel?: NonNullable<Job['survey']['panel']>
  readonly pumpPanel?: true
  readonly programmer?: true
  readonly thermostat?: string
  readonly valve?: string
  /** The first zone's valve, where it is another than the second's. */
  readonly firstValve?: string
  /** Its second zone hangs on a transformer of its own. */
  readonly secondTransformer?: true
  /** What the second of its two zones is; heating where it is left out. */
  readonly second?: 'hot water' | 'hot water with a pump'
  readonly signal?: NonNullable<Zone['signal']>
  /** Heads that open for each zone. */
  readonly heads?: number
  /** Its zones have a pump of their own, or share one beside the system's. */
  readonly ownPump?: true
}

/** A way of wiring a surveyed plant. One file each; Scheme offers those that fit and says why not of the others. */
export interface Scheme {
  readonly id: string
  readonly name: string
  readonly begins: Beginning
  /** In words, before it is chosen: who is joined to whom and what follows from it. */
  readonly about: readonly string[]
  /** The schools it belongs to, where there is a choice. */
  readonly school?: Partial<Record<SchoolName, string>>
  /** Left out where it calls a boiler, as most do. */
  readonly needsBoiler?: false
  fits(job: Job): Fit
  /** Parts, cables and wires, and which parts are each zone's own. */
  wire(job: Job): Wiring & { readonly zones: Job['zones'] }
}
