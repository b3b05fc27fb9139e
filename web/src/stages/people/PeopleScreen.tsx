import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import QRCode from 'qrcode'
import { useState } from 'react'
import { toast } from 'sonner'
import { api, type Person, type Role } from '../../data/api.ts'
import { useMe } from '../../data/me.ts'
import { BoardLine } from '../../ui/BoardLine.tsx'
import { Button, Card, Segments } from '../../ui/controls.tsx'
import { Pick } from '../../ui/pick.tsx'

const roles: readonly { value: Role; says: string }[] = [
  { value: 'look', says: 'looks' },
  { value: 'work', says: 'works' },
  { value: 'keep', says: 'keeps the firm' },
]

/** Who may come in over the network: who I am here, and for whoever keeps the firm, who else. */
export function PeopleScreen() {
  const { me, became } = useMe()
  const person = me?.person
  return (
    <div className="min-h-full">
      <BoardLine here="people" />
      <main className="mx-auto grid max-w-3xl gap-3 px-4 pt-2 pb-10">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <h1 className="font-bold text-xl">
            {person ? `${person.name} ${saysOf(person.role)} here.` : 'Nobody has to sign in on this machine.'}
          </h1>
          {person && <Button onClick={() => void api.signOut().then(became)}>Sign out</Button>}
        </div>
        {!person && (
          <p>
            It answers to this machine alone. For a phone beside it, stop it and start it with{' '}
            <code className="font-mono">npm run demo -- --lan</code>: it then prints an address and a code to scan.
          </p>
        )}
        {person?.role === 'keep' && <Others me={person} />}
        {!window.isSecureContext && (
          <Card title="Over plain http">
            <p className="px-4 pt-1 pb-4">
              Everything works, but for two things: a phone cannot install this page, and it does not open without the
              server. Both need https: start it with a certificate in TLS_CERT and its key in TLS_KEY. Until then, keep
              this page open where there is no signal; what you do waits in this browser and is sent.
            </p>
          </Card>
        )}
      </main>
    </div>
  )
}

const saysOf = (role: Role) => roles.find(({ value }) => value === role)!.says

function Others({ me }: { me: Person }) {
  const queries = useQueryClient()
  const people = useQuery({ queryKey: ['people'], queryFn: api.people })
  const done = {
    onSuccess: () => queries.invalidateQueries({ queryKey: ['people'] }),
    onError: (error: Error) => toast.error(error.message),
  }
  const change = useMutation({ mutationFn: ({ id, role }: Person) => api.changeRole(id, role), ...done })
  const remove = useMutation({ mutationFn: ({ id }: Person) => api.removePerson(id), ...done })
  return (
    <>
      <Invite />
      <Card title="Who may come in">
        {people.isError && (
          <p role="alert" className="px-4 pb-4 text-bad">
            {people.error.message}
          </p>
        )}
        <ul className="divide-y divide-line">
          {(people.data ?? []).map((one) => (
            <li key={one.id} className="flex flex-wrap items-center gap-3 px-4 py-2">
              <span className="min-w-0 grow basis-40 truncate font-semibold">{one.name}</span>
              <div className="w-44">
                <Pick
                  label={`What ${one.name} may do`}
                  value={one.role}
                  options={roles}
                  onChange={(role) => change.mutate({ ...one, role })}
                  className="border border-line bg-card"
                />
              </div>
              <Button look="bad" disabled={one.id === me.id} onClick={() => remove.mutate(one)}>
                Take out
              </Button>
            </li>
          ))}
        </ul>
      </Card>
    </>
  )
}

/** Where another device finds this program: not at an address that means itself. */
const addressOf = ({ hostname, origin }: Location, reachedAt: readonly string[]) =>
  ['localhost', '127.0.0.1', '[::1]'].includes(hostname) ? (reachedAt[0] ?? origin) : origin

/** A code that lets one person in, once. */
function Invite() {
  const [role, setRole] = useState<Role>('work')
  const [shown, setShown] = useState<{ link: string; code: string }>()
  const invite = async () => {
    try {
      const { key, reachedAt } = await api.invite(role)
      const link = `${addressOf(window.location, reachedAt)}/join/${key}`
      setShown({ link, code: await QRCode.toString(link, { type: 'svg', margin: 1 }) })
    } catch (error) {
      toast.error((error as Error).message)
    }
  }
  return (
    <Card title="Let somebody in">
      <div className="grid gap-3 px-4 pt-2 pb-4">
        <div className="flex flex-wrap gap-3">
          <Segments label="What they may do" value={role} options={roles} onChange={setRole} />
          <Button look="strong" onClick={invite}>
            Make a code
          </Button>
        </div>
        {shown && (
          <div className="flex flex-wrap items-center gap-4">
            <div
              className="w-44 rounded-control bg-white p-2"
              role="img"
              aria-label="Code to scan"
              // biome-ignore lint/security/noDangerouslySetInnerHtml: an SVG made here from an address of our own
              dangerouslySetInnerHTML={{ __html: shown.code }}
            />
            <div className="min-w-0 grow basis-60">
              <p>Scan it with the other device, or open this there. It lets one person in, once, within a day.</p>
              <p className="break-all pt-2 font-mono text-[15px]">{shown.link}</p>
            </div>
          </div>
        )}
      </div>
    </Card>
  )
}
