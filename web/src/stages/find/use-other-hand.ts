import type { Entry } from '@civil-lantern/core'
import { useEffect, useState } from 'react'
import { device } from '../../data/device.ts'

/**
 * Who gave the last answer on another device, since this page was opened and anything was done here: what is asked now came
 * unlooked for.
 * @param isOpen has a first answer of the search been shown?
 * @param last the entry that the search counts last
 */
export function useOtherHand(isOpen: boolean, last: Entry | undefined) {
  const [known, setKnown] = useState<string>()
  const id = last?.id ?? ''
  useEffect(() => {
    if (isOpen) setKnown((before) => before ?? id)
  }, [isOpen, id])
  const came = last !== undefined && known !== undefined && known !== id
  return {
    by: came && last.device !== device.id ? last.by : undefined,
    known: () => setKnown(id),
  }
}
