import { X } from 'lucide-react'
import { Dialog } from 'radix-ui'
import type { ReactNode } from 'react'

/** A dialog in the middle of a wide screen, a sheet from below on a phone. */
export function Sheet({
  title,
  says,
  open,
  onOpenChange,
  children,
}: {
  title: string
  says?: string
  open: boolean
  onOpenChange: (open: boolean) => void
  children: ReactNode
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/50" />
        <Dialog.Content
          {...(says ? {} : { 'aria-describedby': undefined })}
          className="fixed inset-x-0 bottom-0 z-50 max-h-[86dvh] overflow-y-auto rounded-t-card border border-line bg-card p-5 sm:inset-auto sm:top-1/2 sm:left-1/2 sm:w-[560px] sm:-translate-x-1/2 sm:-translate-y-1/2 sm:rounded-card"
        >
          <div className="mb-3 flex items-start justify-between gap-3">
            <Dialog.Title className="text-lg font-bold">{title}</Dialog.Title>
            <Dialog.Close
              aria-label="Close"
              className="-mt-2 -mr-2 grid size-11 place-items-center rounded-control hover:bg-well"
            >
              <X aria-hidden size={22} />
            </Dialog.Close>
          </div>
          {says && <Dialog.Description className="mb-3 text-soft">{says}</Dialog.Description>}
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
