import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useNavigate } from 'react-router'
import { newId } from '../../base/shelf.ts'
import { api } from '../../data/api.ts'
import { complain } from '../../ui/complain.ts'

/** An id one can read in the address, never used before. */
export const slug = (title: string) =>
  `${title
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40)}-${newId().slice(0, 6)}`.replace(/^-/, '')

/** Keeps a new job, a document or a whole file, and goes to it. */
export function useAddJob(done: () => void, stage = '') {
  const queries = useQueryClient()
  const navigate = useNavigate()
  return useMutation({
    mutationFn: ({ id, ...whole }: { id: string } & ({ document: unknown } | { file: unknown } | { archive: Blob })) =>
      'archive' in whole ? api.addArchive(id, whole.archive) : api.addJob(id, whole),
    onSuccess: (job) => {
      void queries.invalidateQueries({ queryKey: ['jobs'] })
      done()
      void navigate(`/jobs/${job.id}${stage}`, { state: { fresh: true } })
    },
    onError: (error) => complain(error.message),
  })
}
