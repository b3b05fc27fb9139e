import type { NotTaken } from './not-taken.ts'

/** Something of what was not taken that a hand may write otherwise. */
export interface Mendable {
  readonly path: readonly (string | number)[]
  /** What it is called: the last of its path, in words. */
  readonly name: string
  readonly value: string | number
}

/** Names that say what a thing is and not what somebody wrote. */
const FIXED = new Set(['kind', 'id', 'op', 'path', 'point', 'what', 'look'])
/** More than this nobody mends by hand. */
const MOST = 12

/**
 * What of it a hand may write otherwise: words and figures, in their order.
 * @example mendableIn({ what: 'entry', of: { body: { kind: 'note', text: 'Lamp' } }, ... }) // [{ name: 'text', value: 'Lamp', ... }]
 */
export function mendableIn(one: NotTaken): Mendable[] {
  const found: Mendable[] = []
  const look = (at: unknown, path: readonly (string | number)[]) => {
    if (typeof at === 'string' || typeof at === 'number') {
      const named = path.findLast((step) => typeof step === 'string')
      found.push({ path, name: inWords(String(named ?? 'value')), value: at })
    } else if (typeof at === 'object' && at !== null)
      for (const [name, value] of Object.entries(at)) if (!FIXED.has(name)) look(value, [...path, indexed(at, name)])
  }
  if (one.what === 'edit')
    for (const [i, { path, value }] of one.of.patches.entries()) {
      const before = found.length
      look(value, ['patches', i, 'value'])
      // A patch of one value is called by what it changes.
      const named = path.findLast((step) => typeof step === 'string')
      if (found.length === before + 1 && named !== undefined)
        found[before] = { ...found[before]!, name: inWords(String(named)) }
    }
  else if (typeof one.of === 'object' && one.of !== null && 'body' in one.of) look(one.of.body, ['body'])
  return found.slice(0, MOST)
}

const indexed = (at: object, name: string): string | number => (Array.isArray(at) ? Number(name) : name)

/** `fuseAmps` is read as "fuse amps". */
const inWords = (name: string): string => name.replace(/([a-z])([A-Z])/g, (_, a, b) => `${a} ${b.toLowerCase()}`)

/**
 * The same with one thing written otherwise. A figure stays a figure.
 * @returns undefined where a figure is wanted and none is written
 */
export function mended(one: NotTaken, { path, value }: Mendable, written: string): NotTaken | undefined {
  const next = typeof value === 'number' ? Number(written.replace(',', '.')) : written
  if (typeof next === 'number' && (written.trim() === '' || !Number.isFinite(next))) return undefined
  const copy = structuredClone(one) as { of: unknown }
  let at = copy.of as Record<string | number, unknown>
  for (const step of path.slice(0, -1)) at = at[step] as Record<string | number, unknown>
  at[path.at(-1)!] = next
  return copy as NotTaken
}
