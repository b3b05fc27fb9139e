import type { Force } from '../circuit/lump.ts'
import { figuresOf } from '../circuit/netlist.ts'
import { kindOf } from '../parts/index.ts'
import type { Fault } from '../parts/kind.ts'
import { labelOf } from '../words/words.ts'
import { listed, missingPart, type SupposedKind } from './supposition.ts'

/** A winding burnt together, a contact welded: ohms. */
const SHORTED = 0.05

/** A part broken in one of the ways its kind describes. */
export const partFault: SupposedKind = {
  name: 'a part is broken',
  form: /^part:(?<part>[^/.]+)\/(?<fault>[a-z][A-Za-z0-9]*)$/,
  missing(job, { part, fault }) {
    const without = missingPart(job, part)
    if (without) return without
    const kind = kindOf(job.parts[part!]!)
    if (!kind) return `The kind of ${part}, "${job.parts[part!]!.kind}", is not in the catalogue.`
    const names = (kind.faults ?? []).map(({ name }) => name)
    return names.includes(fault!) ? undefined : `${part} has no fault "${fault}"; ${listed(names)}.`
  },
  unit: (job, { part, fault }) => `${part}/${faultOf(job.parts[part!]?.kind, fault)?.unit ?? 'whole'}`,
  says: (job, { part, fault }) => `${labelOf(job, part!)}: ${faultOf(job.parts[part!]?.kind, fault)?.says ?? fault}`,
  alters(job, { part, fault }) {
    const own = job.parts[part!]
    const { open = [], short = [], pin, times, sets } = faultOf(own?.kind, fault) ?? {}
    const forces: Record<string, Force> = {}
    for (const element of short) forces[`${part}.${element}`] = { as: 'closed', ohms: SHORTED }
    for (const element of open) forces[`${part}.${element}`] = { as: 'open' }
    const kind = own && kindOf(own)
    const usual = kind ? figuresOf(kind, own.figures) : {}
    const figures = {
      ...Object.fromEntries(Object.entries(times ?? {}).map(([name, factor]) => [name, (usual[name] ?? 0) * factor])),
      ...sets,
    }
    return {
      forces,
      ...(pin ? { pins: { [part!]: pin } } : {}),
      ...(times || sets ? { figures: { [part!]: figures } } : {}),
    }
  },
  every: (job) =>
    Object.entries(job.parts).flatMap(([id, part]) =>
      (kindOf(part)?.faults ?? []).map(({ name }) => ({ id: `part:${id}/${name}` })),
    ),
}

const faultOf = (kind: string | undefined, name: string | undefined): Fault | undefined =>
  kindOf({ kind: kind ?? '' })?.faults?.find((fault) => fault.name === name)
