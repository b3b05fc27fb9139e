import { copyZone, type Job } from '@civil-lantern/core'
import { toast } from 'sonner'
import { useSession } from '../data/open-job.tsx'
import { takenOut } from '../data/taken-out.ts'
import { useWorkspace } from '../data/workspace.ts'
import { Button } from '../ui/controls.tsx'
import { Choice } from '../ui/fields.tsx'

/** What hands can do with a part: hang it at another place, copy its zone, take it down with every wire on it. */
export function PartHands({ id, job }: { id: string; job: Job }) {
  const { session } = useSession()
  const { pick } = useWorkspace()
  const part = job.parts[id]!
  const zone = Object.entries(job.zones).find(([, { thermostat, valve, relay }]) =>
    [thermostat, valve, relay].includes(id),
  )
  const copy = () => {
    if (!zone) return
    const copied = copyZone(job, zone[0])
    if (copied.ok) {
      session.edit(`Copy zone ${zone[1].number}`, copied.value.recipe)
      toast(`${copied.value.name} is hung and wired. Look whether the transformer is still big enough.`)
    } else toast.error(`${copied.failures[0]!.says} ${copied.failures[0]!.remedy}`)
  }
  return (
    <div className="grid gap-3">
      <Choice
        label="Place"
        value={part.place}
        options={Object.entries(job.places).map(([value, { name }]) => ({ value, says: name }))}
        onChange={(place) =>
          session.edit(`${part.label} hangs in ${job.places[place]!.name}`.slice(0, 120), (draft) => {
            draft.parts[id]!.place = place
          })
        }
      />
      {zone && <Button onClick={copy}>Copy zone {zone[1].number}</Button>}
      <Button look="bad" onClick={() => takenOut(job, session, { part: id }, pick)}>
        Take this part down
      </Button>
    </div>
  )
}
