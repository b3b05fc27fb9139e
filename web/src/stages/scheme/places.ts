import { stageOf } from '../stages.ts'

export type View = 'loops' | 'wall' | 'rungs' | 'runs'

/** The four views of the circuit. */
export const views: readonly { value: View; says: string }[] = [
  { value: 'loops', says: 'Loops' },
  { value: 'wall', says: 'Wall' },
  { value: 'rungs', says: 'Rungs' },
  { value: 'runs', says: 'Runs' },
]

export type Check = 'rules' | 'combinations' | 'live'

/** What is checked, in the one place that checks. */
export const checks: readonly { value: Check; says: string }[] = [
  { value: 'rules', says: 'Rules' },
  { value: 'combinations', says: 'Every combination' },
  { value: 'live', says: 'Still live' },
]

/** Where addresses kept from before lead today. */
const moved: Readonly<Record<string, string>> = {
  proof: 'checks/combinations',
  dead: 'checks/live',
  plan: 'runs/terminals',
}

/** The address in a job that a view's older address stands for; nothing where it is a view's own. */
export const movedTo = (view: string | undefined): string | undefined => moved[view ?? '']

/** Stages where the hand is on the circuit: who calls and the bench stand beside them. */
export const isAtTheCircuit = (stage: string | undefined, view: string | undefined): boolean =>
  stage === 'scheme' && view !== 'checks'

/**
 * Where one is in a job, in words: for the head line of a phone, the window's title and what is announced.
 * @example placeIn('scheme', 'wall') // 'Scheme, Wall'
 */
export function placeIn(stage: string | undefined, view: string | undefined): string {
  if (stage === 'sums') return 'Sums'
  const name = stageOf(stage)?.name ?? ''
  if (stage === 'survey' && view === 'ways') return `${name}, ways to wire it`
  if (stage !== 'scheme') return name
  if (view === 'checks') return `${name}, Checks`
  return `${name}, ${views.find(({ value }) => value === view)?.says ?? views[0]!.says}`
}
