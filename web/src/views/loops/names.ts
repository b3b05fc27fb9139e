/** A text cut with an ellipsis where it is longer than so many letters. */
export const clip = (text: string, most: number) =>
  text.length > most ? `${text.slice(0, Math.max(1, most - 1))}…` : text

/** A word of a state: where it does not fit, what follows its last comma tells more than its beginning, which stands elsewhere too. */
export const lastWord = (text: string, most: number) =>
  clip(text.length > most ? text.slice(text.lastIndexOf(', ') + 1).trim() : text, most)

/** A name on one line where it fits, else broken at its spaces, else cut with an ellipsis. */
export function twoLines(text: string, most: number): string[] {
  if (text.length <= most) return [text]
  const words = text.split(' ')
  let first = words.shift() ?? ''
  while (words[0] && `${first} ${words[0]}`.length <= most) first = `${first} ${words.shift()}`
  return words.length === 0 ? [clip(first, most)] : [clip(first, most), clip(words.join(' '), most)]
}

/** Width of a letter of a name, pixels. */
export const LETTER = 7.6

/**
 * The lines of names whose middles stand beside each other: of the room between two of them each gets as much as its longest
 * word asks for.
 * @param all names with the pixel their middle stands at, from the left
 * @example namesBeside([{ name: 'Valve 2', x: 0 }, { name: 'Thermostat 2', x: 80 }]) // [['Valve 2'], ['Thermostat', '2']]
 */
export function namesBeside(all: readonly { readonly name: string; readonly x: number }[]): string[][] {
  const asks = all.map(({ name }) => Math.max(1, ...name.split(' ').map(({ length }) => length)))
  return all.map(({ name, x }, i) => {
    const sides = [i - 1, i + 1].flatMap((other) => {
      const beside = all[other]
      return beside ? [(Math.abs(beside.x - x) * asks[i]!) / (asks[i]! + asks[other]!)] : []
    })
    const half = Math.min(...sides, WIDEST)
    return twoLines(name, Math.max(1, Math.floor((2 * half - 4) / LETTER)))
  })
}

/** Half the width a name is given where nothing stands beside it. */
const WIDEST = 90
