/** What this browser gives the program to keep things in. */
export interface Room {
  /** Bytes taken, and bytes there are; nothing where the browser does not say. */
  readonly used: number | undefined
  readonly most: number | undefined
  /** Has it promised not to clear it by itself? Nothing where it cannot promise (plain http). */
  readonly promised: boolean | undefined
}

/** With less than this left there is no saying how long what is typed still finds room: some photographs, or a month of readings. */
export const LITTLE = 10_000_000

/** What the browser says of its room now. */
export async function roomNow(): Promise<Room> {
  const storage = globalThis.navigator?.storage as Partial<StorageManager> | undefined
  const [room, promised] = await Promise.all([
    storage?.estimate?.().catch(() => undefined),
    storage?.persisted?.().catch(() => undefined),
  ])
  return { used: room?.usage, most: room?.quota, promised }
}

/** Asks the browser to clear nothing by itself. Answers whether it promised. */
export async function askToKeep(): Promise<boolean> {
  const storage = globalThis.navigator?.storage as Partial<StorageManager> | undefined
  return (await storage?.persist?.().catch(() => false)) ?? false
}

/** So many bytes, as a hand would say it. @example sizeOf(10_737_000_000) // '10.7 GB' */
export const sizeOf = (bytes: number): string => {
  const [unit, name] = bytes >= 1e9 ? [1e9, 'GB'] : [1e6, 'MB']
  const many = bytes / unit
  return `${many.toFixed(many < 100 ? 1 : 0)} ${name}`
}

/** A word of warning where little room is left. */
export function warnsOf({ used, most }: Room): string | undefined {
  if (used === undefined || most === undefined || most - used >= LITTLE) return undefined
  const left = Math.max(0, Math.floor((most - used) / 1_000_000))
  return `This browser has ${left} MB of room left. Make some on this device, or send what waits: what finds no room is not kept here.`
}
