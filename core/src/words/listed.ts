import type { Piece } from './words.ts'

/**
 * Names as they are said one after the other.
 *
 * @example
 * listed(['Gallery', 'Oil store', 'Signal house']) // 'Gallery, Oil store and Signal house'
 */
export const listed = (names: readonly string[], last: 'and' | 'or' = 'and'): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} ${last} ${names.at(-1)}`

/** The same of pieces of a sentence, each of which keeps what it is about. */
export const listedPieces = (pieces: readonly Piece[]): Piece[] =>
  pieces.flatMap((piece, i) => (i === 0 ? [piece] : [{ text: i === pieces.length - 1 ? ' and ' : ', ' }, piece]))
