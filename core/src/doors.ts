export { readJob, writeJob } from './formats/job.ts'
export { readOwnKind, validateOwnKind } from './formats/read-own-kind.ts'
export { door, validateJob } from './job/validate.ts'
