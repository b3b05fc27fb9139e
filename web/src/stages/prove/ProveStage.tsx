import {
  baselineOf,
  closingCheck,
  type Job,
  keyOf,
  leftOut,
  notSignable,
  type ProofRun,
  proofsIn,
  type Script,
  type Step,
  stepsFor,
  zonesInOrder,
} from '@civil-lantern/core'
import { Check, CircleDashed, Minus, X } from 'lucide-react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { Link } from 'react-router'
import { useJudge, useSession } from '../../data/open-job.tsx'
import { sheetOf } from '../../data/run-sheet.ts'
import { Button, Card } from '../../ui/controls.tsx'
import { Tick } from '../../ui/fields.tsx'
import { firstInWords, minutesOf, proofSays } from './in-words.ts'
import { WhereIStand } from './SharedOut.tsx'
import { SignCard } from './SignCard.tsx'
import { StepCard } from './StepCard.tsx'

/** Commissioning: a script computed from the job, gone through step by step, signed at the end. */
export function ProveStage() {
  const { plan, entries, session, found, document } = useSession()
  const { judge } = useJudge()
  const [script, setScript] = useState<Script>()
  const [failed, setFailed] = useState('')
  const [again, setAgain] = useState(false)
  const wired = Object.keys(plan.wires).length > 0
  const key = keyOf(plan, [], {})
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for the plan
  useEffect(() => {
    if (!wired) return
    let wanted = true
    setFailed('')
    judge
      .script(plan)
      .then((made) => wanted && setScript(made))
      .catch((error) => wanted && setFailed(error instanceof Error ? error.message : String(error)))
    return () => {
      wanted = false
    }
  }, [judge, key, wired])
  const runs = useMemo(() => proofsIn(entries), [entries])
  const run = again ? undefined : runs.at(-1)
  const first = wired && document.before !== null ? firstInWords(sheetOf(plan, found.job).joins.length) : undefined
  const begin = (purpose: 'whole' | 'closing' | 'zones', steps: readonly Step[], zones: readonly string[] = []) =>
    session.enter(
      [{ kind: 'proof', for: purpose, steps: steps.map(({ id }) => id), ...(zones.length > 0 ? { zones } : {}) }],
      'Begin a proof',
      () => setAgain(false),
    )
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3 pb-4">
      <div className="flex flex-wrap items-center justify-between gap-3 pt-1">
        <h1 tabIndex={-1} aria-live="polite" className="font-bold text-xl outline-none">
          {wired ? (failed ? 'The script cannot be worked out.' : proofSays(run, script)) : 'Wire the job first.'}
        </h1>
        {run && (
          <div className="flex grow justify-end gap-2">
            {!run.signed && <WhereIStand run={run} job={plan} />}
            <Button onClick={() => setAgain(true)}>{run.signed ? 'Prove it again' : 'Begin another'}</Button>
          </div>
        )}
      </div>
      {failed && <p className="text-bad">{failed}</p>}
      {first && !run?.signed && (
        <p className="rounded-card border border-line bg-card px-4 py-3">
          <b>{first}</b>{' '}
          <Link to={`/jobs/${session.id}/hookup`} className="font-semibold underline underline-offset-4">
            To the run sheet
          </Link>
        </p>
      )}
      {script &&
        (run ? (
          <Going key={run.id} run={run} script={script} job={plan} />
        ) : (
          <Beginning
            job={plan}
            script={script}
            begin={begin}
            {...(runs.length > 0 ? { back: () => setAgain(false) } : {})}
          />
        ))}
    </div>
  )
}

/** What a proof would try, and which one to begin. */
function Beginning({
  job,
  script,
  begin,
  back,
}: {
  job: Job
  script: Script
  begin: (purpose: 'whole' | 'closing' | 'zones', steps: readonly Step[], zones?: readonly string[]) => void
  back?: () => void
}) {
  const [zones, setZones] = useState<readonly string[]>([])
  const short = closingCheck(script)
  const some = stepsFor(script, zones)
  const notCovered = leftOut(job, script.coverage.notCovered)
  return (
    <div className="grid items-start gap-3 lg:grid-cols-2">
      <Card title="The whole proof" aside={`${script.steps.length} steps, about ${minutesOf(script.steps)} min`}>
        <div className="grid gap-3 px-4 pt-1 pb-4">
          <p>
            Dead work, the line, nothing calling, every zone alone and handed over to the next, all, the power cut and
            back, and last always nothing calling: valves, boiler and pumps at rest.
          </p>
          <div className="flex flex-wrap gap-2">
            <Button look="strong" className="min-h-13 px-6" onClick={() => begin('whole', script.steps)}>
              Begin the proof
            </Button>
            {back && (
              <Button look="quiet" onClick={back}>
                Back to the last one
              </Button>
            )}
          </div>
        </div>
      </Card>
      <Card title="The closing check" aside={`${short.length} steps, about ${minutesOf(short)} min`}>
        <div className="grid gap-3 px-4 pt-1 pb-4">
          <p>After a repair: a part that was replaced has not closed a case. None, each, overlaps, all, none again.</p>
          <Button className="justify-self-start" onClick={() => begin('closing', short)}>
            Begin the closing check
          </Button>
        </div>
      </Card>
      <Card title="After a swap" aside={zones.length > 0 ? `${some.length} steps` : 'choose the zones'}>
        <div className="px-4 pt-1 pb-4">
          <div className="grid sm:grid-cols-2">
            {zonesInOrder(job).map(({ id, name }) => (
              <Tick
                key={id}
                label={name}
                checked={zones.includes(id)}
                onChange={(on) => setZones((all) => (on ? [...all, id] : all.filter((one) => one !== id)))}
              />
            ))}
          </div>
          <Button disabled={zones.length === 0} onClick={() => begin('zones', some, zones)}>
            Begin with these
          </Button>
        </div>
      </Card>
      <Card
        title="Not covered here"
        aside={`${script.coverage.done} of ${script.coverage.of} contacts, loads and separations are`}
      >
        <ul className="max-h-64 overflow-y-auto px-4 pt-1 pb-4">
          {notCovered.map(({ says, why }) => (
            <li key={`${says} ${why}`} className="border-line border-t py-1.5">
              <span className="font-semibold">{says}</span> <span className="text-soft">{why}</span>
            </li>
          ))}
          {notCovered.length === 0 && <li>Everything this plant can do is tried.</li>}
        </ul>
      </Card>
    </div>
  )
}

function Going({ run, script, job }: { run: ProofRun; script: Script; job: Job }) {
  const { entries, found } = useSession()
  const [chosen, setChosen] = useState<string>()
  const byId = useMemo(() => new Map(script.steps.map((step) => [step.id, step])), [script])
  const baseline = useMemo(() => baselineOf(entries, run.id), [entries, run.id])
  const here = run.signed ? chosen : (chosen ?? run.next)
  const step = here === undefined ? undefined : byId.get(here)
  // After a step is done the next one is shown, unless one was picked by hand.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only when what is done changes
  useEffect(() => setChosen(undefined), [run.outcomes.size, run.passed])
  // What begins is read from its head too: the press that began it was further down.
  useEffect(() => {
    document.getElementById('stage')?.scrollTo({ top: 0 })
  }, [])
  // A new step is read from its head, with the verdict above it.
  const top = useRef(here)
  useEffect(() => {
    if (top.current === here) return
    top.current = here
    document.getElementById('stage')?.scrollTo({ top: 0 })
    document.getElementById('step')?.focus({ preventScroll: true })
  }, [here])
  const gone = run.steps.filter((id) => !byId.has(id))
  return (
    <div className="grid items-start gap-3 lg:grid-cols-[minmax(0,1fr)_minmax(18rem,23rem)]">
      <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
        {gone.length > 0 && !run.signed && (
          <p role="alert" className="rounded-card border border-bad bg-card p-4">
            The plan was changed since this proof was begun: {gone.length} of its steps are none of it any more. Begin
            another.
          </p>
        )}
        {step && (
          <StepCard
            key={`${run.id} ${step.id}`}
            step={step}
            before={byId.get(run.steps[run.steps.indexOf(step.id) - 1] ?? '')}
            number={run.steps.indexOf(step.id) + 1}
            run={run}
            job={job}
            baseline={baseline}
          />
        )}
        {run.next === undefined && (
          <SignCard job={job} run={run} script={script} refused={notSignable(run, found.open)} />
        )}
      </div>
      <nav aria-label="Steps" className="rounded-card border border-line bg-card py-2">
        <ol>
          {run.steps.map((id, i) => {
            const outcome = run.outcomes.get(id)
            return (
              <li key={id}>
                <button
                  type="button"
                  disabled={!byId.has(id)}
                  aria-current={id === here ? 'step' : undefined}
                  onClick={() => setChosen(id)}
                  className="flex min-h-11 w-full items-center gap-3 px-4 text-left hover:bg-well aria-[current]:bg-well aria-[current]:font-bold disabled:opacity-50"
                >
                  <Mark outcome={outcome?.outcome} />
                  <span className="min-w-0 grow py-1.5 leading-snug">
                    {i + 1}. {byId.get(id)?.name ?? id}
                  </span>
                </button>
              </li>
            )
          })}
        </ol>
      </nav>
    </div>
  )
}

function Mark({ outcome }: { outcome: 'pass' | 'fail' | 'could not' | undefined }) {
  if (outcome === 'pass') return <Check aria-label="as expected" size={19} className="shrink-0 text-ok" />
  if (outcome === 'fail') return <X aria-label="not as expected" size={19} className="shrink-0 text-bad" />
  if (outcome === 'could not') return <Minus aria-label="could not be done" size={19} className="shrink-0 text-soft" />
  return <CircleDashed aria-label="to be done" size={19} className="shrink-0 text-soft" />
}
