/** The first free id of a stem: `S`, `S1`, `S2`. */
export function freshId(taken: object, stem: string): string {
  let n = 1
  while (Object.hasOwn(taken, `${stem}${n}`)) n++
  return `${stem}${n}`
}
