import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { api, type Me, signedOut } from './api.ts'
import { device } from './device.ts'

const KEY = ['me']

/** Who is signed in; nothing while that is not known, as without the server. */
export function useMe(): { me: Me | undefined; became: (me: Me) => void } {
  const queries = useQueryClient()
  const { data } = useQuery({ queryKey: KEY, queryFn: api.me, staleTime: Number.POSITIVE_INFINITY })
  useEffect(() => {
    const look = () => void queries.invalidateQueries({ queryKey: KEY })
    signedOut.addEventListener('nobody', look)
    return () => signedOut.removeEventListener('nobody', look)
  }, [queries])
  // What is written down here is theirs from now on.
  useEffect(() => {
    if (data?.person) device.call(data.person.name)
  }, [data])
  return {
    me: data,
    became: (me) => {
      queries.setQueryData(KEY, me)
      // What was read as somebody else is read anew.
      queries.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== KEY[0] })
    },
  }
}
