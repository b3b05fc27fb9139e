import { type Job, openFindings } from '@civil-lantern/core'
import type { Snapshot } from '../workers/bench.worker.ts'

export type StageId = 'survey' | 'scheme' | 'load' | 'hookup' | 'prove' | 'find' | 'log'

export interface Standing {
  readonly lit: boolean
  /** Findings that wait here. */
  readonly count: number
}

export interface Stage {
  readonly id: StageId
  readonly name: string
  /** What it will need, where it is still to come. */
  readonly needs?: readonly string[]
  standing(job: Job, snapshot: Snapshot | undefined, entries: number): Standing
}

const untouched = () => ({ lit: false, count: 0 })

/** The stages of a job in the order of the work. */
export const stages: readonly Stage[] = [
  {
    id: 'survey',
    name: 'Survey',
    standing: (job) => ({ lit: Object.keys(job.zones).length > 0, count: 0 }),
  },
  {
    id: 'scheme',
    name: 'Scheme',
    standing: (job, snapshot) => ({
      lit: Object.keys(job.parts).length > 0,
      count: openFindings(job, snapshot?.findings ?? []).length,
    }),
  },
  {
    id: 'load',
    name: 'Load',
    needs: [
      'What each actuator draws starting, moving and holding: its nameplate or your clamp reading.',
      'How many zones may start together, and after a power cut.',
      'Until then, the transformer’s load now and with everything calling stands at the foot of the left rail.',
    ],
    standing: untouched,
  },
  {
    id: 'hookup',
    name: 'Hook-up',
    needs: [
      'A scheme that is chosen and clean, and the order you like to land conductors in.',
      'The table of every conductor is in Scheme, under Runs.',
    ],
    standing: untouched,
  },
  {
    id: 'prove',
    name: 'Prove',
    needs: [
      'Every conductor landed, and the isolator proved dead once.',
      'Then each zone alone, overlaps, all, and the off state, with the readings to expect.',
    ],
    standing: untouched,
  },
  {
    id: 'find',
    name: 'Find',
    needs: [
      'The complaint, which rooms heat on which call, and your readings so far.',
      'The verdict above Loops already says where the light stops on this record.',
    ],
    standing: untouched,
  },
  {
    id: 'log',
    name: 'Log',
    standing: (_job, _snapshot, entries) => ({ lit: entries > 0, count: 0 }),
  },
]

export const stageOf = (id: string | undefined) => stages.find((stage) => stage.id === id)
