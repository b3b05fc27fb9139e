import { askingOf, type Job, labelOf, noLoopInWords, type Snapshot, type Strip } from '@civil-lantern/core'
import { useState } from 'react'
import { call } from '../../data/calls.ts'
import { useSession } from '../../data/open-job.tsx'
import { Segments } from '../../ui/controls.tsx'
import { OffBecause } from './OffBecause.tsx'
import { laneName } from './SharedStrips.tsx'
import { StripDown } from './StripDown.tsx'
import type { Marks } from './StripDrawing.tsx'
import { captionOf, stripsOf } from './strips-of.ts'
import { useZoneInHand } from './zone-in-hand.ts'

/** One loop of one zone, downward, with the thermostat at its head; what all zones share comes last. */
export function PhoneLoop({ job, snapshot, marks }: { job: Job; snapshot: Snapshot; marks: Marks }) {
  const { session } = useSession()
  const here = useZoneInHand()
  const zone = here === undefined ? undefined : job.zones[here]
  const own = here === undefined ? [] : stripsOf(snapshot.loops, here)
  const choices = [
    // Where several heads open for a zone, each loop is told by its head.
    ...own.map((strip, i) => ({
      strip,
      says:
        zone?.alsoValves && strip.id.startsWith('valve:')
          ? labelOf(job, strip.subject.part)
          : captionOf(strip, i).split(',')[0]!,
    })),
    ...snapshot.loops.shared.map((strip) => ({ strip, says: laneName(strip, job) })),
  ]
  const [asked, setAsked] = useState(0)
  const at = Math.min(asked, choices.length - 1)
  const chosen = choices[at]
  if (!zone || here === undefined || !chosen) return <p className="p-4 text-soft">Nothing is wired for a zone yet.</p>
  const standing = snapshot.verdict.zones.find((z) => z.zone === here)
  const calling = standing?.calling === true
  const asking = askingOf(job, zone)
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-1 p-2">
      <div className="flex items-center gap-2">
        <h2 className="min-w-0 grow leading-tight">
          <span className="line-clamp-1 font-bold">{zone.name}</span>
          <span className={`line-clamp-1 ${standing?.trouble ? 'font-semibold text-bad' : 'text-soft'}`}>
            {standing?.says}
          </span>
        </h2>
        {asking && typeof asking.on !== 'number' && (
          <button
            type="button"
            role="switch"
            aria-checked={calling}
            aria-label={`${zone.name} thermostat`}
            onClick={() => call(session, job, here, !calling)}
            className={`min-h-12 w-18 shrink-0 rounded-control border font-semibold ${calling ? 'border-[#17242c] bg-lamp text-[#17242c]' : 'border-line bg-well text-ink'}`}
          >
            {calling ? 'Call' : 'Off'}
          </button>
        )}
      </div>
      {choices.length > 1 && (
        <Segments
          label="Loop shown"
          value={at}
          options={choices.map(({ says }, value) => ({ value, says }))}
          onChange={setAsked}
          className="w-full *:whitespace-nowrap"
        />
      )}
      <Down strip={chosen.strip} job={job} snapshot={snapshot} marks={marks} />
      <OffBecause chain={snapshot.chains[here]} calling={calling} />
    </div>
  )
}

const Down = ({ strip, ...rest }: { strip: Strip; job: Job; snapshot: Snapshot; marks: Marks }) =>
  strip.from ? <StripDown strip={strip} {...rest} /> : <p className="p-3 text-bad">{noLoopInWords(rest.job, strip)}</p>
