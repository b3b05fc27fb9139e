import type { Pin } from '@civil-lantern/core'
import { FileText } from 'lucide-react'
import { useEffect, useState } from 'react'
import { photoHere } from '../../data/photos.ts'

/** A picture with its pins: from the server, or from this device while it waits to be sent. */
export function Picture({
  job,
  file,
  pins,
  says,
  paper = false,
  className = '',
}: {
  job: string
  file: string
  pins: readonly Pin[]
  says: string
  /** Is it a PDF, to be opened and not shown? */
  paper?: boolean
  className?: string
}) {
  /** Nothing until this device was looked through, and an empty word where it does not lie here. */
  const [here, setHere] = useState<string>()
  const [missing, setMissing] = useState(false)
  useEffect(() => {
    let url: string | undefined
    let wanted = true
    void photoHere(file)
      .catch(() => undefined)
      .then((blob) => {
        if (!wanted) return
        url = blob && URL.createObjectURL(blob)
        setHere(url ?? '')
      })
    return () => {
      wanted = false
      if (url) URL.revokeObjectURL(url)
    }
  }, [file])
  if (here === undefined) return null
  const from = here || `/api/jobs/${job}/photos/${file}`
  if (paper)
    return (
      <a
        href={from}
        target="_blank"
        rel="noreferrer"
        className="inline-flex min-h-11 items-center gap-2 font-semibold underline underline-offset-4"
      >
        <FileText aria-hidden size={19} />
        Open the PDF
      </a>
    )
  if (missing && !here)
    return <p className="text-soft">The picture is not here yet: it waits on the device that took it.</p>
  return (
    <div className={`relative inline-block overflow-hidden rounded-control ${className}`}>
      <img
        src={from}
        alt={says}
        loading="lazy"
        onError={() => setMissing(true)}
        className="block max-h-80 max-w-full"
      />
      <Pins pins={pins} />
    </div>
  )
}

/** Numbers on a picture, where somebody pinned them. */
export const Pins = ({ pins }: { pins: readonly Pin[] }) =>
  pins.map(({ x, y, says }, i) => (
    <span
      // biome-ignore lint/suspicious/noArrayIndexKey: a pin is its number
      key={i}
      title={says}
      style={{ left: `${x * 100}%`, top: `${y * 100}%` }}
      className="pointer-events-none absolute grid size-7 -translate-x-1/2 -translate-y-1/2 place-items-center rounded-full border-2 border-[#17242c] bg-lamp font-bold text-[#17242c] text-[15px]"
    >
      {i + 1}
    </span>
  ))
