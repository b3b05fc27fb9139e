import { create } from 'zustand'
import { api, type Here } from './api.ts'
import { device } from './device.ts'

interface Presence {
  /** Other devices that have this job open. */
  readonly others: readonly Here[]
  heard(all: readonly Here[]): void
}

/** Who else has the open job before them. */
export const usePresence = create<Presence>((set) => ({
  others: [],
  heard: (all) => set({ others: all.filter((one) => one.device !== device.id) }),
}))

/** Where this device is, as the others are told. */
let at = ''

export const presentAs = () => new URLSearchParams({ device: device.id, who: device.name, at }).toString()

/** This device goes to another screen of a job: the others hear of it, and nothing depends on it. */
export function goneTo(job: string, place: string) {
  at = place
  tellWhere(job)
}

/** Says where this device is: also once its stream is there, for what was said before nobody heard. */
export const tellWhere = (job: string) =>
  void api.amAt(job, { device: device.id, who: device.name, at }).catch(() => undefined)

/** "AB" of "Ash Birch", "As" of "Ash", "?" of nobody. @example initialsOf('Wren') // 'Wr' */
export function initialsOf(name: string): string {
  const words = name.trim().split(/\s+/).filter(Boolean)
  if (words.length === 0) return '?'
  if (words.length === 1) return [...words[0]!].slice(0, 2).join('')
  return [words[0]!, words.at(-1)!].map((word) => [...word][0]!.toUpperCase()).join('')
}
