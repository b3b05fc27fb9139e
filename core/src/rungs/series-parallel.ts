import type { Piece } from './paper-nets.ts'

/** A network between two rails: one piece, some one after the other, or some beside each other. */
export type Network =
  | { readonly form: 'piece'; readonly piece: Piece /** Entered by its second end. */; readonly turned: boolean }
  | { readonly form: 'series'; readonly items: readonly Network[] }
  | { readonly form: 'parallel'; readonly items: readonly Network[] }

interface Edge {
  readonly from: number
  readonly to: number
  readonly network: Network
}

/**
 * The pieces between two nets as one series-parallel network, or undefined where they are none: a bridge, or an end that
 * leads nowhere. The textbook reduction: edges side by side become one, edges through a net that nothing else is on become one.
 */
export function seriesParallel(pieces: readonly Piece[], from: number, to: number): Network | undefined {
  let edges: Edge[] = pieces.map((piece) => ({
    from: piece.nets[0],
    to: piece.nets[1],
    network: { form: 'piece', piece, turned: false },
  }))
  for (let reduced = true; reduced && edges.length > 1; ) {
    reduced = false
    const beside = firstPair(
      edges,
      (a, b) => (a.from === b.from && a.to === b.to) || (a.from === b.to && a.to === b.from),
    )
    if (beside) {
      const [a, b] = beside
      const network = parallel(a.network, b.from === a.from ? b.network : turned(b.network))
      edges = [...edges.filter((edge) => edge !== a && edge !== b), { from: a.from, to: a.to, network }]
      reduced = true
      continue
    }
    const nets = new Map<number, Edge[]>()
    for (const edge of edges) for (const net of [edge.from, edge.to]) nets.set(net, [...(nets.get(net) ?? []), edge])
    for (const [net, here] of nets) {
      if (net === from || net === to || here.length !== 2 || here[0] === here[1]) continue
      const [a, b] = here as [Edge, Edge]
      const first = a.to === net ? a : { from: a.to, to: a.from, network: turned(a.network) }
      const second = b.from === net ? b : { from: b.to, to: b.from, network: turned(b.network) }
      const network = series(first.network, second.network)
      edges = [...edges.filter((edge) => edge !== a && edge !== b), { from: first.from, to: second.to, network }]
      reduced = true
      break
    }
  }
  const [only] = edges
  if (edges.length !== 1 || !only) return undefined
  if (only.from === from && only.to === to) return inOrder(only.network, pieces)
  if (only.from === to && only.to === from) return inOrder(turned(only.network), pieces)
  return undefined
}

/** Branches side by side in the order their pieces were given, however the reduction came upon them. */
function inOrder(network: Network, pieces: readonly Piece[]): Network {
  if (network.form === 'piece') return network
  const items = network.items.map((item) => inOrder(item, pieces))
  if (network.form === 'series') return { form: 'series', items }
  const first = (item: Network) => Math.min(...piecesOf(item).map((piece) => pieces.indexOf(piece)))
  return { form: 'parallel', items: items.sort((a, b) => first(a) - first(b)) }
}

function firstPair(edges: readonly Edge[], is: (a: Edge, b: Edge) => boolean): [Edge, Edge] | undefined {
  for (const [i, a] of edges.entries()) for (const b of edges.slice(i + 1)) if (is(a, b)) return [a, b]
  return undefined
}

const inside = (form: 'series' | 'parallel', network: Network) => (network.form === form ? network.items : [network])

export const series = (...networks: Network[]): Network => ({
  form: 'series',
  items: networks.flatMap((network) => inside('series', network)),
})

/** Side by side. Loads of one part between the same two nets are one: the part draws now this way, now that. */
function parallel(...networks: Network[]): Network {
  const items = networks
    .flatMap((network) => inside('parallel', network))
    .filter(
      (item, i, all) =>
        item.form !== 'piece' ||
        item.piece.form !== 'load' ||
        all.findIndex(
          (other) => other.form === 'piece' && other.piece.form === 'load' && other.piece.part === item.piece.part,
        ) === i,
    )
  return items.length === 1 ? items[0]! : { form: 'parallel', items }
}

/** The same network entered from its other end. */
export function turned(network: Network): Network {
  switch (network.form) {
    case 'piece':
      return { ...network, turned: !network.turned }
    case 'series':
      return { form: 'series', items: network.items.map(turned).reverse() }
    case 'parallel':
      return { form: 'parallel', items: network.items.map(turned) }
  }
}

export function piecesOf(network: Network): Piece[] {
  return network.form === 'piece' ? [network.piece] : network.items.flatMap(piecesOf)
}
