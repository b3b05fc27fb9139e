import { figuresOf, type Job, kindOf } from '@civil-lantern/core'
import { controllerOf } from '../data/controller.tsx'
import { useBench, useSession } from '../data/open-job.tsx'
import { Button } from '../ui/controls.tsx'
import { Choice, TextField } from '../ui/fields.tsx'
import { ControllerPanel } from './ControllerPanel.tsx'
import { ControlRow } from './ControlRow.tsx'
import { PartHands } from './PartHands.tsx'
import { Terminals } from './Terminals.tsx'

/** A part: how it stands, its switches and levers, what may be wrong with it, and what is landed on it. */
export function PickedPart({ id, job }: { id: string; job: Job }) {
  const { session } = useSession()
  const { snapshot } = useBench()
  const part = job.parts[id]!
  const kind = kindOf(part)
  const now = snapshot?.states[id]
  if (!kind) return <p>This part is of a kind this program does not know: {part.kind}.</p>
  const findings = snapshot?.findings.filter(({ at }) => at.some((spot) => spot.part === id)) ?? []
  const figures = figuresOf(kind, part.figures)
  const faults = new Set((snapshot?.wrong ?? []).flatMap((one) => faultIn(one.id, id) ?? []))
  const feel = now && [
    ['Lever', kind.leverByHand?.(figures, now.state, faults)],
    ['Stem', kind.stemByHand?.(figures, now.state, faults)],
  ]
  return (
    <div className="grid gap-3">
      <div>
        <h2 className="text-lg font-bold">{part.label}</h2>
        <p className="text-soft">
          {kind.name}, {job.places[part.place]?.name}
        </p>
      </div>
      {now && now.says !== '' && <p className="font-semibold">Now: {now.says}</p>}
      {findings.map((finding) => (
        <p key={finding.id} className="rounded-control border border-bad p-3">
          {finding.says} {finding.remedy}
        </p>
      ))}
      {kind.controls?.map((control) => (
        <ControlRow key={control.state} id={id} control={control} job={job} />
      ))}
      <SeenPositions id={id} job={job} />
      {feel?.some(([, says]) => says) && (
        <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5">
          {feel.map(([what, says]) =>
            says ? (
              <div key={what} className="contents">
                <dt className="text-soft">{what}, expected</dt>
                <dd>{says}</dd>
              </div>
            ) : null,
          )}
        </dl>
      )}
      {controllerOf(job.parts) === id && <ControllerPanel figures={figures} />}
      {kind.faults && kind.class !== 'joint' && <FaultChoice id={id} job={job} faults={faults} />}
      <TextField
        label="Name"
        value={part.label}
        required
        maxLength={80}
        onCommit={(label) => session.edit(`Name ${label}`, (draft) => void (draft.parts[id]!.label = label))}
      />
      <Lies id={id} job={job} />
      <Terminals id={id} job={job} />
      <PartHands id={id} job={job} />
      {kind.hazards?.map((hazard) => (
        <p key={hazard} className="border-line border-t pt-3 text-soft">
          {hazard}
        </p>
      ))}
    </div>
  )
}

/** The fault of this part that a supposition names, where it does. */
const faultIn = (supposition: string, part: string): string | undefined =>
  supposition.startsWith(`part:${part}/`) ? supposition.slice(`part:${part}/`.length) : undefined

/** How the terminals of a panel lie on the one that hangs here: the Wall and the chart at the wall follow it. */
function Lies({ id, job }: { id: string; job: Job }) {
  const { session } = useSession()
  const part = job.parts[id]!
  const layouts = kindOf(part)?.layouts
  if (!layouts) return null
  const usual = layouts[0]!.name
  return (
    <Choice
      label="How its terminals lie"
      value={part.layout ?? usual}
      options={layouts.map(({ name, says }) => ({ value: name, says }))}
      onChange={(layout) =>
        session.edit(`${part.label}: ${layouts.find(({ name }) => name === layout)?.says}`, (draft) => {
          if (layout === usual) delete draft.parts[id]!.layout
          else draft.parts[id]!.layout = layout
        })
      }
    />
  )
}

/** Positions this person moved, with the press that says they are so on the wall. */
function SeenPositions({ id, job }: { id: string; job: Job }) {
  const { session, tried, document } = useSession()
  const kind = kindOf(job.parts[id]!)
  if (document.before === null) return null
  const moved = Object.entries(tried.hands[id] ?? {}).flatMap(([state, value]) => {
    const control = kind?.controls?.find((one) => one.state === state)
    if (!control || !('options' in control)) return []
    return [
      { state, name: control.name, says: control.options.find((one) => one.value === value)?.says ?? String(value) },
    ]
  })
  return moved.map(({ state, name, says }) => (
    <Button
      key={state}
      onClick={() => session.seeHand(id, state, `${job.parts[id]!.label}: ${name.toLowerCase()} ${says}`)}
    >
      On the wall it is so: {name.toLowerCase()} {says}
    </Button>
  ))
}

/** What may be wrong with the part: supposed on this bench, or written down as seen. */
function FaultChoice({ id, job, faults }: { id: string; job: Job; faults: ReadonlySet<string> }) {
  const { session, shows, tried } = useSession()
  const part = job.parts[id]!
  const known = kindOf(part)?.faults ?? []
  const now = known.find(({ name }) => faults.has(name))?.name ?? ''
  const onWall = shows === 'found'
  const choose = (fault: string) => {
    const words = known.find(({ name }) => name === fault)?.says.toLowerCase()
    const name = words === undefined ? `${part.label} sound` : `${part.label}: ${words}`
    const of = (one: string) => ({ id: `part:${id}/${one}` })
    if (onWall) {
      const bodies = [
        ...(now ? [{ kind: 'seen', what: 'condition', is: of(now), so: false }] : []),
        ...(fault ? [{ kind: 'seen', what: 'condition', is: of(fault), so: true }] : []),
      ]
      return session.enter(bodies, name)
    }
    const others = tried.supposed.filter((one) => !known.some((other) => one.id === of(other.name).id))
    session.try({ ...tried, supposed: fault ? [...others, of(fault)] : others }, name)
    if (fault) session.show('tried')
  }
  return (
    <Choice
      label={onWall ? 'Seen wrong with it' : 'Suppose it has a fault'}
      value={now}
      options={[{ value: '', says: 'Sound' }, ...known.map(({ name, says }) => ({ value: name, says }))]}
      onChange={choose}
    />
  )
}
