import type { Snapshot } from '@civil-lantern/core'
import { type Chain, type Job, kindOf, labelOf, type Strip, type Verdict, zonesInOrder } from '@civil-lantern/core'
import { useMemo } from 'react'
import { useWorkspace } from '../../data/workspace.ts'
import { Card } from '../../ui/controls.tsx'
import { foundOn } from '../found-on.ts'
import type { Marks } from './StripDrawing.tsx'
import { StripSet } from './StripSet.tsx'

/** Every loop of the job, zone by zone, then what they share, in the order of the sequence. */
export function LoopsView({ job, snapshot }: { job: Job; snapshot: Snapshot }) {
  const picked = useWorkspace((w) => w.picked)
  const { verdict, loops } = snapshot
  const marks: Marks = useMemo(
    () => ({
      wrong: wrongIn(verdict),
      picked: picked && ('part' in picked ? picked.part : picked.wire),
      found: foundOn(job, snapshot.findings),
    }),
    [verdict, picked, job, snapshot.findings],
  )
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      {zonesInOrder(job).map((zone) => {
        const found = loops.zones.find((z) => z.zone === zone.id)
        const strips = [found?.valve, found?.signal, found?.standIn, found?.call].filter((strip) => strip !== undefined)
        if (strips.length === 0) return null
        const standing = verdict.zones.find((z) => z.zone === zone.id)
        const kind = kindOf(job.parts[zone.valve ?? ''] ?? { kind: '' })
        const tied = found?.call?.subject.part === zone.valve
        return (
          <Card
            key={zone.id}
            title={<ZoneTitle number={zone.number} name={zone.name} />}
            aside={kind?.name.replace(/^Zone valve, /, '')}
            className="scroll-mt-3"
          >
            <OffBecause chain={snapshot.chains[zone.id]} calling={standing?.calling === true} />
            <div id={`zone-${zone.id}`} className="px-3 pb-2">
              <StripSet
                strips={strips}
                job={job}
                snapshot={snapshot}
                marks={marks}
                {...(tied && standing ? { opening: standing.opening } : {})}
              />
            </div>
          </Card>
        )
      })}
      {loops.shared.length > 0 && (
        <Card title="What all zones share" aside="line voltage">
          <div className="grid gap-1 px-3 pb-2">
            {loops.shared.map((strip) => (
              <div key={strip.id}>
                <h3 className="px-1 pt-2 text-soft">{laneName(strip, job)}</h3>
                <StripSet strips={[strip]} job={job} snapshot={snapshot} marks={marks} />
              </div>
            ))}
          </div>
        </Card>
      )}
    </div>
  )
}

/** What has to be true for this zone to heat, and the first thing that is not; said while somebody waits for it. */
const OffBecause = ({ chain, calling }: { chain: Chain | undefined; calling: boolean }) => {
  if (!chain || (!calling && chain.first?.of === 'call')) return null
  if (!chain.first) return null
  return <p className="px-4 text-soft">{chain.says}</p>
}

const ZoneTitle = ({ number, name }: { number: number; name: string }) => (
  <span className="line-clamp-2" title={name}>
    <span className="font-mono">{number}</span> {name}
  </span>
)

const laneName = (strip: Strip, job: Job) =>
  strip.id.startsWith('supply:') ? `Supply of ${labelOf(job, strip.subject.part)}` : labelOf(job, strip.subject.part)

function wrongIn({ sentence, more }: Verdict): ReadonlySet<string> {
  const wrong = new Set<string>()
  for (const piece of [sentence, ...more].flat())
    if (piece.wrong) {
      if (piece.wire) wrong.add(piece.wire)
      if (piece.part) wrong.add(piece.element ? `${piece.part}.${piece.element}` : piece.part)
    }
  return wrong
}
