import type { Findings, Job, UnitLeft } from '@civil-lantern/core'
import { useSession } from '../../data/open-job.tsx'
import { Button, Card } from '../../ui/controls.tsx'
import { beforeRepair, percent } from './in-words.ts'

/** The search has come to its end: what to put right, or where to look. */
export function RepairCard({
  found,
  job,
  isRead,
  putRight,
}: {
  found: Findings
  job: Job
  /** Nothing is taken before it has stood there long enough to be read. */
  isRead: boolean
  putRight: (unit: UnitLeft) => void
}) {
  const { repair, look, units } = found
  const list = repair ? [repair] : look.length > 0 ? look : units.slice(0, 4)
  return (
    <Card title={repair ? 'Put this right' : 'Look at these, in this order'} className="border-ink! border-2!">
      <ol className="px-4 pt-1 pb-2">
        {list.map(({ unit, says, share, members }, i) => (
          <li
            key={unit}
            className="grid grid-cols-[2rem_minmax(0,1fr)_auto_auto] items-start gap-x-3 border-line border-t py-2.5"
          >
            <span className="font-mono text-soft">{i + 1}</span>
            <span>
              <b>{says}</b>
              <span className="text-soft">
                {placeSays(job, unit)}
                {members.slice(0, 4).map((one) => (
                  <span key={one.says} className="block">
                    {one.says}
                  </span>
                ))}
              </span>
            </span>
            <span className="font-mono">{percent(share)}</span>
            <Button
              aria-label={`Put right: ${says}`}
              disabled={!isRead}
              onClick={() => putRight({ unit, says, share, members })}
            >
              Put right
            </Button>
          </li>
        ))}
      </ol>
      {list[0] && beforeRepair(list[0].unit) && (
        <p className="border-line border-t px-4 py-3 font-semibold">{beforeRepair(list[0].unit)}</p>
      )}
      <p className="border-line border-t px-4 py-3 text-soft">
        Power off and proven dead before a lead is moved or a cover inside is opened. Then let every zone call once,
        alone, and nobody: all valves shut, boiler and pump at rest.
      </p>
    </Card>
  )
}

const placeSays = (job: Job, unit: string): string => {
  const part = job.parts[unit.split('/')[0] ?? '']
  const place = part && job.places[part.place]?.name
  return place ? `, ${place}` : ''
}

/** After something was put right: does it heat now? That is the first thing to know. */
export function AfterRepair({
  cold,
  job,
  standIn,
  isRead,
}: {
  cold: readonly string[]
  job: Job
  standIn: boolean
  isRead: boolean
}) {
  const { session } = useSession()
  const say = (zone: string, word: 'heats' | 'cold') =>
    session.enter([{ kind: 'seen', what: 'word', of: `zone:${zone}`, look: 'room', word }], word)
  return (
    <Card title="Put right. Does it heat now?" className="border-2! border-ink!">
      <ul className="px-4 pt-1 pb-3">
        {cold.map((zone) => (
          <li key={zone} className="flex flex-wrap items-center justify-between gap-2 border-line border-t py-2">
            <span className="font-semibold">{job.zones[zone]?.name}, called alone</span>
            <span className="flex flex-wrap gap-2">
              {standIn && (
                <Button
                  className="min-h-13"
                  disabled={!isRead}
                  onClick={() =>
                    session.askStandIn(
                      { kind: 'seen', what: 'word', of: `zone:${zone}`, look: 'room', word: 'cold' },
                      'room',
                      { calls: [zone], power: true },
                    )
                  }
                >
                  See on the stand-in
                </Button>
              )}
              <Button look="strong" disabled={!isRead} onClick={() => say(zone, 'heats')} className="min-h-13">
                It heats
              </Button>
              <Button disabled={!isRead} onClick={() => say(zone, 'cold')} className="min-h-13">
                Still cold
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </Card>
  )
}
