import {
  type Job,
  kinds,
  lengthFrom,
  lengthUnit,
  metresFrom,
  placeNamed,
  removeZone,
  type zonesInOrder,
} from '@civil-lantern/core'
import { Trash2 } from 'lucide-react'
import { useSession } from '../../data/open-job.tsx'
import { Choice, NumberField, TextField, Tick } from '../../ui/fields.tsx'

const kindsOf = (of: string) =>
  kinds
    .filter((kind) => kind.class === of)
    .map(({ kind, name }) => ({
      value: kind,
      says: name.replace(/^(Thermostat|Zone valve|Room thermostat or receiver), /, ''),
    }))

/** One zone as surveyed: what it is called, where its thermostat and its valve hang, and of which kind they are. */
export function ZoneCard({ zone, job }: { zone: ReturnType<typeof zonesInOrder>[number]; job: Job }) {
  const { session } = useSession()
  const edit = (name: string, recipe: (draft: Job['zones'][string], job: Job) => void) =>
    session.edit(`${zone.name}: ${name}`, (draft) => recipe(draft.zones[zone.id]!, draft))
  const [least, most] = [0.5, 300].map((metres) => Math.round(lengthFrom(job.practice, metres)))
  return (
    <fieldset className="grid items-end gap-3 rounded-control border border-line px-3 pb-3 sm:grid-cols-2 xl:grid-cols-[1fr_1.25fr_1.25fr_7rem]">
      <legend className="px-1 font-mono text-soft">{zone.number}</legend>
      <TextField
        label="Zone"
        value={zone.name}
        required
        maxLength={80}
        onCommit={(name) => edit(`name ${name}`, (z) => void (z.name = name))}
      />
      <Choice
        label="Thermostat"
        value={zone.thermostatKind}
        options={kindsOf('thermostat')}
        onChange={(kind) => edit('thermostat', (z) => void (z.thermostatKind = kind))}
      />
      <TextField
        label="Thermostat hangs"
        value={job.places[zone.place]?.name ?? ''}
        required
        maxLength={80}
        onCommit={(name) => edit(`thermostat at ${name}`, (z, d) => void (z.place = placeNamed(d, name)))}
      />
      <NumberField
        label="Cable"
        unit={lengthUnit(job.practice)}
        min={least ?? 1}
        max={most ?? 900}
        value={lengthFrom(job.practice, zone.run)}
        onCommit={(length) => edit('cable length', (z) => void (z.run = metresFrom(job.practice, length)))}
      />
      <div className="xl:col-start-2">
        <Choice
          label="Valve"
          value={zone.valveKind}
          options={kindsOf('valve')}
          onChange={(kind) => edit('valve', (z) => void (z.valveKind = kind))}
        />
      </div>
      <TextField
        label="Valve hangs"
        value={job.places[zone.valvePlace]?.name ?? ''}
        required
        maxLength={80}
        onCommit={(name) => edit(`valve at ${name}`, (z, d) => void (z.valvePlace = placeNamed(d, name)))}
      />
      <div className="flex flex-wrap items-center gap-x-5 sm:col-span-2 xl:col-span-4">
        <Tick
          label="Hot water"
          checked={zone.hotWater === true}
          onChange={(on) =>
            edit(on ? 'hot water' : 'heating', (z) => {
              if (on) z.hotWater = true
              else delete z.hotWater
            })
          }
        />
        <Tick
          label="Pump of its own"
          checked={zone.ownPump === true}
          onChange={(on) =>
            edit(on ? 'its own pump' : 'no pump of its own', (z) => {
              if (on) z.ownPump = true
              else delete z.ownPump
            })
          }
        />
        <button
          type="button"
          onClick={() => session.edit(`Remove ${zone.name}`, (draft) => removeZone(draft, zone.id))}
          className="ml-auto inline-flex min-h-11 items-center gap-2 rounded-control px-2 text-soft hover:bg-well hover:text-ink"
          aria-label={`Remove ${zone.name}`}
        >
          <Trash2 aria-hidden size={19} /> Remove
        </button>
      </div>
    </fieldset>
  )
}
