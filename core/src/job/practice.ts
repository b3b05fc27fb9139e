import type { Practice } from './schema.ts'

/** Line voltage and frequency of the practice: volts RMS and hertz. */
export const mains = (practice: Practice) =>
  practice === '120' ? { volts: 120, hertz: 60 } : { volts: 230, hertz: 50 }
