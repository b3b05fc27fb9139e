import { type Job, rewired, type Scheme } from '@civil-lantern/core'
import { useMemo } from 'react'
import { Button } from '../../ui/controls.tsx'
import { Sheet } from '../../ui/sheet.tsx'

/** Before a wiring is made again: what of the user's own changes stays, what cannot, and what comes new. */
export function RewireSheet({
  job,
  scheme,
  hangs,
  wire,
  close,
}: {
  job: Job
  scheme: Scheme
  /** Does any of it hang on a wall already? */
  hangs: boolean
  wire: (scheme: Scheme, keep: boolean) => void
  close: () => void
}) {
  const { kept, lost, fresh } = useMemo(() => rewired(job, scheme, hangs), [job, scheme, hangs])
  const own = kept.length + lost.length
  return (
    <Sheet
      title={`Wire it again: ${scheme.name}`}
      says={
        own === 0
          ? 'You have changed nothing since it was wired.'
          : `${own === 1 ? 'One change' : `${own} changes`} of yours since it was wired.`
      }
      open
      onOpenChange={(open) => !open && close()}
    >
      <List title="Stays as you made it" lines={kept} />
      <List title="Has no place in the new wiring" lines={lost} bad />
      <List title="Differs by itself" lines={fresh} />
      <div className="flex flex-wrap gap-2 pt-3">
        <Button look="strong" onClick={() => wire(scheme, true)}>
          {own === 0 ? 'Wire it again' : 'Wire it again, keep my changes'}
        </Button>
        {own > 0 && <Button onClick={() => wire(scheme, false)}>Start clean</Button>}
        <Button look="quiet" onClick={close}>
          Leave it
        </Button>
      </div>
    </Sheet>
  )
}

const List = ({ title, lines, bad = false }: { title: string; lines: readonly string[]; bad?: boolean }) =>
  lines.length === 0 ? null : (
    <section className="pb-2">
      <h3 className={`font-semibold ${bad ? 'text-bad' : ''}`}>{title}</h3>
      <ul className="max-h-48 list-disc space-y-0.5 overflow-y-auto pl-5">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </section>
  )
