import { type FormEvent, type ReactNode, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { api, type Me } from '../data/api.ts'
import { useMe } from '../data/me.ts'
import { Button } from '../ui/controls.tsx'
import { TopLine } from '../ui/TopLine.tsx'

/** Whoever comes over the network says who they are. */
export function SignIn() {
  return (
    <Door
      title="Who is there?"
      says="This program is open to a network, so whoever comes says who they are."
      button="Come in"
      autoComplete="current-password"
      ask={api.signIn}
    >
      <p className="text-soft">
        You have no passphrase yet? Whoever keeps the firm here can show you a code to scan, or send you its link.
      </p>
    </Door>
  )
}

/** Somebody who was invited gives themselves a name and a passphrase. */
export function Joining() {
  const { key = '' } = useParams()
  const navigate = useNavigate()
  return (
    <Door
      title="You are invited."
      says="Your name stands beside everything you write down. The passphrase has ten characters or more; three words do."
      button="Join"
      autoComplete="new-password"
      ask={(name, passphrase) => api.join(key, name, passphrase)}
      in={() => navigate('/', { replace: true })}
    />
  )
}

function Door({
  title,
  says,
  button,
  autoComplete,
  ask,
  in: entered,
  children,
}: {
  title: string
  says: string
  button: string
  autoComplete: 'current-password' | 'new-password'
  ask: (name: string, passphrase: string) => Promise<Me>
  in?: () => void
  children?: ReactNode
}) {
  const { became } = useMe()
  const [name, setName] = useState('')
  const [passphrase, setPassphrase] = useState('')
  const [shown, setShown] = useState(false)
  const [refused, setRefused] = useState('')
  const [asking, setAsking] = useState(false)
  const go = async (event: FormEvent) => {
    event.preventDefault()
    setAsking(true)
    try {
      became(await ask(name.trim(), passphrase))
      entered?.()
    } catch (error) {
      setRefused(error instanceof TypeError ? 'The server cannot be reached.' : (error as Error).message)
    } finally {
      setAsking(false)
    }
  }
  const field = 'min-h-12 w-full rounded-control border border-soft bg-paper px-3'
  return (
    <>
      <TopLine title={null} />
      <main className="mx-auto grid max-w-md gap-4 p-4 pt-8">
        <h1 className="font-bold text-2xl">{title}</h1>
        <p>{says}</p>
        <form className="grid gap-4 rounded-card border border-line bg-card p-4" onSubmit={go}>
          <label>
            <span className="mb-1 block text-soft">Name</span>
            <input
              className={field}
              value={name}
              maxLength={60}
              autoComplete="username"
              autoCapitalize="words"
              onChange={(e) => setName(e.target.value)}
            />
          </label>
          <div>
            <label htmlFor="passphrase" className="mb-1 block text-soft">
              Passphrase
            </label>
            <div className="flex gap-2">
              <input
                id="passphrase"
                className={field}
                value={passphrase}
                maxLength={200}
                type={shown ? 'text' : 'password'}
                autoComplete={autoComplete}
                aria-describedby="refused"
                onChange={(e) => setPassphrase(e.target.value)}
              />
              <Button aria-pressed={shown} onClick={() => setShown(!shown)}>
                {shown ? 'Hide' : 'Show'}
              </Button>
            </div>
          </div>
          <p id="refused" role="alert" className={refused ? 'font-semibold text-bad' : 'hidden'}>
            {refused}
          </p>
          <Button look="strong" type="submit" disabled={asking || name.trim() === '' || passphrase === ''}>
            {button}
          </Button>
        </form>
        {children}
      </main>
    </>
  )
}
