import {
  addZone,
  fittingSchemes,
  type Job,
  MOST_ZONES,
  outOfStep,
  type Scheme,
  zonesInOrder,
} from '@civil-lantern/core'
import { useMemo, useState } from 'react'
import { Link, useLocation } from 'react-router'
import { useSession } from '../../data/open-job.tsx'
import { Button } from '../../ui/controls.tsx'
import { surveySays } from './in-words.ts'
import { PlantCells } from './PlantCells.tsx'
import { RewireSheet } from './RewireSheet.tsx'
import { useWiring } from './use-wiring.ts'
import { WallSoFar } from './WallSoFar.tsx'
import { WaysThatFit } from './WaysThatFit.tsx'
import { ZoneRow } from './ZoneRow.tsx'

/** What is on the wall and what people complain of: only what decides the wiring, and beside it the wall as it grows. */
export function SurveyStage() {
  const { session, plan: job } = useSession()
  const zones = zonesInOrder(job)
  // As the next one will be: a tank is like no room.
  const last = zones.findLast(({ hotWater }) => !hotWater)
  const fitting = useMemo(() => fittingSchemes(job), [job])
  const { hangs, wire, asked, ask, close } = useWiring(job)
  const { fresh = false } = (useLocation().state ?? {}) as { fresh?: boolean }
  const [wanted, setWanted] = useState<string>()
  const chosen = fitting.find(({ id }) => id === (wanted ?? job.scheme?.id)) ?? fitting[0]
  return (
    <div className="grid gap-3 pb-4">
      <div className="flex flex-wrap items-center justify-between gap-3 pt-1">
        <h1 className="max-w-4xl text-xl font-bold">{surveySays(job, fitting)}</h1>
        <NextStep job={job} chosen={chosen} ask={ask} />
      </div>
      <div className="grid items-start gap-3 xl:grid-cols-[minmax(0,1fr)_300px]">
        <section aria-label="Zones and plant" className="min-w-0 rounded-card border border-line bg-card">
          <div
            aria-hidden
            className="hidden grid-cols-[32px_minmax(0,0.75fr)_minmax(0,1.3fr)_minmax(0,1.4fr)_44px] gap-x-2 border-line border-b px-3 py-1.5 text-soft md:grid"
          >
            <span />
            <span className="pl-3">Zone</span>
            <span className="pl-16">What asks</span>
            <span className="pl-16">What opens</span>
          </div>
          {zones.length === 0 && (
            <p className="p-4 text-soft">
              A zone is one thermostat and one valve. Add the first; the next ones start as copies of it.
            </p>
          )}
          <ul>
            {zones.map((zone) => (
              <ZoneRow key={zone.id} zone={zone} job={job} fresh={fresh && zone.number === 1} />
            ))}
          </ul>
          <div className="flex flex-wrap items-center gap-2 px-3 py-1.5">
            <Button
              disabled={zones.length >= MOST_ZONES}
              onClick={() => session.edit('Add a zone', (draft) => void addZone(draft))}
            >
              {last ? `One more like ${last.name.length > 24 ? `zone ${last.number}` : last.name}` : 'Add a zone'}
            </Button>
            <span className="text-soft">
              {zones.length} of at most {MOST_ZONES}
            </span>
          </div>
          <PlantCells job={job} />
        </section>
        <div className="grid gap-3">
          <WallSoFar job={job} />
          <WaysThatFit job={job} fitting={fitting} chosen={chosen} choose={setWanted} />
        </div>
      </div>
      {asked && <RewireSheet job={job} scheme={asked} hangs={hangs} wire={wire} close={close} />}
    </div>
  )
}

/** The one thing to do next: wire it, wire it another way, or go to the circuit. */
function NextStep({ job, chosen, ask }: { job: Job; chosen: Scheme | undefined; ask: (scheme: Scheme) => void }) {
  const { session } = useSession()
  const wired = Object.keys(job.parts).length > 0
  const same = wired && chosen?.id === job.scheme?.id && outOfStep(job).length === 0
  const link = 'inline-flex min-h-11 items-center rounded-control px-4 font-semibold'
  return (
    <div className="flex flex-wrap gap-2">
      {chosen && !same && (
        <Button look="strong" onClick={() => ask(chosen)}>
          {wired ? 'Wire it again' : 'Wire it'}
        </Button>
      )}
      {wired && (
        <Link
          to={`/jobs/${session.id}/scheme`}
          className={`${link} ${same || !chosen ? 'bg-ink text-paper' : 'border border-line bg-card hover:border-soft'}`}
        >
          To the circuit
        </Link>
      )}
    </div>
  )
}
