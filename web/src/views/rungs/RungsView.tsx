import { type Job, labelOf, layersByNode, piecesOf, type Snapshot } from '@civil-lantern/core'
import { format } from 'date-fns'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useBench } from '../../data/open-job.tsx'
import { useWorkspace } from '../../data/workspace.ts'
import { Button, Card } from '../../ui/controls.tsx'
import { download } from '../../ui/download.ts'
import { Tick } from '../../ui/fields.tsx'
import { DimmedNote, LayersMenu } from '../Layers.tsx'
import { LadderDrawing, ladderWidth } from './LadderDrawing.tsx'
import { svgFile } from './svg-file.ts'

const LEGEND = [
  'Two bars: a contact, open at rest; with a stroke through it, made at rest. A line between the bars: made now. Circle: a load.',
  '“by 5”: its load stands in rung 5. “contact in 8”: its contact stands in rung 8. Light lies where there is voltage now.',
]

/** The ladder diagrams of the job, one for each source, numbered in the order of the sequence. */
export function RungsView({ job, snapshot }: { job: Job; snapshot: Snapshot }) {
  const { bench } = useBench()
  const { picked, pick } = useWorkspace()
  const { rungs } = snapshot
  const [pages, setPages] = useState(false)
  const box = useRef<HTMLDivElement>(null)
  const [room, setRoom] = useState(600)
  useEffect(() => bench.watch({ rungs: true }), [bench])
  useEffect(() => {
    if (!box.current) return
    const watch = new ResizeObserver(([entry]) => entry && setRoom(Math.floor(entry.contentRect.width) - 24))
    watch.observe(box.current)
    return () => watch.disconnect()
  }, [])
  const dimmed = useWorkspace((w) => w.dimmed)
  const layers = useMemo(() => (dimmed.size === 0 ? [] : layersByNode(job)), [dimmed, job])
  const faint = (node: number) => layers[node] !== undefined && dimmed.has(layers[node])
  const chosen = picked && ('part' in picked ? picked.part : undefined)
  const apart = rungs?.apart.map((part) => labelOf(job, part)) ?? []
  const legend =
    apart.length > 0 ? [...LEGEND, `In no ladder, for no source feeds it by itself: ${apart.join(', ')}.`] : LEGEND
  const save = () => {
    const drawings = [...(box.current?.querySelectorAll<SVGSVGElement>('svg[data-ladder]') ?? [])].map((svg) => ({
      svg,
      title: rungs?.ladders.find(({ id }) => id === svg.dataset.ladder)?.title ?? '',
    }))
    const heading = [
      job.title,
      [job.task, job.site.address, format(new Date(), 'd MMM yyyy')].filter(Boolean).join(', '),
    ]
    download(`${job.title}, rungs.svg`, svgFile(drawings, heading, legend), 'image/svg+xml')
  }
  return (
    <div ref={box} className={`grid grid-cols-[minmax(0,1fr)] gap-3 ${pages ? 'print-pages' : ''}`}>
      <div className="no-print flex flex-wrap items-center gap-2">
        <Button onClick={save} disabled={!rungs}>
          SVG
        </Button>
        <Button onClick={() => window.print()}>Print</Button>
        <LayersMenu className="min-h-11 rounded-control border border-line bg-card px-4 font-semibold hover:border-soft" />
        <Tick label="Each ladder on a page of its own" checked={pages} onChange={setPages} />
      </div>
      <DimmedNote />
      {rungs?.ladders.map((ladder, i) => (
        <Card
          key={ladder.id}
          title={ladder.title}
          aside={`${ladder.rungs.length === 1 ? 'one rung' : `${ladder.rungs.length} rungs`}, ${Math.round(ladder.volts)} V`}
          className="print-ladder"
        >
          {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls sideways must be reachable by keyboard */}
          <section className="overflow-x-auto px-3 pb-2" tabIndex={0} aria-label={`Ladder of ${ladder.title}`}>
            <LadderDrawing
              ladder={ladder}
              light={rungs.light[i]!}
              ladders={rungs}
              job={job}
              width={Math.max(room, ladderWidth(ladder))}
              picked={chosen}
              pick={pick}
              faint={faint}
            />
          </section>
          <details className="no-print border-line border-t">
            <summary className="flex min-h-11 items-center px-4 text-soft">Rung by rung</summary>
            <ul className="px-4 pb-3">
              {ladder.rungs.map(({ number, network, irregular }) => (
                <li
                  key={number}
                  className="flex flex-wrap items-baseline gap-x-1.5 border-line border-b py-1 last:border-0"
                >
                  <span className="w-8 font-mono">{number}</span>
                  {[...new Set(piecesOf(network).map(({ part }) => part))].map((part) => (
                    <button
                      key={part}
                      type="button"
                      onClick={() => pick({ part })}
                      className="min-h-9 underline decoration-line underline-offset-4"
                    >
                      {labelOf(job, part)}
                    </button>
                  ))}
                  {irregular && <span className="text-bad">{irregular}</span>}
                </li>
              ))}
            </ul>
          </details>
        </Card>
      ))}
      {rungs && (
        <div className="px-1 text-soft">
          {legend.map((line) => (
            <p key={line}>{line}</p>
          ))}
        </div>
      )}
    </div>
  )
}
