import { createHash } from 'node:crypto'
import { and, eq, inArray } from 'drizzle-orm'
import type { Database, Tx } from './database.ts'
import { photos } from './tables.ts'

/** A picture as it is kept, or a sheet of paper that came as a PDF. */
export interface Photo {
  readonly hash: string
  readonly type: 'image/jpeg' | 'image/png' | 'application/pdf'
  readonly bytes: Buffer
}

/** The most a picture may have, bytes: pages make them smaller before they send them. */
export const LARGEST = 6 * 1024 * 1024

export const hashOf = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex')

/** What a picture is by its first bytes, whatever it is called; nothing where it is none that is kept here. */
export function typeOf(bytes: Buffer): Photo['type'] | undefined {
  if (bytes.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff]))) return 'image/jpeg'
  if (bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))) return 'image/png'
  if (bytes.subarray(0, 5).toString('latin1') === '%PDF-') return 'application/pdf'
  return undefined
}

/** Pictures of jobs. */
export class Photos {
  readonly #store: Database
  readonly #now: () => string

  constructor(store: Database, now: () => string) {
    this.#store = store
    this.#now = now
  }

  /** Keeps a picture; the same one again changes nothing. */
  async keep(jobId: string, photo: Photo): Promise<void> {
    await this.#store.write((tx) => kept(tx, jobId, [photo], this.#now()))
  }

  async get(jobId: string, hash: string): Promise<Photo | undefined> {
    const [row] = await this.#store.db
      .select()
      .from(photos)
      .where(and(eq(photos.jobId, jobId), eq(photos.hash, hash)))
    return row
  }

  /** Those of a job that are named and there, in the order they are named. */
  async of(jobId: string, hashes: readonly string[]): Promise<Photo[]> {
    if (hashes.length === 0) return []
    const rows = await this.#store.db
      .select()
      .from(photos)
      .where(and(eq(photos.jobId, jobId), inArray(photos.hash, [...hashes])))
    const byHash = new Map(rows.map((row) => [row.hash, row]))
    return hashes.flatMap((hash) => byHash.get(hash) ?? [])
  }

  async keepAll(jobId: string, all: readonly Photo[]): Promise<void> {
    if (all.length > 0) await this.#store.write((tx) => kept(tx, jobId, all, this.#now()))
  }
}

async function kept(tx: Tx, jobId: string, all: readonly Photo[], at: string) {
  for (const { hash, type, bytes } of all)
    await tx.insert(photos).values({ jobId, hash, type, bytes, at }).onConflictDoNothing()
}
