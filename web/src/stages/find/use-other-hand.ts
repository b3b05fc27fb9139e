import type { Entry } from '@civil-lantern/core'
import { useEffect, useState } from 'react'
import { device } from '../../data/device.ts'

/** How long nothing is taken to what came unlooked for, milliseconds. */
const UNLOOKED_FOR = 900

/**
 * Who gave the last answer on another device, since this page was opened and anything was done here: what is asked now came
 * unlooked for, and a thumb may be on its way to what stood there before. Whether it has stood there long enough to be read.
 * @param isOpen has a first answer of the search been shown?
 * @param last the entry that the search counts last
 */
export function useOtherHand(isOpen: boolean, last: Entry | undefined) {
  const [known, setKnown] = useState<string>()
  const id = last?.id ?? ''
  useEffect(() => {
    if (isOpen) setKnown((before) => before ?? id)
  }, [isOpen, id])
  const came = last !== undefined && known !== undefined && known !== id && last.device !== device.id
  const [read, setRead] = useState<string>()
  useEffect(() => {
    if (!came) return
    const timer = setTimeout(() => setRead(id), UNLOOKED_FOR)
    return () => clearTimeout(timer)
  }, [came, id])
  return {
    by: came ? last.by : undefined,
    isRead: !came || read === id,
    known: () => setKnown(id),
  }
}
