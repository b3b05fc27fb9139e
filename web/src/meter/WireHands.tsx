import {
  conductorSizes,
  type Job,
  lengthFrom,
  lengthUnit,
  metresFrom,
  sizeInWords,
  spareCores,
  spliceInto,
  type Wire,
} from '@civil-lantern/core'
import { useSession } from '../data/open-job.tsx'
import { takenOut } from '../data/taken-out.ts'
import { useWorkspace } from '../data/workspace.ts'
import { COLOURS } from '../ui/colours.ts'
import { Button } from '../ui/controls.tsx'
import { Choice, NumberField } from '../ui/fields.tsx'

/** What a wire is made of, and what hands can do with it: other colour, size, length or core, a splice cut in, taken out. */
export function WireHands({ id, wire, job }: { id: string; wire: Wire; job: Job }) {
  const { session } = useSession()
  const { pick } = useWorkspace()
  const { practice } = job
  const edit = (name: string, recipe: (wire: Wire) => void) =>
    session.edit(`Wire ${wire.label}: ${name}`, (draft) => recipe(draft.wires[id]!))
  const sizes = conductorSizes(practice)
  const size = sizeInWords(practice, wire.size)
  return (
    <div className="grid gap-3">
      <div className="grid grid-cols-2 gap-2">
        <Choice
          label="Colour"
          value={wire.colour}
          options={asOptions(COLOURS.includes(wire.colour) ? COLOURS : [wire.colour, ...COLOURS])}
          onChange={(colour) => edit(`colour ${colour}`, (w) => void (w.colour = colour))}
        />
        <Choice
          label="Size"
          value={size}
          options={asOptions(sizes.map(({ name }) => name))}
          onChange={(name) => {
            const chosen = sizes.find((one) => one.name === name)
            if (chosen) edit(`size ${name}`, (w) => void (w.size = chosen.size))
          }}
        />
      </div>
      <NumberField
        label="Length"
        unit={lengthUnit(practice)}
        value={lengthFrom(practice, wire.length)}
        min={0.1}
        max={1600}
        onCommit={(value) => edit('length', (w) => void (w.length = metresFrom(practice, value)))}
      />
      <CoreChoice wire={wire} job={job} edit={edit} />
      <Button
        onClick={() => {
          let splice = ''
          session.edit(`Wire ${wire.label}: a splice cut in`, (draft) => {
            splice = spliceInto(draft, id)
          })
          pick({ part: splice })
        }}
      >
        Cut a splice in
      </Button>
      <Button look="bad" onClick={() => takenOut(job, session, { wire: id }, pick)}>
        Take this wire out
      </Button>
    </div>
  )
}

const asOptions = (values: readonly string[]) => values.map((value) => ({ value, says: value }))

/** The cable and core it runs in: its own, a spare one of a cable between the same places, or none. */
function CoreChoice({
  wire,
  job,
  edit,
}: {
  wire: Wire
  job: Job
  edit: (name: string, recipe: (wire: Wire) => void) => void
}) {
  const places = [wire.from, wire.to].map(({ part }) => job.parts[part]?.place)
  const cores = Object.entries(job.cables).flatMap(([cable, { from, to, label, cores: all }]) => {
    const fits = (from === places[0] && to === places[1]) || (from === places[1] && to === places[0])
    const open = spareCores(job, cable)
    return Object.entries(all).flatMap(([core, colour]) => {
      const own = wire.cable === cable && wire.core === core
      return own || (fits && open.includes(core)) ? [{ cable, core, colour, label }] : []
    })
  })
  if (cores.length === 0) return null
  const key = (cable = '', core = '') => `${cable}/${core}`
  return (
    <Choice
      label="Cable and core"
      value={key(wire.cable, wire.core)}
      options={[
        { value: key(), says: 'A wire of its own' },
        ...cores.map(({ cable, core, label, colour }) => ({ value: key(cable, core), says: `${label}, ${colour}` })),
      ]}
      onChange={(chosen) => {
        const run = cores.find(({ cable, core }) => key(cable, core) === chosen)
        edit(run ? `core ${run.core} of ${run.label}` : 'a wire of its own', (w) => {
          if (!run) {
            delete w.cable
            delete w.core
            return
          }
          Object.assign(w, { cable: run.cable, core: run.core, colour: run.colour })
          w.length = job.cables[run.cable]!.length
        })
      }}
    />
  )
}
