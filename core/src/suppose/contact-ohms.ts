import { figuresOf, siteOf } from '../circuit/netlist.ts'
import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import type { PartKind } from '../parts/kind.ts'
import { contactName, labelOf } from '../words/words.ts'
import { listed, missingPart, type SupposedKind } from './supposition.ts'

const contactsOf = (job: Job, kind: PartKind | undefined): string[] =>
  kind
    ? kind
        .inside(figuresOf(kind, undefined), siteOf(job))
        .filter((element) => element.form === 'contact' && element.operated)
        .map(({ name }) => name)
    : []

/** A contact that makes with ohms: dirty, pitted, worn. */
export const contactOhms: SupposedKind = {
  name: 'a contact makes with ohms',
  form: /^part:(?<part>[^/.]+)\.(?<element>[A-Za-z0-9]+)\/ohms$/,
  amount: { unit: 'Ω', usual: 50, from: 0.1, to: 1e5 },
  missing(job, { part, element }) {
    const without = missingPart(job, part)
    if (without) return without
    const names = contactsOf(job, kindOf(job.parts[part!]!))
    return names.includes(element!) ? undefined : `${part} has no contact "${element}"; ${listed(names)}.`
  },
  unit: (_job, { part }) => part!,
  says: (job, { part, element }, value) =>
    `${labelOf(job, part!)}: ${contactName(job, part!, element!) ?? 'contact'} makes with ${value} Ω`,
  alters: (_job, { part, element }, value) => ({ forces: { [`${part}.${element}`]: { as: 'ohms', ohms: value } } }),
  every: (job) =>
    Object.entries(job.parts).flatMap(([id, part]) => {
      const kind = kindOf(part)
      return contactsOf(job, kind).map((element) => ({ id: `part:${id}.${element}/ohms`, value: 50 }))
    }),
}
