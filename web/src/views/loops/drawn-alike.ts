import type { Job, Snapshot, Strip } from '@civil-lantern/core'
import type { Marks } from './StripDrawing.tsx'

/** What a set of strips is drawn from. */
export interface Drawn {
  readonly strips: readonly Strip[]
  readonly job: Job
  readonly snapshot: Snapshot
  readonly marks: Marks
  /** Width there is, pixels. */
  readonly room: number
  /** How far the valve stands open, where the first strip's subject moves the switch that is the last's. */
  readonly opening?: number
}

/** Are they drawn the same? Of the snapshot only what the parts on the strips say of themselves is read. */
export const drawnAlike = (a: Drawn, b: Drawn): boolean =>
  a.job === b.job &&
  a.marks === b.marks &&
  a.room === b.room &&
  a.opening === b.opening &&
  a.strips.length === b.strips.length &&
  a.strips.every(
    (strip, i) =>
      strip === b.strips[i] &&
      strip.items.every(
        (item) => item.form === 'stretch' || a.snapshot.states[item.part]?.says === b.snapshot.states[item.part]?.says,
      ),
  )
