import { sha256 } from '@noble/hashes/sha2.js'

/** SHA-256 as hex; over plain http a browser has none of its own. */
export const hashOf = (bytes: Uint8Array): string =>
  [...sha256(bytes)].map((byte) => byte.toString(16).padStart(2, '0')).join('')
