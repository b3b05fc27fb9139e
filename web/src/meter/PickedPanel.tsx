import {
  figuresOf,
  type Job,
  kindOf,
  labelOf,
  lengthInWords,
  leverByHand,
  markingOf,
  sizeInWords,
  stemByHand,
  terminalInWords,
  type Wire,
} from '@civil-lantern/core'
import { useEffect, useState } from 'react'
import { controllerOf } from '../data/controller.tsx'
import { useBench, useSession } from '../data/open-job.tsx'
import { useWorkspace } from '../data/workspace.ts'
import { Button } from '../ui/controls.tsx'
import { Choice, TextField } from '../ui/fields.tsx'
import { COLOURS, hue } from '../views/colours.ts'
import { ControllerPanel } from './ControllerPanel.tsx'
import { ControlRow } from './ControlRow.tsx'
import { PartHands } from './PartHands.tsx'
import { WireHands } from './WireHands.tsx'

/** What is selected: a part with its controls and faults, or a wire with what can happen to it. */
export function PickedPanel() {
  const { job } = useSession()
  const { picked } = useWorkspace()
  if (picked && 'wire' in picked && job.wires[picked.wire])
    return <PickedWire id={picked.wire} wire={job.wires[picked.wire]!} job={job} />
  if (picked && 'part' in picked && job.parts[picked.part]) return <PickedPart id={picked.part} job={job} />
  return (
    <p className="text-soft">
      Touch a wire or a part to see it here: what is landed on it, its switches, and what may be wrong with it.
    </p>
  )
}

function PickedWire({ id, wire, job }: { id: string; wire: Wire; job: Job }) {
  const { session } = useSession()
  const { snapshot } = useBench()
  const { clampOn } = useWorkspace()
  const light = snapshot?.wires[id]
  const edit = (name: string, recipe: (wire: Wire) => void) => session.edit(name, (draft) => recipe(draft.wires[id]!))
  const lift = (end: 'from' | 'to') => {
    const at = terminalInWords(job, wire[end].part, wire[end].terminal)
    const lifted = wire.lifted?.[end] === true
    return (
      <Button
        key={end}
        onClick={() =>
          edit(`${lifted ? 'Land' : 'Lift'} wire ${wire.label} at ${at}`, (w) => {
            const next = { ...w.lifted, [end]: !lifted }
            if (!next.from && !next.to) delete w.lifted
            else w.lifted = { ...(next.from ? { from: true } : {}), ...(next.to ? { to: true } : {}) }
          })
        }
      >
        {lifted ? 'Land on' : 'Lift off'} {at}
      </Button>
    )
  }
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
      {snapshot?.findings
        .filter(({ at }) => at.some((spot) => spot.wire === id))
        .map((finding) => (
          <p key={finding.id} className="rounded-control border border-bad p-3">
            {finding.says} {finding.remedy}
          </p>
        ))}
      {wire.broken ? (
        <Button look="strong" onClick={() => edit(`Mend wire ${wire.label}`, (w) => void delete w.broken)}>
          Mend this wire
        </Button>
      ) : (
        <Button look="bad" onClick={() => edit(`Break wire ${wire.label}`, (w) => void (w.broken = true))}>
          Break this wire
        </Button>
      )}
      {(['from', 'to'] as const).map(lift)}
      <Button onClick={() => clampOn(id)}>Clamp round it</Button>
      <WireHands id={id} wire={wire} job={job} />
      <TextField
        label="Label"
        value={wire.label}
        required
        onCommit={(label) => edit(`Label wire ${label}`, (w) => void (w.label = label))}
      />
      <p className="border-line border-t pt-3 text-soft">
        Kill the supply before a wire is moved. Breaking and lifting here change only this record.
      </p>
    </div>
  )
}

function PickedPart({ id, job }: { id: string; job: Job }) {
  const { session } = useSession()
  const { snapshot } = useBench()
  const part = job.parts[id]!
  const kind = kindOf(part)
  const now = snapshot?.states[id]
  if (!kind) return <p>This part is of a kind this program does not know: {part.kind}.</p>
  const fault = part.faults?.[0] ?? ''
  const findings = snapshot?.findings.filter(({ at }) => at.some((spot) => spot.part === id)) ?? []
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
      {kind.class === 'valve' && now && (
        <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5">
          {'lever' in now.state && (
            <>
              <dt className="text-soft">Lever</dt>
              <dd>{leverByHand(now.state, part.faults ?? [])}</dd>
            </>
          )}
          {kind.figures.stiffness && (
            <>
              <dt className="text-soft">Stem</dt>
              <dd>{stemByHand(figuresOf(kind, part.figures), part.faults ?? [])}</dd>
            </>
          )}
        </dl>
      )}
      {part.kind === 'controller/building' && controllerOf(job.parts) === id && (
        <ControllerPanel figures={figuresOf(kind, part.figures)} />
      )}
      {kind.faults && kind.class !== 'joint' && (
        <Choice
          label="Suppose it has a fault"
          value={fault}
          options={[{ value: '', says: 'Sound' }, ...kind.faults.map(({ name, says }) => ({ value: name, says }))]}
          onChange={(name) =>
            session.edit(
              name === ''
                ? `${part.label} sound`
                : `${part.label}: ${kind.faults!.find((f) => f.name === name)!.says.toLowerCase()}`,
              (draft) => {
                if (name === '') delete draft.parts[id]!.faults
                else draft.parts[id]!.faults = [name]
              },
            )
          }
        />
      )}
      <TextField
        label="Name"
        value={part.label}
        required
        maxLength={80}
        onCommit={(label) => session.edit(`Name ${label}`, (draft) => void (draft.parts[id]!.label = label))}
      />
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

/** What is landed on each terminal. */
function Terminals({ id, job }: { id: string; job: Job }) {
  const { pick, take, land, inHand, leads } = useWorkspace()
  const kind = kindOf(job.parts[id]!)!
  return (
    <table className="w-full text-[15px]">
      <caption className="pb-1 text-left text-soft">Terminals</caption>
      <tbody>
        {Object.entries(kind.terminals).map(([terminal, { role, lead }]) => {
          const landed = Object.entries(job.wires).filter(([, w]) =>
            [w.from, w.to].some((end) => end.part === id && end.terminal === terminal),
          )
          return (
            <tr key={terminal} className="border-line border-t">
              <th scope="row" className="py-1 pr-1 text-left">
                <Marking id={id} terminal={terminal} job={job} />
              </th>
              <td className="pr-2 text-soft">
                {role}
                {lead && <LeadColour id={id} terminal={terminal} usual={lead} job={job} />}
              </td>
              <td>
                {landed.map(([wireId, wire]) => (
                  <button
                    key={wireId}
                    type="button"
                    onClick={() => pick({ wire: wireId })}
                    className="mr-1 min-h-9 min-w-9 rounded-control px-1 underline decoration-line underline-offset-4"
                  >
                    {wire.label}
                  </button>
                ))}
                {landed.length === 0 && <span className="text-soft">nothing</span>}
              </td>
              <td className="text-right">
                <button
                  type="button"
                  aria-label={`Put a lead on ${labelOf(job, id)} ${markingOf(job, id, terminal)}`}
                  onClick={() => {
                    const lead = inHand ?? (leads.a === undefined ? 'a' : leads.b === undefined ? 'b' : 'a')
                    land(`${id}.${terminal}`, lead)
                    if (lead === 'a' && leads.b === undefined) take('b')
                  }}
                  className="min-h-11 rounded-control px-2 font-semibold hover:bg-well"
                >
                  Lead
                </button>
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

/** The colour of a factory lead as it was found on this part; its role is certain, its colour is not. */
function LeadColour({ id, terminal, usual, job }: { id: string; terminal: string; usual: string; job: Job }) {
  const { session } = useSession()
  const now = job.parts[id]!.leadColours?.[terminal] ?? usual
  return (
    <span className="flex items-center gap-1.5">
      <span aria-hidden className="h-3.5 w-3.5 rounded-full border border-soft" style={{ background: hue(now) }} />
      <select
        aria-label={`Colour of the lead ${labelOf(job, id)} ${markingOf(job, id, terminal)}`}
        value={now}
        onChange={(e) =>
          session.edit(`${labelOf(job, id)}: lead ${markingOf(job, id, terminal)} is ${e.target.value}`, (draft) => {
            const part = draft.parts[id]!
            part.leadColours = { ...part.leadColours, [terminal]: e.target.value }
            for (const wire of Object.values(draft.wires))
              if (wire.from.part === id && wire.from.terminal === terminal && !wire.cable) wire.colour = e.target.value
          })
        }
        className="min-h-9 rounded-control border border-transparent bg-transparent hover:border-line"
      >
        {(COLOURS.includes(now) ? COLOURS : [now, ...COLOURS]).map((colour) => (
          <option key={colour}>{colour}</option>
        ))}
      </select>
    </span>
  )
}

/** What is printed at a terminal: typed over where this part says something else. Emptied, the usual marking returns. */
function Marking({ id, terminal, job }: { id: string; terminal: string; job: Job }) {
  const { session } = useSession()
  const now = markingOf(job, id, terminal)
  const [draft, setDraft] = useState(now)
  useEffect(() => setDraft(now), [now])
  const commit = () => {
    const text = draft.trim()
    if (text === now) return
    session.edit(`${labelOf(job, id)}: ${now} is marked ${text || 'as usual'}`, (draftJob) => {
      const part = draftJob.parts[id]!
      const { [terminal]: _, ...others } = part.markings ?? {}
      const markings = text === '' ? others : { ...others, [terminal]: text }
      if (Object.keys(markings).length > 0) part.markings = markings
      else delete part.markings
    })
    if (text === '')
      setDraft(markingOf({ ...job, parts: { ...job.parts, [id]: { ...job.parts[id]!, markings: {} } } }, id, terminal))
  }
  return (
    <input
      aria-label={`Marking at the ${kindOf(job.parts[id]!)?.terminals[terminal]?.role ?? terminal} terminal ${terminal}`}
      value={draft}
      maxLength={12}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={commit}
      onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      className="field-sizing-content min-h-9 min-w-9 max-w-20 rounded-control border border-transparent bg-transparent px-1 font-bold font-mono hover:border-line focus:border-soft"
    />
  )
}
