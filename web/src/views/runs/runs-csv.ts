import { type Job, lengthFrom, lengthUnit, markingOf, sizeInWords } from '@civil-lantern/core'
import { csv } from '../../base/csv.ts'

/** The wire table as CSV: one line a wire, first line the names of the columns. */
export function runsAsCsv(job: Job): string {
  const head = [
    'number',
    'from part',
    'from terminal',
    'to part',
    'to terminal',
    'colour',
    'size',
    `length ${lengthUnit(job.practice)}`,
    'cable',
    'core',
  ]
  const lines = Object.values(job.wires).map((wire) => [
    wire.label,
    job.parts[wire.from.part]?.label ?? wire.from.part,
    markingOf(job, wire.from.part, wire.from.terminal),
    job.parts[wire.to.part]?.label ?? wire.to.part,
    markingOf(job, wire.to.part, wire.to.terminal),
    wire.colour,
    sizeInWords(job.practice, wire.size),
    lengthFrom(job.practice, wire.length).toFixed(2),
    wire.cable ? (job.cables[wire.cable]?.label ?? wire.cable) : '',
    wire.core ?? '',
  ])
  return csv([head, ...lines])
}
