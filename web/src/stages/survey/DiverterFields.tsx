import { type Job, type Port, setUpOf } from '@civil-lantern/core'
import { useSession } from '../../data/open-job.tsx'
import { Choice } from '../../ui/fields.tsx'

const ports: readonly { value: Port; says: string }[] = [
  { value: 'left', says: 'left of the run' },
  { value: 'right', says: 'right of the run' },
  { value: 'branch', says: 'the branch' },
]

/** Which pipe is on which port of the diverter, and how it must be set up for that. */
export function DiverterFields({ job }: { job: Job }) {
  const { session } = useSession()
  const now = job.survey.diverter ?? { inlet: 'left', tank: 'branch' }
  const setUp = setUpOf(job)
  const set = (name: string, change: Partial<typeof now>) =>
    session.edit(name, (d) => void (d.survey.diverter = { ...now, ...change }))
  return (
    <div className="grid gap-3 rounded-control border border-line p-3">
      <p className="font-semibold">Diverter, seen from its head with the branch below</p>
      <div className="grid gap-3 sm:grid-cols-2">
        <Choice
          label="Flow from the boiler comes in at"
          value={now.inlet}
          options={ports}
          onChange={(inlet) => set('Diverter inlet', { inlet })}
        />
        <Choice
          label="The tank’s pipe is on"
          value={now.tank}
          options={ports}
          onChange={(tank) => set('Diverter tank port', { tank })}
        />
      </div>
      {setUp.legal ? (
        <ol className="list-decimal space-y-1 pl-5">
          {setUp.steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      ) : (
        <p role="alert" className="font-semibold text-bad">
          {setUp.why}
        </p>
      )}
    </div>
  )
}
