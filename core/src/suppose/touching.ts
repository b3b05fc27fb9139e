import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import { labelOf, markingOf, wireInWords } from '../words/words.ts'
import { conductorUnit, listed, missingPart, missingWire, type SupposedKind } from './supposition.ts'

/** Bare copper to bare copper: ohms. */
const METAL = 0.02

const wireIn = (job: Job, cable: string | undefined, core: string | undefined): string | undefined =>
  Object.keys(job.wires).find((id) => job.wires[id]!.cable === cable && job.wires[id]!.core === core)

const closed = (...touches: string[]) => ({
  forces: Object.fromEntries(touches.map((touch) => [touch, { as: 'closed', ohms: METAL } as const])),
})

/** Two cores of one cable that touch: a staple through the sheath, a crushed run. */
export const coresTouch: SupposedKind = {
  name: 'two cores touch',
  form: /^pair:(?<cable>[^/]+)\/(?<a>[a-z0-9-]+)\+(?<b>[a-z0-9-]+)\/short$/,
  missing(job, { cable, a, b }) {
    if (!cable || !job.cables[cable])
      return `There is no cable "${cable}" in this circuit; ${listed(Object.keys(job.cables))}.`
    const landed = Object.keys(job.cables[cable]!.cores).filter((core) => wireIn(job, cable, core))
    const missing = [a, b].find((core) => !landed.includes(core!))
    return missing === undefined ? undefined : `Cable ${cable} has no core "${missing}" in use; ${listed(landed)}.`
  },
  unit: (_job, { cable }) => cable!,
  says: (job, { cable, a, b }) => `${job.cables[cable!]?.label ?? cable}: ${a} and ${b} touch`,
  alters(job, { cable, a, b }) {
    const [one, other] = [wireIn(job, cable, a), wireIn(job, cable, b)]
    // The circuit knows the pair by their far ends, whichever those are, and in one order.
    const ends = (['from', 'to'] as const).flatMap((x) =>
      (['from', 'to'] as const).flatMap((y) => [
        `touch:wire:${one}.${x}+wire:${other}.${y}`,
        `touch:wire:${other}.${y}+wire:${one}.${x}`,
      ]),
    )
    return closed(...ends)
  },
  every: (job) =>
    Object.entries(job.cables).flatMap(([cable, { cores }]) => {
      const landed = Object.keys(cores).filter((core) => wireIn(job, cable, core))
      return landed.flatMap((a, i) => landed.slice(i + 1).map((b) => ({ id: `pair:${cable}/${a}+${b}/short` })))
    }),
}

/** Two neighbouring terminals of a part that touch: a stray strand, a wire pushed too far in. */
export const neighboursTouch: SupposedKind = {
  name: 'two neighbours touch',
  form: /^part:(?<part>[^/.]+)\/(?<a>[a-z][a-z0-9]*)\+(?<b>[a-z][a-z0-9]*)\/short$/,
  missing(job, { part, a, b }) {
    const without = missingPart(job, part)
    if (without) return without
    const names = Object.keys(kindOf(job.parts[part!]!)?.terminals ?? {})
    const missing = [a, b].find((name) => !names.includes(name!))
    if (missing !== undefined) return `${part} has no terminal "${missing}"; ${listed(names)}.`
    return Math.abs(names.indexOf(a!) - names.indexOf(b!)) === 1
      ? undefined
      : `${a} and ${b} of ${part} are no neighbours; suppose a link between them instead.`
  },
  unit: (_job, { part }) => part!,
  says: (job, { part, a, b }) =>
    `${labelOf(job, part!)}: ${markingOf(job, part!, a!)} and ${markingOf(job, part!, b!)} touch`,
  alters: (_job, { part, a, b }) => closed(`touch:${part}.${a}+${part}.${b}`, `touch:${part}.${b}+${part}.${a}`),
  every: (job) =>
    Object.entries(job.parts).flatMap(([id, part]) => {
      const kind = kindOf(part)
      // The ways of a connector are one anyhow.
      const names = kind?.roles.connector ? [] : Object.keys(kind?.terminals ?? {})
      return names.slice(1).map((name, i) => ({ id: `part:${id}/${names[i]}+${name}/short` }))
    }),
}

/** A conductor that touches earthed metal. */
export const coreToEarth: SupposedKind = {
  name: 'a conductor touches earth',
  form: /^wire:(?<wire>[^/.]+)\/earth$/,
  missing: (job, { wire }) => missingWire(job, wire),
  unit: (job, { wire }) => conductorUnit(job, wire!),
  says: (job, { wire }) => `${wireInWords(job, wire!)} touches earth`,
  alters: (_job, { wire }) => closed(`touch:wire:${wire}.from+earth`),
  every: (job) => Object.keys(job.wires).map((wire) => ({ id: `wire:${wire}/earth` })),
}
