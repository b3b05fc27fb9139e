import {
  type Entry,
  type FirmRow,
  type Job,
  keyOf,
  NOBODY,
  openCases,
  type Proposed,
  patternsIn,
  putRightBy,
  standKey,
  takenBack,
  withComplaint,
} from '@civil-lantern/core'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { useFirm } from '../../data/firm.ts'
import { useSession } from '../../data/open-job.tsx'
import { Bar } from '../../ui/Bar.tsx'
import { Button, Card } from '../../ui/controls.tsx'
import { Tick } from '../../ui/fields.tsx'
import { Pick } from '../../ui/pick.tsx'
import { CloseCase } from './CloseCase.tsx'
import { Intake } from './Intake.tsx'
import { isWell, searchInWords, shortStand } from './in-words.ts'
import { MeansCard, useMeans } from './MeansCard.tsx'
import { NextCard } from './NextCard.tsx'
import { OptionsCard } from './OptionsCard.tsx'
import { AfterRepair, RepairCard } from './RepairCard.tsx'
import { RoomsCard } from './RoomsCard.tsx'
import { StandInCard, useStandIn } from './StandIn.tsx'
import { Suspects, Trail } from './Suspects.tsx'
import { useOtherHand } from './use-other-hand.ts'
import { useSearch } from './use-search.ts'

/** From what the customer says to the part to put right: the verdict, what to ask next, what is left. */
export function FindStage() {
  const { entries } = useSession()
  const open = useMemo(() => openCases(entries, takenBack(entries)).at(-1), [entries])
  return open ? <Search key={open.id} complaint={open} /> : <Intake />
}

const NO_ROWS: readonly FirmRow[] = []

function Search({ complaint }: { complaint: Entry }) {
  const { session, found: wall, plan, document, entries } = useSession()
  const [begin, setBegin] = useState<string>()
  const [place, setPlace] = useState<string>()
  /** What is taken first of a round, where it is not the best. */
  const [chosen, setChosen] = useState<string>()
  const [means, setMeans] = useMeans()
  const [refused, setRefused] = useState<readonly string[]>([])
  // A complaint of the stand-in's is answered by it to the end, also when nothing is hidden in it any more.
  const standIn = useStandIn(session.id)?.complaints.some((one) => one.says === complaint.body.complaint) === true
  // Before anybody was at the wall it is taken to hang as planned.
  const been = document.before !== null
  const job = been ? wall.job : plan
  const base = been ? wall.supposed : []
  // What is put right on this job does not move the weights of its own search.
  const { mended, rows } = useFirm(session.id)
  const [byFirm, setByFirm] = useState(true)
  const began = complaint.body.told === undefined ? undefined : String(complaint.body.told)
  const key = keyOf(job, base, {})
  const cold = useMemo(
    () => (Array.isArray(complaint.body.zones) ? complaint.body.zones.map(String) : []).filter((id) => job.zones[id]),
    [complaint, job],
  )
  const { answered, share, whole, why, failed } = useSearch({
    key,
    job,
    base,
    firm: byFirm ? rows : NO_ROWS,
    began,
    entries,
    ofCase: complaint.id,
    cold,
    place,
    begin,
    refused,
    means,
  })
  const says = String(complaint.body.complaint)
  const last = answered && entries.find(({ id }) => id === answered.seen.at(-1)?.entry)
  const other = useOtherHand(answered !== undefined, last)
  if (cold.length === 0)
    return (
      <Page title="Which zone is it about?" says={says}>
        <p>The complaint names no zone of this job that is still there. Close it, and take it in again by its zone.</p>
        <CloseCase complaint={complaint} />
      </Page>
    )
  if (failed)
    return (
      <Page title="The search stopped." says={says}>
        <p className="text-bad">{failed}</p>
        <p>What was read is kept in the log.</p>
      </Page>
    )
  if (!answered)
    return (
      <Page title="Working out what each fault would show." says={says}>
        <Bar share={share} label="Done" className="max-w-xl" />
      </Page>
    )
  const { found, seen, asks } = answered
  const { others } = found
  const patterns = patternsIn(job, withComplaint(cold, seen))
  // Whatever is offered may be taken first: at its price.
  const round = found.next ? [found.next, ...found.here] : []
  const next = [...round, ...others].find((one) => placedKey(one) === chosen) ?? found.next
  const choose = (one: Proposed) => {
    other.known()
    setChosen(placedKey(one))
  }
  const isHere = (one: Proposed) =>
    one !== next && one.ask.place === next?.ask.place && standKey(one.stand) === standKey(next.stand)
  const here = round.filter(isHere)
  const dearer = [...round, ...others].filter((one) => one !== next && !here.includes(one))
  return (
    <Page title={searchInWords(found)} says={says} pattern={patterns[0]?.says} busy={!whole}>
      {!whole && (
        <div className="flex items-center gap-3">
          <span className="text-soft">Working out what the other stands would show.</span>
          <Bar share={share} label="Worked out" className="max-w-60 grow" />
        </div>
      )}
      <div className="grid items-start gap-3 lg:grid-cols-[minmax(0,1fr)_minmax(19rem,25rem)]">
        <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
          {other.by !== undefined && (
            <p className="text-soft">{other.by} answered elsewhere; this is what comes of it.</p>
          )}
          {seen.at(-1)?.evidence.is === 'repair' ? (
            <AfterRepair cold={cold} job={job} standIn={standIn} isRead={other.isRead} />
          ) : isWell(found) ? null : found.repair || !next ? (
            <RepairCard
              found={found}
              job={job}
              isRead={other.isRead}
              putRight={({ unit, says }) => {
                const body = { kind: 'repair', unit, does: putRightBy(job, unit), says }
                if (standIn) session.askStandIn(body, 'repair', NOBODY)
                else session.enter([body], `Put right: ${says}`)
              }}
            />
          ) : (
            <NextCard
              key={`${placedKey(next)} ${seen.length}`}
              next={next}
              strip={answered.strips.get(next.ask.id)}
              standIn={standIn}
              job={job}
              isRead={other.isRead}
              arrived={() => setPlace(next.ask.place)}
              refuse={() => {
                other.known()
                setRefused((all) => [...all, next.ask.id])
              }}
            />
          )}
          {found.repair && seen.at(-1)?.evidence.is !== 'repair' && (
            <OptionsCard key={found.repair.unit} job={job} unit={found.repair.unit} />
          )}
          {!found.repair && next && here.length > 0 && (
            <Card title="While you are there" aside={job.places[next.ask.place]?.name}>
              <ul className="px-4 pt-1 pb-2">
                {here.map((one) => (
                  <li
                    key={placedKey(one)}
                    className="flex items-center justify-between gap-3 border-line border-t py-1.5"
                  >
                    <span className="min-w-0">{one.ask.says}</span>
                    <Button look="quiet" className="shrink-0 px-2!" onClick={() => choose(one)}>
                      This first
                    </Button>
                  </li>
                ))}
              </ul>
            </Card>
          )}
          <RoomsCard job={job} seen={seen} cold={cold} standIn={standIn} patterns={patterns} />
          {!found.repair && dearer.length > 0 && (
            <Card title="Dearer for what they tell">
              <ul className="px-4 pt-1 pb-2">
                {dearer.map((one) => (
                  <li
                    key={placedKey(one)}
                    className="flex items-center justify-between gap-3 border-line border-t py-2"
                  >
                    <span className="min-w-0">
                      {one.ask.says} {shortStand(job, one)}
                      <span className="block text-soft">
                        {job.places[one.ask.place]?.name}, {one.minutes.toFixed(1)} min, tells {one.bits.toFixed(1)}{' '}
                        bits: {one.dearer.toFixed(1)} min dearer
                      </span>
                    </span>
                    <Button look="quiet" className="shrink-0 px-2!" onClick={() => choose(one)}>
                      This first
                    </Button>
                  </li>
                ))}
              </ul>
            </Card>
          )}
          {isWell(found) && (
            <Link
              to="../prove"
              className="inline-flex min-h-13 items-center justify-self-start rounded-control bg-ink px-5 font-semibold text-paper"
            >
              To the closing check
            </Link>
          )}
          <StandInCard />
          <CloseCase complaint={complaint} {...(found.repair ? { cause: found.repair.says } : {})} />
        </div>
        <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
          <Suspects found={found} job={job} asks={asks} evidence={answered.evidence} why={why} />
          {mended.length > 0 && (
            <Tick
              label={`Weighed by the firm’s own log: ${mended.length === 1 ? 'one repair' : `${mended.length} repairs`} elsewhere`}
              checked={byFirm}
              onChange={setByFirm}
            />
          )}
          <div>
            <span aria-hidden className="mb-1 block text-soft">
              Begin at
            </span>
            <Pick
              label="Begin at"
              value={begin ?? ''}
              options={[
                { value: '', says: 'Wherever it tells most' },
                ...placesIn(job).map(([id, { name }]) => ({ value: id, says: name })),
              ]}
              onChange={(id) => setBegin(id === '' ? undefined : id)}
              className="border border-soft bg-paper"
            />
            {next && next.dearer >= 0.1 && (
              <p className="pt-1 text-soft">This costs some {next.dearer.toFixed(1)} min beyond the best order.</p>
            )}
          </div>
          <MeansCard means={means} change={setMeans} />
          <Trail
            seen={seen}
            asks={asks}
            job={job}
            left={why?.left}
            compared={why?.compared}
            clockOf={(id) => entries.find((entry) => entry.id === id)?.clock}
            back={(id) => session.enter([{ kind: 'back', of: id }], 'Take an entry back')}
          />
        </div>
      </div>
    </Page>
  )
}

/** The places of a job where something stands, in the order one goes. */
const placesIn = (job: Job) => {
  const used = new Set(Object.values(job.parts).map(({ place }) => place))
  return Object.entries(job.places)
    .filter(([id]) => used.has(id))
    .sort(([, a], [, b]) => a.order - b.order)
}

/** What is asked, and in which stand. */
const placedKey = ({ ask, stand }: Proposed): string => `${ask.id} ${standKey(stand)}`

const Page = ({
  title,
  says,
  pattern,
  busy = false,
  children,
}: {
  title: string
  says: string
  /** What the rooms tell together. */
  pattern?: string | undefined
  busy?: boolean
  children: React.ReactNode
}) => (
  <div aria-busy={busy} className="grid grid-cols-[minmax(0,1fr)] gap-3 pb-4">
    <div>
      <h1 tabIndex={-1} className="pt-1 font-bold text-xl outline-none" aria-live="polite">
        {title}
      </h1>
      <p className="text-soft">
        “{says}”{pattern && ` ${pattern}`}
      </p>
    </div>
    {children}
  </div>
)
