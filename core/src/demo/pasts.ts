import { circuitIn, documentOf } from '../job/document.ts'
import type { Circuit, Document, Job } from '../job/schema.ts'
import type { Entry } from '../record/entry.ts'
import { Past } from './past.ts'

export interface DemoFile {
  readonly document: Document
  readonly entries: readonly Entry[]
}

const calling = (zone: string, seconds = 120) => ({ calls: { [zone]: { on: true, seconds } } })
const quiet = { calls: {} }

/** A job that was wired some time ago and is served now: the wall is taken to be as planned. */
function served(id: string, job: Job, tell: (past: Past) => void): DemoFile {
  const document = documentOf(job, circuitIn(job))
  const past = new Past(id, document)
  tell(past)
  return { document, entries: past.entries }
}

export const kestrelPast = (job: Job): DemoFile =>
  served('kestrel-point', job, (past) => {
    past
      .visit('Duty warden', '2026-02-11T08:10:00.000Z', 'service')
      .read('loz', 'XF1.h', 'XF1.c', 26.4, quiet)
      .read('loz', 'V2.m1', 'V2.m2', 25.8, calling('signal'))
    past.ends(past.does('lift', 'wire:w21.from'))
    past
      .saw('Valve 2', 'lever', 'firm, springs back')
      .notes('Signal house warm when I left. Splices under the tape look tired.')
      .leaves()
      .visit('Second keeper', '2026-11-24T07:40:00.000Z', 'service')
      .complains('Signal house stays cold some mornings, warm again by ten.', ['signal'], 'comes-and-goes')
      .read('loz', 'XF1.h', 'XF1.c', 26.1, quiet)
  })

export const sablePast = (job: Job): DemoFile =>
  served('sable-row', job, (past) => {
    past
      .visit('Plant fitter', '2026-03-02T09:00:00.000Z', 'service')
      .read('loz', 'PN1.v1p1', 'PN1.v1p2', 25.1, calling('zone1', 90))
      .notes('Press hall valve charges for twenty seconds before it moves. Normal, not faulty.')
      .leaves()
      .visit('Plant fitter', '2026-11-23T07:05:00.000Z', 'service')
      .complains('Press hall is cold on Monday mornings; the bindery is never cold.', ['zone1', 'zone2'])
      .hand('TS1', 'calling', true)
  })

export const fenwickPast = (job: Job): DemoFile =>
  served('fenwick-orchard', job, (past) => {
    past
      .visit('Press master', '2026-10-30T16:20:00.000Z', 'service')
      .complains('Boiler stops some nights and waits for its red button.', ['zone1'], 'reset')
      .read('loz', 'B1.l', 'B1.n', 118.6, quiet)
      .hand('TS1', 'calling', true)
      .hand('V2', 'lever', 'parked')
      .notes('Somebody has parked the tasting room’s valve open by its lever. Left as found.')
  })

export const lowtherPast = (job: Job): DemoFile =>
  served('lowther-street', job, (past) => {
    past
      .visit('Caretaker', '2025-01-14T09:10:00.000Z', 'service')
      .complains('No heat in the rooms since the night.', ['zone1'])
      .mends('V1/head', 'replace')
      .closed('No heat in the rooms since the night.', 'Valve 1, head: motor open')
      .leaves()
      .visit('Caretaker', '2025-11-03T15:00:00.000Z', 'service')
      .complains('The rooms are cold again.', ['zone1'])
      .mends('V1/body', 'replace')
      .closed('The rooms are cold again.', 'Valve 1, body: its stem had burnt the new motor too')
      .leaves()
      .visit('Caretaker', '2026-11-20T13:30:00.000Z', 'service')
      .complains('Hot water is fine, the rooms stay cold in the afternoon.', ['zone1'])
      .hand('TS1', 'calling', true)
  })

export const botanyPast = (job: Job): DemoFile =>
  served('botany-house', job, (past) => {
    past
      .visit('Head gardener', '2025-12-02T10:20:00.000Z', 'service')
      .mends('V3/head', 'replace')
      .mends('S4', 'remake')
      .leaves()
      .visit('Head gardener', '2026-09-14T11:00:00.000Z', 'service')
      .read('direct', 'V1.sig', 'V1.com', 6.1, quiet)
      .complains('The palm bed is too warm at noon.', ['zone1'])
      .saw('zone:zone1', 'room', 'heats uncalled')
      .hand(job.zones.zone1?.thermostat ?? '', 'out1', 10)
      .hand('TS3', 'calling', true)
  })

/** New work over days: two zones heat, the third hangs and is half landed. */
export function quayPast(job: Job): DemoFile {
  const ofThird = new Set(['TS3', 'V3', 'K3', 'P4'])
  const before: Circuit = circuitIn(job)
  const third = Object.entries(before.wires).flatMap(([id, { from, to }]) =>
    ofThird.has(from.part) || ofThird.has(to.part) ? [id] : [],
  )
  const parts = [...ofThird].filter((id) => before.parts[id])
  const cables = Object.keys(before.cables).filter((id) => third.some((wire) => before.wires[wire]!.cable === id))
  for (const id of third) delete before.wires[id]
  for (const id of parts) delete before.parts[id]
  for (const id of cables) delete before.cables[id]
  const document = documentOf(job, before)
  const past = new Past('quay-terrace', document)
  past
    .visit('Studio fitter', '2026-11-23T08:00:00.000Z', 'new work')
    .hangs(parts, cables)
    .lands(third.slice(0, Math.ceil(third.length / 2)))
    .hand('TS1', 'calling', true)
    .notes('Cable to the main hall is pulled and lies coiled at the boiler cupboard. Go on tomorrow.')
    .leaves()
  return { document, entries: past.entries }
}
