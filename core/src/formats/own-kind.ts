import type { OwnKind } from '../job/schema.ts'

export const KIND_FORMAT = 'civil-lantern/kind'

/** The text of a file that holds one kind of the user's own. */
export const writeOwnKind = (kind: OwnKind): string =>
  `${JSON.stringify({ format: KIND_FORMAT, version: 1, kind }, null, 2)}\n`
