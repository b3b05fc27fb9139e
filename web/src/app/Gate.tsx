import { lazy, Suspense } from 'react'
import { Outlet } from 'react-router'
import { useMe } from '../data/me.ts'

const SignIn = lazy(() => import('./SignIn.tsx').then(({ SignIn }) => ({ default: SignIn })))

/** What lies behind the door: everything, once it is known who comes or that nobody has to say. */
export function Gate() {
  const { me } = useMe()
  if (me?.required && !me.person)
    return (
      <Suspense fallback={null}>
        <SignIn />
      </Suspense>
    )
  return <Outlet />
}
