import { type Static, Type } from 'typebox'
import { fail, type Result, succeed } from '../job/failure.ts'
import { OwnKind } from '../job/schema.ts'
import { door } from '../job/validate.ts'
import { faultsOfOwnKind } from '../schemes/own-kinds.ts'
import { KIND_FORMAT } from './own-kind.ts'

const KindFile = Type.Object(
  { format: Type.Literal(KIND_FORMAT), version: Type.Literal(1), kind: OwnKind },
  { additionalProperties: false },
)
const fileDoor = door(KindFile)
const kindDoor = door(OwnKind)

/** Lets a kind of the user's own through when its model is in the catalogue and has what it names. */
export function validateOwnKind(value: unknown): Result<OwnKind> {
  const read = kindDoor(value)
  return read.ok ? sound(read.value) : read
}

/** Reads a file that holds one kind; the inverse of `writeOwnKind`. */
export function readOwnKind(value: unknown): Result<OwnKind> {
  const format = typeof value === 'object' && value !== null && 'format' in value ? value.format : undefined
  if (format !== KIND_FORMAT)
    return fail({
      code: 'kind/format',
      where: '/format',
      says: 'This is not a file of one kind of part.',
      remedy: `Choose a file whose "format" is "${KIND_FORMAT}", as Parts exports it.`,
    })
  const read = fileDoor(value)
  return read.ok ? sound((read.value as Static<typeof KindFile>).kind) : read
}

function sound(kind: OwnKind): Result<OwnKind> {
  const faults = faultsOfOwnKind(kind)
  if (faults.length === 0) return succeed(kind)
  return fail(
    ...faults.map(({ where, says }) => ({
      code: 'kind/model',
      where,
      says,
      remedy: 'Correct it in the file, or make the kind again as a copy of one in the catalogue. Nothing was changed.',
    })),
  )
}
