import { type ReactNode, useEffect, useId, useState } from 'react'
import { type Choosable, Pick } from './pick.tsx'

const box = 'min-h-11 w-full rounded-control border border-line bg-paper px-3 text-ink hover:border-soft'

function Labelled({ label, hint, children }: { label: string; hint?: string; children: (id: string) => ReactNode }) {
  const id = useId()
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="mb-1 block text-soft">
        {label}
      </label>
      {children(id)}
      {hint && <p className="mt-1 text-soft">{hint}</p>}
    </div>
  )
}

/** Text that becomes an edit when the field is left or Enter is pressed, so that undo takes back whole words. */
export function TextField({
  label,
  value,
  onCommit,
  lines = 1,
  required = false,
  maxLength = 120,
}: {
  label: string
  value: string
  onCommit: (value: string) => void
  lines?: number
  required?: boolean
  maxLength?: number
}) {
  const [draft, setDraft] = useState(value)
  useEffect(() => setDraft(value), [value])
  const commit = () => {
    const text = draft.trim()
    if (required && text === '') setDraft(value)
    else if (text !== value) onCommit(text)
  }
  const shared = { value: draft, maxLength, onBlur: commit }
  return (
    <Labelled label={label}>
      {(id) =>
        lines > 1 ? (
          <textarea
            id={id}
            {...shared}
            rows={lines}
            onChange={(e) => setDraft(e.target.value)}
            className={`${box} py-2`}
          />
        ) : (
          <input
            id={id}
            {...shared}
            onChange={(e) => setDraft(e.target.value)}
            onKeyDown={(e) => e.key === 'Enter' && commit()}
            className={box}
          />
        )
      }
    </Labelled>
  )
}

/** A number in a range; what is outside it is said beside the field and not taken. */
export function NumberField({
  label,
  value,
  min,
  max,
  unit,
  digits = 1,
  onCommit,
}: {
  label: string
  value: number
  /** Places behind the point that are shown. */
  digits?: number
  min: number
  max: number
  unit: string
  onCommit: (value: number) => void
}) {
  const shown = String(Number(value.toFixed(digits)))
  const [draft, setDraft] = useState(shown)
  const [wrong, setWrong] = useState<string>()
  useEffect(() => setDraft(shown), [shown])
  const commit = () => {
    const next = Number(draft.replace(',', '.'))
    if (draft.trim() === '' || !Number.isFinite(next) || next < min || next > max) {
      setWrong(`From ${min} to ${max} ${unit}.`)
      return
    }
    setWrong(undefined)
    if (String(next) !== shown) onCommit(next)
  }
  return (
    <Labelled label={`${label}, ${unit}`}>
      {(id) => (
        <>
          <input
            id={id}
            inputMode="decimal"
            value={draft}
            aria-invalid={wrong !== undefined}
            onChange={(e) => setDraft(e.target.value)}
            onBlur={commit}
            onKeyDown={(e) => e.key === 'Enter' && commit()}
            className={`${box} tabular-nums aria-invalid:border-bad`}
          />
          {wrong && (
            <p role="alert" className="mt-1 text-bad">
              {wrong}
            </p>
          )}
        </>
      )}
    </Labelled>
  )
}

export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
  hint,
}: {
  label: string
  value: T
  options: readonly Choosable<T>[]
  onChange: (value: T) => void
  hint?: string
}) {
  return (
    <Labelled label={label} {...(hint ? { hint } : {})}>
      {(id) => <Pick id={id} value={value} options={options} onChange={onChange} />}
    </Labelled>
  )
}

export function Tick({
  label,
  checked,
  onChange,
}: {
  label: string
  checked: boolean
  onChange: (checked: boolean) => void
}) {
  return (
    <label className="flex min-h-11 cursor-pointer items-center gap-3">
      <input
        type="checkbox"
        checked={checked}
        onChange={(e) => onChange(e.target.checked)}
        className="size-6 shrink-0 accent-ink"
      />
      {label}
    </label>
  )
}
