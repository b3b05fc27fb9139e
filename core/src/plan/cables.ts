import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { terminalInWords } from '../words/words.ts'
import { Nets } from './nets.ts'

/** What one core of a cable does; a core with no wire on it is a spare. */
export interface CorePlan {
  readonly core: string
  readonly colour: string
  readonly wire?: string
  readonly label?: string
  /** Terminals at its two ends, in words. */
  readonly from?: string
  readonly to?: string
  readonly does?: string
}

export interface CablePlan {
  readonly id: string
  readonly label: string
  readonly from: string
  readonly to: string
  readonly metres: number
  readonly cores: readonly CorePlan[]
  readonly spare: number
  /** Conductors the run needs, without its earth, and whether it needs one. */
  readonly needs: number
  readonly earth: boolean
}

/** Every run of the job: which core does what, how many are needed, and how many are spare. */
export function cablePlans(job: Job): CablePlan[] {
  const nets = new Nets(job)
  return Object.entries(job.cables).map(([id, cable]) => {
    const wires = Object.entries(job.wires).filter(([, wire]) => wire.cable === id)
    const cores = Object.entries(cable.cores).map(([core, colour]): CorePlan => {
      const found = wires.find(([, wire]) => wire.core === core)
      if (!found) return { core, colour }
      const [wire, { from, to, label }] = found
      const far = job.parts[to.part]?.place === cable.to ? to : from
      const device = nets.devices(far).find(({ part }) => job.parts[part]?.place === job.parts[far.part]?.place)
      const role = device && kindOf(job.parts[device.part]!)?.terminals[device.terminal]?.role
      return {
        core,
        colour,
        wire,
        label,
        from: terminalInWords(job, from.part, from.terminal),
        to: terminalInWords(job, to.part, to.terminal),
        ...(role ? { does: role } : {}),
      }
    })
    const earth = wires.some(([, { from }]) => nets.devices(from).some((end) => isEarth(job, end)))
    const used = cores.filter(({ wire }) => wire !== undefined).length
    return {
      id,
      label: cable.label,
      from: job.places[cable.from]?.name ?? '',
      to: job.places[cable.to]?.name ?? '',
      metres: cable.length,
      cores,
      spare: cores.length - used,
      needs: used - (earth ? 1 : 0),
      earth,
    }
  })
}

const isEarth = (job: Job, { part, terminal }: { part: string; terminal: string }) =>
  kindOf(job.parts[part])?.terminals[terminal]?.circuit === 'earth'

/**
 * Would a cable that is already in the wall do for a run? An earth core may never be borrowed as a conductor.
 * @param cores its conductors without an earth
 */
export function cableWouldDo(plan: CablePlan, cores: number, hasEarth: boolean): { does: boolean; says: string } {
  if (plan.earth && !hasEarth) return { does: false, says: 'No: this run needs an earth, and that cable has none.' }
  if (cores < plan.needs)
    return {
      does: false,
      says: `No: this run needs ${plan.needs} conductors and that cable has ${cores}${hasEarth ? '; its earth may not be borrowed' : ''}.`,
    }
  return { does: true, says: `Yes, with ${cores - plan.needs} spare.` }
}
