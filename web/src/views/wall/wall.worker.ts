import type { Job } from '@civil-lantern/core'
import { expose } from 'comlink'
import { arrange } from './arrange.ts'
import type { Folds, Held } from './shapes.ts'

const wall = {
  arrange: (job: Job, folds: Folds, held: Held) => {
    const from = performance.now()
    const arrangement = arrange(job, folds, held)
    return { ...arrangement, milliseconds: performance.now() - from }
  },
}

export type WallApi = typeof wall
expose(wall)
