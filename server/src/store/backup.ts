import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { createClient } from '@libsql/client'

export interface Counted {
  readonly jobs: number
  readonly edits: number
  readonly entries: number
}

/** Counts what a database file holds. Throws in words where it is none of ours, or is damaged. */
export async function countedIn(file: string): Promise<Counted> {
  if (!existsSync(file)) throw new Error(`There is no file ${file}.`)
  const client = createClient({ url: `file:${file}` })
  try {
    const { rows } = await client.execute('PRAGMA integrity_check')
    if (String(rows[0]?.[0]) !== 'ok') throw new Error(String(rows[0]?.[0]))
    const count = async (table: string) => Number((await client.execute(`SELECT count(*) FROM ${table}`)).rows[0]?.[0])
    return { jobs: await count('jobs'), edits: await count('edits'), entries: await count('entries') }
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error)
    throw new Error(`${file} is no sound database of this program: ${why}.`)
  } finally {
    client.close()
  }
}

/**
 * Copies a database, running or not, into one file that stands alone, and holds the copy against the original by counting.
 * The file appears whole or not at all.
 */
export async function backUp(from: string, to: string): Promise<Counted> {
  if (!existsSync(from)) throw new Error(`There is no database ${from}.`)
  if (existsSync(to)) throw new Error(`${to} is there already. Name a file that is not.`)
  const made = `${to}.part`
  rmSync(made, { force: true })
  const client = createClient({ url: `file:${from}`, timeout: 5000 })
  try {
    await client.execute({ sql: 'VACUUM INTO ?', args: [made] })
  } finally {
    client.close()
  }
  const counted = await countedIn(made)
  renameSync(made, to)
  return counted
}

/**
 * The copy of a day, in a folder of its own, unless it is there already; only the newest so many are kept.
 * @returns the file that was made, if one was
 * @example await copyOfDay('data/lantern.sqlite', '2026-03-01', 7) // 'data/lantern.sqlite.days/2026-03-01.sqlite'
 */
export async function copyOfDay(from: string, day: string, keep: number): Promise<string | undefined> {
  const folder = `${from}.days`
  mkdirSync(folder, { recursive: true })
  const file = join(folder, `${day}.sqlite`)
  if (existsSync(file)) return undefined
  await backUp(from, file)
  const days = readdirSync(folder)
    .filter((name) => /^\d{4}-\d\d-\d\d\.sqlite$/.test(name))
    .sort()
  for (const old of days.slice(0, -keep)) rmSync(join(folder, old))
  return file
}

/** Puts a backup in place of a database; what was there is kept beside it under the name that is answered. */
export async function restore(from: string, to: string): Promise<{ counted: Counted; before: string | undefined }> {
  const counted = await countedIn(from)
  const made = `${to}.part`
  copyFileSync(from, made)
  let before: string | undefined
  if (existsSync(to)) {
    before = `${to}.before-${new Date().toISOString().replace(/[:.]/g, '-')}`
    // What lies in the log beside the file belongs to it: it is folded in first.
    const client = createClient({ url: `file:${to}`, timeout: 5000 })
    await client.execute('PRAGMA wal_checkpoint(TRUNCATE)').finally(() => client.close())
    renameSync(to, before)
  }
  for (const beside of ['-wal', '-shm']) rmSync(`${to}${beside}`, { force: true })
  renameSync(made, to)
  return { counted, before }
}
