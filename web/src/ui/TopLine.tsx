import { Moon, Redo2, Search, Sun, Undo2 } from 'lucide-react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { useTheme } from './theme.ts'

/** The top line: where we are, the find box, what is saved, the theme. */
export function TopLine({
  title,
  find,
  save,
  undo,
}: {
  title: ReactNode
  find?: () => void
  save?: ReactNode
  undo?: { back: (() => void) | undefined; again: (() => void) | undefined; names: [string, string] }
}) {
  const { theme, change } = useTheme()
  return (
    <header className="no-print flex items-center gap-2 px-4 py-2 sm:gap-3">
      <Link
        to="/"
        className="flex min-h-11 shrink-0 items-center gap-2.5 rounded-control pr-1 font-bold text-lg"
        aria-label="Civil Lantern, all jobs"
      >
        <Glyph />
        <span className="hidden lg:inline">Civil Lantern</span>
      </Link>
      <div className="min-w-0 grow">{title}</div>
      {undo && (
        <div className="hidden items-center sm:flex">
          <Icon says={undo.names[0]} onClick={undo.back}>
            <Undo2 aria-hidden size={19} />
          </Icon>
          <Icon says={undo.names[1]} onClick={undo.again}>
            <Redo2 aria-hidden size={19} />
          </Icon>
        </div>
      )}
      {find && (
        <button
          type="button"
          onClick={find}
          className="flex min-h-11 shrink-0 items-center gap-2 rounded-full border border-line bg-card px-3.5 text-soft hover:border-soft"
        >
          <Search aria-hidden size={18} />
          <span className="sr-only xl:not-sr-only">Find a part, terminal or screen</span>
          <kbd className="hidden font-mono text-ink xl:inline">/</kbd>
        </button>
      )}
      {save}
      <button
        type="button"
        onClick={change}
        className="flex min-h-11 shrink-0 items-center gap-2 rounded-full border border-line bg-card px-3.5 hover:border-soft"
        aria-label={theme === 'day' ? 'Change to Basement' : 'Change to Day'}
      >
        {theme === 'day' ? <Moon aria-hidden size={18} /> : <Sun aria-hidden size={18} />}
        <span className="hidden lg:inline">{theme === 'day' ? 'Basement' : 'Day'}</span>
      </button>
    </header>
  )
}

const Icon = ({
  says,
  onClick,
  children,
}: {
  says: string
  onClick: (() => void) | undefined
  children: ReactNode
}) => (
  <button
    type="button"
    aria-label={says}
    title={says}
    disabled={!onClick}
    onClick={onClick}
    className="grid size-11 place-items-center rounded-control hover:bg-well disabled:opacity-35"
  >
    {children}
  </button>
)

const Glyph = () => (
  <svg
    width={30}
    height={34}
    viewBox="0 0 30 34"
    aria-hidden
    fill="none"
    stroke="var(--ink)"
    strokeWidth={2}
    strokeLinecap="round"
    strokeLinejoin="round"
  >
    <path d="M15 2v4M9 8h12l3 5v13H6V13z" />
    <path d="M4 31h22" />
    <circle cx={15} cy={18} r={4.4} fill="var(--lamp)" stroke="none" />
  </svg>
)
