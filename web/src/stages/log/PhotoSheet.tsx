import { labelOf, type Pin } from '@civil-lantern/core'
import { Camera } from 'lucide-react'
import { useState } from 'react'
import { toast } from 'sonner'
import { useSession } from '../../data/open-job.tsx'
import { isPaper, leaflet, smaller } from '../../data/photo-taken.ts'
import { keepPhoto } from '../../data/photos.ts'
import { Button } from '../../ui/controls.tsx'
import { FileButton } from '../../ui/FileButton.tsx'
import { Pick } from '../../ui/pick.tsx'
import { Sheet } from '../../ui/sheet.tsx'
import { Pins } from './Picture.tsx'

const MOST_PINS = 40

interface TakenPhoto {
  readonly hash: string
  readonly photo: Blob
  readonly url: string
  readonly paper: boolean
}

/**
 * A photo for the log: taken, made smaller, numbered where it matters, kept. Or the leaflet of a part, as it is.
 * @param of the part it is of, where somebody stands before one
 */
export function PhotoButton({ of = '' }: { of?: string }) {
  const [taken, setTaken] = useState<TakenPhoto>()
  const take = async (file: File) => {
    try {
      const paper = isPaper(file)
      const made = await (paper ? leaflet(file) : smaller(file))
      setTaken({ ...made, paper, url: URL.createObjectURL(made.photo) })
    } catch (error) {
      toast.error((error as Error).message, { duration: 10_000 })
    }
  }
  const close = () => {
    if (taken) URL.revokeObjectURL(taken.url)
    setTaken(undefined)
  }
  return (
    <>
      <FileButton
        label="Photo file"
        name="Photo"
        accept="image/*,application/pdf"
        capture="environment"
        onFile={take}
        className="inline-flex items-center gap-2"
      >
        <Camera aria-hidden size={19} />
        <span className="max-sm:hidden">Photo</span>
      </FileButton>
      {taken && <Taken taken={taken} first={of} close={close} />}
    </>
  )
}

function Taken({
  taken: { hash, photo, url, paper },
  first,
  close,
}: {
  taken: TakenPhoto
  first: string
  close: () => void
}) {
  const { session, job } = useSession()
  const [text, setText] = useState('')
  const [of, setOf] = useState(first)
  const [pins, setPins] = useState<readonly Pin[]>([])
  const keep = async () => {
    try {
      await keepPhoto(session.id, hash, photo)
    } catch {
      toast.error('This browser has no room for the photo. Nothing was kept; make room, and take it again.')
      return
    }
    session.enter(
      [
        {
          kind: 'photo',
          file: hash,
          text: text.trim(),
          pins: [...pins],
          ...(of ? { of } : {}),
          ...(paper ? { paper: 'pdf' } : {}),
        },
      ],
      paper ? 'Leaflet' : 'Photo',
      close,
    )
  }
  return (
    <Sheet
      title={paper ? 'A leaflet for the log' : 'A photo for the log'}
      says={
        paper
          ? 'It is kept as it is. Say which part it belongs to: it opens from there.'
          : 'Touch the picture where something matters, and say what it is.'
      }
      open
      onOpenChange={(open) => !open && close()}
    >
      <div className="grid gap-3">
        {paper ? (
          <a href={url} target="_blank" rel="noreferrer" className="font-semibold underline underline-offset-4">
            Look at it
          </a>
        ) : (
          <>
            {/* biome-ignore lint/a11y/noStaticElementInteractions lint/a11y/useKeyWithClickEvents: what is pinned can be said in the note as well */}
            <div
              className="relative inline-block justify-self-start overflow-hidden rounded-control"
              onClick={(event) => {
                const box = event.currentTarget.getBoundingClientRect()
                const pin = {
                  x: (event.clientX - box.left) / box.width,
                  y: (event.clientY - box.top) / box.height,
                  says: '',
                }
                if (pins.length < MOST_PINS) setPins([...pins, pin])
                else toast.error(`${MOST_PINS} pins are as many as a photo takes. Take another photo.`)
              }}
            >
              <img src={url} alt="As it was taken" className="block max-h-[46dvh] max-w-full" />
              <Pins pins={pins} />
            </div>
          </>
        )}
        <ol className="grid gap-2">
          {pins.map(({ says }, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a pin is its number
            <li key={i} className="flex items-center gap-2">
              <span className="w-6 font-bold tabular-nums">{i + 1}</span>
              <input
                aria-label={`What pin ${i + 1} shows`}
                placeholder="Colour, terminal, where it goes"
                value={says}
                maxLength={200}
                onChange={(e) => setPins(pins.map((pin, n) => (n === i ? { ...pin, says: e.target.value } : pin)))}
                className="min-h-11 min-w-0 grow rounded-control border border-line bg-paper px-3"
              />
              <Button
                look="quiet"
                aria-label={`Take pin ${i + 1} off`}
                onClick={() => setPins(pins.filter((_, n) => n !== i))}
              >
                Off
              </Button>
            </li>
          ))}
        </ol>
        <Pick
          label="What it is of"
          value={of}
          options={[
            { value: '', says: 'No part in particular' },
            ...Object.keys(job.parts).map((id) => ({ value: id, says: labelOf(job, id) })),
          ]}
          onChange={setOf}
          className="border border-line bg-card"
        />
        <input
          aria-label="What the photo shows"
          placeholder="What it shows"
          value={text}
          maxLength={4000}
          onChange={(e) => setText(e.target.value)}
          className="min-h-11 rounded-control border border-line bg-paper px-3"
        />
        <Button look="strong" onClick={keep}>
          {paper ? 'Keep the leaflet' : 'Keep the photo'}
        </Button>
      </div>
    </Sheet>
  )
}
