import { freshId } from '../job/fresh-id.ts'
import type { Job } from '../job/schema.ts'
import { kindOf } from '../parts/index.ts'
import type { PartClass } from '../parts/kind.ts'

/** Id stems by what a part is. */
const STEMS: Readonly<Record<PartClass, string>> = {
  supply: 'MAINS',
  switch: 'SW',
  protection: 'F',
  transformer: 'XF',
  thermostat: 'TS',
  valve: 'V',
  relay: 'RL',
  boiler: 'B',
  pump: 'P',
  burner: 'BR',
  clock: 'CL',
  panel: 'PN',
  safety: 'LS',
  controller: 'BC',
  joint: 'S',
}

/** Hangs a part of a kind at a place. Changes the draft; returns the id of the part. */
export function hangPart(draft: Job, kind: string, place: string, at?: { x: number; y: number }): string {
  const known = kindOf({ kind })
  if (!known) throw new RangeError(`no kind ${kind}`)
  const id = freshId(draft.parts, STEMS[known.class])
  const number = id.replace(/^\D+/, '')
  const word = known.class === 'joint' ? 'Splice' : known.name.split(',')[0]!
  const label = known.class === 'joint' ? `${word} ${id}` : `${word} ${number}`
  draft.parts[id] = { kind, label: label.slice(0, 80), place, ...(at ? { at } : {}) }
  return id
}
