import {
  fitOf,
  fittingSchemes,
  type Job,
  nearestFits,
  type Scheme,
  schemes,
  sketchOf,
  zonesInOrder,
} from '@civil-lantern/core'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { useSession } from '../../data/open-job.tsx'
import { Button, Card } from '../../ui/controls.tsx'
import { RewireSheet } from './RewireSheet.tsx'
import { Schools } from './Schools.tsx'
import { useWiring } from './use-wiring.ts'
import { WaySketch } from './WaySketch.tsx'

/** The ways to wire what was surveyed, each in words and as a drawing before it is chosen; those that do not fit say why. */
export function Ways() {
  const { session, plan: job } = useSession()
  const { wired, hangs, wire, asked, ask, close } = useWiring(job)
  const fitting = useMemo(() => fittingSchemes(job).map((scheme) => ({ scheme, lines: sketchOf(scheme, job) })), [job])
  const nearest = useMemo(() => nearestFits(job), [job])
  const others = schemes.filter((scheme) => !fitOf(scheme, job).fits)
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
  const count = fitting.length
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3 pb-4">
      <div className="flex flex-wrap items-center justify-between gap-3 pt-1">
        <h1 tabIndex={-1} className="text-xl font-bold outline-none">
          {count === 0
            ? 'No way of wiring fits this survey yet.'
            : count === 1
              ? 'One way of wiring fits.'
              : `${count} ways of wiring fit.`}
        </h1>
        <Link
          to={`/jobs/${session.id}/survey`}
          className="inline-flex min-h-11 items-center rounded-control border border-line bg-card px-4 font-semibold hover:border-soft"
        >
          Back to the survey
        </Link>
      </div>
      {fitting.map(({ scheme, lines }, i) => {
        const chosen = job.scheme?.id === scheme.id
        return (
          <Card
            key={scheme.id}
            title={scheme.name}
            aside={chosen ? 'wired this way' : i === 0 && fitting.length > 1 ? 'your school’s way' : undefined}
          >
            <div className="px-4 pt-2">
              <WaySketch lines={lines} />
            </div>
            <ul className="list-disc space-y-1 pt-3 pr-4 pl-9">
              {scheme.about.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
            <div className="p-4">
              <Button look={chosen && wired ? 'plain' : 'strong'} onClick={() => ask(scheme)}>
                {chosen ? 'Wire it this way again' : 'Wire it this way'}
              </Button>
            </div>
          </Card>
        )
      })}
      {fitting.length === 0 && (
        <Card title="What would make one fit">
          {nearest.length === 0 ? (
            <p className="px-4 pt-2 pb-4">
              No single change of an answer would make one fit. Below each way says what it asks for.
            </p>
          ) : (
            <ul className="grid gap-2 px-4 pt-2 pb-4">
              {nearest.map((one) => (
                <li key={one.change} className="flex flex-wrap items-center justify-between gap-3">
                  <span>
                    It would fit <strong>{one.change}</strong>: {one.scheme.name}.
                  </span>
                  <Button onClick={() => session.edit(`Survey ${one.change}`, one.apply)}>Change the survey so</Button>
                </li>
              ))}
            </ul>
          )}
        </Card>
      )}
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
      <Schools job={job} />
      {asked && <RewireSheet job={job} scheme={asked} hangs={hangs} wire={wire} close={close} />}
    </div>
  )
}

/** Ways that do not fit, together where the reason is the same. */
function byReason(job: Job, refused: readonly Scheme[]): [string, string[]][] {
  const reasons = new Map<string, string[]>()
  for (const scheme of refused) {
    const fit = fitOf(scheme, job)
    if (!fit.fits) reasons.set(fit.why, [...(reasons.get(fit.why) ?? []), scheme.name])
  }
  return [...reasons]
}
