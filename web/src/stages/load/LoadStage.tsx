import { type Job, labelOf, type SourceLoad, type Supposition } from '@civil-lantern/core'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { toast } from 'sonner'
import { useJudge, useSession } from '../../data/open-job.tsx'
import { Button, Card, Segments } from '../../ui/controls.tsx'
import { Wide } from '../../ui/Wide.tsx'
import { PrintHead } from '../../views/PrintHead.tsx'
import type { OfferedLoad, OfferedMend } from '../../workers/judge.worker.ts'
import { CircuitSwitch } from '../scheme/CircuitSwitch.tsx'
import { Working } from '../scheme/Working.tsx'
import { ContactsCard } from './ContactsCard.tsx'
import { fillOf, HowMany, OverTime, stackOf, VoltsOverTime } from './charts.tsx'
import { FigureHeads } from './FigureHeads.tsx'
import { FiguresOfTime } from './FiguresOfTime.tsx'
import { addedPlainly, vaIn } from './in-words.ts'
import { LineCard } from './LineCard.tsx'
import { MeasuredCard } from './MeasuredCard.tsx'
import { MorningCard } from './MorningCard.tsx'
import { RoomCard } from './RoomCard.tsx'

const va = (value: number) => (value >= 10 ? value.toFixed(0) : value.toFixed(1))

/** Will the transformer carry it: the verdict first, what mends it, and the figures it comes from, all by running the circuit. */
export function LoadStage() {
  const { session, job, shows, found } = useSession()
  const wrong = shows === 'found' ? found.supposed : NOTHING
  const { judge, load } = useJudge()
  const wired = Object.keys(job.wires).length > 0
  useEffect(() => {
    if (wired && load.at !== 'cancelled') judge.weigh(job, wrong)
  }, [judge, job, wrong, load.at, wired])
  if (!wired)
    return (
      <div className="grid max-w-3xl gap-3">
        <h1 className="pt-1 text-xl font-bold">Nothing is wired yet, so nothing is carried.</h1>
        <p>
          <Link to={`/jobs/${session.id}/survey/ways`} className="font-semibold underline underline-offset-4">
            Choose how it is wired
          </Link>
          , then the load is found by running it.
        </p>
      </div>
    )
  if (load.at !== 'done')
    return (
      <div className="grid gap-3">
        <h1 className="pt-1 text-xl font-bold">The load, found by running every zone.</h1>
        <Working what="The load" state={load} cancel={() => judge.cancel('load')} again={() => judge.again('load')} />
      </div>
    )
  return <Found load={load.result} job={job} wrong={wrong} />
}

/** The plan has nothing wrong with it. */
const NOTHING: readonly Supposition[] = []

const tones = { well: '', busy: '', wrong: 'text-bad' } as const

function Found({ load, job, wrong }: { load: OfferedLoad; job: Job; wrong: readonly Supposition[] }) {
  const { session } = useSession()
  const { sources, mends, hot } = load
  const worst = sources.toSorted((a, b) => b.peak / b.rated - a.peak / a.rated)[0]
  const [chosen, choose] = useState<string>()
  const source = sources.find(({ part }) => part === chosen) ?? worst
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <PrintHead />
      <div className="flex flex-wrap items-start justify-between gap-3">
        <h1 tabIndex={-1} className="min-w-0 grow basis-96 pt-1 text-xl font-bold outline-none">
          <span className={tones[load.tone]}>{load.says}</span> <span className="text-soft">{load.why}</span>
        </h1>
        <div className="no-print flex gap-2">
          <CircuitSwitch />
          <Link
            to={`/jobs/${session.id}/sums`}
            className="inline-flex min-h-11 items-center rounded-control border border-line bg-card px-3 font-semibold hover:border-soft"
          >
            Sums
          </Link>
          <Button onClick={() => window.print()}>Print</Button>
        </div>
      </div>
      {sources.length === 0 && (
        <div className="grid items-start gap-3 lg:grid-cols-[minmax(0,1fr)_minmax(19rem,25rem)]">
          <ContactsCard contacts={load.contacts} job={job} />
          <LineCard line={load.line} job={job} />
        </div>
      )}
      {sources.length > 1 && source && (
        <Segments
          label="Transformer"
          value={source.part}
          options={sources.map(({ part }) => ({ value: part, says: labelOf(job, part) }))}
          onChange={choose}
        />
      )}
      {source && (
        <div className="grid items-start gap-3 lg:grid-cols-[minmax(0,1fr)_minmax(19rem,25rem)]">
          <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
            <Card
              title={`${labelOf(job, source.part)}, ${source.rated} VA: ${atOnceInWords(job, source)}`}
              aside="VA, expected"
            >
              <div className="px-2 pt-3">
                <OverTime job={job} source={source} />
                <VoltsOverTime source={source} job={job} />
              </div>
              <ul className="grid grid-cols-[repeat(auto-fill,minmax(10.5rem,1fr))] gap-x-4 gap-y-1 px-4 pt-1 pb-3">
                {stackOf(job, source).map(({ id, name }, i) => (
                  <li key={id} className="flex min-w-0 items-center gap-2">
                    <span aria-hidden className="size-3.5 shrink-0 rounded-sm" style={{ background: fillOf(i) }} />
                    <span className="truncate" title={name}>
                      {name}
                    </span>
                  </li>
                ))}
              </ul>
              <FiguresOfTime job={job} source={source} />
            </Card>
            <Devices job={job} source={source} hot={hot} />
            <MorningCard job={job} wrong={wrong} source={source} />
            <ContactsCard contacts={load.contacts} job={job} />
          </div>
          <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
            {mends.length > 0 && <Mends mends={mends} />}
            <Card title="How many call together" aside="VA, the worst choice of each">
              <div className="px-2 pt-2">
                <HowMany source={source} />
              </div>
              <Worst job={job} source={source} />
              <Cases cases={load.cases} source={source} />
            </Card>
            <RoomCard job={job} />
            <MeasuredCard job={job} part={source.part} rated={source.rated} />
          </div>
        </div>
      )}
    </div>
  )
}

const atOnceInWords = (job: Job, { but }: SourceLoad) =>
  but === undefined ? 'everything calls at once' : `everything but ${job.zones[but]!.name} calls at once`

/** Which zones are the worst of so many, once it no longer fits. */
function Worst({ job, source }: { job: Job; source: SourceLoad }) {
  const over = source.together.find((one) => one.va > source.rated)
  const names = over?.zones.map((id) => job.zones[id]?.name ?? id)
  return (
    <p className="px-4 pt-1 pb-3 text-soft">
      {names
        ? `${source.brief === undefined ? 'Too much' : 'Over its rating while they start'} from ${names.length} on: ${names.join(', ')}.`
        : source.together.length === 2
          ? 'It stays within the rating.'
          : 'However many call together, it stays within the rating.'}
    </p>
  )
}

/** What it carries at worst with one thing otherwise, beside how it hangs. */
function Cases({ cases, source }: { cases: OfferedLoad['cases']; source: SourceLoad }) {
  if (cases.length === 0) return null
  return (
    <ul className="border-line border-t px-4 pt-1 pb-2" aria-label="At worst, and one thing is otherwise">
      {cases.map(({ name, peaks }) => {
        const peak = peaks[source.part] ?? 0
        return (
          <li key={name} className="flex items-baseline justify-between gap-3 py-1.5">
            <span>At worst, {name}</span>
            <span className={`shrink-0 font-mono ${peak > source.rated ? 'font-bold text-bad' : ''}`}>
              {va(peak)} VA
            </span>
          </li>
        )
      })}
    </ul>
  )
}

function Mends({ mends }: { mends: readonly OfferedMend[] }) {
  const { session, as } = useSession()
  return (
    <Card title="What mends it" aside="each tried by running it">
      {as !== 'planned' && (
        <p className="px-4 pt-2 text-soft">To apply one, show the circuit as planned: the plan is what it changes.</p>
      )}
      <ul className="px-4 pt-2 pb-2">
        {mends.map((mend) => (
          <li
            key={mend.name}
            className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-3 border-line border-t py-2.5"
          >
            <div>
              <p className={mend.mends === 'no' ? '' : 'font-semibold'}>{mend.name}</p>
              <p className="text-soft">{mend.note}</p>
              {mend.leads.length > 0 && (
                <p className={`font-mono ${mend.mends === 'no' ? 'text-bad' : ''}`}>
                  {leadsInWords(mend)}
                  {afterwards(mend)}
                </p>
              )}
            </div>
            {mend.edit && as === 'planned' && (
              <Button
                onClick={() => {
                  session.take(mend.edit!)
                  toast(`${mend.name}. Undo takes it back.`)
                }}
                aria-label={`Apply: ${mend.name}`}
              >
                Apply
              </Button>
            )}
          </li>
        ))}
      </ul>
    </Card>
  )
}

/** What is left to wish for after it. */
function afterwards({ leads, mends }: OfferedMend) {
  if (leads.some(({ va, rated }) => va > rated)) return ': still short'
  return mends === 'well' ? '' : ': no margin'
}

function leadsInWords({ leads }: OfferedMend) {
  const [first, ...more] = leads
  if (!first) return ''
  if (more.length === 0) return `${va(first.va)} of ${first.rated} VA`
  const most = leads.reduce((a, b) => (b.va / b.rated > a.va / a.rated ? b : a))
  return `at most ${va(most.va)} of ${most.rated} VA on each`
}

function Devices({ job, source, hot }: { job: Job; source: SourceLoad; hot: OfferedLoad['hot'] }) {
  const fuse = hot.map(
    ({ part, seconds }) =>
      `${labelOf(job, part)} would give way in some ${seconds < 100 ? `${Math.ceil(seconds)} s` : `${Math.round(seconds / 60)} min`}.`,
  )
  const further = (zone: string) => job.zones[zone]?.alsoValves?.length ?? 0
  return (
    <Card title="What each draws" aside="VA and volts, expected">
      <Wide label="What each draws, table" className="px-4 pt-2">
        <table className="w-full min-w-[34rem] text-right">
          <FigureHeads lines="Part" figures={['starts', 'holds', 'idle', 'frees', 'volts there, worst', 'needs']} />
          <tbody className="font-mono">
            {source.devices.map((device) => {
              const short = device.needs !== undefined && device.volts < device.needs
              return (
                <tr key={device.part} className="border-line border-t">
                  <th className="py-2 text-left font-sans font-semibold">
                    {labelOf(job, device.part)}
                    {further(device.zone) > 0 && ` and ${further(device.zone)} more`}
                    <span className="font-normal text-soft">, {job.zones[device.zone]?.name}</span>
                  </th>
                  <td>{device.starts.toFixed(1)}</td>
                  <td>{device.holds.toFixed(1)}</td>
                  <td>{vaIn(device.idle)}</td>
                  <td>{vaIn(device.frees)}</td>
                  <td className={short ? 'font-bold text-bad' : ''}>{device.volts.toFixed(1)}</td>
                  <td>{device.needs ?? '–'}</td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </Wide>
      <p className="border-line border-t px-4 py-3">
        Primary <strong className="font-mono">{source.primary.toFixed(2)} A</strong>
        <span className="px-3 text-soft">·</span>
        Added up plainly <strong className="font-mono">{va(addedPlainly(source))} VA</strong>, the careful bound
        <span className="px-3 text-soft">·</span>
        {madeOf(source)}
        {fuse.length > 0 && <span className="font-semibold text-bad"> {fuse.join(' ')}</span>}
      </p>
    </Card>
  )
}

const classes: Readonly<Record<string, string>> = {
  valve: 'valves',
  thermostat: 'powered thermostats',
  boiler: 'the boiler’s own',
  safety: 'the damper',
  burner: 'the gas valve',
  relay: 'relays',
  panel: 'the panel itself',
}

/** What the greatest load is made of, by class of part: which of it would be left without the thermostats, or the boiler's own. */
function madeOf({ atOnce }: SourceLoad): string {
  const most = atOnce.toSorted((a, b) => b.va - a.va)[0]
  const parts = Object.entries(most?.classes ?? {})
    .filter(([, one]) => one >= 0.05)
    .sort(([, a], [, b]) => b - a)
    .map(([of, one]) => `${classes[of] ?? of} ${va(one)}`)
  return parts.length === 0 ? '' : `${parts.join(', ')} VA.`
}
