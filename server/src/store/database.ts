import { existsSync, mkdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { setImmediate } from 'node:timers/promises'
import { type Client, createClient } from '@libsql/client'
import { drizzle } from 'drizzle-orm/libsql'
import { migrate } from 'drizzle-orm/libsql/migrator'
import { backUp } from './backup.ts'
import * as tables from './tables.ts'
import { Turn } from './turn.ts'

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
  // The driver waits with the whole program standing still: hardly at all, then, and `Turn` waits in its place.
  const open = () => createClient({ url: `file:${file}`, timeout: 20 })
  const client = open()
  await client.execute('PRAGMA journal_mode = WAL')
  const { known, latest } = await versions(client, migrationsFolder)
  if (known > latest) {
    client.close()
    throw new Error(
      `${file} was written by a newer version of this program. Start that one, or name another file in DB_FILE.`,
    )
  }
  // What a new version makes of it can be gone back on: the file as it was stays beside it.
  if (known > 0 && known < latest)
    await backUp(file, freeName(`${file}.of-${new Date(known).toISOString().slice(0, 10)}`))
  const db = drizzle(client, { schema: tables })
  await migrate(db, { migrationsFolder })
  // A connection that was refused the lock may keep an old look at the file, and is refused for ever after: writes have one of
  // their own, and take a fresh one then.
  const writer = open()
  const turn = new Turn(() => writer.reconnect())
  const writing = drizzle(writer, { schema: tables })
  let last: Promise<unknown> = Promise.resolve()
  const write = <T>(work: (tx: Tx) => Promise<T>): Promise<T> => {
    // SQLite answers at once, so a queue of writes would run to its end before anybody else is heard: each waits for a turn.
    const next = last
      .then(() => setImmediate())
      .then(() => turn.take(() => writing.transaction(work, { behavior: 'immediate' })))
    last = next.catch(() => undefined)
    return next
  }
  const close = async () => {
    await last
    writer.close()
    // The file alone is the whole database then: a copy of it holds everything.
    await client.execute('PRAGMA wal_checkpoint(TRUNCATE)').catch(() => undefined)
    client.close()
  }
  /** Does a write wait for another program at this moment? */
  const isHeld = () => turn.isHeld
  return { db, write, close, isHeld }
}

/** When the newest change of tables was made that a file has, and that this program knows; nothing of a new file is 0. */
async function versions(client: Client, folder: string): Promise<{ known: number; latest: number }> {
  const journal = JSON.parse(readFileSync(join(folder, 'meta/_journal.json'), 'utf8')) as {
    entries: { when: number }[]
  }
  const latest = Math.max(...journal.entries.map(({ when }) => when))
  const known = await client
    .execute('SELECT max(created_at) FROM __drizzle_migrations')
    .then(({ rows }) => Number(rows[0]?.[0] ?? 0))
    .catch(() => 0)
  return { known, latest }
}

function freeName(wanted: string): string {
  for (let n = 1; ; n++) {
    const name = n === 1 ? wanted : `${wanted}-${n}`
    if (!existsSync(name)) return name
  }
}
