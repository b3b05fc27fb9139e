import { Outlet } from 'react-router'
import { useMe } from '../data/me.ts'
import { SignIn } from './SignIn.tsx'

/** What lies behind the door: everything, once it is known who comes or that nobody has to say. */
export function Gate() {
  const { me } = useMe()
  if (me?.required && !me.person) return <SignIn />
  return <Outlet />
}
