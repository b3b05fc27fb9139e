import { type Job, kindOf, labelOf, markingOf, terminalsInOrder } from '@civil-lantern/core'
import { useEffect, useState } from 'react'
import { useSession } from '../data/open-job.tsx'
import { useWorkspace } from '../data/workspace.ts'
import { COLOURS, hue } from '../ui/colours.ts'

/** What is landed on each terminal. */
export function Terminals({ id, job }: { id: string; job: Job }) {
  const { pick, take, land, inHand, leads } = useWorkspace()
  const kind = kindOf(job.parts[id]!)!
  return (
    <table className="w-full text-[15px]">
      <caption className="pb-1 text-left text-soft">Terminals</caption>
      <tbody>
        {terminalsInOrder(job.parts[id]!).map((terminal) => {
          const { role, lead } = kind.terminals[terminal]!
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
