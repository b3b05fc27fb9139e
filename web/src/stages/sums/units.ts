import {
  conductorSizes,
  lengthFrom,
  lengthUnit,
  metresFrom,
  type Practice,
  type Quantity,
  sizeInWords,
} from '@civil-lantern/core'

const units: Readonly<Partial<Record<Quantity, string>>> = { ohm: 'Ω', turns: '' }

/** The unit a quantity is typed in, in a practice. */
export const unitOf = (quantity: Quantity, practice: Practice): string =>
  quantity === 'length' ? lengthUnit(practice) : (units[quantity] ?? quantity)

/** A value as it is typed and shown in a practice. */
export const shownIn = (quantity: Quantity, value: number, practice: Practice): number =>
  quantity === 'length' ? lengthFrom(practice, value) : value

/** A typed value as the core holds it. */
export const heldFrom = (quantity: Quantity, typed: number, practice: Practice): number =>
  quantity === 'length' ? metresFrom(practice, typed) : typed

/** Conductor sizes to choose from, the nearest to a value first asked for. */
export const sizesOf = (practice: Practice, value: number) => {
  const sizes = conductorSizes(practice)
  const nearest = sizes.reduce((a, b) => (Math.abs(b.size - value) < Math.abs(a.size - value) ? b : a))
  return { sizes, nearest }
}

/** A result with its unit: three digits that count. */
export function resultIn(quantity: Quantity, value: number, practice: Practice): string {
  if (quantity === 'turns') return String(value)
  if (quantity === 'size') return sizeInWords(practice, value)
  const shown = shownIn(quantity, value, practice)
  const size = Math.abs(shown)
  const figure =
    size >= 1000
      ? shown.toFixed(0)
      : size >= 100
        ? shown.toFixed(0)
        : size >= 10
          ? shown.toFixed(1)
          : shown.toFixed(size >= 0.1 || size === 0 ? 2 : 4)
  return `${figure} ${unitOf(quantity, practice)}`.trim()
}
