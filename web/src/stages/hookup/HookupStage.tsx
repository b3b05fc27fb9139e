import { doneBodies, type Job, type Join, lengthInWords, type RunSheet, sizeInWords } from '@civil-lantern/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { csv } from '../../base/csv.ts'
import { useSession } from '../../data/open-job.tsx'
import { sheetOf } from '../../data/run-sheet.ts'
import { Bar } from '../../ui/Bar.tsx'
import { hue } from '../../ui/colours.ts'
import { Button, Card } from '../../ui/controls.tsx'
import { download } from '../../ui/download.ts'
import { Pick } from '../../ui/pick.tsx'
import { PrintHead } from '../../views/PrintHead.tsx'
import { BeginVisit, WallNotes } from '../scheme/OnTheWall.tsx'
import { BringList } from './BringList.tsx'
import { GateCard } from './GateCard.tsx'
import { doesWord, sheetRows, sheetSays } from './in-words.ts'
import { NotAsShown } from './NotAsShown.tsx'
import { SheetBack } from './SheetBack.tsx'
import { TakeOut } from './TakeOut.tsx'
import { useGate } from './use-gate.ts'

/** What is still to be done at the wall, one conductor at a time, in the order of the trade; only on a dead circuit. */
export function HookupStage() {
  const { plan, found, document } = useSession()
  const been = document.before !== null
  const sheet = sheetOf(plan, found.job)
  if (Object.keys(plan.wires).length === 0)
    return (
      <div className="grid max-w-3xl gap-3">
        <h1 className="pt-1 font-bold text-xl">Wire the job first: the run sheet lands what is planned.</h1>
        <p>A wall that somebody else wired is written down as it hangs, plan or none.</p>
        <p>
          <PlaceLink to="found">As found</PlaceLink>
        </p>
      </div>
    )
  if (!been)
    return (
      <div className="grid max-w-3xl gap-3">
        <h1 className="pt-1 font-bold text-xl">{sheetSays(sheet, false)}</h1>
        <BeginVisit />
        <p className="flex flex-wrap gap-2">
          <PlaceLink to="found">As found</PlaceLink>
          <PlaceLink to="swap">Swap a part</PlaceLink>
        </p>
      </div>
    )
  return <Sheet sheet={sheet} />
}

function Sheet({ sheet }: { sheet: RunSheet }) {
  const { session, found } = useSession()
  const job = sheet.plan
  const gate = useGate()
  const [place, setPlace] = useState('')
  const [chosen, setChosen] = useState<string>()
  const [listed, setListed] = useState(false)
  const places = [...new Set(sheet.joins.flatMap(({ ends }) => ends.map((end) => end.place)))]
  const here = sheet.joins.filter(({ ends }) => place === '' || ends.some((end) => end.place === place))
  const join = here.find(({ wire }) => wire === chosen) ?? here[0]
  const left = sheet.joins.length
  const landed = () => {
    if (!join) return
    setChosen(undefined)
    session.enter(doneBodies(sheet, found.job, [join]), `Wire ${join.label} ${doesWord[join.does].done}`)
  }
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3 pb-4">
      <PrintHead />
      <div className="flex flex-wrap items-center justify-between gap-3 pt-1">
        <h1 tabIndex={-1} aria-live="polite" className="font-bold text-xl outline-none">
          {sheetSays(sheet, true)}
        </h1>
        <div className="no-print flex flex-wrap gap-2">
          <PlaceLink to="found">As found</PlaceLink>
          <PlaceLink to="swap">Swap a part</PlaceLink>
          <Button onClick={() => setListed((on) => !on)} className="max-sm:px-3">
            {listed ? 'To the sheet' : 'What to bring'}
          </Button>
          <Button onClick={() => window.open(`/api/jobs/${session.id}/report.pdf?for=wall`)} className="max-sm:hidden">
            PDF
          </Button>
          {left > 0 && (
            <>
              <Button
                onClick={() => download(`${job.title}, run sheet.csv`, csv(sheetRows(job, sheet.joins)), 'text/csv')}
                className="max-sm:hidden"
              >
                CSV
              </Button>
              <SheetBack sheet={sheet} />
            </>
          )}
        </div>
      </div>
      <Bar share={(sheet.of - left) / Math.max(1, sheet.of)} label="Landed" />
      <WallNotes />
      {listed ? (
        <BringList sheet={sheet} />
      ) : (
        <>
          {left > 0 && <GateCard job={job} gate={gate} folded />}
          {places.length > 1 && (
            <div className="no-print sm:w-72">
              <Pick
                label="Where you stand"
                value={place}
                options={[
                  { value: '', says: 'Everywhere' },
                  ...places.map((name) => ({ value: name, says: `At ${name}` })),
                ]}
                onChange={setPlace}
                className="border border-line bg-card font-semibold"
              />
            </div>
          )}
          <div className="grid items-start gap-3 lg:grid-cols-[minmax(0,1fr)_minmax(20rem,26rem)]">
            <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
              {join && <JoinCard join={join} sheet={sheet} shut={!gate.open} done={landed} />}
              {left > 0 && here.length === 0 && (
                <Card>
                  <p className="p-4">Nothing is left to land here. The rest is elsewhere.</p>
                </Card>
              )}
              {left === 0 && <TakeOut sheet={sheet} />}
              {left === 0 && (
                <Card title="All hangs as planned">
                  <p className="px-4 pt-1 pb-4">
                    {found.open.length === 0
                      ? 'Every conductor is where the plan has it. Prove it next, and begin with what is dead.'
                      : 'Every conductor is where the plan has it; what waits above is to be put back first.'}
                  </p>
                </Card>
              )}
            </div>
            {here.length > 0 && <Joins joins={here} job={job} chosen={join?.wire} choose={setChosen} />}
          </div>
        </>
      )}
    </div>
  )
}

const PlaceLink = ({ to, children }: { to: string; children: string }) => (
  <Link
    to={to}
    className="inline-flex min-h-11 items-center rounded-control border border-line bg-card px-4 font-semibold hover:border-soft max-sm:px-3"
  >
    {children}
  </Link>
)

/** One conductor: what to do with it, both its ends, and the caution that belongs to it. */
function JoinCard({ join, sheet, shut, done }: { join: Join; sheet: RunSheet; shut: boolean; done: () => void }) {
  const job = sheet.plan
  const [other, setOther] = useState(false)
  const word = doesWord[join.does]
  return (
    <section aria-labelledby="join" className="grid gap-3 rounded-card border border-line bg-card p-4">
      <div className="flex flex-wrap items-baseline justify-between gap-x-3">
        <h2 id="join" className="font-bold text-lg">
          {word.does} wire {join.label}, {join.colour}
          {join.sleeve ? `, sleeved ${join.sleeve}` : ''}
        </h2>
        <span className="shrink-0 rounded-full border-2 border-ink px-3 font-bold">dead</span>
      </div>
      <div className="flex items-center gap-3">
        <span
          aria-hidden
          className="h-3.5 grow rounded-full border border-soft"
          style={{ background: hue(join.colour) }}
        />
        <span className="shrink-0 text-soft">
          {sizeInWords(job.practice, join.size)}
          {join.cable ? `, ${join.cable}, ${join.core} core` : ''}
        </span>
      </div>
      {join.now && (
        <p>
          It is on <strong>{join.now}</strong> now.
        </p>
      )}
      {join.does !== 'lift' && (
        <dl className="grid gap-2 sm:grid-cols-2">
          {join.ends.map((end, i) => (
            <div key={`${end.part}.${end.terminal}`} className="rounded-control bg-well p-3">
              <dt className="text-soft">
                {i === 0 ? 'From' : 'To'}, {end.place}
              </dt>
              <dd className="font-bold text-lg leading-snug">{end.says}</dd>
              <dd className="text-soft">
                {end.way ? `${end.way}, ` : ''}strip {end.strip} mm, label {join.label}
              </dd>
            </div>
          ))}
        </dl>
      )}
      <ul className="border-bad border-l-4 pl-3 font-semibold">
        {join.cautions.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {join.notes.map((line) => (
        <p key={line}>{line}</p>
      ))}
      {join.ends[0].place !== join.ends[1].place && join.does !== 'lift' && (
        <p>Two places: identify both ends before either is landed.</p>
      )}
      <div className="no-print flex flex-wrap items-center gap-2">
        <Button look="strong" disabled={shut} onClick={done} className="min-h-14 px-8 text-lg">
          {word.press}
        </Button>
        <Button look="quiet" onClick={() => setOther(true)}>
          Not as shown
        </Button>
        {shut && <span className="font-semibold text-bad">Shut until it is off and proven dead.</span>}
      </div>
      {other && <NotAsShown join={join} sheet={sheet} close={() => setOther(false)} />}
    </section>
  )
}

function Joins({
  joins,
  job,
  chosen,
  choose,
}: {
  joins: readonly Join[]
  job: Job
  chosen: string | undefined
  choose: (wire: string) => void
}) {
  const groups = [...new Set(joins.map(({ group }) => group))]
  return (
    <nav aria-label="Still to do" className="rounded-card border border-line bg-card py-2">
      {groups.map((group) => (
        <section key={group} aria-label={group}>
          <h3 className="px-4 pt-2 font-bold">{group}</h3>
          <ol>
            {joins
              .filter((join) => join.group === group)
              .map((join) => (
                <li key={`${join.does} ${join.wire}`}>
                  <button
                    type="button"
                    aria-current={join.wire === chosen ? 'step' : undefined}
                    onClick={() => choose(join.wire)}
                    className="grid min-h-11 w-full grid-cols-[14px_3.2rem_minmax(0,1fr)] items-center gap-2 px-4 py-1 text-left hover:bg-well aria-[current]:bg-well"
                  >
                    <span
                      aria-hidden
                      className="size-3.5 rounded-full border border-soft"
                      style={{ background: hue(join.colour) }}
                    />
                    <span className="font-semibold">{join.label}</span>
                    <span className="min-w-0 leading-snug">
                      {join.does === 'land' ? '' : `${doesWord[join.does].does}: `}
                      {join.ends.map((end) => end.says).join(' to ')}
                      {join.cable && <span className="text-soft">, {lengthInWords(job.practice, join.length)}</span>}
                    </span>
                  </button>
                </li>
              ))}
          </ol>
        </section>
      ))}
    </nav>
  )
}
