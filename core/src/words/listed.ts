/**
 * Names as they are said one after the other.
 *
 * @example
 * listed(['Gallery', 'Oil store', 'Signal house']) // 'Gallery, Oil store and Signal house'
 */
export const listed = (names: readonly string[], last: 'and' | 'or' = 'and'): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} ${last} ${names.at(-1)}`
