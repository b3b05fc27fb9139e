import { produce } from 'immer'
import { figuresOf } from '../../circuit/netlist.ts'
import type { Job } from '../../job/schema.ts'
import { probe, read } from '../../meter/meter.ts'
import { ask } from '../../motion/asking.ts'
import type { Simulation } from '../../motion/simulation.ts'
import { openingOf } from '../../motion/surroundings.ts'
import { kindOf } from '../../parts/index.ts'
import type { StateValue } from '../../parts/kind.ts'
import { benchWith } from '../../suppose/bench.ts'
import { reshaped } from '../../suppose/index.ts'
import { wireAt } from '../benches.ts'
import { just } from './plants.ts'
import type { FaultRow, Reading } from './row.ts'

/** The same job with every time of its parts shorter or longer by its spread. */
export const spread = (job: Job, by: -1 | 0 | 1): Job =>
  by === 0
    ? job
    : produce(job, (draft) => {
        for (const part of Object.values(draft.parts)) {
          const kind = kindOf(part)
          if (!kind) continue
          const own = figuresOf(kind, part.figures)
          for (const [name, figure] of Object.entries(kind.figures))
            if (figure.unit === 's' || figure.spread !== undefined)
              part.figures = { ...part.figures, [name]: own[name]! * (1 + by * (figure.spread ?? 0.2)) }
        }
      })

/** What the row reads on a plant, sound or with its fault. */
export function readingOf(row: FaultRow, job: Job, faulty: boolean): StateValue {
  const { supposed: wrong, calling = [], at, reads } = faulty ? row : { ...row, supposed: just(), ...row.plain }
  const supposed = wrong(job).map((one) => (typeof one === 'string' ? { id: one } : { id: one[0], value: one[1] }))
  const bench = benchWith(job, supposed, { ...row.hands, ...(faulty ? row.left : {}) })
  bench.settle()
  const asked = reshaped(job, supposed)
  for (const [id, { number }] of Object.entries(asked.zones)) if (calling.includes(number)) ask(bench, asked, id, true)
  if (at === undefined) bench.settle()
  else bench.runTo(bench.now + at)
  for (const hands of row.afterwards?.[faulty ? 'faulty' : 'sound'] ?? []) {
    bench.setTogether(hands)
    bench.settle()
  }
  return taken(reads, bench, job)
}

function taken(reads: Reading, bench: Simulation, job: Job): StateValue {
  if (reads[0] === 'state') return bench.stateOf(reads[1])[reads[2]]!
  if (reads[0] === 'opening') return openingOf(bench.netlist.parts.get(reads[1])!, bench.stateOf(reads[1]))
  if (reads[0] === 'clamp') return bench.circuit.amps(bench.netlist.branchOf.get(`wire:${wireAt(job, reads[1]).id}`)!)
  const [a, b] = [probe(bench, reads[1]), probe(bench, reads[2])]
  if (!a.ok || !b.ok) throw new Error(`no point ${reads[1]} or ${reads[2]}`)
  return Math.abs(read(bench, reads[0], a.value, b.value).value ?? Number.POSITIVE_INFINITY)
}
