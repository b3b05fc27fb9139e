import { openFindings, type Verdict } from '@civil-lantern/core'
import { useNavigate } from 'react-router'
import { useBench, useBenchPart, useSession } from '../../data/open-job.tsx'
import { Segments } from '../../ui/controls.tsx'
import { SentenceView } from '../../ui/sentence.tsx'
import { useWide } from '../../ui/use-wide.ts'
import { CircuitSwitch } from './CircuitSwitch.tsx'
import { type View, views } from './places.ts'

/** How the circuit stands, in one sentence; at its right the views of it, which circuit is shown, and the checks. */
export function VerdictHead({ view, empty = false }: { view: View | 'checks'; empty?: boolean }) {
  const { session } = useSession()
  const { snapshot } = useBench()
  const wide = useWide()
  const navigate = useNavigate()
  if (!snapshot) return null
  return (
    <div className="flex min-h-11 items-center gap-3 pb-2">
      <div className="min-w-0 grow">
        {empty ? (
          <h1 tabIndex={-1} className="text-xl font-bold leading-tight outline-none">
            The wall as found.
          </h1>
        ) : (
          <VerdictLine verdict={snapshot.verdict} />
        )}
      </div>
      {wide && (
        <div className="no-print flex shrink-0 gap-2">
          <Segments<View>
            label="View"
            value={view as View}
            options={views}
            onChange={(next) => void navigate(`/jobs/${session.id}/scheme/${next}`)}
          />
          <CircuitSwitch />
          <ChecksButton here={view === 'checks'} />
        </div>
      )}
    </div>
  )
}

const VerdictLine = ({ verdict }: { verdict: Verdict }) => (
  <h1
    tabIndex={-1}
    className="text-lg font-bold leading-tight outline-none lg:text-xl"
    aria-live="polite"
    data-tone={verdict.tone}
  >
    <SentenceView sentence={verdict.sentence} />
  </h1>
)

/** The way to what is checked, with how much was found. */
function ChecksButton({ here }: { here: boolean }) {
  const { session, job } = useSession()
  const findings = useBenchPart(({ snapshot }) => snapshot?.findings)
  const navigate = useNavigate()
  const open = openFindings(job, findings ?? []).length
  return (
    <button
      type="button"
      aria-pressed={here}
      onClick={() => void navigate(`/jobs/${session.id}/scheme/checks`)}
      className={`min-h-11 rounded-control border px-3 font-semibold aria-pressed:bg-ink aria-pressed:text-paper ${open > 0 ? 'border-bad text-bad' : 'border-line bg-card hover:border-soft'}`}
    >
      Checks{open > 0 ? ` ${open}` : ''}
      <span className="sr-only">{open === 0 ? ', nothing found' : open === 1 ? ' finding' : ' findings'}</span>
    </button>
  )
}
