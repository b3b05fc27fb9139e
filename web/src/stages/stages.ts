import type { StageId } from '@civil-lantern/core'

export interface Stage {
  readonly id: StageId
  readonly name: string
  /** What it will need, where it is still to come. */
  readonly needs?: readonly string[]
}

/** The stages of a job in the order of the work. */
export const stages: readonly Stage[] = [
  {
    id: 'survey',
    name: 'Survey',
  },
  {
    id: 'scheme',
    name: 'Scheme',
  },
  {
    id: 'load',
    name: 'Load',
  },
  {
    id: 'hookup',
    name: 'Hook-up',
    needs: [
      'A scheme that is chosen and clean, and the order you like to land conductors in.',
      'The table of every conductor is in Scheme, under Runs.',
    ],
  },
  {
    id: 'prove',
    name: 'Prove',
    needs: [
      'Every conductor landed, and the isolator proved dead once.',
      'Then each zone alone, overlaps, all, and the off state, with the readings to expect.',
    ],
  },
  {
    id: 'find',
    name: 'Find',
  },
  {
    id: 'log',
    name: 'Log',
  },
]

export const stageOf = (id: string | undefined) => stages.find((stage) => stage.id === id)
