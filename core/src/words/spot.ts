/** The thing something is said about: a terminal, a part, a wire or a cable. */
export interface Spot {
  readonly part?: string
  readonly terminal?: string
  readonly wire?: string
  readonly cable?: string
}

/** What a branch of the circuit is of: a conductor with its joints, or a part. @example spotOfBranch('wire:w7') // { wire: 'w7' } */
export function spotOfBranch(branch: string): Spot {
  const wire = /^(?:wire|joint):([^.]+)/.exec(branch)?.[1]
  return wire === undefined ? { part: branch.slice(0, branch.indexOf('.')) } : { wire }
}
