import type { Job } from '../job/schema.ts'
import { partsOf, valvesOf, zonesInOrder } from '../job/zones.ts'
import { kindOf } from '../parts/index.ts'
import { transformersAsked } from './facts.ts'
import { isWaxHead } from './manifold.ts'
import { likeOf } from './own-kinds.ts'

/** Where the survey and what is wired no longer say the same, in words; empty where they agree or nothing is wired. */
export function outOfStep(job: Job): string[] {
  if (Object.keys(job.parts).length === 0) return []
  const found: string[] = []
  const own = new Set<string>()
  for (const zone of zonesInOrder(job)) {
    const thermostat = zone.thermostat ? job.parts[zone.thermostat] : undefined
    const valve = zone.valve ? job.parts[zone.valve] : undefined
    for (const id of partsOf(zone)) own.add(id)
    if (!thermostat || (!valve && zone.valveKind !== '')) found.push(`${zone.name} is surveyed and not wired.`)
    else {
      if (thermostat.kind !== likeOf(job, zone.thermostatKind))
        found.push(`${zone.name}: another thermostat is surveyed than is wired.`)
      if (valve && valve.kind !== likeOf(job, zone.valveKind))
        found.push(`${zone.name}: another valve is surveyed than is wired.`)
      const heads = isWaxHead({ valveKind: likeOf(job, zone.valveKind) }) ? (zone.heads ?? 1) : 1
      const hung = valvesOf(zone).length
      if (valve && heads !== hung)
        found.push(`${zone.name}: ${heads} ${heads === 1 ? 'head is' : 'heads are'} surveyed, ${hung} wired.`)
    }
  }
  for (const [id, part] of Object.entries(job.parts)) {
    const kind = kindOf(part)
    if ((kind?.class === 'valve' || kind?.class === 'thermostat') && !own.has(id))
      found.push(`${part.label} belongs to no zone.`)
    if (kind?.class === 'transformer' && part.figures?.va !== job.survey.transformer.va)
      found.push(`${part.label}: ${job.survey.transformer.va} VA is surveyed, ${part.figures?.va ?? '?'} VA is wired.`)
  }
  const asked = transformersAsked(job)
  const hung = Object.values(job.parts).filter((part) => kindOf(part)?.class === 'transformer').length
  if (asked.length > 1 && hung < asked.length)
    found.push(`${asked.length} transformers are surveyed, ${hung} ${hung === 1 ? 'is' : 'are'} wired.`)
  const { supply, transformer, boiler } = job.survey
  for (const part of Object.values(job.parts))
    if (kindOf(part)?.class === 'boiler' && part.kind !== likeOf(job, boiler.kind))
      found.push('Another boiler is surveyed than is wired.')
  // 230 V practice has one isolator for all, whatever switches a 120 V chain would have.
  if (job.practice === '230') return found
  const wired = (kind: string) => Object.values(job.parts).some((part) => part.kind === kind)
  const chain: [boolean, string, string][] = [
    [supply.emergencySwitch, 'switch/emergency', 'The emergency switch'],
    [supply.fireCutOut, 'switch/fire', 'The fire cut-out'],
    [supply.serviceSwitch, 'switch/service', 'The service switch'],
    ...(wired('transformer/control')
      ? ([[transformer.fuseAmps > 0, 'protection/fuse', 'The secondary fuse']] satisfies [boolean, string, string][])
      : []),
  ]
  for (const [surveyed, kind, name] of chain)
    if (surveyed !== wired(kind))
      found.push(`${name} is ${surveyed ? 'surveyed and not wired' : 'wired and not surveyed'}.`)
  return found
}
