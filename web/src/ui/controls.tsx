import type { ButtonHTMLAttributes, ReactNode } from 'react'

const looks = {
  plain: 'bg-card border-line text-ink hover:border-soft',
  strong: 'bg-ink border-ink text-paper hover:opacity-90',
  quiet: 'bg-transparent border-transparent text-ink hover:bg-well',
  bad: 'bg-card border-bad text-bad hover:bg-well',
}

/** A button a gloved thumb can hit: 44 px at the least. */
export function Button({
  look = 'plain',
  className = '',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: keyof typeof looks }) {
  return (
    <button
      type="button"
      className={`min-h-11 rounded-control border px-4 font-semibold transition-colors disabled:opacity-50 ${looks[look]} ${className}`}
      {...rest}
    />
  )
}

/** A few choices side by side, one of them taken. */
export function Segments<T extends string | number>({
  label,
  value,
  options,
  onChange,
  className = '',
}: {
  label: string
  value: T
  options: readonly { value: T; says: string }[]
  onChange: (value: T) => void
  className?: string
}) {
  return (
    <fieldset
      className={`inline-flex max-w-full overflow-x-auto overflow-y-hidden rounded-control border border-line bg-card ${className}`}
    >
      <legend className="sr-only">{label}</legend>
      {options.map((option) => (
        <button
          key={option.value}
          type="button"
          aria-pressed={option.value === value}
          onClick={() => onChange(option.value)}
          className="min-h-11 grow px-2 font-semibold sm:px-3.5 aria-pressed:bg-ink aria-pressed:text-paper not-aria-pressed:hover:bg-well"
        >
          {option.says}
        </button>
      ))}
    </fieldset>
  )
}

export function Card({
  title,
  aside,
  children,
  className = '',
}: {
  title?: ReactNode
  aside?: ReactNode
  children: ReactNode
  className?: string
}) {
  return (
    <section className={`rounded-card border border-line bg-card ${className}`}>
      {title !== undefined && (
        <header className="flex flex-wrap items-baseline justify-between gap-x-4 px-4 pt-3">
          <h2 className="font-bold">{title}</h2>
          {aside !== undefined && <div className="text-soft">{aside}</div>}
        </header>
      )}
      {children}
    </section>
  )
}
