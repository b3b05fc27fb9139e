import { type Circuit, type Document, type Job, VERSION } from './schema.ts'

export const noCircuit = (): Circuit => ({ parts: {}, cables: {}, wires: {} })

/** A copy of a job's circuit, which shares nothing with it. */
export const circuitIn = ({ parts, cables, wires }: Circuit): Circuit =>
  JSON.parse(JSON.stringify({ parts, cables, wires }))

/** A document's site and intent around one circuit. */
export function jobWith(document: Document, circuit: Circuit): Job {
  const { version: _v, planned: _p, before: _b, ...around } = document
  return { ...around, parts: circuit.parts, cables: circuit.cables, wires: circuit.wires }
}

/** The document as its user edits it. */
export const plannedJob = (document: Document): Job => jobWith(document, document.planned)

/**
 * A document whose plan is this job.
 * @param before what the wall was taken to be; nobody has been there where it is left out
 */
export function documentOf(job: Job, before: Circuit | null = null): Document {
  const { parts, cables, wires, ...around } = job
  return { version: VERSION, ...around, planned: { parts, cables, wires }, before }
}
