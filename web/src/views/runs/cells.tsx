import type { WireLight } from '@civil-lantern/core'
import { useState } from 'react'
import type { WireState } from '../wire-state.ts'

/** A choice in a cell. */
export function Cell({
  label,
  value,
  options,
  onChange,
}: {
  label: string
  value: string
  options: readonly string[]
  onChange: (value: string) => void
}) {
  return (
    <select
      aria-label={label}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      className="field-sizing-content min-h-9 rounded-control border border-transparent bg-transparent hover:border-line"
    >
      {options.map((option) => (
        <option key={option}>{option}</option>
      ))}
    </select>
  )
}

/** A length in a cell, typed over. */
export function Length({
  label,
  shown,
  value,
  onChange,
}: {
  label: string
  shown: string
  value: number
  onChange: (value: number) => void
}) {
  const [draft, setDraft] = useState<string>()
  const commit = () => {
    const next = Number((draft ?? '').replace(',', '.'))
    if (draft !== undefined && Number.isFinite(next) && next >= 0.1 && next <= 1600) onChange(next)
    setDraft(undefined)
  }
  return (
    <input
      aria-label={label}
      inputMode="decimal"
      value={draft ?? shown}
      onFocus={() => setDraft(String(Number(value.toFixed(1))))}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={commit}
      onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      className="min-h-9 w-[4.6rem] rounded-control border border-transparent bg-transparent px-1 font-mono hover:border-line focus:border-soft"
    />
  )
}

/** How a conductor stands: what is wrong with it, or its volts and amps. */
export function Light({ light, state }: { light: WireLight | undefined; state: WireState }) {
  if (state.broken) return <span className="font-semibold text-bad">broken</span>
  if (state.from || state.to) return <span className="font-semibold text-bad">lifted</span>
  if (!light || light.circuit === 'earth') return <span className="text-soft">{light ? 'earth' : ''}</span>
  const amps = light.amps < 0.9995 ? `${(light.amps * 1000).toFixed(0)} mA` : `${light.amps.toFixed(1)} A`
  return (
    <span className="inline-grid justify-items-start font-mono text-[14px] leading-tight">
      <span className={`whitespace-nowrap rounded-full px-2 ${light.lit ? 'bg-glow text-[#17242c]' : 'text-soft'}`}>
        {light.volts.toFixed(light.volts >= 99.95 ? 0 : 1)} V
      </span>
      {light.flowing && <span className="whitespace-nowrap px-2 text-soft">{amps}</span>}
    </span>
  )
}

export const withOwn = (options: readonly string[], own: string) =>
  options.includes(own) ? options : [own, ...options]
