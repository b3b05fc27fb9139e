import type { StageId } from '@civil-lantern/core'

export interface Stage {
  readonly id: StageId
  readonly name: string
}

/** The stages of a job in the order of the work. */
export const stages: readonly Stage[] = [
  { id: 'survey', name: 'Survey' },
  { id: 'scheme', name: 'Scheme' },
  { id: 'load', name: 'Load' },
  { id: 'hookup', name: 'Hook-up' },
  { id: 'prove', name: 'Prove' },
  { id: 'find', name: 'Find' },
  { id: 'log', name: 'Log' },
]

export const stageOf = (id: string | undefined) => stages.find((stage) => stage.id === id)
