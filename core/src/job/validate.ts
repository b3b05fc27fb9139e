import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv'
import type { Static, TSchema } from 'typebox'
import { type Failure, fail, type Result, succeed } from './failure.ts'
import { Document } from './schema.ts'

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

const documentDoor = door(Document)

/** Reads a value as a job document of this version. References inside (places, parts, cables) must exist. */
export function validateDocument(value: unknown): Result<Document> {
  const read = documentDoor(value)
  if (!read.ok) return read
  const dangling = danglingReferences(read.value)
  return dangling.length > 0 ? fail(...dangling) : read
}

function danglingReferences(document: Document): Failure[] {
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
  const { places, planned } = document
  // What was wired and what the wall was taken to be may name places that are gone: they are never edited.
  for (const name of ['planned', 'wired', 'before'] as const) {
    const circuit = document[name]
    if (!circuit) continue
    for (const [id, wire] of Object.entries(circuit.wires)) {
      const where = `/${name}/wires/${id}`
      need(circuit.parts, wire.from.part, `${where}/from/part`, 'part')
      need(circuit.parts, wire.to.part, `${where}/to/part`, 'part')
      need(circuit.cables, wire.cable, `${where}/cable`, 'cable')
      const cores = wire.cable === undefined ? undefined : circuit.cables[wire.cable]?.cores
      if (cores) need(cores, wire.core, `${where}/core`, 'core')
    }
  }
  for (const [id, part] of Object.entries(planned.parts))
    need(places, part.place, `/planned/parts/${id}/place`, 'place')
  for (const [id, cable] of Object.entries(planned.cables)) {
    need(places, cable.from, `/planned/cables/${id}/from`, 'place')
    need(places, cable.to, `/planned/cables/${id}/to`, 'place')
  }
  for (const [id, zone] of Object.entries(document.zones)) {
    need(places, zone.place, `/zones/${id}/place`, 'place')
    need(places, zone.valvePlace, `/zones/${id}/valvePlace`, 'place')
    for (const own of ['thermostat', 'valve', 'relay', 'pump'] as const)
      need(planned.parts, zone[own], `/zones/${id}/${own}`, 'part')
    for (const [i, head] of (zone.alsoValves ?? []).entries())
      need(planned.parts, head, `/zones/${id}/alsoValves/${i}`, 'part')
  }
  need(places, document.survey.boiler.place, '/survey/boiler/place', 'place')
  return found
}
