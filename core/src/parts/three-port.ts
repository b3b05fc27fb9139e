import type { PartKind } from './kind.ts'

/** Does a valve turn water from one outlet to another, so that one of them is always open? */
export const isThreePort = ({ hookup, roles }: PartKind): boolean =>
  hookup?.waterOff !== undefined || roles.diverts !== undefined
