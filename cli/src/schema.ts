import { writeFile } from 'node:fs/promises'
import { Document } from '@civil-lantern/core'

/** Publishes the JSON Schema of the job format beside its description. */
const target = new URL('../../docs/job.schema.json', import.meta.url)
await writeFile(
  target,
  `${JSON.stringify({ $schema: 'http://json-schema.org/draft-07/schema#', ...Document }, null, 2)}\n`,
)
