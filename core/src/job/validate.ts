import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv'
import type { Static, TSchema } from 'typebox'
import { type Failure, fail, type Result, succeed } from './failure.ts'
import { FORMAT, Job, VERSION } from './schema.ts'

const ajv = new Ajv({ allErrors: true, strict: true, allowUnionTypes: true })

/**
 * Compiles one schema into a door: it lets a value through with its type, or says what is wrong and where.
 * Ajv builds code at run time, so this file is for the server and the command line, not for a page.
 */
export function door<T extends TSchema>(schema: T): (value: unknown) => Result<Static<T>> {
  const check: ValidateFunction<Static<T>> = ajv.compile<Static<T>>(schema)
  return (value) => {
    if (check(value)) return succeed(value)
    return fail(...(check.errors ?? []).slice(0, 20).map(asFailure))
  }
}

function asFailure(error: ErrorObject): Failure {
  const extra = error.params.additionalProperty ?? error.params.missingProperty
  const where = error.instancePath || '/'
  return {
    code: `schema/${error.keyword}`,
    where,
    says: `${where} ${error.message ?? 'is not valid'}${extra ? ` (${extra})` : ''}`,
    remedy: 'Correct this field and send it again; nothing was changed.',
  }
}

const jobDoor = door(Job)

/**
 * Reads a value as a job document. A value of another format or of an unknown version is told apart from a damaged one.
 * References inside (places, parts, cables) must exist.
 */
export function validateJob(value: unknown): Result<Job> {
  const head = typeof value === 'object' && value !== null ? value : {}
  if (!('format' in head) || head.format !== FORMAT)
    return fail({
      code: 'job/format',
      where: '/format',
      says: 'This is not a Civil Lantern job.',
      remedy: `Choose a file whose "format" is "${FORMAT}".`,
    })
  if (!('version' in head) || head.version !== VERSION)
    return fail({
      code: 'job/version',
      where: '/version',
      says: `This job was written in version ${'version' in head ? String(head.version) : '?'} of the format; this program reads version ${VERSION}.`,
      remedy: 'Open it with a newer Civil Lantern, or export it again from the program that wrote it.',
    })
  const read = jobDoor(value)
  if (!read.ok) return read
  const dangling = danglingReferences(read.value)
  return dangling.length > 0 ? fail(...dangling) : read
}

function danglingReferences(job: Job): Failure[] {
  const found: Failure[] = []
  const need = (there: object, id: string | undefined, where: string, what: string) => {
    if (id !== undefined && !Object.hasOwn(there, id))
      found.push({
        code: 'job/reference',
        where,
        says: `${where} names ${what} "${id}", which is not in the job.`,
        remedy: `Add the ${what} or name one that exists.`,
      })
  }
  for (const [id, part] of Object.entries(job.parts)) need(job.places, part.place, `/parts/${id}/place`, 'place')
  for (const [id, wire] of Object.entries(job.wires)) {
    need(job.parts, wire.from.part, `/wires/${id}/from/part`, 'part')
    need(job.parts, wire.to.part, `/wires/${id}/to/part`, 'part')
    need(job.cables, wire.cable, `/wires/${id}/cable`, 'cable')
    const cores = wire.cable === undefined ? undefined : job.cables[wire.cable]?.cores
    if (cores) need(cores, wire.core, `/wires/${id}/core`, 'core')
  }
  for (const [id, zone] of Object.entries(job.zones)) {
    need(job.places, zone.place, `/zones/${id}/place`, 'place')
    need(job.places, zone.valvePlace, `/zones/${id}/valvePlace`, 'place')
    for (const own of ['thermostat', 'valve', 'relay', 'pump'] as const)
      need(job.parts, zone[own], `/zones/${id}/${own}`, 'part')
  }
  for (const [id, cable] of Object.entries(job.cables)) {
    need(job.places, cable.from, `/cables/${id}/from`, 'place')
    need(job.places, cable.to, `/cables/${id}/to`, 'place')
  }
  need(job.places, job.survey.boiler.place, '/survey/boiler/place', 'place')
  return found
}
