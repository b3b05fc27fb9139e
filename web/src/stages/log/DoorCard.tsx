import {
  clockWords,
  labelOf,
  listed,
  mains,
  plantOf,
  schemeCalled,
  sequenceOf,
  valvesOf,
  zonesInOrder,
} from '@civil-lantern/core'
import QRCode from 'qrcode'
import { useEffect, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { useSession } from '../../data/open-job.tsx'
import { Button } from '../../ui/controls.tsx'

/** One page for the boiler room’s door: what is where, what happens in which order, what stays live, whom to call. */
export function DoorCard() {
  const { session, plan } = useSession()
  const zones = zonesInOrder(plan)
  const first = zones[0]
  const sequence = useMemo(
    () => (first && Object.keys(plan.wires).length > 0 ? sequenceOf(plan, first.id) : undefined),
    [plan, first],
  )
  const [code, setCode] = useState('')
  useEffect(() => {
    void QRCode.toString(`${window.location.origin}/jobs/${session.id}`, { type: 'svg', margin: 0 }).then(setCode)
  }, [session.id])
  const isolators = useMemo(() => plantOf(plan).isolators.map((id) => plan.parts[id]!), [plan])
  return (
    <div className="grid gap-3 pb-4">
      <div className="no-print flex flex-wrap items-center justify-between gap-3 pt-1">
        <h1 tabIndex={-1} className="font-bold text-xl outline-none">
          The card for the boiler room’s door.
        </h1>
        <div className="flex gap-2">
          <Link
            to=".."
            relative="path"
            className="inline-flex min-h-11 items-center rounded-control border border-line bg-card px-4 font-semibold"
          >
            Back to the log
          </Link>
          <Button look="strong" onClick={() => window.print()}>
            Print
          </Button>
        </div>
      </div>
      <article className="grid max-w-[820px] gap-4 rounded-card border border-line bg-card p-6 print:border-0 print:p-0">
        <header className="flex items-start justify-between gap-6">
          <div>
            <h2 className="font-bold text-2xl leading-tight">{plan.title}</h2>
            <p>{plan.site.address}</p>
            <p>
              {mains(plan.practice).volts} V, {plan.scheme ? schemeCalled(plan.scheme.id)?.name : 'not wired yet'}
            </p>
          </div>
          {/* The code is drawn by the package from this page’s own address. */}
          {code && (
            <img
              alt="Code that opens this job on a phone in the same network"
              src={`data:image/svg+xml;utf8,${encodeURIComponent(code)}`}
              className="size-28 shrink-0 rounded-[6px] bg-white p-1.5"
            />
          )}
        </header>
        <section>
          <h3 className="font-bold">Before a cover is opened</h3>
          <p>
            {isolators.length > 0
              ? `Off at ${isolators.map(({ label, place }) => `${label} (${plan.places[place]?.name ?? ''})`).join(', or ')}. `
              : 'Find what feeds it. '}
            Lock it, prove the tester, prove it dead, prove the tester again. The supply side of the isolator stays
            live. A box of low voltage may hold line voltage too.
          </p>
        </section>
        <section>
          <h3 className="font-bold">Zones</h3>
          <ul className="grid gap-x-8 sm:grid-cols-2">
            {zones.map((zone) => (
              <li key={zone.id} className="border-line border-t py-1.5">
                <b>
                  {zone.number} {zone.name}
                </b>
                <span className="block text-soft">
                  asked at {plan.places[zone.place]?.name};{' '}
                  {listed(valvesOf(zone).map((id) => labelOf(plan, id))) || 'no valve'},{' '}
                  {plan.places[zone.valvePlace]?.name}
                </span>
              </li>
            ))}
          </ul>
        </section>
        {sequence && sequence.opening.length > 0 && (
          <section>
            <h3 className="font-bold">What happens when {first!.name} calls</h3>
            <ol className="list-decimal pl-5">
              {sequence.opening.map((step) => (
                <li key={`${step.part} ${step.says}`}>
                  <span className="tabular-nums">{clockWords(step.at)}</span> {step.label}: {step.says}
                  {step.latest - step.at > 1 && (
                    <span className="text-soft">, not a fault before {clockWords(step.latest)}</span>
                  )}
                </li>
              ))}
            </ol>
          </section>
        )}
        <section>
          <h3 className="font-bold">Whom to call</h3>
          <p>{plan.site.contact || 'Write it here: ____________________________'}</p>
          <p className="text-soft">
            Line voltage, gas, oil and combustion controls are for licensed or competent people under the local code.
          </p>
        </section>
      </article>
    </div>
  )
}
