import type { Edit, Entry, Failure, Job } from '@civil-lantern/core'

export interface JobRow {
  readonly id: string
  readonly revision: number
  readonly title: string
  readonly task: string
  readonly practice: string
  readonly zones: number
  readonly updatedAt: string
}

export interface StoredJob {
  readonly id: string
  readonly revision: number
  readonly document: Job
}

export interface StoredEntry {
  readonly id: string
  readonly body: Entry
}

/** The server answered, and refused. */
export class RefusedByServer extends Error {
  readonly status: number
  readonly failures: readonly Failure[]
  readonly current: StoredJob | undefined

  constructor(status: number, failures: readonly Failure[], current?: StoredJob) {
    super(failures[0] ? `${failures[0].says} ${failures[0].remedy}` : `The server refused (${status}).`)
    this.status = status
    this.failures = failures
    this.current = current
  }
}

async function ask<T>(path: string, send?: unknown): Promise<T> {
  const answer = await fetch(`/api${path}`, {
    ...(send === undefined
      ? {}
      : { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(send) }),
  })
  const said = await answer.json().catch(() => ({}))
  if (!answer.ok) throw new RefusedByServer(answer.status, said.failures ?? [], said.current)
  return said
}

export const api = {
  jobs: () => ask<{ jobs: JobRow[] }>('/jobs').then(({ jobs }) => jobs),
  job: (id: string) => ask<StoredJob>(`/jobs/${id}`),
  addJob: (id: string, document: unknown) => ask<StoredJob>('/jobs', { id, document }),
  edit: (id: string, revision: number, edits: readonly Edit[]) =>
    ask<{ revision: number }>(`/jobs/${id}/edits`, {
      revision,
      edits: edits.map(({ id: editId, name, patches }) => ({ id: editId, name, patches })),
    }),
  entries: (id: string) => ask<{ entries: StoredEntry[] }>(`/jobs/${id}/entries`).then(({ entries }) => entries),
  addEntries: (id: string, entries: readonly StoredEntry[]) =>
    ask<{ entries: StoredEntry[] }>(`/jobs/${id}/entries`, { entries }).then((said) => said.entries),
}
