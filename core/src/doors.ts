/** What checks values with Ajv, which compiles: for the server and the command line, not for a page. */
export {
  type JobFile,
  openDocument,
  openEntry,
  openJobFile,
  plainFile,
  readJobFile,
  writeJobFile,
} from './formats/job-file.ts'
export { readEntry } from './formats/read-entry.ts'
export { readOwnKind, validateOwnKind } from './formats/read-own-kind.ts'
export { upgradePatches } from './formats/upgrades/index.ts'
export { landedThen } from './formats/upgrades/v1.ts'
export { door, validateDocument } from './job/validate.ts'
