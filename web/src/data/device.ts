import { newId, shelf } from '../base/shelf.ts'

/** Which device this browser is, made once, and whose hands it is in, asked once. */
export const device = {
  get id(): string {
    const known = shelf.get<string>('device')
    if (known !== undefined) return known
    const made = newId()
    shelf.put('device', made)
    return made
  },
  get name(): string {
    return shelf.get<string>('who') ?? ''
  },
  call(name: string) {
    shelf.put('who', name)
  },
}
