import { askingOf, type Difference, type Job, outputRules, type Proof, proofRows } from '@civil-lantern/core'
import { useEffect, useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import { csv } from '../../base/csv.ts'
import { useJudge, useSession } from '../../data/open-job.tsx'
import { useWorkspace } from '../../data/workspace.ts'
import { Button, Card } from '../../ui/controls.tsx'
import { download } from '../../ui/download.ts'
import { IntentCard } from './IntentCard.tsx'
import { asMeantInWords } from './in-words.ts'
import { Working } from './Working.tsx'

/** The wiring held against its intent in every combination of calls: proven, or what differs and why. */
export function ProofView({ job }: { job: Job }) {
  const { judge, proof } = useJudge()
  useEffect(() => {
    if (proof.at !== 'cancelled') judge.prove(job)
  }, [judge, job, proof.at])
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      {proof.at === 'working' || proof.at === 'cancelled' || proof.at === 'failed' ? (
        <Working
          what="The proof"
          state={proof}
          cancel={() => judge.cancel('proof')}
          again={() => judge.again('proof')}
        />
      ) : null}
      {proof.at === 'done' && <Result proof={proof.result} job={job} />}
      <IntentCard job={job} />
    </div>
  )
}

function Result({ proof, job }: { proof: Proof; job: Job }) {
  const { differences, rows } = proof
  const outputs = useMemo(() => outputRules(job, proof), [job, proof])
  return (
    <>
      <Card
        title={
          differences.length === 0
            ? `Proven in ${rows.length} combinations of calls.`
            : `${differences.length === 1 ? 'One thing' : `${differences.length} things`} not as meant, in ${rows.length} combinations.`
        }
        aside="also with tanks warm, at the limit, power lost and back"
      >
        <div className="grid gap-2 px-3 py-3">
          {differences.length === 0 && <p className="px-1">{asMeantInWords(job, proof)}</p>}
          {differences.map((difference) => (
            <DifferenceRow
              key={`${difference.trial}${difference.part}${difference.should}`}
              difference={difference}
              job={job}
            />
          ))}
        </div>
      </Card>
      <Card
        title="What is on when"
        aside={
          <button
            type="button"
            onClick={() => download(`${job.title}, outputs.csv`, csv(proofRows(job, proof)), 'text/csv')}
            className="min-h-11 underline underline-offset-4"
          >
            All {rows.length} rows as CSV
          </button>
        }
      >
        <table className="mx-4 my-2 w-[calc(100%-2rem)]">
          <thead>
            <tr className="text-left text-soft">
              <th scope="col" className="font-semibold">
                Output
              </th>
              <th scope="col" className="font-semibold">
                On when
              </th>
              <th scope="col" className="text-right font-semibold">
                Rows
              </th>
            </tr>
          </thead>
          <tbody>
            {outputs.map(({ part, label, on, times, simple }) => (
              <tr key={part + label} className="border-line border-t align-top">
                <th scope="row" className="py-1.5 pr-4 text-left font-semibold">
                  {label}
                </th>
                <td className={`py-1.5 pr-4 ${simple ? '' : 'text-bad'}`}>{on}</td>
                <td className="whitespace-nowrap py-1.5 text-right font-mono text-soft">
                  {times}/{rows.length}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Card>
    </>
  )
}

/** One counter-example: the fewest calls that show it, its way in Loops, and what puts it right. */
function DifferenceRow({ difference, job }: { difference: Difference; job: Job }) {
  const { session, as, tried } = useSession()
  const { judge } = useJudge()
  const pick = useWorkspace((w) => w.pick)
  const navigate = useNavigate()
  const [working, setWorking] = useState(false)
  const show = () => {
    let { hands } = tried
    for (const [id, zone] of Object.entries(job.zones)) {
      const asking = askingOf(job, zone)
      if (!asking) continue
      const value = difference.asking.includes(id) ? asking.on : asking.off
      hands = { ...hands, [asking.part]: { ...hands[asking.part], [asking.state]: value } }
    }
    session.try({ ...tried, hands }, 'Calls that show a difference')
    pick({ part: difference.part })
    void navigate(`/jobs/${session.id}/scheme/loops`)
  }
  const mend = async () => {
    setWorking(true)
    const { fix } = await judge.explain(job, difference).finally(() => setWorking(false))
    if (fix) {
      session.take(fix)
      toast(`${fix.name}. Undo takes it back.`)
    } else toast('Nothing on record puts this right by itself. Follow its way in Loops.')
  }
  return (
    <article className="rounded-control bg-well px-3 py-2" aria-label={difference.says}>
      <p className="font-semibold">{difference.says}</p>
      <p className="text-soft">
        {difference.should ? 'It should, by what the job intends.' : 'It should not, by what the job intends.'}
      </p>
      <div className="flex flex-wrap gap-2 pt-2">
        <Button onClick={show}>Show its way in Loops</Button>
        {as === 'planned' && (
          <Button look="quiet" onClick={() => void mend()} disabled={working}>
            {working ? 'Trying what puts it right' : 'Put it right'}
          </Button>
        )}
      </div>
    </article>
  )
}
