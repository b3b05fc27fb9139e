import type { Job } from '@civil-lantern/core'
import { GRID } from './boxes.ts'
import type { Block, Heights, Hung, Row } from './shapes.ts'

/** At what height every conductor is wanted, by what stands in the rows, the plant and the folds. */
export function heightsOf(
  job: Job,
  inRow: readonly Hung[],
  zoneBlocks: readonly Block[],
  rows: readonly Row[],
  plant: ReadonlyMap<string, Hung>,
  blocks: readonly Block[],
): Heights {
  const at = new Map<string, number>()
  const add = ({ part, terminals, y }: Hung) => {
    for (const one of terminals) at.set(`${part}.${one.terminal}`, y + one.y)
  }
  for (const one of [...inRow, ...plant.values()]) add(one)
  const right = new Set(inRow.map(({ part }) => part))
  const lanes = new Map(
    rows.flatMap(({ passing, top }) => passing.map((wire, i) => [wire, top - GRID * (i + 1)] as const)),
  )
  const folded = new Map(
    [...zoneBlocks, ...blocks].flatMap(({ ends, parts, y }) =>
      Object.entries(ends).flatMap(([wire, down]) => parts.map((part) => [`${wire}@${part}`, y + down] as const)),
    ),
  )
  const of: Heights['of'] = ({ wire, part, terminal }) =>
    (right.has(part) ? lanes.get(wire) : undefined) ?? at.get(`${part}.${terminal}`) ?? folded.get(`${wire}@${part}`)
  const all = () =>
    new Set(
      Object.entries(job.wires).flatMap(([wire, { from, to }]) =>
        [from, to].flatMap((end) => {
          const y = of({ wire, ...end })
          return y === undefined || !(right.has(end.part) || folded.has(`${wire}@${end.part}`)) ? [] : [y]
        }),
      ),
    )
  return { of, all, add }
}
