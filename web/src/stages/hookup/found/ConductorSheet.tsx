import { type Job, labelOf, leadColour, pointInWords, sheathsIn, takenBack, type Wire } from '@civil-lantern/core'
import { useMemo, useState } from 'react'
import { useBench, useSession } from '../../../data/open-job.tsx'
import { COLOURS, hue } from '../../../ui/colours.ts'
import { Button } from '../../../ui/controls.tsx'
import { Choice, TextField } from '../../../ui/fields.tsx'
import { SearchList } from '../../../ui/search-list.tsx'
import { Sheet } from '../../../ui/sheet.tsx'
import { pointsOf } from '../../../views/points.ts'
import { Pictured } from './Pictured.tsx'
import { isFarEnd, otherHalf, type Row, type Written } from './rows.ts'

type End = Wire['from']
/** A conductor while it is written down: without its far end where nobody knows it. */
type Draft = Omit<Wire, 'from' | 'to'> & { readonly to?: End; readonly sheath?: string }

const SIZES: Readonly<Record<Job['practice'], number>> = { '120': 0.82, '230': 0.75 }

/** One conductor on one terminal: colour, what it runs in, its tag, and where it goes, if anybody knows. */
export function ConductorSheet({ row, written, close }: { row: Row; written?: Written; close: () => void }) {
  const { session, found, entries } = useSession()
  const { snapshot } = useBench()
  const { job } = found
  const known = written && job.wires[written.wire]
  const near: End =
    known && [known.from, known.to].find(({ part }) => part === row.part)
      ? nearEnd(known, row)
      : { part: row.part, terminal: row.terminal }
  const standing = useMemo(() => {
    const gone = takenBack(entries)
    return entries.filter(({ id }) => !gone.has(id))
  }, [entries])
  const [draft, setDraft] = useState<Draft>(() =>
    begun(job, near, known, written && sheathsIn(standing).get(written.wire)),
  )
  const [choosing, setChoosing] = useState(false)
  const name = row.ways ? labelOf(job, row.part) : `${labelOf(job, row.part)} ${row.marking}`
  const write = (is: (Draft & { readonly from: End }) | null, says: string) => {
    const half = is ? otherHalf(job, written?.wire, is) : undefined
    session.enter(
      [
        // Its other half makes room first: it stands on the way this one is landed on.
        ...(half === undefined ? [] : [{ kind: 'seen', what: 'conductor', wire: half, is: null }]),
        { kind: 'seen', what: 'conductor', ...(written ? { wire: written.wire } : {}), is },
      ],
      says,
    )
    close()
  }
  const cables = Object.entries(job.cables)
  const cores = draft.cable ? Object.keys(job.cables[draft.cable]?.cores ?? {}) : []
  const sheaths = [...new Set(sheathsIn(standing).values())].sort()
  const { sheath } = draft
  const runs = draft.cable
    ? `cable:${draft.cable}`
    : sheath === undefined
      ? 'alone'
      : sheaths.includes(sheath)
        ? `sheath:${sheath}`
        : 'sheath:'
  const { cable: _cable, core: _core, sheath: _sheath, ...alone } = draft
  const runIn = (value: string) => {
    if (value === 'alone') setDraft(alone)
    else if (value.startsWith('sheath:')) setDraft({ ...alone, sheath: value.slice('sheath:'.length) })
    else {
      const cable = value.slice('cable:'.length)
      const [core] = Object.entries(job.cables[cable]?.cores ?? {}).find(([, colour]) => colour === draft.colour) ?? []
      setDraft({ ...alone, cable, core: core ?? Object.keys(job.cables[cable]?.cores ?? {})[0] ?? '' })
    }
  }
  return (
    <Sheet title={written ? `On ${name}` : `A conductor on ${name}`} open onOpenChange={(open) => !open && close()}>
      {choosing ? (
        <SearchList
          placeholder="Part or terminal"
          items={pointsOf(job, snapshot?.wrong ?? [])
            .filter(({ point }) => !point.includes(':') && point !== `${near.part}.${near.terminal}`)
            .map(({ point, says, place }) => ({ key: point, says, aside: place }))}
          onPick={(point) => {
            const [part = '', terminal = ''] = point.split('.')
            setDraft({ ...draft, to: { part, terminal } })
            setChoosing(false)
          }}
        />
      ) : (
        <div className="grid gap-3">
          <Pictured part={row.part} take={false} />
          <fieldset>
            <legend className="mb-1 text-soft">Colour</legend>
            <div className="flex flex-wrap gap-1.5">
              {[...new Set([...COLOURS, draft.colour])].map((colour) => (
                <button
                  key={colour}
                  type="button"
                  aria-pressed={colour === draft.colour}
                  onClick={() => setDraft({ ...draft, colour })}
                  className="flex min-h-11 items-center gap-2 rounded-control border border-line px-2.5 aria-pressed:border-ink aria-pressed:bg-well aria-pressed:font-bold"
                >
                  <span
                    aria-hidden
                    className="size-4 rounded-full border border-soft"
                    style={{ background: hue(colour) }}
                  />
                  {colour}
                </button>
              ))}
            </div>
          </fieldset>
          <div className="flex flex-wrap items-center justify-between gap-2 rounded-control bg-well p-3">
            <span className="min-w-0">
              Goes to{' '}
              <strong>
                {draft.to ? pointInWords(job, `${draft.to.part}.${draft.to.terminal}`) : 'nobody knows where'}
              </strong>
            </span>
            <span className="flex flex-wrap gap-2">
              <Button onClick={() => setChoosing(true)}>I followed it</Button>
              {draft.to && (
                <Button
                  look="quiet"
                  onClick={() => {
                    const { to: _, ...rest } = draft
                    setDraft(rest)
                  }}
                >
                  Not known
                </Button>
              )}
            </span>
          </div>
          <div className="grid gap-3 sm:grid-cols-2">
            <Choice
              label="Runs in"
              value={runs}
              options={[
                { value: 'alone', says: 'nothing: by itself' },
                ...sheaths.map((one) => ({ value: `sheath:${one}`, says: `sheath ${one}` })),
                { value: 'sheath:', says: 'another sheath of factory leads' },
                ...cables.map(([id, { label }]) => ({ value: `cable:${id}`, says: label })),
              ]}
              onChange={runIn}
            />
            {cores.length > 0 && (
              <Choice
                label="Core"
                value={draft.core ?? ''}
                options={cores.map((core) => ({ value: core, says: core }))}
                onChange={(core) => setDraft({ ...draft, core })}
              />
            )}
            {runs === 'sheath:' && (
              <TextField
                label="Its name, one of your own"
                value={sheath ?? ''}
                onCommit={(sheath) => setDraft({ ...draft, sheath })}
              />
            )}
            <TextField
              label="What is written on it"
              value={draft.label}
              maxLength={40}
              onCommit={(label) => setDraft({ ...draft, label })}
            />
          </div>
          <div className="flex flex-wrap gap-2">
            <Button
              look="strong"
              className="min-h-14 px-6"
              onClick={() => write({ ...tidy(draft), from: near }, `${draft.colour} on ${name}`)}
            >
              {written ? 'So it is' : 'Write it down'}
            </Button>
            {written && <Button onClick={() => write(null, `None on ${name}`)}>There is no such conductor</Button>}
          </div>
          <p className="text-soft">Covers off only where it is off and proven dead.</p>
        </div>
      )}
    </Sheet>
  )
}

const nearEnd = ({ from, to }: Wire, { part, terminal }: Row): End =>
  [from, to].find((end) => end.part === part && end.terminal === terminal) ??
  [from, to].find((end) => end.part === part)!

/** What is known already; else what is usual there, in the colour its own lead has. */
function begun(job: Job, near: End, known: Wire | undefined, sheath: string | undefined): Draft {
  if (!known) return { colour: leadColour(job, near) ?? 'red', size: SIZES[job.practice], length: 1, label: '' }
  const { from, to, ...wire } = known
  const rest = { ...wire, ...(sheath === undefined ? {} : { sheath }) }
  const far = from.part === near.part && from.terminal === near.terminal ? to : from
  return isFarEnd(job, far.part) ? rest : { ...rest, to: far }
}

/** A sheath without a name is none. */
function tidy({ sheath, ...draft }: Draft): Draft {
  return sheath?.trim() ? { ...draft, sheath: sheath.trim() } : draft
}
