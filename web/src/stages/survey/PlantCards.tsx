import { catalogue, type Job, likeOf } from '@civil-lantern/core'
import { useSession } from '../../data/open-job.tsx'
import { carry, kindChoices, useOwnKinds } from '../../data/own-kinds.ts'
import { Card } from '../../ui/controls.tsx'
import { Choice, NumberField, TextField, Tick } from '../../ui/fields.tsx'
import { DiverterFields } from './DiverterFields.tsx'

/** How the boiler is called, and what tells it. */
export function BoilerCard({ job }: { job: Job }) {
  const { session } = useSession()
  const { boiler, panel, priority } = job.survey
  const own = useOwnKinds()
  const about = catalogue.get(likeOf(job, boiler.kind))
  const boilers = [
    ...kindChoices(job, own, ({ class: of }) => of === 'boiler'),
    { value: '', says: 'None here: heat comes from elsewhere' },
  ]
  const panels = [{ value: '', says: 'None' }, ...kindChoices(job, own, ({ roles }) => roles?.zones !== undefined)]
  const turns = Object.values(job.zones).some(({ valveKind }) => catalogue.get(valveKind)?.roles?.diverts !== undefined)
  const runsOn = about?.figures.postRun !== undefined
  const hotWater = Object.values(job.zones).some((zone) => zone.hotWater)
  return (
    <Card title="Boiler and panel">
      <div className="grid gap-4 px-4 py-3">
        <Choice
          label="Boiler"
          value={boiler.kind}
          options={boilers}
          onChange={(kind) =>
            session.edit('Boiler', (d) => {
              d.survey.boiler.kind = kind
              const { figures } = catalogue.get(likeOf(d, kind)) ?? {}
              carry(d, own, kind)
              if (figures?.postRun === undefined) delete d.survey.boiler.postRun
              if (figures?.lowLimit === undefined) delete d.survey.boiler.lowLimit
            })
          }
          {...(about ? { hint: about.about } : {})}
        />
        {runsOn && (
          <NumberField
            label="Pump over-run, 0 for none"
            unit="s"
            min={0}
            max={1800}
            value={boiler.postRun ?? 0}
            onCommit={(seconds) =>
              session.edit(`Over-run ${seconds} s`, (d) => void (d.survey.boiler.postRun = seconds))
            }
          />
        )}
        {about?.figures.lowLimit !== undefined && (
          <NumberField
            label="Low limit that keeps stored water warm, 0 for none"
            unit="°C"
            min={0}
            max={90}
            value={boiler.lowLimit ?? 0}
            onCommit={(degrees) =>
              session.edit(`Low limit ${degrees} °C`, (d) => {
                if (degrees > 0) d.survey.boiler.lowLimit = degrees
                else delete d.survey.boiler.lowLimit
              })
            }
          />
        )}
        <TextField
          label="Place"
          value={job.places[boiler.place]?.name ?? ''}
          required
          maxLength={80}
          onCommit={(name) =>
            session.edit(`Boiler at ${name}`, (d) => void (d.places[d.survey.boiler.place]!.name = name))
          }
        />
        <Choice
          label="Zone panel on the wall"
          value={panel ?? ''}
          options={panels}
          onChange={(kind) =>
            session.edit('Zone panel', (d) => {
              carry(d, own, kind)
              if (kind === '') delete d.survey.panel
              else d.survey.panel = kind
            })
          }
        />
        {panel && (
          <Tick
            label="A pump relay panel beside it"
            checked={job.survey.pumpPanel === true}
            onChange={(on) =>
              session.edit('Pump relay panel', (d) => {
                if (on) d.survey.pumpPanel = true
                else delete d.survey.pumpPanel
              })
            }
          />
        )}
        {turns && <DiverterFields job={job} />}
        {hotWater && panel && (
          <Tick
            label="Hot water has priority over heating"
            checked={priority !== false}
            onChange={(on) => session.edit('Hot-water priority', (d) => void (d.survey.priority = on))}
          />
        )}
      </div>
    </Card>
  )
}

/** What lies between the building's supply and the boiler. */
export function SupplyChain({ job }: { job: Job }) {
  const { session } = useSession()
  const { supply, programmer } = job.survey
  const tick = (label: string, key: keyof typeof supply) => (
    <Tick
      label={label}
      checked={supply[key]}
      onChange={(on) => session.edit(label, (d) => void (d.survey.supply[key] = on))}
    />
  )
  return (
    <div className="grid gap-1 px-4 py-3">
      {job.practice === '120' ? (
        <>
          {tick('Emergency switch at the way in', 'emergencySwitch')}
          {tick('Fire cut-out above the boiler', 'fireCutOut')}
          {tick('Service switch at the boiler', 'serviceSwitch')}
        </>
      ) : (
        <>
          <p>One double-pole fused isolator, 3 A, feeds everything.</p>
          <Tick
            label="Programmer with two channels"
            checked={programmer === true}
            onChange={(on) =>
              session.edit('Programmer', (d) => {
                if (on) d.survey.programmer = true
                else delete d.survey.programmer
              })
            }
          />
        </>
      )}
      <p className="pt-2 text-soft">
        Line voltage is for licensed or competent people under the local code. Opening any of these must kill
        everything.
      </p>
    </div>
  )
}
