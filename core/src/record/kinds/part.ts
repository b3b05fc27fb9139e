import { Type } from 'typebox'
import { Cable, Part } from '../../job/schema.ts'
import { entryKind } from '../entry-kind.ts'
import { closed, Id } from './fields.ts'
import { forgetPart, takeDown } from './seen.ts'

const kind = Type.Literal('part')

/** Something hung or taken down: a part, or a cable run to it. */
export const part = entryKind({
  kind: 'part',
  name: 'Fitted or taken out',
  schema: Type.Union([
    Type.Object({ kind, does: Type.Literal('fitted'), part: Id, is: Part }, closed),
    Type.Object({ kind, does: Type.Literal('run'), cable: Id, is: Cable }, closed),
    Type.Object({ kind, does: Type.Literal('taken out'), part: Id }, closed),
  ]),
  subject: (body) => ('cable' in body ? `cable:${body.cable}` : `part:${body.part}`),
  fold(found, body, entry) {
    if (body.does === 'fitted') {
      forgetPart(found, body.part)
      found.circuit.parts[body.part] = body.is
    } else if (body.does === 'run') found.circuit.cables[body.cable] = body.is
    else if (found.circuit.parts[body.part]) takeDown(found, body.part)
    else found.offRecord.push({ entry, says: `${body.part} is taken out and was not on the record` })
  },
  says: (body, job) =>
    body.does === 'taken out'
      ? `${job.parts[body.part]?.label ?? body.part} taken out`
      : `${body.is.label} ${body.does === 'run' ? 'run' : 'fitted'}`,
})
