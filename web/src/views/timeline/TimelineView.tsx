import { clockWords, type Job, kindOf, labelOf, type Snapshot, type Timeline } from '@civil-lantern/core'
import { useEffect } from 'react'
import { useBench, useSession } from '../../data/open-job.tsx'
import { useWorkspace } from '../../data/workspace.ts'
import { Button, Card } from '../../ui/controls.tsx'
import { LanesDrawing } from './LanesDrawing.tsx'
import { SequenceCard } from './SequenceCard.tsx'

/** What happened and when since the clock began, what should have, and the sequence of operation in words. */
export function TimelineView({ job, snapshot }: { job: Job; snapshot: Snapshot }) {
  const { bench } = useBench()
  const { now, until, timeline } = snapshot
  useEffect(() => bench.watch({ timeline: true }), [bench])
  if (!timeline) return null
  return (
    <>
      <Card title={timeline.says}>
        <div className="no-print flex flex-wrap gap-2 px-4 pt-2">
          <PowerButton job={job} snapshot={snapshot} />
          <Button onClick={() => void bench.restart()} disabled={until === 0}>
            Start the clock anew
          </Button>
        </div>
        {timeline.lanes.length === 0 ? (
          <p className="p-4 text-soft">Let a thermostat call, and watch what follows.</p>
        ) : (
          <div className="p-3">
            <LanesDrawing timeline={timeline} now={now} look={(moment) => void bench.look(moment)} />
            <p className="px-1 pt-2 text-soft">
              Bars: what holds. Diamonds: what happens once. Line: how far a valve stands open. Brackets: when sound
              parts do it, the quickest and the slowest.
            </p>
          </div>
        )}
      </Card>
      {timeline.happenings.length > 0 && (
        <details className="rounded-card border border-line bg-card">
          <summary className="flex min-h-11 items-center px-4 font-bold">
            What happened, in words: {timeline.happenings.length}
          </summary>
          <ol className="px-4 pb-3">
            {timeline.happenings.map(({ at, part, says }, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: what happened keeps its order
              <li key={i} className="grid grid-cols-[4rem_minmax(0,1fr)] border-line border-b last:border-0">
                <button
                  type="button"
                  onClick={() => void bench.look(at)}
                  className="min-h-11 text-left font-mono underline decoration-line underline-offset-4"
                >
                  {clockWords(at)}
                </button>
                <span className="self-center">
                  <b>{labelOf(job, part)}</b>: {says}
                </span>
              </li>
            ))}
          </ol>
        </details>
      )}
      {timeline.awaited.length > 0 && <AwaitedCard timeline={timeline} job={job} />}
      <SequenceCard job={job} />
    </>
  )
}

/** Opens the last switch of the supply, or closes it again: a power cut on the bench. */
function PowerButton({ job, snapshot }: { job: Job; snapshot: Snapshot }) {
  const { session } = useSession()
  const switches = Object.keys(job.parts).flatMap((id) => {
    const kind = kindOf(job.parts[id]!)
    const closed = kind?.roles.closed
    return closed === undefined ? [] : [{ id, closed, of: kind?.class }]
  })
  const main = switches.find((one) => one.of === 'switch') ?? switches[0]
  if (!main) return null
  const on = snapshot.states[main.id]?.state[main.closed] === true
  const cut = () => session.hand(main.id, main.closed, !on, on ? 'Cut the power' : 'Power back')
  return (
    <Button onClick={cut} title={labelOf(job, main.id)}>
      {on ? 'Cut the power' : 'Power back'}
    </Button>
  )
}

function AwaitedCard({ timeline, job }: { timeline: Timeline; job: Job }) {
  const pick = useWorkspace((w) => w.pick)
  return (
    <Card title="Still to come, if every part is sound">
      <div className="overflow-x-auto px-4 pt-1 pb-3">
        <table className="w-full text-[15px]">
          <thead>
            <tr className="border-line border-b text-left text-soft">
              <th scope="col" className="py-1 font-normal">
                What
              </th>
              <th scope="col" className="font-normal">
                Place
              </th>
              <th scope="col" className="text-right font-normal">
                Usual
              </th>
              <th scope="col" className="pl-4 text-right font-normal">
                Not a fault before
              </th>
            </tr>
          </thead>
          <tbody>
            {timeline.awaited.map(({ key, part, says, usual, latest, overdue }) => (
              <tr key={key} className="border-line border-b align-baseline last:border-0">
                <td className="py-1">
                  <button
                    type="button"
                    onClick={() => pick({ part })}
                    className={`min-h-9 text-left underline decoration-line underline-offset-4 ${overdue ? 'font-semibold text-bad' : ''}`}
                  >
                    {labelOf(job, part)}: {says}
                  </button>
                </td>
                <td className="text-soft">{job.places[job.parts[part]?.place ?? '']?.name}</td>
                <td className="text-right font-mono">{clockWords(usual)}</td>
                <td className={`pl-4 text-right font-mono ${overdue ? 'font-bold text-bad' : ''}`}>
                  {clockWords(latest)}
                  {overdue ? ', overdue' : ''}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Card>
  )
}
