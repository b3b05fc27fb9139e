import { openFindings } from '@civil-lantern/core'
import { useQuery } from '@tanstack/react-query'
import { format } from 'date-fns'
import { ChevronDown } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useNavigate } from 'react-router'
import { api } from '../data/api.ts'
import { useBenchPart, useSession } from '../data/open-job.tsx'
import { lastTouched, othersOfSite } from '../data/same-site.ts'
import { placeIn, views } from '../stages/scheme/places.ts'
import { stageOf, stages } from '../stages/stages.ts'
import { usePlace } from './use-place.ts'

const row =
  'flex min-h-11 cursor-pointer items-center rounded-control px-3 font-semibold data-highlighted:bg-well aria-[current=page]:bg-well'

/** The job in hand, with the way to another; on a phone also the stages and views, for which its head line has no room. */
export function JobSwitcher() {
  const { job, session } = useSession()
  const navigate = useNavigate()
  const jobs = useQuery({ queryKey: ['jobs'], queryFn: api.jobs })
  const sameSite = othersOfSite(jobs.data ?? [], session.id)
  const { stage, view } = usePlace()
  const here = placeIn(stage, view)
  const count = Object.keys(job.zones).length
  const findings = useBenchPart(({ snapshot }) => snapshot?.findings)
  const open = openFindings(job, findings ?? []).length
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="flex min-h-11 max-w-full items-center gap-1.5 rounded-control px-1.5 text-left hover:bg-well">
        <span className="min-w-0">
          <span className="block truncate font-bold leading-tight">{job.title}</span>
          <span className="block truncate text-[15px] text-soft leading-tight">
            <span className="lg:hidden">{here}</span>
            <span className="max-lg:hidden">{job.task || (count === 1 ? 'One zone' : `${count} zones`)}</span>
          </span>
        </span>
        <span className="sr-only">, change job or place</span>
        <ChevronDown aria-hidden size={17} className="shrink-0 text-soft" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={6}
          className="z-50 max-h-[80dvh] min-w-72 max-w-[92vw] overflow-y-auto rounded-card border border-line bg-card p-1.5 shadow-lg"
        >
          <div className="lg:hidden">
            <DropdownMenu.Group className="grid grid-cols-2 gap-x-1">
              {stages.map(({ id, name }) => (
                <DropdownMenu.Item
                  key={id}
                  onSelect={() => void navigate(`/jobs/${session.id}/${id}`)}
                  aria-current={stageOf(stage)?.id === id ? 'page' : undefined}
                  className={row}
                >
                  {name}
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Group>
            <DropdownMenu.Separator className="my-1 h-px bg-line" />
            <DropdownMenu.Label className="px-3 pt-1 text-soft">Scheme</DropdownMenu.Label>
            <DropdownMenu.Group className="grid grid-cols-2 gap-x-1">
              {views.map(({ value, says }) => (
                <DropdownMenu.Item
                  key={value}
                  onSelect={() => void navigate(`/jobs/${session.id}/scheme/${value}`)}
                  className={row}
                >
                  {says}
                </DropdownMenu.Item>
              ))}
              <DropdownMenu.Item onSelect={() => void navigate(`/jobs/${session.id}/scheme/checks`)} className={row}>
                {open > 0 ? `Checks ${open}` : 'Checks'}
              </DropdownMenu.Item>
            </DropdownMenu.Group>
            <DropdownMenu.Separator className="my-1 h-px bg-line" />
          </div>
          <DropdownMenu.Item onSelect={() => void navigate('/')} className={row}>
            All jobs
          </DropdownMenu.Item>
          <DropdownMenu.Separator className="my-1 h-px bg-line" />
          {sameSite.length > 0 && (
            <>
              <DropdownMenu.Label className="px-3 pt-1 text-soft">At this site before</DropdownMenu.Label>
              {sameSite.map((one) => (
                <DropdownMenu.Item
                  key={one.id}
                  onSelect={() => void navigate(`/jobs/${one.id}/log`)}
                  className="flex min-h-11 cursor-pointer items-center justify-between gap-3 rounded-control px-3 data-highlighted:bg-well"
                >
                  <span className="truncate">{one.task || one.title}</span>
                  <span className="shrink-0 text-soft">{format(new Date(lastTouched(one)), 'd MMM yyyy')}</span>
                </DropdownMenu.Item>
              ))}
              <DropdownMenu.Separator className="my-1 h-px bg-line" />
            </>
          )}
          {jobs.data
            ?.filter((one) => one.id !== session.id && one.shelf === 'open' && !sameSite.includes(one))
            .slice(0, 12)
            .map((one) => (
              <DropdownMenu.Item
                key={one.id}
                onSelect={() => void navigate(`/jobs/${one.id}`)}
                className="flex min-h-11 cursor-pointer items-center rounded-control px-3 data-highlighted:bg-well"
              >
                <span className="truncate">{one.title}</span>
              </DropdownMenu.Item>
            ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
