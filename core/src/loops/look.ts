import type { InstalledPart } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import type { Simulation } from '../motion/simulation.ts'
import type { Piece } from '../words/words.ts'
import type { Loops, ZoneLoops } from './loops.ts'
import type { ZoneStanding } from './zone-state.ts'

/** What a zone with a valve that opens and shuts is told by. */
export interface Look {
  readonly simulation: Simulation
  readonly job: Job
  readonly loops: ZoneLoops
  /** The loops of the whole job. */
  readonly all: Loops
  readonly thermostat: InstalledPart
  readonly valve: InstalledPart
  readonly travel: number
  readonly opening: number
  /** Does a fault hold it where it is? */
  readonly held: boolean
  readonly driven: boolean
  readonly moving: boolean
  readonly proven: boolean
  /** Is its thermostat's contact made? */
  readonly made: boolean
  /** The valve's own words. */
  readonly says: string
  readonly label: Piece
  stands(says: string, more?: Partial<ZoneStanding>): ZoneStanding
  trouble(says: string, ...sentence: Piece[]): ZoneStanding
}
