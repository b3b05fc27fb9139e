import {
  type Baseline,
  baselineKey,
  coldAfter,
  type ExpectedReading,
  type Job,
  keeps,
  labelOf,
  type ProofRun,
  placeOf,
  pointInWords,
  type Step,
} from '@civil-lantern/core'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { useSession } from '../../data/open-job.tsx'
import { type Typed, typedReading } from '../../meter/typed-reading.ts'
import { Button } from '../../ui/controls.tsx'
import { GateCard } from '../hookup/GateCard.tsx'
import { useGate } from '../hookup/use-gate.ts'
import { boundsInWords, grouped } from './in-words.ts'
import { ReadingField } from './ReadingField.tsx'
import { SharedOut } from './SharedOut.tsx'
import { Wait } from './Wait.tsx'

/** One step: where to stand, what to do, what to wait for, what to find; and how it came out. */
export function StepCard({
  step,
  before,
  number,
  run,
  job,
  baseline,
}: {
  step: Step
  /** The step before it, against which is turned and switched. */
  before: Step | undefined
  number: number
  run: ProofRun
  job: Job
  baseline: ReadonlyMap<string, Baseline>
}) {
  const { session } = useSession()
  const navigate = useNavigate()
  const gate = useGate()
  const [otherwise, setOtherwise] = useState<ReadonlySet<string>>(new Set())
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({})
  const done = run.outcomes.get(step.id)
  // The points of the isolation gate are typed at the gate.
  const reads = step.id === 'dead' ? [] : step.reads
  const readings = reads.map((read) => {
    const text = typed[read.id]?.trim() ?? ''
    const made = text === '' ? undefined : typedReading(read.mode, text)
    return { read, made }
  })
  const misread = readings.filter(({ made }) => typeof made === 'string')
  const off = readings.filter(({ read, made }) => typeof made === 'object' && !keeps(read, made.value))
  const missing = readings.filter(({ made }) => made === undefined)
  const said = [
    ...step.expects
      .filter(({ id }) => otherwise.has(id))
      .map(({ says, so, part, looks }) => `${labelOf(job, part)} ${contrary[looks][so ? 0 : 1]} (expected: ${says})`),
    ...off.map(({ read, made }) => `${read.says} ${(made as Typed).shows}, expected ${boundsInWords(read)}`),
  ].map((line) => line.slice(0, 200))
  const wrong = said.length > 0
  const keep = (outcome: 'pass' | 'fail' | 'could not') => {
    const bodies = readings.flatMap(({ read, made }) =>
      typeof made === 'object' ? [readingBody(job, read, made)] : [],
    )
    session.enter(bodies, `${step.name}: ${words[outcome]}`, () => undefined, {
      proof: run.id,
      stand: {
        calls: Object.fromEntries(Object.keys(job.zones).map((id) => [id, { on: step.calls.includes(id) }])),
        power: { on: step.opened.length === 0 },
      },
      binds: (ids) => ({
        kind: 'step',
        step: step.id,
        name: step.name,
        outcome,
        ...(outcome === 'fail' ? { otherwise: said, misses: [...otherwise, ...off.map(({ read }) => read.id)] } : {}),
        readings: [...ids],
      }),
    })
  }
  const findWhy = () =>
    session.enter(
      [
        {
          kind: 'case',
          does: 'opened',
          complaint: `${step.name}: ${done?.otherwise.join('; ') ?? ''}`.slice(0, 400),
          zones: cold,
          proof: run.id,
        },
      ],
      'Find why',
      () => void navigate(`/jobs/${session.id}/find`),
    )
  const cold = done ? coldAfter(job, step, done.misses) : []
  const shut = step.dead && !gate.open
  return (
    <section aria-labelledby="step" className="grid gap-3 rounded-card border border-line bg-card p-4">
      <div className="flex flex-wrap items-baseline justify-between gap-x-3">
        <h2 id="step" tabIndex={-1} className="font-bold text-lg outline-none">
          {number}. {step.name}
        </h2>
        <span className="text-soft">
          {step.places.map((place) => job.places[place]?.name ?? place).join(', then ')}
        </span>
      </div>
      {step.cautions.length > 0 && (
        <ul className="grid gap-0.5 border-bad border-l-4 pl-3 font-semibold">
          {step.cautions.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      <ol className="list-decimal space-y-0.5 pl-5">
        {step.does.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ol>
      <SharedOut step={step} before={before} run={run} job={job} />
      {step.dead && <GateCard job={job} gate={gate} />}
      {!shut && step.waits.usual > 1 && <Wait key={step.id} seconds={step.waits} moment={step.after !== undefined} />}
      {!shut && !step.dead && (
        <div className="grid gap-2">
          <p className="text-soft">Expected. Touch what is otherwise.</p>
          {grouped(step.expects).map(({ says, of }) => (
            <div key={says} className="grid grid-cols-[7rem_minmax(0,1fr)] items-start gap-2">
              <span className="pt-2.5 font-semibold">{says}</span>
              <div className="flex flex-wrap gap-1.5">
                {of.map(({ id, part }) => (
                  <button
                    key={id}
                    type="button"
                    aria-pressed={otherwise.has(id)}
                    aria-label={`${labelOf(job, part)}: expected ${says.toLowerCase()}; touch where it is otherwise`}
                    onClick={() =>
                      setOtherwise((all) => {
                        const next = new Set(all)
                        if (!next.delete(id)) next.add(id)
                        return next
                      })
                    }
                    className="min-h-11 rounded-full border border-line bg-paper px-3.5 aria-pressed:border-bad aria-pressed:border-2 aria-pressed:font-bold aria-pressed:text-bad"
                  >
                    {labelOf(job, part)}
                    {otherwise.has(id) && ': no'}
                  </button>
                ))}
              </div>
            </div>
          ))}
        </div>
      )}
      {!shut && reads.length > 0 && (
        <ul className="grid gap-x-4 gap-y-2 sm:grid-cols-2">
          {readings.map(({ read, made }) => (
            <li key={read.id}>
              <ReadingField
                read={read}
                text={typed[read.id] ?? ''}
                onText={(text) => setTyped((all) => ({ ...all, [read.id]: text }))}
                made={made}
                last={baseline.get(baselineKey(step.id, read.mode, read.from, read.to))}
              />
            </li>
          ))}
        </ul>
      )}
      {!shut && (
        <div className="flex flex-wrap items-center gap-2">
          {wrong ? (
            <Button look="bad" onClick={() => keep('fail')} disabled={misread.length > 0} className="min-h-13 px-6">
              Not as expected
            </Button>
          ) : (
            <Button
              look="strong"
              onClick={() => keep('pass')}
              disabled={misread.length > 0 || (step.byMeter === true && missing.length > 0)}
              className="min-h-13 px-6"
            >
              As expected
            </Button>
          )}
          <Button look="quiet" onClick={() => keep('could not')}>
            Could not
          </Button>
          {missing.length > 0 && (
            <span className="text-soft">
              {missing.length === 1 ? 'One reading is not typed.' : `${missing.length} readings are not typed.`}
            </span>
          )}
        </div>
      )}
      {done && (
        <div className={`rounded-control border p-3 ${done.outcome === 'fail' ? 'border-bad' : 'border-line'}`}>
          <p className="font-semibold">
            {words[done.outcome]}, {done.entry.by}
          </p>
          {done.otherwise.map((line) => (
            <p key={line}>{line}</p>
          ))}
          {done.outcome === 'fail' && cold.length > 0 && (
            <Button look="strong" onClick={findWhy} className="mt-2">
              Find why
            </Button>
          )}
          {done.outcome === 'fail' && cold.length === 0 && (
            <p className="mt-1">
              Nothing stays cold by this:{' '}
              {step.expects.some(({ id, so }) => so && done.misses.includes(id))
                ? 'something stands still that should go on without a call.'
                : 'something is live, open or running that should not be.'}{' '}
              Whether the record knows of it is in{' '}
              <Link
                to={`/jobs/${session.id}/scheme/checks/combinations`}
                className="font-semibold underline underline-offset-4"
              >
                Every combination
              </Link>
              ; if it does not, the wall is not as it is recorded.
            </p>
          )}
        </div>
      )}
    </section>
  )
}

const words = { pass: 'As expected', fail: 'Not as expected', 'could not': 'Could not be done' } as const

/** What a thing does when it does not do what it should. */
const contrary = {
  open: ['stays shut', 'stands open'],
  half: ['does not stand half open', 'stands half open'],
  runs: ['does not run', 'runs'],
  runsOn: ['does not run on', 'runs on'],
  called: ['is not called', 'is called'],
  burns: ['does not burn', 'burns'],
} as const

function readingBody(job: Job, { mode, from, to }: ExpectedReading, { value, shows, between }: Typed) {
  const end = (point: string) => ({ point, says: pointInWords(job, point), place: placeOf(job, point) })
  return { kind: 'reading', mode, from: end(from), to: end(to), value, shows, ...(between ? { between } : {}) }
}
