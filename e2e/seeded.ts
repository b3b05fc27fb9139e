import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { backUp } from '../server/src/store/backup.ts'
import { Program } from './program.ts'

/** Fills a database with the demo once and sums it up: every test file begins with a copy of it and not with that work. */
export default async function seeded(): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'lantern-seeded-'))
  const program = new Program()
  await program.start()
  await program.jobs()
  const file = join(folder, 'demo.sqlite')
  await backUp(program.database, file)
  await program.stop()
  process.env.LANTERN_SEEDED = file
  return () => rmSync(folder, { recursive: true, force: true })
}
