import { useState } from 'react'
import type { Lit } from './rows.ts'

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
export function Light({ says, amps, look }: Lit) {
  if (look === 'wrong') return <span className="font-semibold text-bad">{says}</span>
  if (!says.endsWith(' V')) return <span className="text-soft">{says}</span>
  return (
    <span className="inline-grid justify-items-start font-mono text-[14px] leading-tight">
      <span
        className={`whitespace-nowrap rounded-full px-2 ${look === 'lit' ? 'bg-glow text-[#17242c]' : 'text-soft'}`}
      >
        {says}
      </span>
      {amps && <span className="whitespace-nowrap px-2 text-soft">{amps}</span>}
    </span>
  )
}

export const withOwn = (options: readonly string[], own: string) =>
  options.includes(own) ? options : [own, ...options]
