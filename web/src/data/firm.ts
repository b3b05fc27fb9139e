import { type FirmRow, type Mended, tallyOf } from '@civil-lantern/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { api } from './api.ts'

const NONE: readonly Mended[] = []

export interface Firm {
  readonly mended: readonly Mended[]
  readonly rows: readonly FirmRow[]
  /** Has the server told of it? Until then nothing is known, which is not that nothing was put right. */
  readonly heard: boolean
}

/**
 * What was put right on all jobs of the firm, and the tally of it.
 * @param but a job that is left aside
 */
export function useFirm(but?: string): Firm {
  const { data } = useQuery({ queryKey: ['firm'], queryFn: api.firm, staleTime: 30_000 })
  return useMemo(() => {
    const mended = (data ?? NONE).filter(({ job }) => job !== but)
    return { mended, rows: tallyOf(mended), heard: data !== undefined }
  }, [data, but])
}
