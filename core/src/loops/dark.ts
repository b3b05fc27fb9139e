/** Where a strip goes dark: the first thing that drops the voltage and should not, or is not expected to conduct. */
export interface Dark {
  readonly at: 'wire' | 'lead' | 'splice' | 'contact' | 'load' | 'source' | 'nowhere'
  readonly part?: string
  readonly element?: string
  readonly wire?: string
  readonly terminal?: string
  /** The lead is landed, and drops the voltage in its joint. */
  readonly poor?: true
}
