import { type ReactNode, useRef } from 'react'
import { Button } from './controls.tsx'

/** A button that asks for a file; the same one can be chosen twice. */
export function FileButton({
  label,
  name,
  accept,
  capture,
  className,
  onFile,
  children,
}: {
  /** What the field for the file is called. */
  label: string
  /** What the button is called, where its words are not shown everywhere. */
  name?: string
  accept: string
  capture?: 'environment'
  className?: string
  onFile: (file: File) => unknown
  children: ReactNode
}) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button
        onClick={() => input.current?.click()}
        {...(name ? { 'aria-label': name } : {})}
        {...(className ? { className } : {})}
      >
        {children}
      </Button>
      <input
        ref={input}
        type="file"
        accept={accept}
        {...(capture ? { capture } : {})}
        aria-label={label}
        className="hidden"
        onChange={(e) => {
          const [file] = e.target.files ?? []
          if (file) onFile(file)
          e.target.value = ''
        }}
      />
    </>
  )
}
