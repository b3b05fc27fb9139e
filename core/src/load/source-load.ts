import type { Moment } from './carried.ts'

/** What one device draws, VA, and the worst volts it gets while everything calls. */
export interface Device {
  readonly part: string
  readonly zone: string
  readonly starts: number
  readonly holds: number
  readonly idle: number
  readonly volts: number
  /** VA by which everything calling at once eases when this zone is left out. */
  readonly frees: number
  /** Volts it needs to start. */
  readonly needs: number | undefined
}

/** So many zones together: the worst of all choices of them. */
export interface Together {
  readonly zones: readonly string[]
  readonly va: number
  readonly plain: number
}

/** What one transformer carries. */
export interface SourceLoad {
  readonly part: string
  readonly rated: number
  /** Nobody to everybody. */
  readonly together: readonly Together[]
  /** Everything at once, as after an outage; without the zone that goes first, where the others draw more than it does. */
  readonly atOnce: readonly Moment[]
  readonly but?: string
  readonly devices: readonly Device[]
  /** The greatest VA of any choice of zones. */
  readonly peak: number
  /** The zones that draw it: fewer than all, where one call shuts others off. */
  readonly zones: readonly string[]
  /** Seconds for which it gives more than it is rated for while valves start, where it bears that. */
  readonly brief?: number
  readonly primary: number
}
