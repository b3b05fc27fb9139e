import { useEffect } from 'react'
import { Link, useParams, useRouteError } from 'react-router'
import { Button } from '../ui/controls.tsx'

/** A screen that failed says so, and takes nothing else with it: what was typed is kept, the rest of the program goes on. */
export function Stopped({ name }: { name: string }) {
  const error = useRouteError()
  const { id } = useParams()
  useEffect(() => console.error(error), [error])
  const why = error instanceof Error ? error.message : String(error)
  // A part of the program that is not on this device and cannot be fetched now.
  const away = /dynamically imported module|Importing a module/i.test(why)
  return (
    <main className="mx-auto grid max-w-xl gap-3 p-6" role="alert">
      <h1 className="font-bold text-xl">{name} has stopped.</h1>
      <p>
        {away
          ? 'This part of the program is not on this device yet, and the server cannot be reached. Everything you typed is kept.'
          : 'Everything you typed is kept, and the other screens go on. If it happens again, this is what to pass on:'}
      </p>
      {!away && <p className="rounded-control bg-well p-3 font-mono text-[15px] break-words">{why}</p>}
      <div className="flex flex-wrap gap-2">
        <Button look="strong" onClick={() => window.location.reload()}>
          Load it again
        </Button>
        <Link
          to={id ? `/jobs/${id}/survey` : '/'}
          className="inline-flex min-h-11 items-center rounded-control border border-line bg-card px-4 font-semibold"
        >
          {id ? 'To the survey' : 'All jobs'}
        </Link>
      </div>
    </main>
  )
}
