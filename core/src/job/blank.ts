import { FORMAT, type Job, type Practice, VERSION } from './schema.ts'

/** A new job: two places every site has, the usual supply chain of the practice, no zones, nothing wired. */
export function blankJob(title: string, practice: Practice): Job {
  return {
    format: FORMAT,
    version: VERSION,
    title,
    task: '',
    site: { address: '', contact: '', notes: '' },
    practice,
    places: {
      boiler: { name: 'Boiler room', order: 0 },
      rooms: { name: 'Rooms', order: 1 },
    },
    zones: {},
    survey: {
      supply: { emergencySwitch: practice === '120', fireCutOut: false, serviceSwitch: true },
      transformer: { va: 40, openVolts: 27, fuseAmps: 2 },
      boiler: { kind: practice === '120' ? 'boiler/dry-call' : 'boiler/switched-live', place: 'boiler' },
      complaints: '',
    },
    scheme: null,
    parts: {},
    cables: {},
    wires: {},
  }
}

/** Zones in the order of their numbers, with their ids. */
export const zonesInOrder = (job: Job) =>
  Object.entries(job.zones)
    .map(([id, zone]) => ({ id, ...zone }))
    .sort((a, b) => a.number - b.number)

/** Line voltage and frequency of the practice: volts RMS and hertz. */
export const mains = (practice: Practice) =>
  practice === '120' ? { volts: 120, hertz: 60 } : { volts: 230, hertz: 50 }
