import { type Job, LAYERS, type Layer, layersOf } from '@civil-lantern/core'
import { useMemo } from 'react'
import { useWorkspace } from '../data/workspace.ts'
import { Menu, MenuLine, MenuTick } from '../ui/menu.tsx'
import { brightIn, dimmedInWords, layerHue, layerNames, layersInWords } from './layers.ts'

/** What a layer that stepped back is drawn with. */
export const FAINT = 0.16

/** Lets layers step back, on every view that draws conductors, and come again. */
export function LayersMenu({ className, colours = false }: { className: string; colours?: boolean }) {
  const { byCircuit, colourByCircuit } = useWorkspace()
  const dimmed = useWorkspace((w) => w.dimmed)
  const dim = useWorkspace((w) => w.dim)
  return (
    <Menu
      trigger={layersInWords(dimmed, colours && byCircuit)}
      className={`no-print ${className} ${dimmed.size > 0 ? 'bg-ink text-paper' : ''}`}
    >
      {LAYERS.map((layer) => (
        <MenuTick key={layer} on={!dimmed.has(layer)} change={() => dim(layer)}>
          <span className="flex items-center gap-2.5">
            {colours && byCircuit && <Ink layer={layer} />}
            {layerNames[layer]}
          </span>
        </MenuTick>
      ))}
      {colours && (
        <>
          <MenuLine />
          <MenuTick on={byCircuit} change={() => colourByCircuit(!byCircuit)}>
            Coloured by circuit
          </MenuTick>
        </>
      )}
    </Menu>
  )
}

/** Says which layers are dimmed, on the screen and on paper; nothing where none is. */
export function DimmedNote({ className = '' }: { className?: string }) {
  const dimmed = useWorkspace((w) => w.dimmed)
  return dimmed.size === 0 ? null : <p className={`text-soft ${className}`}>{dimmedInWords(dimmed)}</p>
}

/** A stroke in the colour of a layer. */
const Ink = ({ layer }: { layer: Layer }) => (
  <span aria-hidden className="inline-block h-1 w-6 shrink-0 rounded-full" style={{ background: layerHue(layer) }} />
)

/**
 * What the colours mean while conductors are coloured by circuit, for paper: on the screen the menu of the layers says it, and
 * the wall keeps its room.
 */
export function CircuitColours({ className = '' }: { className?: string }) {
  const byCircuit = useWorkspace((w) => w.byCircuit)
  if (!byCircuit) return null
  return (
    <ul aria-label="Colours by circuit" className={`hidden flex-wrap gap-x-4 gap-y-0.5 print:flex ${className}`}>
      {LAYERS.map((layer) => (
        <li key={layer} className="flex items-center gap-1.5">
          <Ink layer={layer} />
          {layerNames[layer]}
        </li>
      ))}
    </ul>
  )
}

/** The wires that stay bright while layers are dimmed; undefined where all do. */
export function useBright(job: Job): ReadonlySet<string> | undefined {
  const dimmed = useWorkspace((w) => w.dimmed)
  return useMemo(() => (dimmed.size === 0 ? undefined : brightIn(job, layersOf(job), dimmed)), [job, dimmed])
}
