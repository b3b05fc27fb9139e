import type { Job } from '@civil-lantern/core'
import { expose } from 'comlink'
import { arrange } from './arrange.ts'
import type { Spots } from './hang.ts'

const wall = {
  arrange: (job: Job, folded: readonly string[], held: Spots) => {
    const from = performance.now()
    const arrangement = arrange(job, new Set(folded), held)
    return { ...arrangement, milliseconds: performance.now() - from }
  },
}

export type WallApi = typeof wall
expose(wall)
