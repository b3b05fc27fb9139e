import type { Job } from '../job/schema.ts'
import type { Mains } from './boiler-company.ts'
import type { Bus, Wirer } from './wirer.ts'

/**
 * The line chain of the practice, up to the buses everything is fed from. 120 V: breaker and the switches surveyed, so that
 * opening any of them kills everything. 230 V: one double-pole fused isolator.
 */
export function hangSupply(job: Job, wirer: Wirer): Mains {
  const { boiler, supply } = job.survey
  const place = boiler.place
  const { live, neutral, earth } = wirer.lineColours
  const line = { line: true }
  wirer.hang('MAINS', 'supply/line', 'Line supply', place)
  const buses: Mains = {
    live: wirer.bus('line', place, live, true),
    neutral: wirer.bus('neutral', place, neutral, true),
    earth: wirer.bus('earth', place, earth, true),
  }
  buses.earth.join('MAINS.e', { length: 3 })
  if (job.practice === '230') {
    wirer.hang('FS1', 'switch/fused-spur', 'Fused isolator', place)
    wirer.wire('MAINS.l', 'FS1.lin', live, 2, line)
    wirer.wire('MAINS.n', 'FS1.nin', neutral, 2, line)
    buses.live.join('FS1.lout')
    buses.neutral.join('FS1.nout')
    return buses
  }
  wirer.hang('CB1', 'protection/breaker', 'Breaker', place)
  const chain = ['CB1']
  const link = (id: string, kind: string, label: string) => chain.push(wirer.hang(id, kind, label, place))
  if (supply.emergencySwitch) link('ES1', 'switch/emergency', 'Emergency switch')
  if (supply.fireCutOut) link('FC1', 'switch/fire', 'Fire cut-out')
  if (supply.serviceSwitch) link('SS1', 'switch/service', 'Service switch')
  wirer.wire('MAINS.l', 'CB1.in', live, 3, line)
  for (const [i, id] of chain.slice(1).entries()) wirer.wire(`${chain[i]!}.out`, `${id}.in`, live, 3, line)
  buses.live.join(`${chain.at(-1)!}.out`)
  buses.neutral.join('MAINS.n')
  return buses
}

/** Lands the line buses in connectors. */
export function landMains({ live, neutral, earth }: Mains) {
  live.land()
  neutral.land()
  earth.land()
}

/** A control transformer as surveyed, with its fuse: the two buses of its 24 V, and the last wire, from it to the fuse. */
export function hangSource(
  job: Job,
  wirer: Wirer,
  mains: Mains,
  number?: number,
): { hot: Bus; common: Bus; landFuse: () => void } {
  const { boiler, transformer } = job.survey
  const hot = wirer.bus('R', boiler.place, 'red')
  const common = wirer.bus('C', boiler.place, 'blue')
  const [xf, fuse] = [`XF${number ?? 1}`, `F${number ?? 1}`]
  wirer.hang(xf, 'transformer/control', number === undefined ? 'Transformer' : `Transformer ${number}`, boiler.place, {
    va: transformer.va,
    openVolts: transformer.openVolts,
  })
  mains.live.join(`${xf}.p1`)
  mains.neutral.join(`${xf}.p2`)
  common.join(`${xf}.c`)
  if (transformer.fuseAmps <= 0) {
    hot.join(`${xf}.h`)
    return { hot, common, landFuse: () => undefined }
  }
  wirer.hang(fuse, 'protection/fuse', `Fuse ${fuse}`, boiler.place, { amps: transformer.fuseAmps })
  hot.join(`${fuse}.out`)
  return { hot, common, landFuse: () => wirer.wire(`${xf}.h`, `${fuse}.in`, 'red', 0.5) }
}
