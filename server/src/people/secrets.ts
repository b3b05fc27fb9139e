import { createHash, randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'

const derive = promisify(scrypt) as (secret: string, salt: Buffer, length: number, cost: object) => Promise<Buffer>
/** RFC 7914: N = 2^15, r = 8, p = 1 takes about 32 MB and a tenth of a second. */
const COST = { N: 32_768, r: 8, p: 1, maxmem: 64 * 1024 * 1024 }

/** A passphrase as it is kept: salt and scrypt hash. @example (await sealed('…')).split('$').length // 2 */
export async function sealed(passphrase: string): Promise<string> {
  const salt = randomBytes(16)
  return `${salt.toString('base64url')}$${(await derive(passphrase.normalize('NFKC'), salt, 32, COST)).toString('base64url')}`
}

/** Is this the passphrase that was kept? Takes as long for a person who does not exist. */
export async function opens(kept: string | undefined, passphrase: string): Promise<boolean> {
  const [salt = '', hash = ''] = (kept ?? '').split('$')
  const made = await derive(passphrase.normalize('NFKC'), Buffer.from(salt || 'nobody', 'base64url'), 32, COST)
  const known = Buffer.from(hash, 'base64url')
  return known.length === made.length && timingSafeEqual(known, made)
}

/** A key nobody guesses, for a cookie or an invitation. */
export const newKey = () => randomBytes(24).toString('base64url')

/** What of a key is kept: whoever reads the database cannot come in with it. */
export const hashOf = (key: string) => createHash('sha256').update(key).digest('base64url')
