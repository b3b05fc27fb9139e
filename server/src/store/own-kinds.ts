import type { OwnKind } from '@civil-lantern/core'
import { asc, eq } from 'drizzle-orm'
import type { Database } from './database.ts'
import { ownKinds } from './tables.ts'

export interface StoredKind {
  readonly id: string
  readonly kind: OwnKind
}

/** The user's own kinds of part. Jobs carry copies of those they use, so that removing one here breaks no job. */
export class OwnKinds {
  readonly #store: Database
  readonly #now: () => string

  constructor(store: Database, now: () => string) {
    this.#store = store
    this.#now = now
  }

  list(): Promise<StoredKind[]> {
    return this.#store.db
      .select({ id: ownKinds.id, kind: ownKinds.kind })
      .from(ownKinds)
      .orderBy(asc(ownKinds.name), asc(ownKinds.id))
  }

  keep(id: string, kind: OwnKind): Promise<void> {
    const values = { id, name: kind.name, kind, updatedAt: this.#now() }
    return this.#store.write(async (tx) => {
      await tx.insert(ownKinds).values(values).onConflictDoUpdate({ target: ownKinds.id, set: values })
    })
  }

  /** Returns whether there was such a kind. */
  remove(id: string): Promise<boolean> {
    return this.#store.write(async (tx) => {
      const gone = await tx.delete(ownKinds).where(eq(ownKinds.id, id)).returning({ id: ownKinds.id })
      return gone.length > 0
    })
  }
}
