import { createStore, del, entries, get, keys, set } from 'idb-keyval'
import { create } from 'zustand'
import { api, RefusedByServer } from './api.ts'

interface Waiting {
  readonly job: string
  readonly photo: Blob
}

/** Pictures that wait to be sent, by their hash, beside the shelf: they are too large for it. */
const waiting = createStore('lantern-photos', 'waiting')

/** How many pictures wait on this device to be sent: as long as one does, not everything is saved. */
export const usePhotosWaiting = create<{ readonly count: number }>(() => ({ count: 0 }))
const counted = async () => usePhotosWaiting.setState({ count: (await keys(waiting)).length })

/** Keeps a picture on this device until the server has it. Throws where this browser has no room for it. */
export async function keepPhoto(job: string, hash: string, photo: Blob): Promise<void> {
  await set(hash, { job, photo } satisfies Waiting, waiting)
  await counted()
  void sendPhotos()
}

let sending = false
/** Sends what waits; what cannot be sent now stays. */
export async function sendPhotos(): Promise<void> {
  if (sending) return
  sending = true
  try {
    for (const [hash, { job, photo }] of await entries<string, Waiting>(waiting))
      try {
        await api.sendPhoto(job, hash, photo)
        await del(hash, waiting)
      } catch (error) {
        // Without signal the rest would not go either; a job that is gone keeps the others from nothing.
        if (!(error instanceof RefusedByServer)) return
      }
  } finally {
    sending = false
    await counted()
  }
}

/** A picture that still lies on this device. */
export const photoHere = async (hash: string): Promise<Blob | undefined> => (await get<Waiting>(hash, waiting))?.photo
