import type { Snapshot } from '@civil-lantern/core'

/** What is wrong with a conductor, as the bench has it. */
export interface WireState {
  readonly broken: boolean
  readonly from: boolean
  readonly to: boolean
}

/** Is a conductor broken, or off its terminal at either end? */
export function wireState(wrong: Snapshot['wrong'], wire: string): WireState {
  const has = (id: string) => wrong.some((one) => one.id === id)
  const off = (end: string) => has(`wire:${wire}.${end}/lifted`) || has(`wire:${wire}.${end}/open`)
  return { broken: has(`wire:${wire}/open`), from: off('from'), to: off('to') }
}
