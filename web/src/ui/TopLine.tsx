import { Moon, Redo2, Search, Sun, Undo2 } from 'lucide-react'
import { lazy, type ReactNode, Suspense } from 'react'
import { Link } from 'react-router'
import { useTheme } from './theme.ts'
import type { Undo } from './undo.ts'

const PhoneMenu = lazy(() => import('./PhoneMenu.tsx').then(({ PhoneMenu }) => ({ default: PhoneMenu })))

/**
 * The head line: where we are, the way through the work in the middle, search, what is saved, the theme. On a phone what is
 * seldom needed folds into a menu at its end.
 */
export function TopLine({
  title,
  middle,
  find,
  help,
  save,
  undo,
}: {
  title: ReactNode
  middle?: ReactNode
  find?: () => void
  help?: () => void
  save?: ReactNode
  undo?: Undo
}) {
  const { theme, change } = useTheme()
  const other = theme === 'day' ? 'Basement' : 'Day'
  const Other = theme === 'day' ? Moon : Sun
  return (
    <header className="no-print relative flex h-14 items-center gap-1 px-2 lg:h-17 lg:gap-2 lg:px-4">
      {middle && <Wire />}
      <Link
        to="/"
        className="flex min-h-11 min-w-11 shrink-0 items-center gap-2.5 rounded-control pl-1 font-bold text-lg"
        aria-label="Civil Lantern, all jobs"
      >
        <Glyph />
        {!middle && <span className="hidden sm:inline">Civil Lantern</span>}
      </Link>
      <div className={`min-w-0 ${middle ? 'grow lg:w-60 lg:grow-0' : 'grow'}`}>{title}</div>
      {middle && <div className="hidden min-w-0 max-w-[720px] grow self-stretch lg:mx-auto lg:block">{middle}</div>}
      {undo && (
        <div className="hidden items-center lg:flex">
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
          aria-label="Search parts, terminals and screens"
          title="Search"
          className="flex min-h-11 min-w-11 shrink-0 items-center justify-center gap-2 rounded-full border border-line bg-card px-3 hover:border-soft"
        >
          <Search aria-hidden size={18} />
          <kbd className="hidden font-mono lg:inline">/</kbd>
        </button>
      )}
      {save}
      <button
        type="button"
        onClick={change}
        className={`${middle ? 'hidden lg:grid' : 'grid'} size-11 shrink-0 place-items-center rounded-full border border-line bg-card hover:border-soft`}
        aria-label={`Change to ${other}`}
        title={`Change to ${other}`}
      >
        <Other aria-hidden size={18} />
      </button>
      {undo && (
        <Suspense fallback={<span className="size-11 shrink-0 lg:hidden" />}>
          <PhoneMenu undo={undo} other={other} change={change} help={help} />
        </Suspense>
      )}
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

/** What the lamps hang on: a wire along the upper edge of the window. */
const Wire = () => (
  <svg
    viewBox="0 0 100 8"
    preserveAspectRatio="none"
    aria-hidden
    className="pointer-events-none absolute inset-x-0 top-0 h-2.5 w-full max-lg:hidden"
  >
    <path
      d="M0 2Q5 6 10 5T20 5T30 5T40 5T50 5T60 5T70 5T80 5T90 5T100 2"
      fill="none"
      stroke="var(--soft)"
      strokeWidth={1.6}
      vectorEffect="non-scaling-stroke"
    />
  </svg>
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
