import { filledIn, type Practice, type Sum, type SumField, type SumValues } from '@civil-lantern/core'
import { useEffect, useId, useState } from 'react'
import { shelf } from '../../base/shelf.ts'
import { Button, Card, Segments } from '../../ui/controls.tsx'
import { heldFrom, resultIn, shownIn, sizesOf, unitOf } from './units.ts'

/** One pocket calculation: what is asked, what comes out and how, where the formula is from. What was typed is kept. */
export function SumCard({
  sum,
  practice,
  keep,
}: {
  sum: Sum
  practice: Practice
  /** Writes the result into the log of the job in hand, where there is one. */
  keep?: (text: string) => void
}) {
  const key = `sum:${sum.id}:${practice}`
  const [values, setValues] = useState<SumValues>(() => shelf.get<SumValues>(key) ?? {})
  const filled = filledIn(sum, practice, values)
  const set = (id: string, value: number | string) => {
    const next = { ...values, [id]: value }
    setValues(next)
    shelf.put(key, next)
  }
  const fields = sum.fields(practice, filled)
  const result = sum.work(filled, practice)
  const inWords = () =>
    typeof result === 'string'
      ? ''
      : `${sum.name}: ${fields.map((field) => said(field, filled, practice)).join(', ')}. ${result
          .map(({ name, value, quantity }) => `${name} ${resultIn(quantity, value, practice)}`)
          .join(', ')}.`
  return (
    <Card title={sum.name} className="pb-4">
      <p className="px-4 pt-1 text-soft">{sum.about}</p>
      <div className="grid gap-x-4 gap-y-3 px-4 pt-3 sm:grid-cols-2">
        {fields.map((field) =>
          'options' in field ? (
            <div key={field.id} className="sm:col-span-2">
              <p className="mb-1 text-soft">{field.name}</p>
              <Segments
                label={field.name}
                value={String(filled[field.id])}
                options={field.options}
                onChange={(value) => set(field.id, value)}
              />
            </div>
          ) : field.quantity === 'size' ? (
            <SizeField
              key={field.id}
              name={field.name}
              value={Number(filled[field.id])}
              practice={practice}
              set={(value) => set(field.id, value)}
            />
          ) : (
            <Figure
              key={`${field.id} ${field.quantity} ${practice}`}
              field={field}
              value={Number(filled[field.id])}
              practice={practice}
              set={(value) => set(field.id, value)}
            />
          ),
        )}
      </div>
      <output className="mx-4 mt-4 block rounded-card bg-display px-4 py-3 text-digits">
        {typeof result === 'string' ? (
          <p>{result}</p>
        ) : (
          <dl className="grid gap-2">
            {result.map(({ name, value, quantity, how }) => (
              <div key={name} className="flex flex-wrap items-baseline justify-between gap-x-4">
                <dt>
                  {name} <span className="block font-mono text-[15px] opacity-80">{how}</span>
                </dt>
                <dd className="font-mono text-2xl">{resultIn(quantity, value, practice)}</dd>
              </div>
            ))}
          </dl>
        )}
      </output>
      <p className="px-4 pt-3">
        <span className="font-mono">{sum.formula}</span>
        <span className="block text-soft">{sum.source}.</span>
      </p>
      {keep && (
        <Button className="mx-4 mt-3" disabled={typeof result === 'string'} onClick={() => keep(inWords())}>
          Into the log as a note
        </Button>
      )}
    </Card>
  )
}

/** A figure: what is out of bounds is said, and the sum goes on with the nearest that is in. */
function Figure({
  field,
  value,
  practice,
  set,
}: {
  field: Extract<SumField, { quantity: unknown }>
  value: number
  practice: Practice
  set: (value: number) => void
}) {
  const id = useId()
  const { quantity } = field
  const trim = (held: number) =>
    String(Number(shownIn(quantity, held, practice).toFixed(quantity === 'length' ? 1 : 4)))
  const [text, setText] = useState(() => trim(value))
  const [least, most] = [trim(field.min), trim(field.max)]
  const typed = text.trim() === '' ? Number.NaN : Number(text.replace(',', '.'))
  const held = heldFrom(quantity, typed, practice)
  const wrong = !(held >= field.min && held <= field.max)
  // Another sum or practice brings its own.
  useEffect(() => {
    if (document.activeElement?.id !== id) setText(trim(value))
  })
  const unit = unitOf(quantity, practice)
  return (
    <div>
      <label htmlFor={id} className="mb-1 block text-soft">
        {field.name}
        {unit && `, ${unit}`}
      </label>
      <input
        id={id}
        inputMode="decimal"
        value={text}
        aria-invalid={wrong}
        aria-describedby={wrong ? `${id}-wrong` : undefined}
        onChange={(event) => {
          setText(event.target.value)
          const next = Number(event.target.value.replace(',', '.'))
          if (event.target.value.trim() !== '' && Number.isFinite(next)) set(heldFrom(quantity, next, practice))
        }}
        className="min-h-12 w-full rounded-control border border-soft bg-paper px-3 font-mono text-lg aria-invalid:border-bad"
      />
      {wrong && (
        <p id={`${id}-wrong`} role="alert" className="text-bad">
          From {least} to {most} {unit}.
        </p>
      )}
    </div>
  )
}

function SizeField({
  name,
  value,
  practice,
  set,
}: {
  name: string
  value: number
  practice: Practice
  set: (size: number) => void
}) {
  const id = useId()
  const { sizes, nearest } = sizesOf(practice, value)
  return (
    <div>
      <label htmlFor={id} className="mb-1 block text-soft">
        {name}
      </label>
      <select
        id={id}
        value={nearest.name}
        onChange={(event) => set(sizes.find((one) => one.name === event.target.value)?.size ?? value)}
        className="min-h-12 w-full rounded-control border border-soft bg-paper px-3"
      >
        {sizes.map((one) => (
          <option key={one.name}>{one.name}</option>
        ))}
      </select>
    </div>
  )
}

const said = (field: SumField, values: SumValues, practice: Practice): string =>
  'options' in field
    ? `${field.name.toLowerCase()} ${field.options.find(({ value }) => value === values[field.id])?.says ?? ''}`
    : `${field.name.toLowerCase()} ${resultIn(field.quantity, Number(values[field.id]), practice)}`
