import { mkdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { type Client, createClient } from '@libsql/client'
import { drizzle } from 'drizzle-orm/libsql'
import { migrate } from 'drizzle-orm/libsql/migrator'
import * as tables from './tables.ts'

export type Database = Awaited<ReturnType<typeof openDatabase>>
/** A transaction, as `write` hands it to its work. */
export type Tx = Parameters<Parameters<ReturnType<typeof drizzle<typeof tables>>['transaction']>[0]>[0]

/**
 * Opens the SQLite file, bringing its tables up to date. All writes go through `write`, one after the other: SQLite has
 * one writer, and transactions that wait for each other inside one process would only fail with SQLITE_BUSY.
 * @param file path of the database; made with its folder where missing
 */
export async function openDatabase(file: string, migrationsFolder: string) {
  mkdirSync(dirname(file), { recursive: true })
  const client = createClient({ url: `file:${file}`, timeout: 5000 })
  await client.execute('PRAGMA journal_mode = WAL')
  await refuseNewer(client, file, migrationsFolder)
  const db = drizzle(client, { schema: tables })
  await migrate(db, { migrationsFolder })
  let last: Promise<unknown> = Promise.resolve()
  const write = <T>(work: (tx: Tx) => Promise<T>): Promise<T> => {
    const next = last.then(() => db.transaction(work, { behavior: 'immediate' }))
    last = next.catch(() => undefined)
    return next
  }
  const close = async () => {
    await last
    // The file alone is the whole database then: a copy of it holds everything.
    await client.execute('PRAGMA wal_checkpoint(TRUNCATE)').catch(() => undefined)
    client.close()
  }
  return { db, write, close }
}

/** A database that a newer version has written is not opened: this one would not know what it holds. */
async function refuseNewer(client: Client, file: string, folder: string) {
  const known = JSON.parse(readFileSync(join(folder, 'meta/_journal.json'), 'utf8')) as { entries: { when: number }[] }
  const latest = Math.max(...known.entries.map(({ when }) => when))
  const found = await client
    .execute('SELECT max(created_at) FROM __drizzle_migrations')
    .then(({ rows }) => Number(rows[0]?.[0] ?? 0))
    .catch(() => 0)
  if (found <= latest) return
  client.close()
  throw new Error(
    `${file} was written by a newer version of this program. Start that one, or name another file in DB_FILE.`,
  )
}
