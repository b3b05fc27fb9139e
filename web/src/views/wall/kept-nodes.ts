import type { Node } from '@xyflow/react'

/**
 * The nodes of a wall that was arranged anew. What hangs as before stays the very node it was, so that nothing of it is drawn or
 * measured again; what only hangs elsewhere keeps what it is drawn by.
 * @param selected the part that is in hand
 */
export function kept(now: readonly Node[], made: readonly Node[], selected: string | undefined): Node[] {
  const known = new Map(now.map((node) => [node.id, node]))
  return made.map((node) => {
    const was = known.get(node.id)
    const marked = node.id === selected
    if (!was) return marked ? { ...node, selected: true } : node
    const data = isSame(was.data, node.data) ? was.data : node.data
    const stays =
      data === was.data &&
      was.position.x === node.position.x &&
      was.position.y === node.position.y &&
      was.width === node.width &&
      was.height === node.height &&
      was.ariaLabel === node.ariaLabel &&
      (was.selected === true) === marked
    if (stays) return was
    return { ...was, ...node, data, selected: marked }
  })
}

/** Are two drawn by the same? Where a part hangs is not what it is drawn by. */
const isSame = (one: Node['data'], other: Node['data']): boolean =>
  JSON.stringify(drawnBy(one)) === JSON.stringify(drawnBy(other))

/** What a node is drawn by, without where it hangs. */
const drawnBy = (data: Node['data']) =>
  Object.entries(data).map(([name, value]) => {
    if (typeof value !== 'object' || value === null) return [name, value]
    const { x: _x, y: _y, ...rest } = value as Record<string, unknown>
    return [name, rest]
  })
