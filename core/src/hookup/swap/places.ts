import type { Job, Zone } from '../../job/schema.ts'
import { zonesInOrder } from '../../job/zones.ts'
import { TRANSFORMER_SIZES } from '../../load/resize.ts'
import { kindOf, kinds } from '../../parts/index.ts'
import { labelOf } from '../../words/words.ts'

/** What comes in: a kind, and for a transformer its size. */
export interface Incoming {
  readonly kind: string
  /** Rating of a transformer, VA; that of the old one where nothing is said. */
  readonly va?: number
}

/** A part that can be swapped: whose it is, and the job as its survey would be with another kind there. */
export interface SwapPlace {
  readonly part: string
  readonly says: string
  readonly zone?: Zone & { readonly id: string }
  /** What may come in, the same first. */
  readonly offers: readonly (Incoming & { readonly says: string })[]
  /** Asks for another kind there; the circuit is still the old one. */
  asked(kind: string): Job
}

const offersFor = (kind: string): SwapPlace['offers'] => {
  const old = kindOf({ kind })
  const others = kinds.filter((one) => one.class === old?.class && one.kind !== kind)
  return [
    ...(old ? [{ kind, says: `${old.name} (like for like)` }] : []),
    ...others.map((one) => ({ kind: one.kind, says: one.name })),
  ]
}

/** Every part of a plan that can be swapped: valves and thermostats of zones, the zone panel, transformers. */
export function swapPlaces(plan: Job): SwapPlace[] {
  const places: SwapPlace[] = []
  const add = (part: string | undefined, more: Omit<SwapPlace, 'part' | 'offers'>) => {
    const installed = plan.parts[part ?? '']
    if (part !== undefined && installed && !places.some((one) => one.part === part))
      places.push({ part, offers: offersFor(installed.kind), ...more })
  }
  for (const zone of zonesInOrder(plan))
    for (const [part, field] of [
      [zone.valve, 'valveKind'],
      [zone.thermostat, 'thermostatKind'],
    ] as const)
      add(part, {
        says: `${labelOf(plan, part ?? '')}, zone ${zone.number} ${zone.name}`,
        zone,
        asked: (kind) => ({ ...plan, zones: { ...plan.zones, [zone.id]: { ...plan.zones[zone.id]!, [field]: kind } } }),
      })
  for (const [part, { kind, figures }] of Object.entries(plan.parts)) {
    const says = labelOf(plan, part)
    if (kind === plan.survey.panel)
      add(part, { says, asked: (other) => ({ ...plan, survey: { ...plan.survey, panel: other } }) })
    if (kindOf({ kind })?.class !== 'transformer') continue
    const rated = Number(figures?.va ?? kindOf({ kind })?.figures.va?.value)
    const sizes = [...new Set([rated, ...TRANSFORMER_SIZES])]
    places.push({
      part,
      says,
      offers: sizes.map((va) => ({ kind, va, says: `${va} VA${va === rated ? ' (like for like)' : ''}` })),
      asked: () => plan,
    })
  }
  return places
}
