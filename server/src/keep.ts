import { resolve } from 'node:path'
import { backUp, restore } from './store/backup.ts'

/** `npm run backup -- FILE` and `npm run restore -- FILE`: the database as one file, out and in. */
const root = resolve(import.meta.dirname, '../..')
const database = resolve(process.env.DB_FILE ?? `${root}/data/lantern.sqlite`)
const [does, file] = process.argv.slice(2)
const say = (text: string) => process.stdout.write(`${text}\n`)
const told = ({ jobs, edits, entries }: { jobs: number; edits: number; entries: number }) =>
  `${jobs} jobs, ${edits} edits, ${entries} entries`
try {
  if (!file || (does !== 'backup' && does !== 'restore')) throw new Error('Name a file: npm run backup -- FILE')
  if (does === 'backup') say(`Kept in ${file}: ${told(await backUp(database, resolve(file)))}.`)
  else {
    const { counted, before } = await restore(resolve(file), database)
    say(`Put back from ${file}: ${told(counted)}.${before ? ` What was there is kept as ${before}.` : ''}`)
  }
} catch (error) {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`)
  process.exitCode = 1
}
