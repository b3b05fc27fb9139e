import { entryInWords, kindOf, type OpenAction, suppositionInWords } from '@civil-lantern/core'
import { useSession } from '../../data/open-job.tsx'
import { Button, Card } from '../../ui/controls.tsx'

/** Nobody has been at the wall of this job: what does whoever goes there take it to be? */
export function BeginVisit() {
  const { session } = useSession()
  return (
    <Card title="What hangs there?">
      <div className="grid gap-3 p-4">
        <p>
          Open the first visit, and from then on what you see and do is written down as entries. The plan stays as it
          is.
        </p>
        <div className="flex flex-wrap gap-2">
          <Button look="strong" onClick={() => session.openVisit('new work')}>
            New work: nothing hangs yet
          </Button>
          <Button onClick={() => session.openVisit('service')}>Service: it hangs as planned</Button>
          <Button onClick={() => session.openVisit('tracing')}>To be traced: wired who knows how</Button>
        </div>
        <p className="text-soft">Treat every terminal as live until you have proved it dead.</p>
      </div>
    </Card>
  )
}

/** What waits to be put back, what two people entered apart from each other, and what is on the wall and not on the record. */
export function WallNotes() {
  const { session, found, shows } = useSession()
  const { open, conflicts, offRecord, unknown, job } = found
  if (shows === 'planned' || open.length + conflicts.length + offRecord.length + unknown.length === 0) return null
  return (
    <ul aria-label="Open on the wall" className="grid gap-1.5">
      {open.map((action) => (
        <OpenRow key={action.entry.id} action={action} />
      ))}
      {conflicts.map(({ wins, other }) => (
        <li key={`${wins.id} ${other.id}`} className="rounded-control border border-bad bg-card px-4 py-2">
          <b>Two say different things.</b> {wins.by || 'Somebody'}: {entryInWords(job, wins.body)}.{' '}
          {other.by || 'Somebody'}: {entryInWords(job, other.body)}. The later is shown; look at the wall.
        </li>
      ))}
      {offRecord.map(({ entry, says }) => (
        <li key={entry.id} className="rounded-control border border-line bg-card px-4 py-2">
          <b>On the wall, not on the record:</b> {says}{' '}
          <button
            type="button"
            onClick={() => session.enter([{ kind: 'back', of: entry.id }], 'Take an entry back')}
            className="min-h-11 underline underline-offset-4"
          >
            Take it back
          </button>
        </li>
      ))}
      {unknown.length > 0 && (
        <li className="rounded-control border border-line bg-card px-4 py-2">
          {unknown.length === 1 ? 'One entry is' : `${unknown.length} entries are`} from a newer version: kept, and
          without effect here.
        </li>
      )}
    </ul>
  )
}

function OpenRow({ action }: { action: OpenAction }) {
  const { session } = useSession()
  return (
    <li className="flex flex-wrap items-center justify-between gap-x-4 rounded-control border border-line bg-card px-4 py-1.5">
      <span>
        <b>Put back before you leave:</b> {action.says}
        {action.entry.by ? `, ${action.entry.by}` : ''}
      </span>
      <Button
        onClick={() =>
          session.enter([{ kind: 'action', does: 'end', ends: action.entry.id }], `Put back: ${action.says}`)
        }
      >
        It is put back
      </Button>
    </li>
  )
}

/** What this person tries, each with the press that says it is so on the wall. */
export function TriedNotes() {
  const { session, tried, job, document } = useSession()
  const been = document.before !== null
  const hands = Object.entries(tried.hands).flatMap(([part, states]) =>
    Object.entries(states).flatMap(([state, value]) => {
      const kind = kindOf(job.parts[part])
      const control = kind?.controls?.find((one) => one.state === state)
      if (!control || !('options' in control) || state === kind?.roles.calling || value === kind?.state[state])
        return []
      const says = `${job.parts[part]!.label}: ${control.name.toLowerCase()} ${control.options.find((one) => one.value === value)?.says ?? String(value)}`
      return [{ key: `${part}.${state}`, part, state, says }]
    }),
  )
  if (hands.length + tried.supposed.length === 0) return null
  return (
    <ul aria-label="Tried" className="grid gap-1.5">
      {tried.supposed.map((one) => (
        <TriedRow
          key={one.id}
          says={suppositionInWords(job, one)}
          so={been ? () => session.seeSupposed(one, suppositionInWords(job, one)) : undefined}
          drop={() => session.suppose(one, false, `No longer tried: ${suppositionInWords(job, one)}`)}
        />
      ))}
      {hands.map(({ key, part, state, says }) => (
        <TriedRow
          key={key}
          says={says}
          so={been ? () => session.seeHand(part, state, says) : undefined}
          drop={() => {
            const rest = kindOf(job.parts[part])?.state[state]
            if (rest !== undefined) session.hand(part, state, rest, `No longer tried: ${says}`)
          }}
        />
      ))}
    </ul>
  )
}

function TriedRow({ says, so, drop }: { says: string; so: (() => void) | undefined; drop: () => void }) {
  return (
    <li className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1 rounded-control border border-line border-dashed bg-card px-4 py-1.5">
      <span>
        <b>Tried:</b> {says}
      </span>
      <span className="flex gap-2">
        {so && <Button onClick={so}>It is so on the wall</Button>}
        <Button look="quiet" onClick={drop}>
          Drop it
        </Button>
      </span>
    </li>
  )
}
