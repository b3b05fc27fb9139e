import { create } from 'zustand'
import { shelf } from '../base/shelf.ts'

/** Whether single letters and digits are keys: who speaks to the machine, or leans on it, switches them off. */
export const useLetterKeys = create<{ on: boolean; set: (on: boolean) => void }>((set) => ({
  on: shelf.get<boolean>('letter-keys') ?? true,
  set: (on) => {
    shelf.put('letter-keys', on)
    set({ on })
  },
}))
