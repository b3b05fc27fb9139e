import { applyEdit, type Document, documentOf, type Edit, makeEdit, plannedJob } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import type { Answer, Asked } from './page.ts'

/** A job on a server, as a page asks for it and edits it. */
export const start = documentOf(demoJobs['kestrel-point']!())
export const says = (status: number, what: unknown): Answer => ({ status, says: what })
export const refusal = (words: string) => ({ failures: [{ where: [], says: words, remedy: 'Do it again.' }] })

/** A server that keeps the job: whatever is sent is applied, an edit only once. */
export class Server {
  document: Document = start
  revision = 1
  readonly known = new Set<string>()
  edits: string[] = []

  readonly answer = ({ method, body }: Asked): Answer => {
    if (method === 'GET') return says(200, { id: 'k', revision: this.revision, document: this.document, tried: null })
    if (body.revision !== this.revision)
      return says(409, { ...refusal('Older.'), current: { id: 'k', revision: this.revision, document: this.document } })
    for (const edit of body.edits as Edit[]) this.take(edit)
    return says(200, { revision: this.revision })
  }

  take(edit: Edit) {
    if (this.known.has(edit.id)) return
    const next = applyEdit(this.document, edit)
    if (!next.ok) throw new Error(next.failures[0]!.says)
    this.known.add(edit.id)
    this.edits.push(edit.name)
    this.document = next.value
    this.revision++
  }
}

/** An edit of the note of the site, its id the words where nothing else is said. */
export const note = (document: Document, words: string, id = words): Edit =>
  makeEdit(plannedJob(document), words, id, (draft) => {
    draft.site.notes = words
  })!.edit
/** Another name for the first zone. */
export const renamed = (document: Document, name: string): Edit =>
  makeEdit(plannedJob(document), name, name, (draft) => {
    draft.zones.keepers!.name = name
  })!.edit
