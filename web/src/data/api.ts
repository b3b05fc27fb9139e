import type {
  AskForm,
  AskStand,
  Document,
  Edit,
  Entry,
  Failure,
  JobSummary,
  Mended,
  OwnKind,
  Supposition,
} from '@civil-lantern/core'
import { takenAhead } from '../base/ahead.ts'
import { jobAt, ME, VERSION } from './paths.ts'

export interface JobRow {
  readonly id: string
  readonly revision: number
  readonly title: string
  readonly task: string
  readonly practice: string
  readonly zones: number
  readonly shelf: Shelf
  /** Nothing where the job cannot be read. */
  readonly summary: JobSummary | null
  readonly updatedAt: string
}

/** Where a job lies: on the board, put away, or taken out. */
export type Shelf = 'open' | 'away' | 'out'

export interface StoredJob {
  readonly id: string
  readonly revision: number
  readonly document: Document
}

/** What an older version of a job had tried on it, until somebody says what it was. */
export interface TriedBefore {
  readonly supposed: readonly Supposition[]
  readonly hands: Readonly<Record<string, Readonly<Record<string, boolean>>>>
}

/** What can be practised on the stand-in of a job, and whether something is hidden in it now; never what. */
export interface StandInNow {
  readonly complaints: readonly {
    readonly id: string
    readonly level: 'easy' | 'harder' | 'nasty'
    readonly says: string
  }[]
  readonly hides: boolean
}

export type StandInAsk = AskForm | 'room' | 'repair'

/** The server answered, and refused. */
export class RefusedByServer extends Error {
  readonly status: number
  readonly failures: readonly Failure[]
  readonly current: StoredJob | undefined
  /** Ids of the edits that the server has all the same. */
  readonly had: readonly string[]

  constructor(status: number, failures: readonly Failure[], current?: StoredJob, had: readonly string[] = []) {
    super(failures[0] ? `${failures[0].says} ${failures[0].remedy}` : `The server refused (${status}).`)
    this.status = status
    this.failures = failures
    this.current = current
    this.had = had
  }
}

export interface StoredKind {
  readonly id: string
  readonly kind: OwnKind
}

/** The building controller as it answers, or that nobody does. */
export type ControllerNow =
  | { readonly there: false; readonly port: number }
  | {
      readonly there: true
      readonly port: number
      readonly outputs: readonly { value: number; unit: 'V' | 'mA'; to?: number; left?: number }[]
      readonly inputs: readonly number[]
    }

export interface ControllerSet {
  readonly output: number
  readonly value: number
  readonly unit: 'V' | 'mA'
  readonly seconds: number
}

/** What somebody may do here: look at jobs, work on them, or also say who else may. */
export type Role = 'look' | 'work' | 'keep'

export interface Person {
  readonly id: string
  readonly name: string
  readonly role: Role
}

/** Who is signed in, and whether anybody has to. */
export interface Me {
  readonly required: boolean
  readonly person: Person | null
}

/** A device that has a job open, in whose hands, and at which screen. */
export interface Here {
  readonly device: string
  readonly who: string
  readonly at: string
}

/** The entries a window has not yet, how far they go in the order of arrival, and how many there are in all. */
export interface Arrived {
  readonly entries: Entry[]
  readonly upTo: number
  readonly count: number
}

/** Called when the server says that nobody is signed in any more. */
export const signedOut = new EventTarget()

async function ask<T>(path: string, send?: unknown, method = send === undefined ? 'GET' : 'POST'): Promise<T> {
  const begun = method === 'GET' ? await begunBefore(path) : undefined
  const answer =
    begun ??
    (await fetch(`/api${path}`, {
      method,
      ...(send === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(send) }),
    }))
  const said = await whatItSays(answer)
  if (answer.status === 401 && !path.startsWith('/me')) signedOut.dispatchEvent(new Event('nobody'))
  if (!answer.ok) throw new RefusedByServer(answer.status, said.failures ?? [], said.current, said.had)
  return said
}

/** The answer to what was asked before the page was here. One that failed or was refused is none: somebody may have come in since. */
async function begunBefore(path: string): Promise<Response | undefined> {
  const answer = await takenAhead<Promise<Response>>(path)?.catch(() => undefined)
  return answer?.ok ? answer : undefined
}

/** Sends bytes as they are. */
async function send(path: string, bytes: Blob, method: 'PUT' | 'POST'): Promise<unknown> {
  const answer = await fetch(`/api${path}`, { method, headers: { 'content-type': bytes.type }, body: bytes })
  const said = await whatItSays(answer)
  if (!answer.ok) throw new RefusedByServer(answer.status, said.failures ?? [])
  return said
}

/**
 * What an answer says. One that broke off on the way is none, however well it began: nothing is known of what became of the
 * question, and it is asked again. A refusal without words is a refusal all the same.
 */
async function whatItSays(answer: Response) {
  if (answer.status === 204) return {}
  try {
    return await answer.json()
  } catch (cause) {
    if (!answer.ok) return {}
    throw new TypeError('The answer of the server broke off.', { cause })
  }
}

export const api = {
  sendPhoto: (id: string, hash: string, photo: Blob) => send(`/jobs/${id}/photos/${hash}`, photo, 'PUT'),
  addArchive: (id: string, archive: Blob) => send(`/archives/${id}`, archive, 'POST') as Promise<StoredJob>,
  me: () => ask<Me>(ME),
  signIn: (name: string, passphrase: string) => ask<Me>('/me/sign-in', { name, passphrase }),
  join: (key: string, name: string, passphrase: string) => ask<Me>('/me/join', { key, name, passphrase }),
  signOut: () => ask<Me>('/me/sign-out', {}),
  people: () => ask<{ people: Person[] }>('/people').then(({ people }) => people),
  invite: (role: Role) => ask<{ key: string; reachedAt: readonly string[] }>('/people/invitations', { role }),
  changeRole: (id: string, role: Role) => ask<unknown>(`/people/${id}`, { role }, 'PUT'),
  removePerson: (id: string) => ask<unknown>(`/people/${id}`, undefined, 'DELETE'),
  amAt: (id: string, here: Here) => ask<unknown>(`/jobs/${id}/live`, here, 'PUT'),
  jobs: () => ask<{ jobs: JobRow[] }>('/jobs').then(({ jobs }) => jobs),
  job: (id: string) => ask<StoredJob & { tried: TriedBefore | null }>(jobAt(id)),
  addJob: (id: string, whole: { document: unknown } | { file: unknown }) => ask<StoredJob>('/jobs', { id, ...whole }),
  layJob: (id: string, shelf: Shelf) => ask<unknown>(`/jobs/${id}/shelf`, { shelf }, 'PUT'),
  jobFile: (id: string) => ask<unknown>(`/jobs/${id}/file`),
  settleTried: (id: string) => ask<unknown>(`/jobs/${id}/tried`, undefined, 'DELETE'),
  edit: (id: string, revision: number, edits: readonly Edit[], version = VERSION) =>
    /** `over`: somebody else had changed the same meanwhile. */
    ask<{ revision: number; over?: true }>(`/jobs/${id}/edits`, {
      revision,
      version,
      edits: edits.map(({ id: editId, name, patches }) => ({ id: editId, name, patches })),
    }),
  entries: (id: string, since: number) => ask<Arrived>(`/jobs/${id}/entries?since=${since}`),
  standIn: (id: string) => ask<StandInNow>(`/jobs/${id}/stand-in`),
  beginStandIn: (id: string, complaint: string) =>
    ask<{ says: string; cold: string[]; heats: string[]; told?: string }>(`/jobs/${id}/stand-in/begin`, { complaint }),
  askStandIn: (id: string, entry: Entry, asked: StandInAsk, { calls, power }: AskStand) =>
    ask<{ body: Entry['body']; well?: boolean }>(`/jobs/${id}/stand-in/answer`, {
      entry,
      ask: asked,
      stand: calls,
      power,
    }),
  revealStandIn: (id: string) => ask<{ left: string[] }>(`/jobs/${id}/stand-in/reveal`, {}),
  firm: () => ask<{ mended: Mended[] }>('/firm').then(({ mended }) => mended),
  kinds: () => ask<{ kinds: StoredKind[] }>('/kinds').then(({ kinds }) => kinds),
  keepKind: (id: string, kind: OwnKind) => ask<StoredKind>('/kinds', { id, kind }),
  importKind: (id: string, file: unknown) => ask<StoredKind>('/kinds/import', { id, file }),
  removeKind: (id: string) => ask<unknown>(`/kinds/${id}`, undefined, 'DELETE'),
  controller: (sense: readonly number[], set?: ControllerSet) =>
    ask<ControllerNow>('/controller', { sense, ...(set ? { set } : {}) }),
  addEntries: (id: string, entries: readonly unknown[], since: number) =>
    ask<Arrived>(`/jobs/${id}/entries`, { entries, since }),
}
