import type { Loops } from '../loops/loops.ts'
import type { Strip } from '../loops/strip.ts'
import type { Station } from '../loops/unroll.ts'

/** Every strip of a job, zones first. */
export const allStrips = ({ zones, shared }: Loops): Strip[] => [
  ...zones.flatMap(({ valve, also = [], call, standIn }) =>
    [valve, ...also, call, standIn].filter((strip) => strip !== undefined),
  ),
  ...shared,
]

export const stationsOf = (strip: Strip): Station[] => strip.items.filter((item) => item.form === 'station')
