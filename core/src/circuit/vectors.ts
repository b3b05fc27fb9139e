/**
 * Vectors of zeros of one length, laid side by side in one piece of memory: to ask for each by itself takes five times as long,
 * and a circuit has dozens of them.
 * @param length of each @param most how many there may be
 * @returns gives the next one
 * @throws RangeError where more are asked for
 * @example
 * const vector = vectors(3, 2)
 * const [re, im] = [vector(), vector()] // each 0 0 0
 */
export function vectors(length: number, most: number): () => Float64Array {
  const bytes = length * Float64Array.BYTES_PER_ELEMENT
  const memory = new ArrayBuffer(most * bytes)
  let made = 0
  return () => new Float64Array(memory, made++ * bytes, length)
}

/**
 * The same for whole numbers, each of a length of its own.
 *
 * @example
 * const [start, flat] = integers(4, 9)
 */
export function integers<const Lengths extends readonly number[]>(
  ...lengths: Lengths
): { -readonly [at in keyof Lengths]: Int32Array } {
  const memory = new ArrayBuffer(lengths.reduce((sum, length) => sum + length, 0) * Int32Array.BYTES_PER_ELEMENT)
  let bytes = 0
  const made = lengths.map((length) => {
    const one = new Int32Array(memory, bytes, length)
    bytes += one.byteLength
    return one
  })
  return made as { -readonly [at in keyof Lengths]: Int32Array }
}
