import { sha256 } from '@noble/hashes/sha2.js'

/** The longer side a picture has at most, pixels: enough to read a marking, small enough for a cellar's signal. */
const LONGEST = 1600
/** The most a file may have before it is made smaller, bytes. */
const LARGEST = 40 * 1024 * 1024

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
  return { hash: hashOf(new Uint8Array(await photo.arrayBuffer())), photo }
}

/** The most a leaflet may have, bytes: it is sent as it is. */
const LARGEST_PAPER = 6 * 1024 * 1024

/** A leaflet or a diagram as a PDF, unchanged. Throws in words where it is none, or too large. */
export async function leaflet(file: File): Promise<{ hash: string; photo: Blob }> {
  if (file.size > LARGEST_PAPER)
    throw new Error(
      `${file.name} has ${Math.ceil(file.size / 1_048_576)} MB. Choose one of at most 6 MB, or photograph the page.`,
    )
  const bytes = new Uint8Array(await file.arrayBuffer())
  if (new TextDecoder('latin1').decode(bytes.subarray(0, 5)) !== '%PDF-')
    throw new Error(`${file.name} is no PDF. Choose a PDF, a JPEG or a PNG.`)
  return { hash: hashOf(bytes), photo: new Blob([bytes], { type: 'application/pdf' }) }
}

/** Is it called a PDF, by its kind or by its name? */
export const isPaper = ({ type, name }: Pick<File, 'type' | 'name'>): boolean =>
  type === 'application/pdf' || (type === '' && /\.pdf$/i.test(name))

/** SHA-256 as hex; over plain http a browser has none of its own. */
export const hashOf = (bytes: Uint8Array): string =>
  [...sha256(bytes)].map((byte) => byte.toString(16).padStart(2, '0')).join('')
