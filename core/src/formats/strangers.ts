import type { Failure } from '../job/failure.ts'
import type { Circuit, Document } from '../job/schema.ts'
import { catalogue, kindOf } from '../parts/index.ts'

/** The most that is listed at once. */
const LISTED = 12

const listed = (names: readonly string[]) =>
  names.length === 0
    ? 'there are none'
    : `there are ${names.slice(0, LISTED).join(', ')}${names.length > LISTED ? ` and ${names.length - LISTED} more` : ''}`

/**
 * Kinds, figures and terminals that a document names and this program does not know, each with the names there are. A part of
 * a kind that nobody knows would join nothing, and a figure that is misspelt would change nothing, both without a word.
 */
export function strangersIn({ planned, wired, before }: Document): Failure[] {
  const found: Failure[] = []
  for (const [name, circuit] of Object.entries({ planned, wired, before }))
    if (circuit) found.push(...strangers(circuit, `/document/${name}`))
  return found
}

function strangers({ parts, wires }: Circuit, where: string): Failure[] {
  const found: Failure[] = []
  for (const [id, part] of Object.entries(parts)) {
    const kind = kindOf(part)
    if (!kind) {
      const family = part.kind.split('/')[0]
      const near = [...catalogue.keys()].filter((one) => one.startsWith(`${family}/`))
      found.push({
        code: 'job/kind',
        where: `${where}/parts/${id}/kind`,
        says: `${id} is of kind "${part.kind}", which the catalogue does not hold.`,
        remedy: `Name a kind of the catalogue: ${listed(near.length > 0 ? near : [...catalogue.keys()])}.`,
      })
      continue
    }
    if (part.layout !== undefined && !kind.layouts?.some(({ name }) => name === part.layout))
      found.push({
        code: 'job/layout',
        where: `${where}/parts/${id}/layout`,
        says: `${id} has no layout "${part.layout}".`,
        remedy: kind.layouts
          ? `Name one it has: ${listed(kind.layouts.map(({ name }) => name))}.`
          : 'Leave it out: the terminals of this kind lie one way only.',
      })
    for (const figure of Object.keys(part.figures ?? {}))
      if (!Object.hasOwn(kind.figures, figure))
        found.push({
          code: 'job/figure',
          where: `${where}/parts/${id}/figures/${figure}`,
          says: `${id} has no figure "${figure}".`,
          remedy: `Name one it has: ${listed(Object.keys(kind.figures))}.`,
        })
  }
  for (const [id, wire] of Object.entries(wires))
    for (const end of ['from', 'to'] as const) {
      const { part, terminal } = wire[end]
      const kind = parts[part] && kindOf(parts[part])
      if (kind && !Object.hasOwn(kind.terminals, terminal))
        found.push({
          code: 'job/terminal',
          where: `${where}/wires/${id}/${end}/terminal`,
          says: `Wire ${id} ends at ${part}.${terminal}, and ${part} has no such terminal.`,
          remedy: `Name one it has: ${listed(Object.keys(kind.terminals))}.`,
        })
    }
  return found
}
