/**
 * Where a strip goes dark: the first thing that drops the voltage and should not, or is not expected to conduct; `between` is
 * another load on the only way there is to a load.
 */
export interface Dark {
  readonly at: 'wire' | 'lead' | 'splice' | 'contact' | 'load' | 'between' | 'source' | 'nowhere'
  readonly part?: string
  readonly element?: string
  readonly wire?: string
  readonly terminal?: string
  /** The lead is landed, and drops the voltage in its joint. */
  readonly poor?: true
  /** Copper joins both ends of the part: there is no loop because nothing of it is between them. */
  readonly joined?: true
}
