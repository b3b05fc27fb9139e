import type { Patch } from 'immer'
import { VERSION } from '../../job/schema.ts'
import { type Beside, isObject, type Upgrade } from './upgrade.ts'
import { v1 } from './v1.ts'

export type { Beside } from './upgrade.ts'

/** Every step, oldest first. A new version is a new file and one line here. */
const steps: readonly Upgrade[] = [v1]

const from = (version: number) => steps.filter((step) => step.from >= version)

export const noBeside = (): Beside => ({ tried: { supposed: [], hands: {} }, entries: [], landed: [], notes: [] })

/** Brings a document of any older version up to this one; undefined where it is of no version this program knows. */
export function upgradeDocument(old: Record<string, unknown>): { document: unknown; beside: Beside } | undefined {
  const { version } = old
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1 || version > VERSION) return undefined
  const beside = noBeside()
  const document = from(version).reduce((now, step) => step.document(now, beside), old)
  return { document, beside }
}

/** Brings the patches of an edit made on an older version up to this one. */
export function upgradePatches(version: number, patches: readonly Patch[]): { patches: Patch[]; beside: Beside } {
  const beside = noBeside()
  return { patches: from(version).reduce<Patch[]>((now, step) => step.patches(now, beside), [...patches]), beside }
}

/** Brings an entry up to this version; version 1 wrote bodies without an envelope. */
export function upgradeEntry(id: string, old: unknown): unknown {
  if (!isObject(old) || 'body' in old) return old
  return from(1).reduce((now, step) => step.entry(id, now), old)
}
