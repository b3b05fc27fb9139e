import {
  catalogue,
  type Job,
  lengthFrom,
  lengthUnit,
  likeOf,
  metresFrom,
  moveZone,
  type PartKind,
  placeNamed,
  removeZone,
  type zonesInOrder,
} from '@civil-lantern/core'
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react'
import { useSession } from '../../data/open-job.tsx'
import { carry, kindChoices, useOwnKinds } from '../../data/own-kinds.ts'
import { Segments } from '../../ui/controls.tsx'
import { Choice, NumberField, TextField, Tick } from '../../ui/fields.tsx'

const short = (choices: { value: string; says: string }[]) =>
  choices.map(({ value, says }) => ({
    value,
    says: says.replace(/^(Thermostat|Zone valve|Room thermostat or receiver), /, ''),
  }))

/** What can ask a valve to open. */
const asks = (kind: PartKind) => kind.class === 'thermostat' || kind.class === 'controller'
const signals = ['2-10 V', '0-10 V', '4-20 mA'] as const

/** One zone as surveyed: what it is called, where its thermostat and its valve hang, and of which kind they are. */
export function ZoneCard({ zone, job }: { zone: ReturnType<typeof zonesInOrder>[number]; job: Job }) {
  const { session } = useSession()
  const own = useOwnKinds()
  const follows = catalogue.get(likeOf(job, zone.valveKind))?.roles?.listens !== undefined
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
        label="Thermostat or controller"
        value={zone.thermostatKind}
        options={short(kindChoices(job, own, asks))}
        onChange={(kind) =>
          edit('thermostat', (z, d) => {
            z.thermostatKind = kind
            carry(d, own, kind)
          })
        }
      />
      <TextField
        label="It hangs"
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
          options={[
            ...short(kindChoices(job, own, ({ class: of }) => of === 'valve')),
            { value: '', says: 'none: beside a diverter' },
          ]}
          onChange={(kind) =>
            edit('valve', (z, d) => {
              z.valveKind = kind
              carry(d, own, kind)
            })
          }
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
        {follows && (
          <div className="flex items-center gap-3">
            Signal
            <Segments
              label={`Signal of ${zone.name}`}
              value={zone.signal ?? '2-10 V'}
              options={signals.map((value) => ({ value, says: value.replace('-', ' to ') }))}
              onChange={(signal) => edit(`signal ${signal}`, (z) => void (z.signal = signal))}
            />
          </div>
        )}
        <span className="ml-auto" />
        {(
          [
            [-1, 'earlier', ArrowUp],
            [1, 'later', ArrowDown],
          ] as const
        ).map(([by, word, Icon]) => {
          const at = zone.number + by
          return (
            <button
              key={word}
              type="button"
              disabled={at < 1 || at > Object.keys(job.zones).length}
              onClick={() => session.edit(`${zone.name} ${word}`, (draft) => moveZone(draft, zone.id, by))}
              className="inline-flex size-11 items-center justify-center rounded-control text-soft hover:bg-well hover:text-ink disabled:opacity-35"
              aria-label={`Move ${zone.name} ${word}`}
            >
              <Icon aria-hidden size={19} />
            </button>
          )
        })}
        <button
          type="button"
          onClick={() => session.edit(`Remove ${zone.name}`, (draft) => removeZone(draft, zone.id))}
          className="inline-flex min-h-11 items-center gap-2 rounded-control px-2 text-soft hover:bg-well hover:text-ink"
          aria-label={`Remove ${zone.name}`}
        >
          <Trash2 aria-hidden size={19} /> Remove
        </button>
      </div>
    </fieldset>
  )
}
