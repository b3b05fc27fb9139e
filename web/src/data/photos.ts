import { createStore, del, entries, get, keys, set } from 'idb-keyval'
import { create } from 'zustand'
import { api, RefusedByServer } from './api.ts'

/** The longer side a picture has at most, pixels: enough to read a marking, small enough for a cellar's signal. */
const LONGEST = 1600
/** The most a file may have before it is made smaller, bytes. */
const LARGEST = 40 * 1024 * 1024

interface Waiting {
  readonly job: string
  readonly photo: Blob
}

/** Pictures that wait to be sent, by their hash, beside the shelf: they are too large for it. */
const waiting = createStore('lantern-photos', 'waiting')

/** A photo made smaller: a JPEG with its longer side cut down. Throws in words where it is no picture. */
export async function smaller(file: File): Promise<{ hash: string; photo: Blob }> {
  if (file.size > LARGEST)
    throw new Error(`${file.name} has ${Math.round(file.size / 1_048_576)} MB. Take one of less than 40 MB.`)
  const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => {
    throw new Error(`${file.name} is no picture this browser can read. Choose a JPEG or a PNG.`)
  })
  const share = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(bitmap.width * share))
  canvas.height = Math.max(1, Math.round(bitmap.height * share))
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  bitmap.close()
  const photo = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', 0.82))
  if (!photo) throw new Error(`${file.name} could not be made smaller.`)
  const { hashOf } = await import('./hash-of.ts')
  return { hash: hashOf(new Uint8Array(await photo.arrayBuffer())), photo }
}

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
