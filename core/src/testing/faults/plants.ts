import { produce } from 'immer'
import { demoJobs } from '../../demo/index.ts'
import type { Job } from '../../job/schema.ts'
import type { Settings } from '../../motion/simulation.ts'
import { kestrel, wireAt, wired } from '../benches.ts'
import { line } from '../ways.ts'
import type { Bounds } from './row.ts'

export const open = (point: string) => (job: Job) => [`wire:${wireAt(job, point).id}/open`]
export const just =
  (...ids: string[]) =>
  () =>
    ids
export const low: Bounds = [20, 30]
export const none: Bounds = [0, 1]
export const live: Bounds = [200, 260]
/** A core that floats beside live ones shows something; on low impedance next to nothing. */
export const ghost: Bounds = [0, 20]

/** Kestrel; 230 V valves in rooms and hot water; a boiler that feeds its valves; a panel of four. */
export const K = () => kestrel().job
export const L = () => wired({ scheme: 's9', ...line, boiler: 'boiler/switched-live', programmer: true })
export const R = () => wired({ scheme: 's14', ...line, boiler: 'boiler/volt-free', hotWater: true })
export const A = () => wired({ scheme: 's4', boiler: 'boiler/valve-supply' })
export const P = () => wired({ scheme: 's5a', panel: 'panel/zone-valve-4' })
export const demoWith = (kind: string) => () => {
  for (const make of Object.values(demoJobs)) {
    const job = make()
    if (Object.values(job.parts).some((part) => part.kind === kind)) return job
  }
  throw new Error(`no demo job has a ${kind}`)
}
export const idOf = (job: Job, kind: string) => Object.keys(job.parts).find((id) => job.parts[id]!.kind === kind)!
export const programmed: Settings = { PR1: { heating: 'on', hotWater: 'on' } }

export function withPriority(): Job {
  const job = wired({ scheme: 's5c', panel: 'panel/zone-valve-3', hotWater: true, zones: 2 })
  return produce(job, (draft) => {
    draft.parts.PN1!.figures = { ...draft.parts.PN1!.figures, priority: 1 }
  })
}

export function delayed(): Job {
  return produce(wired(), (draft) => {
    draft.parts.TS1!.figures = { startDelay: 120 }
  })
}

export function diverting(): Job {
  return wired({ scheme: 's15', practice: '230', boiler: 'boiler/heat-machine', diverter: true })
}

export function middle(): Job {
  return wired({
    scheme: 's16',
    practice: '230',
    boiler: 'boiler/switched-live',
    programmer: true,
    middle: true,
  })
}
