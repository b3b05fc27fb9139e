import { applyPatches, enablePatches, type Patch, produceWithPatches } from 'immer'
import { Type } from 'typebox'
import { type Failure, fail, type Result, succeed } from './failure.ts'
import type { Document, Job } from './schema.ts'

enablePatches()

/** A patch as it travels: an operation, the path of the thing in the document, and its new value. */
export const PatchSchema = Type.Object(
  {
    op: Type.Union([Type.Literal('add'), Type.Literal('replace'), Type.Literal('remove')]),
    path: Type.Array(Type.Union([Type.String({ maxLength: 64 }), Type.Integer({ minimum: 0, maximum: 9999 })]), {
      minItems: 1,
      maxItems: 9,
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

/** Fields of a job that stand under `planned` in its document. */
const CIRCUIT = new Set<string | number>(['parts', 'cables', 'wires'])

/** The path in the document of a path in a job whose circuit is the plan. */
export const inDocument = (path: readonly (string | number)[]): (string | number)[] =>
  path[0] !== undefined && CIRCUIT.has(path[0]) ? ['planned', ...path] : [...path]

const patchesInDocument = (patches: readonly Patch[]): Patch[] =>
  patches.map((patch) => ({ ...patch, path: inDocument(patch.path) }))

/**
 * Makes an edit by changing a draft of the job as planned. Returns undefined where the recipe changed nothing.
 *
 * @example
 * const named = makeEdit(job, 'Name Valve 3', newId(), (draft) => { draft.parts.V3.label = 'Gallery valve' })
 */
export function makeEdit(
  job: Job,
  name: string,
  id: string,
  recipe: (draft: Job) => void,
): { job: Job; edit: Edit } | undefined {
  const [next, patches, inverse] = produceWithPatches(job, recipe)
  if (patches.length === 0) return undefined
  return {
    job: next,
    edit: { id, name, patches: patchesInDocument(patches), inverse: patchesInDocument(inverse) },
  }
}

/**
 * The edit that opens the first visit: from here on the wall is taken to have been like this.
 * Undefined where the document has a `before` already, since that is written once.
 */
export function beginningVisit(document: Document, before: Document['planned'], id: string): Edit | undefined {
  if (document.before) return undefined
  const [, patches, inverse] = produceWithPatches(document, (draft) => void (draft.before = before))
  return { id, name: 'Open the first visit', patches, inverse }
}

/** The edit that takes another one back. */
export const undoing = (edit: Edit, id: string): Edit => ({
  id,
  name: `Undo: ${edit.name}`.slice(0, 120),
  patches: edit.inverse,
  inverse: edit.patches,
})

/** Applies an edit's patches; fails, changing nothing, where a thing they name is gone. */
export function applyEdit(document: Document, edit: { name: string; patches: readonly Patch[] }): Result<Document> {
  for (const { path } of edit.patches) {
    const missing = missingParent(document, path, edit.patches)
    if (missing) return fail(missing)
  }
  try {
    return succeed(applyPatches(document, edit.patches))
  } catch (error) {
    return fail({
      code: 'edit/apply',
      where: edit.patches[0]?.path.join('/') ?? '',
      says: `"${edit.name}" does not fit this document: ${error instanceof Error ? error.message : 'unknown cause'}.`,
      remedy: 'Make the change again on the document as it is now.',
    })
  }
}

function missingParent(
  document: Document,
  path: readonly (string | number)[],
  patches: readonly Patch[],
): Failure | undefined {
  let at: unknown = document
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
