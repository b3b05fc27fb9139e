import { type Incoming, type Job, kindOf, labelOf, makeEdit, type Swap, swapOf, swapPlaces } from '@civil-lantern/core'
import { useMemo } from 'react'
import { Link, useSearchParams } from 'react-router'
import { toast } from 'sonner'
import { newId } from '../../base/shelf.ts'
import { useSession } from '../../data/open-job.tsx'
import { hue } from '../../ui/colours.ts'
import { Button, Card } from '../../ui/controls.tsx'
import { KindDrawing } from '../../ui/KindDrawing.tsx'
import { Pick } from '../../ui/pick.tsx'
import { PrintHead } from '../../views/PrintHead.tsx'
import { NewOne } from './NewOne.tsx'

/** A part out and another in: core for core, what it does to the transformer, and the steps; planned by one press. */
export function SwapPlace() {
  const { session, plan } = useSession()
  const [asked, setAsked] = useSearchParams()
  const places = useMemo(() => swapPlaces(plan), [plan])
  const place = places.find((one) => one.part === asked.get('part')) ?? places[0]
  const offer = place?.offers.find((one) => keyOf(one) === asked.get('kind')) ?? place?.offers[0]
  const swap = useMemo(() => (place && offer ? swapOf(plan, place.part, offer) : undefined), [plan, place, offer])
  if (!swap || !place || !offer)
    return <h1 className="pt-1 font-bold text-xl">Wire the job first: there is nothing on the plan to swap.</h1>
  const { part } = place
  const choose = (to: string, kind?: string) => setAsked({ part: to, ...(kind ? { kind } : {}) }, { replace: true })
  const same = offer === place.offers[0]
  const planIt = ({ job }: Swap) => {
    const edit = makeEdit(plan, `Swap ${labelOf(plan, part)}`.slice(0, 120), newId(), (draft) => {
      const { parts: hung, cables, wires, wired, zones, scheme, survey } = job
      Object.assign(draft, { parts: hung, cables, wires, wired, zones, scheme, survey })
    })
    if (!edit) return
    session.take(edit.edit)
    toast('Planned. The run sheet has its conductors; undo brings the old one back.')
  }
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3 pb-4">
      <PrintHead />
      <div className="flex flex-wrap items-center justify-between gap-3 pt-1">
        <h1 tabIndex={-1} aria-live="polite" className="min-w-0 font-bold text-xl outline-none">
          {swap.ok ? swap.value.says : swap.failures[0]!.says}
        </h1>
        <div className="no-print flex flex-wrap gap-2">
          <Link
            to=".."
            relative="path"
            className="inline-flex min-h-11 items-center rounded-control border border-line bg-card px-4 font-semibold"
          >
            To the run sheet
          </Link>
          {swap.ok && !same && (
            <Button look="strong" onClick={() => planIt(swap.value)}>
              Plan this swap
            </Button>
          )}
        </div>
      </div>
      <div className="no-print grid grid-cols-[minmax(0,1fr)] gap-3 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <div>
          <span className="mb-1 block text-soft">Goes out</span>
          <Pick
            label="Goes out"
            value={part}
            options={places.map(({ part: value, says }) => ({ value, says }))}
            onChange={(value) => choose(value)}
            className="border border-line bg-card"
          />
        </div>
        <div>
          <span className="mb-1 block text-soft">Comes in</span>
          <Pick
            label="Comes in"
            value={keyOf(offer)}
            options={place.offers.map((one) => {
              const kind = kindOf(one)
              return { value: keyOf(one), says: one.says, ...(kind ? { draws: <KindDrawing kind={kind} /> } : {}) }
            })}
            onChange={(value) => choose(part, value)}
            className="border border-line bg-card"
          />
        </div>
      </div>
      {swap.ok ? (
        <Worked swap={swap.value} plan={plan} part={part} kind={offer.kind} />
      ) : (
        <p>{swap.failures[0]!.remedy}</p>
      )}
    </div>
  )
}

/** An offer as the address names it. */
const keyOf = ({ kind, va }: Incoming) => (va === undefined ? kind : `${kind} ${va}`)

function Worked({ swap, plan, part, kind }: { swap: Swap; plan: Job; part: string; kind: string }) {
  const comesIn = kindOf({ kind })
  return (
    <div className="grid items-start gap-3 lg:grid-cols-2">
      <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
        <Card title={`Core for core at ${labelOf(plan, part)}`}>
          <ul className="divide-y divide-line px-4 pt-1 pb-2">
            {swap.cores.map(({ wire, colour, from, to, other }) => (
              <li
                key={wire}
                className="grid grid-cols-[1rem_3.5rem_1.2rem_3.5rem_minmax(0,1fr)] items-center gap-2 py-2"
              >
                <span
                  aria-hidden
                  className="h-5 w-2 rounded-full border border-soft"
                  style={{ background: hue(colour) }}
                />
                <span className="font-mono">{from}</span>
                <span aria-hidden className="text-soft">
                  →
                </span>
                <span className="sr-only">goes to</span>
                <span className={to === undefined ? 'text-bad' : 'font-mono font-semibold'}>{to ?? 'ended'}</span>
                <span className="col-start-5 row-start-1 text-soft">
                  {colour}, {other}
                </span>
              </li>
            ))}
            {swap.wants.map((want) => (
              <li key={want} className="py-2">
                <strong>One more</strong> to {want}
              </li>
            ))}
          </ul>
        </Card>
        {swap.load.map(({ label, before, after, rated }) => (
          <Card key={label} title={`${label} at worst`}>
            <p className={`px-4 pt-1 pb-3 ${rated > 0 && after > rated ? 'font-semibold text-bad' : ''}`}>
              {before.toFixed(1)} VA before, <strong>{after.toFixed(1)} VA</strong> after{rated > 0 && `, of ${rated}`}.
              {rated > 0 && after > rated && ' It is too much: look at Load before the part is bought.'}
            </p>
          </Card>
        ))}
        {comesIn && <NewOne key={kind} kind={comesIn} place={labelOf(plan, part)} />}
        {swap.lost.length > 0 && (
          <Card title="Changed by hand, without a place any more">
            <ul className="list-disc px-9 pt-1 pb-3">
              {swap.lost.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </Card>
        )}
      </div>
      <Card title="At the wall, in this order">
        <ol className="grid list-decimal gap-2 py-2 pr-4 pb-4 pl-10">
          {swap.steps.map(({ says, caution }) => (
            <li key={says}>
              {says}
              {caution && <p className="mt-1 border-bad border-l-4 pl-2 font-semibold text-[15px]">{caution}</p>}
            </li>
          ))}
        </ol>
      </Card>
    </div>
  )
}
