import { ALL_WRITTEN, deducedInWords, type Entry, kindOf, labelOf } from '@civil-lantern/core'
import { ChevronDown, Plus } from 'lucide-react'
import { useEffect, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { useJudge, useSession } from '../../../data/open-job.tsx'
import { hue } from '../../../ui/colours.ts'
import { Button, Card } from '../../../ui/controls.tsx'
import { Tick } from '../../../ui/fields.tsx'
import { Pick } from '../../../ui/pick.tsx'
import type { Traced } from '../../../workers/judge.worker.ts'
import { PhotoButton } from '../../log/PhotoSheet.tsx'
import { BeginVisit, WallNotes } from '../../scheme/OnTheWall.tsx'
import { GateCard } from '../GateCard.tsx'
import { useGate } from '../use-gate.ts'
import { BeepCard } from './BeepCard.tsx'
import { ConductorSheet } from './ConductorSheet.tsx'
import { HangSheet } from './HangSheet.tsx'
import { Pictured } from './Pictured.tsx'
import { assumedAt, countSays, foundSays, partsAt, type Row, rowsOf, type Written, writtenDown } from './rows.ts'
import { SourcesCard } from './SourcesCard.tsx'

/** A wall somebody else wired: each conductor written down in a few taps, and what can be told of those nobody followed. */
export function AsFound() {
  const { found, document } = useSession()
  const traced = useTraced()
  if (document.before === null)
    return (
      <div className="grid max-w-3xl gap-3">
        <h1 className="pt-1 font-bold text-xl">Before a wire is moved: how it hangs.</h1>
        <BeginVisit />
      </div>
    )
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3 pb-4">
      <div className="flex flex-wrap items-center justify-between gap-3 pt-1">
        <h1 tabIndex={-1} aria-live="polite" className="min-w-0 font-bold text-xl outline-none">
          {foundSays(found, traced)}
        </h1>
        <div className="flex flex-wrap gap-2">
          <PhotoButton />
          <Link
            to=".."
            relative="path"
            className="inline-flex min-h-11 items-center rounded-control border border-line bg-card px-4 font-semibold"
          >
            To the run sheet
          </Link>
        </div>
      </div>
      <WallNotes />
      <Tracer traced={traced} />
    </div>
  )
}

/** What is known of the wall's conductors, worked out beside the page after every entry. */
function useTraced(): Traced | undefined {
  const { judge } = useJudge()
  const { document, entries } = useSession()
  const [traced, setTraced] = useState<Traced>()
  useEffect(() => {
    let wanted = true
    void judge.trace(document, entries).then((made) => wanted && setTraced(made))
    return () => {
      wanted = false
    }
  }, [judge, document, entries])
  return traced
}

function Tracer({ traced }: { traced: Traced | undefined }) {
  const { found, plan, entries, session } = useSession()
  const gate = useGate()
  const { job } = found
  const places = Object.entries(job.places)
    .filter(([id]) => partsAt(job, id).length > 0)
    .sort(([, a], [, b]) => a.order - b.order)
  const [chosen, setPlace] = useState('')
  const place = places.find(([id]) => id === chosen)?.[0] ?? places[0]?.[0] ?? ''
  const [open, setOpen] = useState('')
  const [at, setAt] = useState<{ readonly row: Row; readonly written?: Written }>()
  const all = writtenDown(entries, place)
  const assumed = assumedAt(found, place)
  const says = useMemo(
    () => new Map(traced?.ends.map((one) => [one.end.wire, deducedInWords(job, one)]) ?? []),
    [traced, job],
  )
  const name = job.places[place]?.name ?? ''
  const writeAll = (on: boolean) => {
    const body: Entry['body'] = on
      ? { kind: 'seen', what: 'word', of: `place:${place}`, ...ALL_WRITTEN }
      : { kind: 'back', of: all?.id }
    session.enter([body], on ? `All of ${name} written down` : `Not all of ${name} written down`)
  }
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-3 lg:grid-cols-[minmax(0,1fr)_minmax(20rem,26rem)]">
      <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
        {places.length > 1 && (
          <div className="sm:w-72">
            <Pick
              label="Where you stand"
              value={place}
              options={places.map(([id, one]) => ({ value: id, says: `At ${one.name}` }))}
              onChange={setPlace}
              className="border border-line bg-card font-semibold"
            />
          </div>
        )}
        <ul aria-label={`Parts at ${name}`} className="rounded-card border border-line bg-card">
          {partsAt(job, place).map((part) => (
            <PartRows
              key={part}
              part={part}
              open={open === part}
              toggle={() => setOpen(open === part ? '' : part)}
              says={says}
              choose={setAt}
            />
          ))}
          <li className="border-line border-t px-4 py-1">
            <Tick
              label={`Every conductor at ${name} is written down`}
              checked={all !== undefined}
              onChange={writeAll}
            />
            {all !== undefined && assumed > 0 && (
              <p className="pb-2 text-soft">
                {assumed} of them {assumed === 1 ? 'is' : 'are'} only assumed: see each, or nothing follows from it.
              </p>
            )}
          </li>
        </ul>
        <div className="flex flex-wrap items-center justify-between gap-x-3">
          <p className="text-soft">Treat every terminal as live until you have proved it dead.</p>
          <HangSheet place={place} name={name} />
        </div>
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
        <GateCard job={plan} gate={gate} folded />
        {traced && <BeepCard traced={traced} job={job} shut={!gate.open} />}
        {traced?.round && (
          <SourcesCard
            key={`${traced.round.off?.part} ${traced.round.to}`}
            round={traced.round}
            job={job}
            off={gate.off}
          />
        )}
        {traced && <Odd traced={traced} />}
      </div>
      {at && <ConductorSheet key={at.written?.wire ?? 'new'} {...at} close={() => setAt(undefined)} />}
    </div>
  )
}

/** One part with its terminals, folded until somebody stands at it. */
function PartRows({
  part,
  open,
  toggle,
  says,
  choose,
}: {
  part: string
  open: boolean
  toggle: () => void
  says: ReadonlyMap<string, string>
  choose: (at: { row: Row; written?: Written }) => void
}) {
  const { found } = useSession()
  const rows = rowsOf(found, part)
  const kind = kindOf(found.job.parts[part])
  return (
    <li className="border-line border-t first:border-t-0">
      <button
        type="button"
        aria-expanded={open}
        onClick={toggle}
        className="flex min-h-13 w-full items-center gap-3 px-4 py-1 text-left hover:bg-well"
      >
        <span className="min-w-0 grow leading-snug">
          <span className="font-semibold">{labelOf(found.job, part)}</span>
          {kind && kind.name !== labelOf(found.job, part) && (
            <span className="block truncate text-soft">{kind.name}</span>
          )}
        </span>
        <span className="shrink-0 text-soft tabular-nums">{countSays(rows)}</span>
        <ChevronDown aria-hidden size={20} className={`shrink-0 transition-transform ${open ? 'rotate-180' : ''}`} />
      </button>
      {open && <Pictured part={part} />}
      {open && (
        <ul className="pb-2">
          {rows.map((row) => (
            <li
              key={row.terminal}
              className="grid grid-cols-[4.5rem_minmax(0,1fr)_auto] items-start gap-x-2 border-line border-t px-4 py-1"
            >
              <span className="pt-2 leading-snug">
                <span className="font-mono font-semibold">{row.marking}</span>
                <span className="block text-[15px] text-soft leading-tight">{row.role}</span>
              </span>
              <ul>
                {row.conductors.map((written) => (
                  <li key={written.wire}>
                    <button
                      type="button"
                      onClick={() => choose({ row, written })}
                      className="flex min-h-11 w-full items-center gap-2 rounded-control px-2 text-left leading-snug hover:bg-well"
                    >
                      <span
                        aria-hidden
                        className="h-6 w-2.5 shrink-0 rounded-full border border-soft"
                        style={{ background: hue(written.colour) }}
                      />
                      <span className="min-w-0">
                        {written.colour}
                        {written.label && <span className="text-soft">, wire {written.label}</span>}:{' '}
                        <span className={written.seen ? 'font-semibold' : 'text-soft'}>
                          {written.to
                            ? `${written.to}${written.seen ? '' : ', assumed'}`
                            : (says.get(written.wire) ?? 'nobody knows where')}
                        </span>
                      </span>
                    </button>
                  </li>
                ))}
                {row.conductors.length === 0 && <li className="py-2.5 text-soft">nothing written down</li>}
              </ul>
              <Button
                look="quiet"
                aria-label={`A conductor on ${labelOf(found.job, part)} ${row.marking}`}
                disabled={row.full}
                onClick={() => choose({ row })}
                className="grid size-11 place-items-center px-0"
              >
                <Plus aria-hidden size={20} />
              </Button>
            </li>
          ))}
        </ul>
      )}
    </li>
  )
}

/** What must not be trusted, what fits nothing, and what has to exist and is not written down. */
function Odd({ traced: { odd, misfits, missing } }: { traced: Traced }) {
  const lines = [
    ...odd.map(({ says }) => says),
    ...(misfits.length > 0
      ? ['What was seen and measured fits no way of joining these ends: one of the readings or colours is wrong.']
      : []),
  ]
  if (lines.length + missing.length === 0) return null
  return (
    <Card title="Look again">
      <ul className="px-4 pt-1 pb-3">
        {lines.map((line) => (
          <li key={line} className="border-line border-t py-1.5 font-semibold text-bad first:border-t-0">
            {line}
          </li>
        ))}
        {missing.map(({ kind, count }) => (
          <li key={kind} className="border-line border-t py-1.5 first:border-t-0">
            Surveyed and not found yet: {kind}
            {count > 1 ? `, ${count} of them` : ''}.
          </li>
        ))}
      </ul>
    </Card>
  )
}
