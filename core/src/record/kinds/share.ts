import { Type } from 'typebox'
import type { Job } from '../../job/schema.ts'
import { entryKind } from '../entry-kind.ts'
import { closed, Id, Line } from './fields.ts'

const kind = Type.Literal('share')

/** Several people at one proof: who stands where, and that somebody's part of a step is done. */
export const share = entryKind({
  kind: 'share',
  name: 'Shared proof',
  schema: Type.Union([
    /** From now on this device stands at a place; null: it walks to all of them. */
    Type.Object({ kind, stands: Type.Union([Id, Type.Null()]) }, closed),
    /** What is to be done at a place at a step has been done there. */
    Type.Object({ kind, step: Type.String({ minLength: 1, maxLength: 120 }), name: Line, place: Id }, closed),
  ]),
  says: (body, job) =>
    'stands' in body
      ? body.stands === null
        ? 'Walks to every place'
        : `Stands at ${named(job, body.stands)}`
      : `${body.name}: done at ${named(job, body.place)}`,
})

const named = (job: Job, place: string) => job.places[place]?.name ?? place
