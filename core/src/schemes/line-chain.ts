import type { Job } from '../job/schema.ts'
import type { Wirer } from './wirer.ts'

/**
 * Breaker, switches as surveyed, then boiler and transformer primary in parallel: opening any of them kills everything.
 * Pump and burner hang on the boiler's own outputs.
 */
export function lineChain(job: Job, wirer: Wirer) {
  const { supply, boiler, transformer } = job.survey
  const place = boiler.place
  const { live, neutral, earth } = wirer.lineColours
  const line = { line: true }
  wirer.hang('MAINS', 'supply/line', 'Line supply', place)
  wirer.hang('CB1', 'protection/breaker', 'Breaker', place)
  const chain = ['CB1']
  const link = (id: string, kind: string, label: string) => chain.push(wirer.hang(id, kind, label, place))
  if (supply.emergencySwitch) link('ES1', 'switch/emergency', 'Emergency switch')
  if (supply.fireCutOut) link('FC1', 'switch/fire', 'Fire cut-out')
  if (supply.serviceSwitch) link('SS1', 'switch/service', 'Service switch')
  wirer.hang('B1', boiler.kind, 'Boiler', place)
  wirer.hang('P1', 'pump/circulator', 'System pump', place)
  wirer.hang('BR1', 'burner/line', 'Burner', place)
  wirer.hang('XF1', 'transformer/control', 'Transformer', place, {
    va: transformer.va,
    openVolts: transformer.openVolts,
  })
  wirer.wire('MAINS.l', 'CB1.in', live, 3, line)
  for (const [i, id] of chain.slice(1).entries()) wirer.wire(`${chain[i]!}.out`, `${id}.in`, live, 3, line)
  const last = chain.at(-1)!
  wirer.bus('line', place, live, true).join(`${last}.out`).join('B1.l').join('XF1.p1').land()
  wirer.bus('neutral', place, neutral, true).join('MAINS.n').join('B1.n').join('XF1.p2').land()
  wirer.wire('MAINS.e', 'B1.e', earth, 3, line)
  wirer.wire('B1.c1', 'P1.l', live, 2, line)
  wirer.wire('B1.c2', 'P1.n', neutral, 2, line)
  wirer.wire('B1.e', 'P1.e', earth, 2, line)
  wirer.wire('B1.b1', 'BR1.l', live, 1, line)
  wirer.wire('B1.b2', 'BR1.n', neutral, 1, line)
  wirer.wire('B1.e', 'BR1.e', earth, 1, line)
}
