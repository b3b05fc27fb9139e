export type StageId = 'survey' | 'scheme' | 'load' | 'hookup' | 'prove' | 'find' | 'log'

/** How far a stage of the work has come on a job: what its lamp shows, and one sentence. */
export interface StageStanding {
  readonly at: 'untouched' | 'begun' | 'done'
  /** For what is begun: how much of it is done, 0 to 1. */
  readonly share?: number
  /** What asks for attention there. */
  readonly findings: number
  readonly says: string
}

export const untouched = (says: string): StageStanding => ({ at: 'untouched', findings: 0, says })
