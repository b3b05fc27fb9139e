import { mkdirSync } from 'node:fs'
import { dirname } from 'node:path'
import { createClient } from '@libsql/client'
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
    client.close()
  }
  return { db, write, close }
}
