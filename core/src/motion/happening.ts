/** Something a person in the building could notice. */
export interface Happening {
  /** Seconds since the simulation began. */
  readonly at: number
  readonly part: string
  readonly says: string
  /** Which of the part's tells it is, and whether that began to be so or ceased. */
  readonly tell?: { readonly index: number; readonly begins: boolean }
  /** For a fuse or breaker that lets go: the branches the current took, from the source round to its other end. */
  readonly path?: readonly string[]
}
