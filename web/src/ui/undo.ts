/** What can be taken back, and brought again. */
export interface Undo {
  readonly back: (() => void) | undefined
  readonly again: (() => void) | undefined
  /** What each of the two would take back, or bring again. */
  readonly names: readonly [string, string]
}
