import { catalogue, type Job, likeOf } from '@civil-lantern/core'
import { useSession } from '../../data/open-job.tsx'
import { carry, kindChoices, useOwnKinds } from '../../data/own-kinds.ts'
import { Choice, NumberField, TextField, Tick } from '../../ui/fields.tsx'
import { KindDrawing } from '../../ui/KindDrawing.tsx'
import { DiverterFields } from './DiverterFields.tsx'

/** How the boiler is called, and what tells it. */
export function BoilerFields({ job }: { job: Job }) {
  const { session } = useSession()
  const { boiler, panel, priority } = job.survey
  const own = useOwnKinds()
  const about = catalogue.get(likeOf(job, boiler.kind))
  const boilers = [
    ...kindChoices(job, own, ({ class: of }) => of === 'boiler').map((one) => ({
      ...one,
      draws: <KindDrawing kind={catalogue.get(likeOf(job, one.value))} />,
    })),
    { value: '', says: 'None here: heat comes from elsewhere' },
  ]
  const panels = [
    { value: '', says: 'None' },
    ...kindChoices(job, own, ({ roles }) => (roles.zones ?? roles.channels) !== undefined),
  ]
  const turns = Object.values(job.zones).some(({ valveKind }) => catalogue.get(valveKind)?.roles.diverts !== undefined)
  const runsOn = about?.figures.postRun !== undefined
  const hotWater = Object.values(job.zones).some((zone) => zone.hotWater)
  return (
    <div className="grid gap-4">
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
          onCommit={(seconds) => session.edit(`Over-run ${seconds} s`, (d) => void (d.survey.boiler.postRun = seconds))}
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
        label="Zone panel, or manifold centre, on the wall"
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
      {panel && catalogue.get(likeOf(job, panel))?.roles.zones !== undefined && (
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
  )
}

/** What lies between the building's supply and the boiler. */
export function SupplyFields({ job }: { job: Job }) {
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
    <div className="grid gap-1">
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

/** The transformer's plate. */
export function TransformerFields({ job }: { job: Job }) {
  const { session } = useSession()
  const { transformer } = job.survey
  return (
    <div className="grid grid-cols-2 gap-4">
      <NumberField
        label="Rated load"
        unit="VA"
        min={5}
        max={500}
        value={transformer.va}
        onCommit={(va) => session.edit(`Transformer ${va} VA`, (d) => void (d.survey.transformer.va = va))}
      />
      <NumberField
        label="Unloaded"
        unit="V"
        min={5}
        max={60}
        value={transformer.openVolts}
        onCommit={(volts) =>
          session.edit(`Transformer ${volts} V unloaded`, (d) => void (d.survey.transformer.openVolts = volts))
        }
      />
      <NumberField
        label="Secondary fuse, 0 for none"
        unit="A"
        min={0}
        max={20}
        value={transformer.fuseAmps}
        onCommit={(amps) =>
          session.edit(`Secondary fuse ${amps} A`, (d) => void (d.survey.transformer.fuseAmps = amps))
        }
      />
      <p className="col-span-2 text-soft">
        26 to 28 V unloaded is healthy. Fuse: rated VA / 24, next standard size up. A limited-energy circuit stays at or
        under 100 VA.
      </p>
    </div>
  )
}
