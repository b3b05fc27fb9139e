import { type Job, type Scheme, schemes, wireBy, zonesInOrder } from '@civil-lantern/core'
import { Link, useNavigate } from 'react-router'
import { toast } from 'sonner'
import { useSession } from '../../data/open-job.tsx'
import { newId } from '../../data/shelf.ts'
import { Button, Card } from '../../ui/controls.tsx'

/** The ways to wire what was surveyed, each in words before it is chosen; those that do not fit say why. */
export function Ways() {
  const { session, job } = useSession()
  const navigate = useNavigate()
  const fitting = schemes.filter((scheme) => scheme.fits(job).fits)
  const others = schemes.filter((scheme) => !scheme.fits(job).fits)
  const choose = (scheme: Scheme) => {
    const made = wireBy(job, scheme, newId())
    if (made) session.take(made.edit)
    const before = Object.keys(job.wires).length
    toast(before > 0 ? 'Wired again. Undo brings the old wiring back.' : 'Wired.')
    void navigate(`/jobs/${session.id}/scheme/loops`)
  }
  if (zonesInOrder(job).length === 0)
    return (
      <Card>
        <p className="p-5">
          There is nothing to wire yet.{' '}
          <Link to={`/jobs/${session.id}/survey`} className="font-semibold underline underline-offset-4">
            Survey the zones first.
          </Link>
        </p>
      </Card>
    )
  return (
    <div className="grid gap-3">
      {fitting.map((scheme) => {
        const chosen = job.scheme?.id === scheme.id
        return (
          <Card key={scheme.id} title={scheme.name} aside={chosen ? 'wired this way' : undefined}>
            <ul className="list-disc space-y-1 pt-2 pr-4 pl-9">
              {scheme.about.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
            <div className="p-4">
              <Button look={chosen ? 'plain' : 'strong'} onClick={() => choose(scheme)}>
                {chosen ? 'Wire it this way again' : 'Wire it this way'}
              </Button>
            </div>
          </Card>
        )
      })}
      {others.length > 0 && (
        <Card title="Do not fit this job">
          <dl className="grid gap-2 px-4 pt-2 pb-4">
            {byReason(job, others).map(([why, names]) => (
              <div key={why}>
                <dt className="font-semibold">{names.join('; ')}</dt>
                <dd className="text-soft">{why}</dd>
              </div>
            ))}
          </dl>
        </Card>
      )}
    </div>
  )
}

/** Ways that do not fit, together where the reason is the same. */
function byReason(job: Job, refused: readonly Scheme[]): [string, string[]][] {
  const reasons = new Map<string, string[]>()
  for (const scheme of refused) {
    const fit = scheme.fits(job)
    if (!fit.fits) reasons.set(fit.why, [...(reasons.get(fit.why) ?? []), scheme.name])
  }
  return [...reasons]
}
