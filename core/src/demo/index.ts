import type { Job } from '../job/schema.ts'
import { botanyHouse } from './botany-house.ts'
import { complaints, type HiddenComplaint } from './complaints.ts'
import { fenwickOrchard } from './fenwick-orchard.ts'
import { kestrelPoint } from './kestrel-point.ts'
import { lowtherStreet } from './lowther-street.ts'
import { botanyPast, type DemoFile, fenwickPast, kestrelPast, lowtherPast, quayPast, sablePast } from './pasts.ts'
import { quayTerrace } from './quay-terrace.ts'
import { sableRow } from './sable-row.ts'

/** The demo jobs as planned, by the id they are stored under; the first is the newest on the board. */
export const demoJobs: Readonly<Record<string, () => Job>> = {
  'botany-house': botanyHouse,
  'lowther-street': lowtherStreet,
  'quay-terrace': quayTerrace,
  'fenwick-orchard': fenwickOrchard,
  'sable-row': sableRow,
  'kestrel-point': kestrelPoint,
}

/** The same with a past: earlier visits, readings, hands found, work half done, complaints that are open. */
export const demoFiles: Readonly<Record<string, () => DemoFile>> = {
  'botany-house': () => botanyPast(botanyHouse()),
  'lowther-street': () => lowtherPast(lowtherStreet()),
  'quay-terrace': () => quayPast(quayTerrace()),
  'fenwick-orchard': () => fenwickPast(fenwickOrchard()),
  'sable-row': () => sablePast(sableRow()),
  'kestrel-point': () => kestrelPast(kestrelPoint()),
}

export { complaints, type HiddenComplaint }
