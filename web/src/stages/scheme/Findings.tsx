import { type Finding, type Job, openFindings, type Severity } from '@civil-lantern/core'
import { useState } from 'react'
import { toast } from 'sonner'
import { useJudge, useSession } from '../../data/open-job.tsx'
import { useWorkspace } from '../../data/workspace.ts'
import { Button } from '../../ui/controls.tsx'

const words: Readonly<Record<Severity, string>> = { danger: 'Danger', fails: 'Will not work', tidy: 'Note' }

/** What is wrong with the wiring itself, danger first: where it stands, why, what puts it right, or a reason to let it be. */
export function Findings({ findings, job }: { findings: readonly Finding[]; job: Job }) {
  const open = openFindings(job, findings)
  const waiting = findings.filter(({ id }) => !job.accepted?.[id])
  const accepted = findings.filter(({ id }) => job.accepted?.[id])
  const notes = waiting.length - open.length
  const says = [
    open.length === 0
      ? undefined
      : open.length === 1
        ? 'One finding in the wiring'
        : `${open.length} findings in the wiring`,
    notes === 0 ? undefined : notes === 1 ? 'one note' : `${notes} notes`,
    accepted.length === 0 ? undefined : `${accepted.length} accepted`,
  ].filter(Boolean)
  return (
    <section
      aria-label="Findings"
      className={`rounded-card border bg-card ${open.length > 0 ? 'border-bad' : 'border-line'}`}
    >
      <h2 className="flex min-h-11 items-center px-4 font-bold">
        {says.join(', ').replace(/^./, (first) => first.toUpperCase())}
      </h2>
      <ul className="grid gap-2 px-3 pb-3">
        {[...waiting, ...accepted].map((finding) => (
          <li key={finding.id}>
            <FindingRow finding={finding} job={job} />
          </li>
        ))}
      </ul>
    </section>
  )
}

function FindingRow({ finding, job }: { finding: Finding; job: Job }) {
  const { session, as } = useSession()
  const { judge } = useJudge()
  const pick = useWorkspace((w) => w.pick)
  const [working, setWorking] = useState(false)
  const [reasoning, setReasoning] = useState(false)
  const accepted = job.accepted?.[finding.id]
  const spot = finding.at.find(({ part, wire }) => part ?? wire)
  const mend = async () => {
    setWorking(true)
    const edit = await judge.fix(job, finding).finally(() => setWorking(false))
    if (edit) {
      session.take(edit)
      toast(`${edit.name}. Undo takes it back.`)
    } else toast('Nothing on record puts this right by itself. Do it by hand, as it says.')
  }
  return (
    <article className="rounded-control bg-well px-3 py-2" aria-label={finding.says}>
      <button
        type="button"
        onClick={() => spot && pick(spot.wire ? { wire: spot.wire } : { part: spot.part! })}
        className="min-h-11 w-full text-left"
      >
        <span className={`font-semibold ${finding.severity === 'tidy' ? '' : 'text-bad'}`}>
          {words[finding.severity]}:{' '}
        </span>
        <span className="font-semibold underline decoration-line underline-offset-4">{finding.says}</span>
      </button>
      <p>
        {finding.why} {finding.remedy}
      </p>
      {finding.caution && <p className="pt-1 text-soft">{finding.caution}</p>}
      {accepted ? (
        <p className="flex flex-wrap items-center justify-between gap-2 pt-1">
          <span>Accepted: {accepted.reason}</span>
          <Button
            look="quiet"
            onClick={() =>
              session.edit('Take an acceptance back', (draft) => {
                if (draft.accepted) delete draft.accepted[finding.id]
              })
            }
          >
            Take back
          </Button>
        </p>
      ) : reasoning ? (
        <Reason
          cancel={() => setReasoning(false)}
          accept={(reason) =>
            session.edit(`Accept: ${finding.says}`.slice(0, 120), (draft) => {
              draft.accepted = { ...draft.accepted, [finding.id]: { reason, at: new Date().toISOString() } }
            })
          }
        />
      ) : (
        <div className="flex flex-wrap gap-2 pt-2">
          {finding.severity !== 'tidy' && as === 'planned' && (
            <Button onClick={() => void mend()} disabled={working}>
              {working ? 'Trying what puts it right' : 'Put it right'}
            </Button>
          )}
          <Button look="quiet" onClick={() => setReasoning(true)}>
            Accept with a reason
          </Button>
        </div>
      )}
    </article>
  )
}

function Reason({ accept, cancel }: { accept: (reason: string) => void; cancel: () => void }) {
  const [reason, setReason] = useState('')
  return (
    <form
      className="flex flex-wrap items-end gap-2 pt-2"
      onSubmit={(e) => {
        e.preventDefault()
        if (reason.trim()) accept(reason.trim())
      }}
    >
      <label className="min-w-52 grow">
        <span className="text-soft">Why may it stay?</span>
        <input
          // biome-ignore lint/a11y/noAutofocus: the field was asked for by the button before it
          autoFocus
          value={reason}
          maxLength={400}
          onChange={(e) => setReason(e.target.value)}
          className="min-h-11 w-full rounded-control border border-line bg-paper px-3"
        />
      </label>
      <Button type="submit" look="strong" disabled={!reason.trim()}>
        Accept
      </Button>
      <Button look="quiet" onClick={cancel}>
        Leave it open
      </Button>
    </form>
  )
}
