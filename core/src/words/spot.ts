/** The thing something is said about: a terminal, a part, a wire or a cable. */
export interface Spot {
  readonly part?: string
  readonly terminal?: string
  readonly wire?: string
  readonly cable?: string
}
