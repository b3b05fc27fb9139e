import { askingOf, kindOf, labelOf, markingOf, sums, zonesInOrder } from '@civil-lantern/core'
import { Command } from 'cmdk'
import { useNavigate } from 'react-router'
import { call } from '../data/calls.ts'
import { useBenchPart, useSession } from '../data/open-job.tsx'
import { useWorkspace } from '../data/workspace.ts'
import { checks } from '../stages/scheme/places.ts'
import { stages } from '../stages/stages.ts'
import { Sheet } from '../ui/sheet.tsx'
import { useTheme } from '../ui/theme.ts'

interface Found {
  readonly key: string
  readonly says: string
  readonly aside: string
  run(): void
}

/** Searches everything by name: zones, parts, terminals, wires, screens, actions. */
export function SearchBox({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const { job, session } = useSession()
  const verdict = useBenchPart(({ snapshot }) => (open ? snapshot?.verdict : undefined))
  const { pick, land, take, openBench } = useWorkspace()
  const changeTheme = useTheme((t) => t.change)
  const navigate = useNavigate()
  const to = (stage: string) => navigate(`/jobs/${session.id}/${stage}`)
  const groups: [string, Found[]][] = [
    [
      'Zones',
      zonesInOrder(job).flatMap((zone) => {
        const { id, name, place } = zone
        const asking = askingOf(job, zone)
        const calling = verdict?.zones.find((z) => z.zone === id)?.calling === true
        return asking
          ? [
              {
                key: id,
                says: `${name}: ${calling ? 'stop calling' : 'call'}`,
                aside: job.places[place]?.name ?? '',
                run: () => call(session, job, id, !calling, asking),
              },
            ]
          : []
      }),
    ],
    [
      'Parts',
      Object.entries(job.parts).map(([id, part]) => ({
        key: id,
        says: part.label,
        aside: job.places[part.place]?.name ?? '',
        run: () => pick({ part: id }),
      })),
    ],
    [
      'Terminals',
      Object.entries(job.parts).flatMap(([id, part]) =>
        Object.keys(kindOf(part)?.terminals ?? {}).map((terminal) => ({
          key: `${id}.${terminal}`,
          says: `${labelOf(job, id)} ${markingOf(job, id, terminal)}`,
          aside: 'put a lead there',
          run: () => {
            const { leads, inHand } = useWorkspace.getState()
            const lead = inHand ?? (leads.a === undefined ? 'a' : 'b')
            land(`${id}.${terminal}`, lead)
          },
        })),
      ),
    ],
    [
      'Wires',
      Object.entries(job.wires).map(([id, wire]) => ({
        key: id,
        says: `Wire ${wire.label}, ${wire.colour}`,
        aside: `${labelOf(job, wire.from.part)} to ${labelOf(job, wire.to.part)}`,
        run: () => pick({ wire: id }),
      })),
    ],
    [
      'Screens',
      [
        ...stages.map(({ id, name }) => ({ key: id, says: name, aside: 'stage', run: () => void to(id) })),
        { key: 'loops', says: 'Loops', aside: 'Scheme', run: () => void to('scheme/loops') },
        { key: 'wall', says: 'Wall', aside: 'Scheme', run: () => void to('scheme/wall') },
        { key: 'rungs', says: 'Rungs', aside: 'Scheme', run: () => void to('scheme/rungs') },
        { key: 'runs', says: 'Runs', aside: 'Scheme', run: () => void to('scheme/runs') },
        {
          key: 'terminals',
          says: 'Terminals and cores',
          aside: 'Scheme, Runs',
          run: () => void to('scheme/runs/terminals'),
        },
        ...checks.map(({ value, says }) => ({
          key: value,
          says,
          aside: 'Scheme, Checks',
          run: () => void to(`scheme/checks/${value}`),
        })),
        { key: 'ways', says: 'Ways to wire it', aside: 'Survey', run: () => void to('survey/ways') },
        ...sums.map(({ id, name }) => ({
          key: `sum ${id}`,
          says: name,
          aside: 'Sums',
          run: () => void to(`sums/${id}`),
        })),
        { key: 'jobs', says: 'All jobs', aside: '', run: () => void navigate('/') },
      ],
    ],
    [
      'Actions',
      [
        { key: 'undo', says: 'Undo', aside: 'Ctrl+Z', run: session.undo },
        { key: 'redo', says: 'Redo', aside: 'Shift+Ctrl+Z', run: session.redo },
        { key: 'theme', says: 'Change between Day and Basement', aside: '', run: changeTheme },
        { key: 'timeline', says: 'Open the timeline', aside: 'C', run: () => openBench('time') },
        { key: 'meter', says: 'Open the meter', aside: 'M', run: () => openBench('meter') },
        { key: 'lead-a', says: 'Take lead A in hand', aside: 'A', run: () => take('a') },
        { key: 'lead-b', says: 'Take lead B in hand', aside: 'B', run: () => take('b') },
      ],
    ],
  ]
  return (
    <Sheet title="Search" open={open} onOpenChange={onOpenChange}>
      <Command label="Search" filter={everyWord} className="grid gap-2">
        <Command.Input
          autoFocus
          placeholder="Part, terminal, zone, screen or action"
          className="min-h-12 rounded-control border border-line bg-paper px-3"
        />
        <Command.List className="h-[50dvh] overflow-y-auto">
          <Command.Empty className="p-4 text-soft">Nothing by that name in this job.</Command.Empty>
          {groups.map(([name, found]) => (
            <Command.Group key={name} value={name} heading={<span className="px-3 text-soft">{name}</span>}>
              {found.map(({ key, says, aside, run }) => (
                <Command.Item
                  key={key}
                  value={`${says} ${aside} ${name}:${key}`}
                  onSelect={() => {
                    onOpenChange(false)
                    run()
                  }}
                  className="flex min-h-11 items-center justify-between gap-3 rounded-control px-3 data-[selected=true]:bg-well"
                >
                  <span className="font-semibold">{says}</span>
                  <span className="truncate text-soft">{aside}</span>
                </Command.Item>
              ))}
            </Command.Group>
          ))}
        </Command.List>
      </Command>
    </Sheet>
  )
}

/** Finds what holds every word typed, wherever in its name; names that begin so come first. */
export function everyWord(value: string, search: string): number {
  const text = value.toLowerCase()
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  if (!words.every((word) => text.includes(word))) return 0
  return text.startsWith(search.trim().toLowerCase()) ? 1 : 0.5
}
