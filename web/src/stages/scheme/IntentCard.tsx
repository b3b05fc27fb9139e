import { intentOf, type Job, zonesInOrder } from '@civil-lantern/core'
import { useSession } from '../../data/open-job.tsx'
import { Button, Card } from '../../ui/controls.tsx'
import { NumberField } from '../../ui/fields.tsx'
import { hasPumps, meantInWords } from './in-words.ts'

/** What the job is meant to do: which zones each pump serves, and how long one may push against shut valves. */
export function IntentCard({ job }: { job: Job }) {
  const { session } = useSession()
  const intent = intentOf(job)
  const zones = zonesInOrder(job)
  return (
    <Card title="What it is meant to do" aside={job.intent ? 'as you set it' : 'from the scheme'}>
      <div className="grid gap-3 px-4 py-3">
        <p>{meantInWords(job, intent.first)}</p>
        {[...intent.pumps].map(([pump, meant]) => (
          <fieldset key={pump} className="rounded-control border border-line px-3 pb-1">
            <legend className="px-1 font-semibold">
              {job.parts[pump]?.label} serves
              {meant.unless ? `, unless ${meant.unless.map((id) => job.zones[id]?.name).join(' or ')} heats` : ''}
            </legend>
            <div className="flex flex-wrap gap-x-5">
              {zones.map(({ id, name }) => (
                <label key={id} className="flex min-h-11 items-center gap-2">
                  <input
                    type="checkbox"
                    className="size-6 accent-ink"
                    checked={meant.zones.includes(id)}
                    onChange={(e) =>
                      session.edit(
                        `${job.parts[pump]?.label} ${e.target.checked ? 'serves' : 'does not serve'} ${name}`,
                        (d) => {
                          const served = e.target.checked
                            ? [...meant.zones, id]
                            : meant.zones.filter((one) => one !== id)
                          d.intent = { ...d.intent, pumps: { ...d.intent?.pumps, [pump]: { ...meant, zones: served } } }
                        },
                      )
                    }
                  />
                  {name}
                </label>
              ))}
            </div>
          </fieldset>
        ))}
        <div className="flex flex-wrap items-end gap-4">
          {hasPumps(job) && (
            <div className="w-64">
              <NumberField
                label="A pump may push against shut valves for"
                unit="s"
                min={0}
                max={3600}
                value={intent.deadEnd}
                onCommit={(deadEnd) =>
                  session.edit(`At most ${deadEnd} s against shut valves`, (d) => {
                    d.intent = { ...d.intent, pumps: d.intent?.pumps ?? {}, deadEnd }
                  })
                }
              />
            </div>
          )}
          {job.intent && (
            <Button
              look="quiet"
              onClick={() => session.edit('Intent as the scheme has it', (d) => void delete d.intent)}
            >
              As the scheme has it
            </Button>
          )}
        </div>
      </div>
    </Card>
  )
}
