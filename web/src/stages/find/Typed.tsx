import type { MeterMode } from '@civil-lantern/core'
import { useState } from 'react'
import { type Typed as Read, typedReading, unitOf } from '../../meter/typed-reading.ts'
import { Button } from '../../ui/controls.tsx'

/** A clamp is asked for only round wires at low voltage: more is milliamps typed without their m. */
const MOST_AMPS = 10

/** A reading typed from the meter, in the unit of its mode; OL of ohms by a press. */
export function Typed({
  mode,
  disabled,
  keep,
  whyNot = 'First let it stand so at the wall, and say that it does.',
}: {
  mode: MeterMode
  disabled: boolean
  keep: (read: Read) => void
  /** What has to be so before anything is typed. */
  whyNot?: string | undefined
}) {
  const unit = unitOf(mode)
  const [text, setText] = useState('')
  const [wrong, setWrong] = useState('')
  return (
    <form
      className="grid gap-1"
      onSubmit={(event) => {
        event.preventDefault()
        const read = typedReading(mode, text)
        if (typeof read === 'string') return setWrong(read)
        if (read.value === null && unit !== 'Ω')
          return setWrong(`OL is no reading in ${unit}: turn the meter up a range.`)
        if (unit === 'A' && (read.value ?? 0) > MOST_AMPS)
          return setWrong(`${read.shows} is more than these wires carry. Milliamps are typed as ${read.value} mA.`)
        keep(read)
      }}
    >
      <div className="flex flex-wrap items-end gap-2">
        <label className="min-w-40 grow">
          <span className="block text-soft">
            I read, in {unit}
            {unit === 'A' && ', such as 0.32 or 320 mA'}
          </span>
          <input
            value={text}
            inputMode={unit === 'V' ? 'decimal' : 'text'}
            disabled={disabled}
            aria-invalid={wrong !== ''}
            onChange={(event) => {
              setText(event.target.value)
              setWrong('')
            }}
            className="min-h-16 w-full rounded-card bg-display px-4 text-right font-mono text-3xl text-digits disabled:border disabled:border-line disabled:bg-well"
          />
        </label>
        {unit === 'Ω' && (
          <Button disabled={disabled} onClick={() => keep({ value: null, shows: 'OL' })} className="min-h-16 px-5">
            OL
          </Button>
        )}
        <Button type="submit" look="strong" disabled={disabled || text.trim() === ''} className="min-h-16 px-6">
          Keep it
        </Button>
      </div>
      {wrong && (
        <p role="alert" className="font-semibold text-bad">
          {wrong}
        </p>
      )}
      {disabled && <p className="text-soft">{whyNot}</p>}
    </form>
  )
}
