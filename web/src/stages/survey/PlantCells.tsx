import { type Job, kindOf, likeOf } from '@civil-lantern/core'
import { type ReactNode, useState } from 'react'
import { Sheet } from '../../ui/sheet.tsx'
import { transformerInWords } from './low-voltage.ts'
import { BoilerFields, SupplyFields, TransformerFields } from './PlantCards.tsx'
import { SiteFields } from './SiteFields.tsx'

/** The plant below the zones: what each of it is in three lines, opened to be changed. */
export function PlantCells({ job }: { job: Job }) {
  const [open, setOpen] = useState<string>()
  const { boiler, panel, pumpPanel, programmer, supply, complaints, priority } = job.survey
  const nameOf = (kind: string) => kindOf({ kind: likeOf(job, kind) })?.name ?? kind
  const chain = [
    supply.emergencySwitch && 'emergency',
    supply.fireCutOut && 'fire cut-out',
    supply.serviceSwitch && 'service',
  ].filter(Boolean)
  const hotWater = Object.values(job.zones).some((zone) => zone.hotWater)
  const cells: { name: string; value: string; note: string; fields: ReactNode }[] = [
    {
      name: 'Boiler and panel',
      value: boiler.kind === '' ? 'None: heat comes from elsewhere' : nameOf(boiler.kind),
      note: [
        job.places[boiler.place]?.name,
        panel && nameOf(panel),
        pumpPanel && 'pump relays',
        hotWater && panel && (priority === false ? 'no priority' : 'hot water first'),
      ]
        .filter(Boolean)
        .join(' · '),
      fields: <BoilerFields job={job} />,
    },
    {
      name: 'Transformer',
      ...transformerInWords(job),
      fields: <TransformerFields job={job} />,
    },
    {
      name: 'Supply',
      value: job.practice === '120' ? '120 V, breaker' : '230 V, fused isolator',
      note: job.practice === '120' ? chain.join(', ') || 'no switch' : programmer ? 'programmer, two channels' : '3 A',
      fields: <SupplyFields job={job} />,
    },
    {
      name: 'Site and words',
      value: complaints || job.task || job.title,
      // What the visit before left behind stands last among the notes.
      note:
        [
          job.survey.water?.isolating && `shut off: ${job.survey.water.isolating}`,
          job.site.notes.trim().split('\n').at(-1),
        ]
          .filter(Boolean)
          .join(' · ') ||
        job.site.contact ||
        job.site.address,
      fields: <SiteFields job={job} />,
    },
  ]
  const shown = cells.find(({ name }) => name === open)
  return (
    <div className="grid border-line border-t sm:grid-cols-2 lg:grid-cols-4">
      {cells.map(({ name, value, note }) => (
        <button
          key={name}
          type="button"
          onClick={() => setOpen(name)}
          className="flex min-h-24 min-w-0 flex-col items-start border-line px-3 py-2.5 text-left sm:not-first:border-l hover:bg-well max-lg:border-b"
        >
          <span className="block text-soft">{name}</span>
          <span className="line-clamp-2 font-semibold leading-snug">{value}</span>
          <span className="line-clamp-2 break-words text-soft">{note}</span>
        </button>
      ))}
      <Sheet title={shown?.name ?? ''} open={shown !== undefined} onOpenChange={(on) => !on && setOpen(undefined)}>
        {shown?.fields}
      </Sheet>
    </div>
  )
}
