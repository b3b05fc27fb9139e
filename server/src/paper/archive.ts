import { type Drawing, type Failure, fail, type Result, succeed, svgOf } from '@civil-lantern/core'
import { type JobFile, readJobFile } from '@civil-lantern/core/validate'
import { unzipSync, zipSync } from 'fflate'
import { hashOf, LARGEST, type Photo, typeOf } from '../store/photos.ts'

const JOB = 'job.lantern.json'
const ENDING = { 'image/jpeg': 'jpg', 'image/png': 'png', 'application/pdf': 'pdf' } as const
/** The most an archive may hold when it is unpacked, bytes, and how many things. */
const MOST = 300 * 1024 * 1024
const THINGS = 2000
/** Every file in an archive has the same date, so that the same job makes the same archive. */
const DATE = new Date(2000, 0, 1)

/** Everything of a job as one file: its document and entries, its pictures beside them by their hash, and its drawings. */
export function writeArchive(jobFile: string, photos: readonly Photo[], drawings: readonly Drawing[] = []): Buffer {
  const files: Record<string, [Uint8Array, { level: 0 | 6; mtime: Date }]> = {
    [JOB]: [Buffer.from(jobFile), { level: 6, mtime: DATE }],
  }
  // A picture is packed already.
  for (const { hash, type, bytes } of [...photos].sort((a, b) => (a.hash < b.hash ? -1 : 1)))
    files[`photos/${hash}.${ENDING[type]}`] = [bytes, { level: 0, mtime: DATE }]
  for (const [i, drawing] of drawings.entries())
    files[`drawings/${String(i + 1).padStart(2, '0')}.svg`] = [Buffer.from(svgOf(drawing)), { level: 6, mtime: DATE }]
  return Buffer.from(zipSync(files))
}

const wrong = (code: string, where: string, says: string): Result<never> =>
  fail({
    code: `archive/${code}`,
    where,
    says,
    remedy: 'Choose an archive that Civil Lantern wrote, unchanged.',
  } as Failure)

/** Reads an archive whole, or says what of it is not as it was written. */
export function readArchive(zip: Buffer): Result<JobFile & { photos: Photo[] }> {
  let sum = 0
  let things = 0
  let files: Record<string, Uint8Array>
  try {
    files = unzipSync(zip, {
      filter: ({ originalSize, name }) => {
        sum += originalSize
        if (sum > MOST || ++things > THINGS) throw new Error(`with ${name} it holds more than an archive may`)
        return !name.endsWith('/')
      },
    })
  } catch (error) {
    return wrong('unreadable', '/', `This is no archive that can be read: ${(error as Error).message}.`)
  }
  const { [JOB]: text, ...rest } = files
  if (!text) return wrong('no-job', JOB, `This archive holds no ${JOB}.`)
  const job = readJobFile(Buffer.from(text).toString('utf8'))
  if (!job.ok) return job
  const photos: Photo[] = []
  for (const [name, content] of Object.entries(rest)) {
    // Drawings are made of the job, and are made again.
    if (/^drawings\/\d+\.svg$/.test(name)) continue
    const hash = /^photos\/([0-9a-f]{64})\.(jpg|png|pdf)$/.exec(name)?.[1]
    if (!hash)
      return wrong('foreign', name.slice(0, 120), `"${name.slice(0, 120)}" is nothing an archive of a job holds.`)
    const bytes = Buffer.from(content)
    const type = typeOf(bytes)
    if (!type || bytes.length > LARGEST || hashOf(bytes) !== hash)
      return wrong('photo', name, `The picture ${name} is damaged: what it holds is not what it is named after.`)
    photos.push({ hash, type, bytes })
  }
  return succeed({ ...job.value, photos })
}
