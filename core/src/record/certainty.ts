import type { Found } from './found.ts'

/**
 * How sure it is that the wall has at a terminal what the record has there: only where every conductor on it was seen or
 * landed. A terminal that bears none, as far as anybody knows, is assumed too.
 *
 * @example
 * certaintyAt(found, 'V2', 'm1') // 'assumed' until its conductor is seen or landed
 */
export function certaintyAt({ job, conductors }: Found, part: string, terminal: string): 'assumed' | 'seen' {
  const here = Object.entries(job.wires).filter(([, { from, to }]) =>
    [from, to].some((end) => end.part === part && end.terminal === terminal),
  )
  const sure = here.length > 0 && here.every(([wire]) => (conductors[wire] ?? 'assumed') !== 'assumed')
  return sure ? 'seen' : 'assumed'
}

/** How many conductors of the wall nobody has seen or landed, of how many. */
export function assumedOf({ job, conductors }: Found): { assumed: number; of: number } {
  const wires = Object.keys(job.wires)
  return { assumed: wires.filter((wire) => (conductors[wire] ?? 'assumed') === 'assumed').length, of: wires.length }
}
