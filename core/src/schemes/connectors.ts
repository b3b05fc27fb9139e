import { kinds } from '../parts/index.ts'

/** Connectors of a style by how many conductors they hold, fewest first. */
const ofStyle = (style: string) =>
  kinds
    .flatMap(({ kind, roles }) => (roles.connector?.style === style ? [{ kind, ways: roles.connector.ways }] : []))
    .sort((a, b) => a.ways - b.ways)

/**
 * The kind of connector of a style that holds at least so many conductors, the smallest; with `most`, the largest that holds
 * no more than that.
 */
export function connectorOf(style: string, least: number, most?: number): string {
  const all = ofStyle(style)
  const fit = most === undefined ? undefined : all.filter(({ ways }) => ways >= least && ways <= most).at(-1)
  return (fit ?? all.find(({ ways }) => ways >= least) ?? all.at(-1))?.kind ?? ''
}
