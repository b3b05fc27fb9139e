import { type Loops, type Strip, stripsOf as stripsOfZone } from '@civil-lantern/core'

/** The strips of a zone in the order of its sequence. */
export function stripsOf(loops: Loops, zone: string): Strip[] {
  const found = loops.zones.find((z) => z.zone === zone)
  return found ? stripsOfZone(found) : []
}

/** The name of a loop, by what it carries. */
export function captionOf({ id, circuit, healthyVolts }: Strip, index: number): string {
  if (circuit === 'call') return 'Call loop, volt-free'
  // A signal has no volts of its own: it is as high as it asks for.
  if (circuit === 'signal') return 'Signal'
  const volts = `${Math.round(healthyVolts)} V`
  if (id.startsWith('power:')) return `Permanent feed, ${volts}`
  if (index > 0 && !id.startsWith('valve:')) return `Call loop, ${volts}`
  return `Valve loop, ${volts}`
}
