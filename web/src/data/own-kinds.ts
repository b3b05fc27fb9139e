import { catalogue, type Job, kinds, type PartKind } from '@civil-lantern/core'
import { useQuery } from '@tanstack/react-query'
import { api, type StoredKind } from './api.ts'

const NONE: readonly StoredKind[] = []

/** The kinds of part the user has made. */
export const useOwnKinds = (): readonly StoredKind[] =>
  useQuery({ queryKey: ['kinds'], queryFn: api.kinds }).data ?? NONE

/** A kind to choose from: the catalogue's, then the user's own, those this job carries included. */
export function kindChoices(job: Job, own: readonly StoredKind[], fits: (kind: PartKind) => boolean) {
  const mine = new Map(own.map(({ id, kind }) => [id, kind]))
  for (const [id, kind] of Object.entries(job.ownKinds ?? {})) if (!mine.has(id)) mine.set(id, kind)
  return [
    ...kinds.filter(fits).map(({ kind, name }) => ({ value: kind, says: name })),
    ...[...mine].flatMap(([id, { like, name }]) => {
      const model = catalogue.get(like)
      return model && fits(model) ? [{ value: id, says: `${name} (own)` }] : []
    }),
  ]
}

/** Puts a kind of the user's own into the job that uses it, so that the document stands alone. */
export function carry(draft: Job, own: readonly StoredKind[], id: string) {
  const found = own.find((one) => one.id === id)
  if (found) draft.ownKinds = { ...draft.ownKinds, [id]: found.kind }
}
