import type { Job, Layer } from '@civil-lantern/core'

/** What the layers are called on the wall. */
export const layerNames: Readonly<Record<Layer, string>> = {
  return: 'Neutral and common',
  earth: 'Earth',
  permanent: 'Permanent feed',
  switched: 'Switched',
  call: 'Call loop',
  signal: 'Signal',
}

/** What each layer is drawn in where conductors are coloured by circuit: colours of the theme, told apart in both. */
export const layerHue = (layer: Layer | undefined): string => (layer ? `var(--layer-${layer})` : 'var(--soft)')

/** The wires that stay bright while layers are dimmed; undefined where none is, and all do. */
export const brightIn = (
  { wires }: Pick<Job, 'wires'>,
  layers: Readonly<Record<string, Layer>>,
  dimmed: ReadonlySet<Layer>,
): ReadonlySet<string> | undefined =>
  dimmed.size === 0
    ? undefined
    : new Set(Object.keys(wires).filter((id) => layers[id] === undefined || !dimmed.has(layers[id])))

/** What the button of the layers says of how they are drawn. */
export const layersInWords = (dimmed: ReadonlySet<Layer>, byCircuit: boolean): string =>
  ['Layers', ...(dimmed.size > 0 ? [`${dimmed.size} dimmed`] : []), ...(byCircuit ? ['by circuit'] : [])].join(', ')

/** What a print says of the layers that are dimmed on it. */
export const dimmedInWords = (dimmed: ReadonlySet<Layer>): string =>
  dimmed.size === 0 ? '' : `Dimmed here: ${[...dimmed].map((layer) => layerNames[layer].toLowerCase()).join(', ')}.`
