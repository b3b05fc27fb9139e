import { type Failure, fail, type Result, succeed } from '../job/failure.ts'
import { type Document, FORMAT, VERSION } from '../job/schema.ts'
import { validateDocument } from '../job/validate.ts'
import type { Entry } from '../record/entry.ts'
import { readEntry } from './read-entry.ts'
import { strangersIn } from './strangers.ts'
import { type Beside, noBeside, upgradeDocument, upgradeEntry } from './upgrades/index.ts'

/** A job as a file: its document, what was entered on it, and what an older version held beside. */
export interface JobFile {
  readonly document: Document
  readonly entries: readonly Entry[]
  readonly beside: Beside
}

/** The text of a job file: JSON, two spaces, a final newline. */
export const writeJobFile = (document: Document, entries: readonly Entry[] = []): string =>
  `${JSON.stringify({ format: FORMAT, version: VERSION, document, entries, madeBy: 'Civil Lantern' }, null, 2)}\n`

/** Reads the text of a job file; the inverse of `writeJobFile`, and of what older versions wrote. */
export function readJobFile(text: string): Result<JobFile> {
  let value: unknown
  try {
    // A byte order mark is no part of JSON, and some editors leave one.
    value = JSON.parse(text.startsWith('\uFEFF') ? text.slice(1) : text)
  } catch (error) {
    return fail({
      code: 'job/json',
      where: '/',
      says: `This is not a job file: it is not JSON (${error instanceof Error ? error.message : 'unreadable'}).`,
      remedy: 'Choose a file that Civil Lantern exported.',
    })
  }
  return openJobFile(value)
}

const notOurs: Failure = {
  code: 'job/format',
  where: '/format',
  says: 'This is not a Civil Lantern job.',
  remedy: `Choose a file whose "format" is "${FORMAT}".`,
}

const newer = (version: unknown): Failure => ({
  code: 'job/version',
  where: '/version',
  says: `This job was written in version ${String(version ?? '?')} of the format; this program reads versions 1 to ${VERSION}.`,
  remedy: 'Open it with a newer Civil Lantern, or export it again from the program that wrote it.',
})

/** Reads a value as a job file. A bare object of version 1 is a document without entries. */
export function openJobFile(value: unknown): Result<JobFile> {
  if (typeof value !== 'object' || value === null || !('format' in value) || value.format !== FORMAT)
    return fail(notOurs)
  const version = 'version' in value ? value.version : undefined
  if (version === 1) return openDocument(value)
  if (version !== VERSION) return fail(newer(version))
  const opened = openDocument('document' in value ? value.document : undefined)
  if (!opened.ok) return opened
  const strange = strangersIn(opened.value.document)
  if (strange.length > 0) return fail(...strange)
  const listed = 'entries' in value ? value.entries : []
  if (!Array.isArray(listed))
    return fail({
      code: 'job/entries',
      where: '/entries',
      says: 'The entries of this job are no list.',
      remedy: 'Choose a file that Civil Lantern exported, unchanged.',
    })
  const entries: Entry[] = []
  for (const [i, one] of listed.entries()) {
    const read = readEntry(one)
    if (!read.ok)
      return fail(...read.failures.map((failure) => ({ ...failure, where: `/entries/${i}${failure.where}` })))
    entries.push(read.value)
  }
  return succeed({ ...opened.value, entries: [...opened.value.entries, ...entries] })
}

/** Reads a value as a document, of this version or an older one. */
export function openDocument(value: unknown): Result<JobFile> {
  if (typeof value !== 'object' || value === null) return fail(notOurs)
  const upgraded = upgradeDocument(value as Record<string, unknown>)
  if (!upgraded) return fail(newer('version' in value ? value.version : undefined))
  const read = validateDocument(upgraded.document)
  if (!read.ok) return read
  return succeed({ document: read.value, entries: upgraded.beside.entries, beside: upgraded.beside })
}

/** A stored entry, of this version or an older one. */
export const openEntry = (id: string, value: unknown): Result<Entry> => readEntry(upgradeEntry(id, value))

/** A document of this version with nothing beside it. */
export const plainFile = (document: Document, entries: readonly Entry[] = []): JobFile => ({
  document,
  entries,
  beside: noBeside(),
})
