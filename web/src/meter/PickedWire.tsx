import { type Job, lengthInWords, sizeInWords, terminalInWords, type Wire } from '@civil-lantern/core'
import { useBench, useSession } from '../data/open-job.tsx'
import { useWorkspace } from '../data/workspace.ts'
import { hue } from '../ui/colours.ts'
import { Button } from '../ui/controls.tsx'
import { TextField } from '../ui/fields.tsx'
import { wireState } from '../views/wire-state.ts'
import { WireHands } from './WireHands.tsx'

/** A wire: where it goes, how it stands, what can be tried with it or written down of it. */
export function PickedWire({ id, wire, job }: { id: string; wire: Wire; job: Job }) {
  const { session } = useSession()
  const { snapshot } = useBench()
  const { clampOn } = useWorkspace()
  const light = snapshot?.wires[id]
  const edit = (name: string, recipe: (wire: Wire) => void) => session.edit(name, (draft) => recipe(draft.wires[id]!))
  return (
    <div className="grid gap-3">
      <div className="flex items-center gap-3">
        <span
          aria-hidden
          className="h-3 w-10 rounded-full border border-soft"
          style={{ background: hue(wire.colour) }}
        />
        <h2 className="text-lg font-bold">Wire {wire.label}</h2>
      </div>
      <p>
        {terminalInWords(job, wire.from.part, wire.from.terminal)} to{' '}
        {terminalInWords(job, wire.to.part, wire.to.terminal)}
      </p>
      <p className="text-soft">
        {wire.colour}, {sizeInWords(job.practice, wire.size)}, {lengthInWords(job.practice, wire.length)}
        {wire.cable ? `, in ${job.cables[wire.cable]?.label}` : ''}
        {light && light.circuit !== 'none'
          ? `. ${light.circuit[0]!.toUpperCase()}${light.circuit.slice(1)}, ${light.lit ? 'lit' : 'dark'}${light.flowing ? `, ${(light.amps * 1000).toFixed(0)} mA` : ''}.`
          : ''}
      </p>
      <Certainty id={id} />
      {snapshot?.findings
        .filter(({ at }) => at.some((spot) => spot.wire === id))
        .map((finding) => (
          <p key={finding.id} className="rounded-control border border-bad p-3">
            {finding.says} {finding.remedy}
          </p>
        ))}
      <Wrong id={id} wire={wire} job={job} />
      <Button onClick={() => clampOn(id)}>Clamp round it</Button>
      <WireHands id={id} wire={wire} job={job} />
      <TextField
        label="Label"
        value={wire.label}
        required
        onCommit={(label) => edit(`Label wire ${label}`, (w) => void (w.label = label))}
      />
      <p className="border-line border-t pt-3 text-soft">
        Kill the supply before a wire is moved. A 24 V box holds line voltage too.
      </p>
    </div>
  )
}

/** How sure it is that the wall has this conductor where the record has it. */
function Certainty({ id }: { id: string }) {
  const { as, found } = useSession()
  const certainty = found.conductors[id]
  if (as !== 'found' || !certainty) return null
  const says = {
    assumed: 'Assumed from the plan; nobody has seen it. Treat both ends as live.',
    seen: 'Seen on the wall.',
    landed: 'Landed, by an entry.',
  }
  return <p className={certainty === 'assumed' ? 'font-semibold' : 'text-soft'}>{says[certainty]}</p>
}

/** Breaking and lifting: tried on this bench, or, with the wall shown, written down for everybody. */
function Wrong({ id, wire, job }: { id: string; wire: Wire; job: Job }) {
  const { session, shows, found, tried } = useSession()
  const { snapshot } = useBench()
  const state = wireState(snapshot?.wrong ?? [], id)
  const onWall = shows === 'found'
  const change = (what: string, so: boolean, name: string) => {
    const supposition = { id: `wire:${id}${what}` }
    if (!onWall) return session.suppose(supposition, so, name)
    if (!what.endsWith('/lifted'))
      return session.enter([{ kind: 'seen', what: 'condition', is: supposition, so }], name)
    const of = supposition.id.slice(0, -'/lifted'.length)
    const begun = found.open.find(({ entry }) => entry.body.does === 'lift' && entry.body.of === of)
    if (so) session.enter([{ kind: 'action', does: 'lift', of }], name)
    else if (begun) session.enter([{ kind: 'action', does: 'end', ends: begun.entry.id }], name)
  }
  const mine = (what: string) => tried.supposed.some((one) => one.id === `wire:${id}${what}`)
  // What is so on the wall cannot be tried away: it is mended there.
  const locked = (what: string, so: boolean) => so && !onWall && !mine(what)
  return (
    <>
      <Button
        look={state.broken ? 'strong' : 'bad'}
        disabled={locked('/open', state.broken)}
        onClick={() => change('/open', !state.broken, `${state.broken ? 'Mend' : 'Break'} wire ${wire.label}`)}
      >
        {onWall
          ? state.broken
            ? 'It is whole again'
            : 'It is broken on the wall'
          : state.broken
            ? 'Mend this wire'
            : 'Break this wire'}
      </Button>
      {(['from', 'to'] as const).map((end) => {
        const at = terminalInWords(job, wire[end].part, wire[end].terminal)
        const off = state[end]
        return (
          <Button
            key={end}
            disabled={locked(`.${end}/lifted`, off)}
            onClick={() => change(`.${end}/lifted`, !off, `${off ? 'Land' : 'Lift'} wire ${wire.label} at ${at}`)}
          >
            {off ? 'Land on' : 'Lift off'} {at}
          </Button>
        )
      })}
      <p className="text-soft">
        {onWall
          ? 'Written down as it is on the wall, for everybody.'
          : 'Tried on this bench alone; nobody else sees it.'}
      </p>
    </>
  )
}
