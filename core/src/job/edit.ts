import { applyPatches, enablePatches, type Patch, produceWithPatches } from 'immer'
import { Type } from 'typebox'
import { type Failure, fail, type Result, succeed } from './failure.ts'
import type { Job } from './schema.ts'

enablePatches()

/** A patch as it travels: an operation, the path of the thing, and its new value. */
export const PatchSchema = Type.Object(
  {
    op: Type.Union([Type.Literal('add'), Type.Literal('replace'), Type.Literal('remove')]),
    path: Type.Array(Type.Union([Type.String({ maxLength: 64 }), Type.Integer({ minimum: 0, maximum: 9999 })]), {
      minItems: 1,
      maxItems: 8,
    }),
    value: Type.Optional(Type.Unknown()),
  },
  { additionalProperties: false },
)

export const EditSchema = Type.Object(
  {
    id: Type.String({ pattern: '^[A-Za-z0-9_-]{8,64}$' }),
    name: Type.String({ minLength: 1, maxLength: 120 }),
    patches: Type.Array(PatchSchema, { minItems: 1, maxItems: 5000 }),
  },
  { additionalProperties: false },
)

/** One named change of the document. The same patches are queued, sent, and (inverted) undone. */
export interface Edit {
  readonly id: string
  readonly name: string
  readonly patches: Patch[]
  readonly inverse: Patch[]
}

/**
 * Makes an edit by changing a draft of the job. Returns undefined where the recipe changed nothing.
 *
 * @example
 * const broken = makeEdit(job, 'Break wire w3', newId(), (draft) => { draft.wires.w3.broken = true })
 */
export function makeEdit(
  job: Job,
  name: string,
  id: string,
  recipe: (draft: Job) => void,
): { job: Job; edit: Edit } | undefined {
  const [next, patches, inverse] = produceWithPatches(job, recipe)
  return patches.length === 0 ? undefined : { job: next, edit: { id, name, patches, inverse } }
}

/** The edit that takes another one back. */
export const undoing = (edit: Edit, id: string): Edit => ({
  id,
  name: `Undo: ${edit.name}`,
  patches: edit.inverse,
  inverse: edit.patches,
})

/** Applies an edit's patches; fails, changing nothing, where a thing they name is gone. */
export function applyEdit(job: Job, edit: { name: string; patches: readonly Patch[] }): Result<Job> {
  for (const { path } of edit.patches) {
    const missing = missingParent(job, path, edit.patches)
    if (missing) return fail(missing)
  }
  try {
    return succeed(applyPatches(job, edit.patches))
  } catch (error) {
    return fail({
      code: 'edit/apply',
      where: edit.patches[0]?.path.join('/') ?? '',
      says: `"${edit.name}" does not fit this document: ${error instanceof Error ? error.message : 'unknown cause'}.`,
      remedy: 'Make the change again on the document as it is now.',
    })
  }
}

function missingParent(job: Job, path: readonly (string | number)[], patches: readonly Patch[]): Failure | undefined {
  let at: unknown = job
  for (const [depth, step] of path.slice(0, -1).entries()) {
    if (typeof at !== 'object' || at === null || !Object.hasOwn(at, step)) {
      const here = path.slice(0, depth + 1).join('/')
      const madeByThisEdit = patches.some((p) => here === p.path.join('/') || here.startsWith(`${p.path.join('/')}/`))
      if (madeByThisEdit) return undefined
      return {
        code: 'edit/gone',
        where: `/${here}`,
        says: `/${here} is no longer in the job.`,
        remedy: 'It was removed elsewhere. Make the change again on what is there now.',
      }
    }
    at = (at as Record<string | number, unknown>)[step]
  }
  return undefined
}
