import { type AtPlace, type Job, labelOf, type ProofRun, placesOfStep, type Step } from '@civil-lantern/core'
import { Check } from 'lucide-react'
import { device } from '../../data/device.ts'
import { useSession } from '../../data/open-job.tsx'
import { Button } from '../../ui/controls.tsx'
import { Pick } from '../../ui/pick.tsx'
import { atPlaceInWords, whoStands } from './in-words.ts'

const EVERYWHERE = ''

/** Where this device stands in a proof: everywhere, while one walks it alone. */
export function WhereIStand({ run, job }: { run: ProofRun; job: Job }) {
  const { session } = useSession()
  const places = Object.entries(job.places).sort(([, a], [, b]) => a.order - b.order)
  return (
    <div className="min-w-0 grow basis-40 sm:max-w-72">
      <Pick
        label="Where you stand"
        value={run.posts.get(device.id)?.place ?? EVERYWHERE}
        options={[
          { value: EVERYWHERE, says: 'I walk to all places' },
          ...places.map(([value, { name }]) => ({ value, says: `I stand at: ${name}` })),
        ]}
        onChange={(place) =>
          session.enter([{ kind: 'share', stands: place || null }], 'Where you stand', () => undefined, {
            proof: run.id,
          })
        }
        className="border border-line bg-card"
      />
    </div>
  )
}

/** A step shared by those who stand at its places: what each has to do there, and whether it is done. */
export function SharedOut({
  step,
  before,
  run,
  job,
}: {
  step: Step
  before: Step | undefined
  run: ProofRun
  job: Job
}) {
  const { session } = useSession()
  if (run.posts.size === 0 || run.outcomes.has(step.id)) return null
  const mine = run.posts.get(device.id)?.place
  const done = run.doneAt.get(step.id)
  const says = ({ place }: AtPlace) =>
    session.enter(
      [{ kind: 'share', step: step.id, name: step.name, place }],
      `${step.name}: done here`,
      () => undefined,
      {
        proof: run.id,
      },
    )
  return (
    <ul aria-label="Who does what" className="grid gap-2">
      {placesOfStep(job, step, before).map((at) => {
        const entry = done?.get(at.place)
        const here = at.place === mine
        return (
          <li
            key={at.place}
            className={`grid grid-cols-[minmax(0,1fr)_auto] items-center gap-3 rounded-control border px-3 py-2 ${here && !entry ? 'border-2 border-ink' : 'border-line'}`}
          >
            <div>
              <p className="font-semibold">
                {job.places[at.place]?.name ?? at.place}
                <span className="font-normal text-soft">, {here ? 'you' : whoStands(run, at.place)}</span>
              </p>
              <p>
                {atPlaceInWords(
                  at,
                  (zone) => job.zones[zone]?.name ?? zone,
                  (part) => labelOf(job, part),
                )}
              </p>
            </div>
            {entry ? (
              <span className="flex items-center gap-1.5 font-semibold text-ok">
                <Check aria-hidden size={19} /> done, {entry.by}
              </span>
            ) : (
              here && (
                <Button
                  {...(at.turns.length + at.switches.length > 0 ? { look: 'strong' as const } : {})}
                  onClick={() => says(at)}
                >
                  Done here
                </Button>
              )
            )}
          </li>
        )
      })}
    </ul>
  )
}
