import {
  conductorSizes,
  lengthFrom,
  lengthInWords,
  lengthUnit,
  metresFrom,
  type Practice,
  sizeInWords,
  type Wire,
} from '@civil-lantern/core'
import { memo, type ReactNode } from 'react'
import { useSession } from '../../data/open-job.tsx'
import { useWorkspace } from '../../data/workspace.ts'
import { COLOURS, hue } from '../../ui/colours.ts'
import { Cell, Length, Light, withOwn } from './cells.tsx'
import { LandedTick } from './LandedTick.tsx'
import type { Lit, Row } from './rows.ts'

/** The columns of the wire table, by name. */
export type Column = 'number' | 'from' | 'to' | 'colour' | 'size' | 'length' | 'cable' | 'tag' | 'landed' | 'light'

/** One conductor of the table. It is drawn anew only where something of it is shown otherwise. */
export const WireRow = memo(function WireRow({
  row,
  columns,
  practice,
  here,
  marked,
  says,
  amps,
  look,
}: {
  row: Row
  /** The columns that are shown, in their order, as one text: the same text is the same columns. */
  columns: string
  practice: Practice
  /** It is the one in hand. */
  here: boolean
  /** A finding stands on it. */
  marked: boolean
} & Lit) {
  const { session } = useSession()
  const pick = useWorkspace((w) => w.pick)
  const { id, wire } = row
  const edit = (name: string, recipe: (wire: Wire) => void) =>
    session.edit(`Wire ${wire.label}: ${name}`, (draft) => recipe(draft.wires[id]!))
  const sizes = conductorSizes(practice)
  const size = sizeInWords(practice, wire.size)
  const cells: Readonly<Record<Column, () => ReactNode>> = {
    number: () => (
      <button
        type="button"
        onClick={() => pick({ wire: id })}
        aria-label={`Select wire ${wire.label}`}
        className="min-h-11 min-w-11 text-left font-mono underline decoration-line underline-offset-4"
      >
        {wire.label}
        {marked && (
          <span className="text-bad" title="A finding stands on this wire">
            {' '}
            ▲<span className="sr-only">, a finding stands on it</span>
          </span>
        )}
      </button>
    ),
    from: () => row.from,
    to: () => row.to,
    colour: () => (
      <span className="flex items-center gap-2">
        <span
          aria-hidden
          className="h-4 w-4 shrink-0 rounded-full border border-soft"
          style={{ background: hue(wire.colour) }}
        />
        <Cell
          label={`Colour of wire ${wire.label}`}
          value={wire.colour}
          options={withOwn(COLOURS, wire.colour)}
          onChange={(colour) => edit(`colour ${colour}`, (w) => void (w.colour = colour))}
        />
      </span>
    ),
    size: () => (
      <Cell
        label={`Size of wire ${wire.label}`}
        value={size}
        options={withOwn(
          sizes.map(({ name }) => name),
          size,
        )}
        onChange={(name) => {
          const chosen = sizes.find((one) => one.name === name)?.size
          if (chosen) edit(`size ${name}`, (w) => void (w.size = chosen))
        }}
      />
    ),
    length: () => (
      <Length
        label={`Length of wire ${wire.label}, ${lengthUnit(practice)}`}
        shown={lengthInWords(practice, wire.length)}
        value={lengthFrom(practice, wire.length)}
        onChange={(value) => edit('length', (w) => void (w.length = metresFrom(practice, value)))}
      />
    ),
    cable: () => <span className="text-soft">{row.cable || 'loose'}</span>,
    tag: () => row.tag,
    landed: () => <LandedTick id={id} wire={wire} />,
    light: () => <Light says={says} amps={amps} look={look} />,
  }
  return (
    <tr className={`border-line border-b align-middle ${here ? 'bg-well' : 'hover:bg-well/60'}`}>
      {columns.split(' ').map((column) => (
        <td key={column} className={widths[column as Column] ?? 'px-1'}>
          {cells[column as Column]()}
        </td>
      ))}
    </tr>
  )
})

const widths: Readonly<Partial<Record<Column, string>>> = {
  number: 'pl-4',
  from: 'max-w-32 px-1',
  to: 'max-w-32 px-1',
  light: 'pr-3 pl-1.5',
}
