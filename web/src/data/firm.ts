import { type FirmRow, type Mended, tallyOf } from '@civil-lantern/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { api } from './api.ts'

const NONE: readonly Mended[] = []

/**
 * What was put right on all jobs of the firm, and the tally of it; nothing until the server has answered.
 * @param but a job that is left aside
 */
export function useFirm(but?: string): { readonly mended: readonly Mended[]; readonly rows: readonly FirmRow[] } {
  const { data = NONE } = useQuery({ queryKey: ['firm'], queryFn: api.firm, staleTime: 30_000 })
  return useMemo(() => {
    const mended = data.filter(({ job }) => job !== but)
    return { mended, rows: tallyOf(mended) }
  }, [data, but])
}
