import type { Job, Post, Strip } from '@civil-lantern/core'
import { labelOf } from '@civil-lantern/core'
import { useRef } from 'react'
import { useWorkspace } from '../../data/workspace.ts'
import { useOneStop } from '../../ui/one-stop.ts'
import type { PlacedStrip } from './layout.ts'

/**
 * What can be touched on a strip: wires, stations, splices; and, with a lead in hand, its terminals. One stop of the Tab key,
 * arrow keys inside.
 */
export function StripButtons(props: { strip: Strip; placed: PlacedStrip; y: number; job: Job }) {
  const group = useRef<HTMLDivElement>(null)
  const heed = useOneStop(group)
  const { inHand } = useWorkspace()
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the buttons inside are what is operated
    <div ref={group} onKeyDown={heed}>
      {inHand ? <Ends {...props} lead={inHand} /> : <Things {...props} />}
    </div>
  )
}

/** The terminals of a strip, while a lead is in hand. */
function Ends({
  strip,
  placed,
  y,
  job,
  lead,
}: {
  strip: Strip
  placed: PlacedStrip
  y: number
  job: Job
  lead: 'a' | 'b'
}) {
  const land = useWorkspace((w) => w.land)
  const { stations, left, right } = placed
  const terminals: { post: Post; x: number }[] = []
  if (strip.from) terminals.push({ post: strip.from, x: left })
  if (strip.to) terminals.push({ post: strip.to, x: right })
  for (const { station, x, width } of stations) {
    if (station.enter.terminal) terminals.push({ post: station.enter, x: x - width / 2 - 16 })
    if (station.leave.terminal) terminals.push({ post: station.leave, x: x + width / 2 + 16 })
  }
  return terminals.map(({ post, x }, i) => (
    <button
      key={`${post.part}.${post.terminal}.${i === 0 ? 'from' : i}`}
      type="button"
      aria-label={`Lead ${lead.toUpperCase()} on ${labelOf(job, post.part)} ${post.marking}`}
      onClick={() => land(`${post.part}.${post.terminal}`)}
      style={{ left: x - 17, top: y - 22, width: 34, height: 44 }}
      className="absolute rounded-full border-2 border-ink border-dashed bg-card/70 hover:bg-glow"
    />
  ))
}

/** The wires, splices and stations of a strip. */
function Things({ placed, y, job }: { placed: PlacedStrip; y: number; job: Job }) {
  const pick = useWorkspace((w) => w.pick)
  const { stations, stretches } = placed
  return (
    <>
      {stretches.flatMap(({ stretch, from, to }) => {
        const each = (to - from) / stretch.runs.length
        return stretch.runs.flatMap((run, i) => {
          const state = run.broken
            ? ', broken'
            : run.liftedNear || run.liftedFar
              ? ', lifted'
              : run.litNear && run.litFar
                ? ', lit'
                : ', dark'
          const wire = (
            <button
              key={run.wire}
              type="button"
              aria-label={`Wire ${run.label}, ${run.colour}, ${labelOf(job, run.from.part)} ${run.from.marking} to ${labelOf(job, run.to.part)} ${run.to.marking}${state}`}
              title={`Wire ${run.label}, ${run.colour}`}
              onClick={() => pick({ wire: run.wire })}
              style={{ left: from + i * each, top: y - 14, width: Math.max(8, each), height: 28 }}
              className="absolute"
            />
          )
          if (!run.splice || i === stretch.runs.length - 1) return [wire]
          const { part } = run.splice
          return [
            wire,
            <button
              key={part}
              type="button"
              aria-label={`${labelOf(job, part)}${run.splice.loose ? ', loose' : ''}`}
              title={labelOf(job, part)}
              onClick={() => pick({ part })}
              style={{ left: from + (i + 1) * each - 12, top: y - 14, width: 24, height: 28 }}
              className="absolute"
            />,
          ]
        })
      })}
      {stations.map(({ station, x, width }) => (
        <button
          key={`${station.part}.${station.element}`}
          type="button"
          aria-label={`${labelOf(job, station.part)}${station.load ? '' : station.made ? ', made' : ', open'}`}
          onClick={() => pick({ part: station.part })}
          style={{ left: x - width / 2, top: y - 22, width, height: 44 }}
          className="absolute"
        />
      ))}
    </>
  )
}
