import type { Job, OwnKind } from '../job/schema.ts'
import { valvesOf } from '../job/zones.ts'
import { catalogue } from '../parts/index.ts'
import type { Wiring } from './wirer.ts'

/** The catalogue's kind behind a kind that may be the user's own. */
export const likeOf = (job: Job, kind: string): string => job.ownKinds?.[kind]?.like ?? kind

/** The same job with every kind of the user's own replaced by the kind of the catalogue that it is like. */
export function plain(job: Job): Job {
  if (!job.ownKinds) return job
  const zones: Job['zones'] = {}
  for (const [id, zone] of Object.entries(job.zones))
    zones[id] = {
      ...zone,
      thermostatKind: likeOf(job, zone.thermostatKind),
      valveKind: likeOf(job, zone.valveKind),
    }
  const { boiler, panel } = job.survey
  return {
    ...job,
    zones,
    survey: {
      ...job.survey,
      boiler: { ...boiler, kind: likeOf(job, boiler.kind) },
      ...(panel ? { panel: likeOf(job, panel) } : {}),
    },
  }
}

type Made = Wiring & { readonly zones: Job['zones'] }

/** Gives the parts of a wiring what the user's own kinds say: figures, markings, and lead colours on the leads' wires. */
export function withOwnKinds(job: Job, made: Made): Made {
  if (!job.ownKinds) return made
  const parts = { ...made.parts }
  const wires = { ...made.wires }
  const zones: Job['zones'] = {}
  const dress = (id: string | undefined, kind: string) => {
    const own = job.ownKinds?.[kind]
    const part = id ? parts[id] : undefined
    if (!own || !id || !part) return
    parts[id] = {
      ...part,
      ...(Object.keys(own.figures).length > 0 ? { figures: { ...own.figures, ...part.figures } } : {}),
      ...(Object.keys(own.markings).length > 0 ? { markings: own.markings } : {}),
      ...(Object.keys(own.leadColours).length > 0 ? { leadColours: own.leadColours } : {}),
      ...(own.layout ? { layout: own.layout } : {}),
    }
    for (const [wireId, wire] of Object.entries(wires)) {
      const colour = wire.from.part === id ? own.leadColours[wire.from.terminal] : undefined
      if (colour && !wire.cable) wires[wireId] = { ...wire, colour }
    }
  }
  for (const [id, zone] of Object.entries(made.zones)) {
    const asked = job.zones[id]
    if (!asked) continue
    dress(zone.thermostat, asked.thermostatKind)
    for (const valve of valvesOf(zone)) dress(valve, asked.valveKind)
    zones[id] = { ...zone, thermostatKind: asked.thermostatKind, valveKind: asked.valveKind }
  }
  dress('B1', job.survey.boiler.kind)
  dress('PN1', job.survey.panel ?? '')
  return { ...made, parts, wires, zones: { ...made.zones, ...zones } }
}

/** Where a kind of the user's own names things its model has not, in words; empty where it is sound. */
export function faultsOfOwnKind({
  like,
  figures,
  markings,
  leadColours,
  layout,
}: OwnKind): { where: string; says: string }[] {
  const model = catalogue.get(like)
  if (!model) return [{ where: '/like', says: `There is no kind “${like}” in the catalogue.` }]
  const found: { where: string; says: string }[] = []
  for (const name of Object.keys(figures))
    if (!(name in model.figures))
      found.push({ where: `/figures/${name}`, says: `${model.name} has no figure “${name}”.` })
  for (const terminal of [...Object.keys(markings), ...Object.keys(leadColours)])
    if (!(terminal in model.terminals))
      found.push({ where: `/markings/${terminal}`, says: `${model.name} has no terminal “${terminal}”.` })
  if (layout !== undefined && !model.layouts?.some(({ name }) => name === layout))
    found.push({ where: '/layout', says: `${model.name} has no layout “${layout}”.` })
  for (const [name, value] of Object.entries(figures))
    if (!Number.isFinite(value) || value < 0)
      found.push({ where: `/figures/${name}`, says: `${name} must be a number of 0 or more.` })
  return found
}
