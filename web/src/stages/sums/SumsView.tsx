import { type Practice, sums } from '@civil-lantern/core'
import { Link } from 'react-router'
import { SumCard } from './SumCard.tsx'

/** The sums as a list, and the one in hand beside it; on a phone the list is a row of names. */
export function SumsView({
  at,
  chosen,
  practice,
  keep,
  aside,
}: {
  /** The address of this place, to which a sum's name is added. */
  at: string
  chosen: string | undefined
  practice: Practice
  keep?: (text: string) => void
  aside?: React.ReactNode
}) {
  const sum = sums.find(({ id }) => id === chosen) ?? sums[0]!
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3 pb-4">
      <div className="flex flex-wrap items-center justify-between gap-3 pt-1">
        <h1 tabIndex={-1} className="font-bold text-xl outline-none">
          {sums.length} sums for the pocket.
        </h1>
        {aside}
      </div>
      <div className="grid items-start gap-3 md:grid-cols-[16rem_minmax(0,42rem)]">
        <nav aria-label="Sums" className="flex gap-1.5 overflow-x-auto max-md:pb-1 md:flex-col">
          {sums.map(({ id, name }) => (
            <Link
              key={id}
              to={`${at}/${id}`}
              aria-current={id === sum.id ? 'page' : undefined}
              className="flex min-h-12 shrink-0 items-center rounded-control border border-line bg-card px-3 font-semibold hover:border-soft aria-[current=page]:bg-ink aria-[current=page]:text-paper"
            >
              {name}
            </Link>
          ))}
        </nav>
        <SumCard key={`${sum.id} ${practice}`} sum={sum} practice={practice} {...(keep ? { keep } : {})} />
      </div>
    </div>
  )
}
