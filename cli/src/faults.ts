import { readFile, writeFile } from 'node:fs/promises'
import { faultTable } from '../../core/src/testing/faults/table.ts'

/** Writes the table of the fifty faults anew into the documents: `npm run faults`, then `npm run format`. */
const target = new URL('../../docs/core.md', import.meta.url)
const text = await readFile(target, 'utf8')
const begun = text.split('\n').findIndex((line) => /^\|\s*\|\s*fault\s*\|/.test(line))
await writeFile(target, `${[...text.split('\n').slice(0, begun), ...faultTable()].join('\n')}\n`)
