import type { Job } from '../job/schema.ts'
import { kestrelPoint } from './kestrel-point.ts'

/** The demo jobs by the id they are stored under. */
export const demoJobs: Readonly<Record<string, () => Job>> = { 'kestrel-point': kestrelPoint }
