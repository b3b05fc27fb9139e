export { readJob, writeJob } from './formats/job.ts'
export { door, validateJob } from './job/validate.ts'
