import { useState } from 'react'
import { Button } from '../../ui/controls.tsx'
import { ohmsTyped, voltsTyped } from './in-words.ts'

/** A reading typed from the meter: volts, or ohms with OL by a press. */
export function Typed({
  ohms,
  disabled,
  keep,
  whyNot = 'First let it stand so at the wall, and say that it does.',
}: {
  ohms: boolean
  disabled: boolean
  keep: (value: number | null, shows: string) => void
  /** What has to be so before anything is typed. */
  whyNot?: string
}) {
  const [text, setText] = useState('')
  const [wrong, setWrong] = useState('')
  return (
    <form
      className="grid gap-1"
      onSubmit={(event) => {
        event.preventDefault()
        const read = ohms ? ohmsTyped(text) : voltsTyped(text)
        if (typeof read === 'string') return setWrong(read)
        if (read === Number.POSITIVE_INFINITY) keep(null, 'OL')
        else keep(read, `${ohms ? read : read.toFixed(1)} ${ohms ? 'Ω' : 'V'}`)
      }}
    >
      <div className="flex flex-wrap items-end gap-2">
        <label className="min-w-40 grow">
          <span className="block text-soft">I read, in {ohms ? 'Ω' : 'V'}</span>
          <input
            value={text}
            inputMode={ohms ? 'text' : 'decimal'}
            disabled={disabled}
            aria-invalid={wrong !== ''}
            onChange={(event) => {
              setText(event.target.value)
              setWrong('')
            }}
            className="min-h-16 w-full rounded-card bg-display px-4 text-right font-mono text-3xl text-digits disabled:opacity-50"
          />
        </label>
        {ohms && (
          <Button disabled={disabled} onClick={() => keep(null, 'OL')} className="min-h-16 px-5">
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
