import { documentOf, makeEdit, nextEntry } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { describe, expect, it } from 'vitest'
import { People } from './people/people.ts'
import { hashOf, opens, sealed } from './people/secrets.ts'
import { served } from './testing/served.ts'

const program = served({ signIn: true })
const job = demoJobs['fenwick-orchard']!()
let clock = new Date('2026-03-01T10:00:00Z')
const people = () => new People(program.store, () => clock)
const DAY = 86_400_000
const passphrase = 'three words do'

/** A browser of its own: its cookie goes along with everything it asks. */
function browser() {
  let cookie = ''
  return async (path: string, send?: unknown, method = send === undefined ? 'GET' : 'POST') => {
    const answer = await fetch(program.url + path, {
      method,
      headers: { cookie, ...(send === undefined ? {} : { 'content-type': 'application/json' }) },
      ...(send === undefined ? {} : { body: JSON.stringify(send) }),
    })
    const set = answer.headers.get('set-cookie')
    if (set) cookie = set.split(';')[0]!
    // biome-ignore lint/suspicious/noExplicitAny: what the server says is what is tested
    return { status: answer.status, set, said: (await answer.json().catch(() => ({}))) as any }
  }
}

/** Somebody who has come in, in their browser. */
async function comes(name: string, role: 'look' | 'work' | 'keep') {
  const ask = browser()
  clock = new Date()
  const { status, said, set } = await ask('/api/me/join', { key: await people().invite(role), name, passphrase })
  expect([status, said.person?.role]).toEqual([201, role])
  expect(set).toMatch(/httponly/i)
  expect(set).toMatch(/samesite=strict/i)
  return ask
}

describe('passphrases', () => {
  it('are kept so that they cannot be read, and open only to themselves', async () => {
    const [one, other] = [await sealed('a passphrase'), await sealed('a passphrase')]
    expect(one).not.toBe(other)
    expect(one).not.toContain('passphrase')
    expect(await opens(one, 'a passphrase')).toBe(true)
    expect(await opens(one, 'a passphrasE')).toBe(false)
    expect(await opens(undefined, 'a passphrase')).toBe(false)
    expect(await opens('', '')).toBe(false)
    // The same letters, typed on another keyboard.
    expect(await opens(await sealed('caf\u00e9 au lait'), 'cafe\u0301 au lait')).toBe(true)
  })
})

describe('the door', () => {
  it('is shut to whoever is nobody, but for the ways in; the server says so in words', async () => {
    const ask = browser()
    for (const path of ['/api/jobs', '/api/jobs/none', '/api/kinds', '/api/people', '/api/jobs/none/live'])
      expect([path, (await ask(path)).status]).toEqual([path, 401])
    expect((await ask('/api/jobs', { id: 'sneaked-in', document: documentOf(job) })).status).toBe(401)
    expect((await ask('/api/me')).said).toEqual({ required: true, person: null })
    expect((await ask('/api/jobs')).said.failures[0]).toMatchObject({ code: 'people/nobody' })
    expect((await ask('/healthz')).status).toBe(200)
  })

  it('lets each role do its own: one looks, one works, one says who comes in', async () => {
    const [looks, works, keeps] = [
      await comes('Wren', 'look'),
      await comes('Ash', 'work'),
      await comes('Rowan', 'keep'),
    ]
    expect((await works('/api/jobs', { id: 'shared', document: documentOf(job) })).status).toBe(201)
    expect((await looks('/api/jobs')).status).toBe(200)
    const refused = await looks('/api/jobs', { id: 'not-mine', document: documentOf(job) })
    expect([refused.status, refused.said.failures[0].says]).toEqual([
      403,
      'Wren may look at jobs here, and not change them.',
    ])
    const here = { device: 'phone', who: 'Somebody', at: 'Log' }
    expect((await looks('/api/jobs/shared/live', here, 'PUT')).status).toBe(204)
    for (const ask of [looks, works]) expect((await ask('/api/people')).status).toBe(403)
    const { said } = await keeps('/api/people')
    expect(said.people.map(({ name }: { name: string }) => name)).toEqual(['Ash', 'Rowan', 'Wren'])
    expect(JSON.stringify(said)).not.toContain('secret')
  })

  it('stamps what is sent with the name of who is signed in, whatever the page says', async () => {
    const ask = await comes('Linden', 'work')
    await ask('/api/jobs', { id: 'stamped', document: documentOf(job) })
    const entry = nextEntry(
      { id: 'stamped-entry-1', by: 'Somebody else', device: 'phone', clock: clock.toISOString(), revision: 1 },
      [],
      { kind: 'note', text: 'drain is stiff' },
    )
    const { said } = await ask('/api/jobs/stamped/entries', { entries: [entry] })
    expect(said.entries.map(({ by }: { by: string }) => by)).toEqual(['Linden'])
    const edit = makeEdit(job, 'Site', 'stamped-edit-1', (draft) => void (draft.site.notes = 'ring twice'))
    if (!edit) throw new Error('no edit')
    const { id, name, patches } = edit.edit
    await ask('/api/jobs/stamped/edits', { revision: 1, version: 2, edits: [{ id, name, patches }] })
    const kept = await program.store.db.query.edits.findFirst({ where: (t, { eq }) => eq(t.id, 'stamped-edit-1') })
    expect(kept?.by).toBe('Linden')
  })

  it('is shut again after signing out, and to a key somebody made up', async () => {
    const ask = await comes('Sorrel', 'work')
    expect((await ask('/api/jobs')).status).toBe(200)
    expect((await ask('/api/me/sign-out', {})).said.person).toBeNull()
    expect((await ask('/api/jobs')).status).toBe(401)
    const answer = await fetch(`${program.url}/api/jobs`, { headers: { cookie: 'lantern-visit=made-up' } })
    expect(answer.status).toBe(401)
    expect((await ask('/api/me/sign-in', { name: ' Sorrel ', passphrase })).said.person.name).toBe('Sorrel')
    expect((await ask('/api/jobs')).status).toBe(200)
  })
})

describe('coming in', () => {
  it('an invitation lets one person in, once, within a day; a name is given once', async () => {
    clock = new Date()
    const key = await people().invite('work')
    const join = (name: string, with_: string, secret = passphrase) =>
      browser()('/api/me/join', { key: with_, name, passphrase: secret })
    expect((await join('Tansy', key, 'too short')).status).toBe(400)
    expect((await join('Tansy', key)).status).toBe(201)
    expect((await join('Yarrow', key)).said.failures[0].code).toBe('people/invitation')
    const second = await people().invite('work')
    const taken = await join('Tansy', second)
    expect([taken.status, taken.said.failures[0].code]).toEqual([400, 'people/name'])
    // What was refused did not use it up.
    expect((await people().join(second, 'Yarrow', passphrase)).outcome).toBe('joined')
    const late = await people().invite('work')
    clock = new Date(clock.getTime() + DAY + 1)
    expect((await people().join(late, 'Late', passphrase)).outcome).toBe('spent')
    clock = new Date(clock.getTime() - DAY - 1)
    expect((await people().join('never-made', 'Late', passphrase)).outcome).toBe('spent')
  })

  it('a visit lasts thirty days, and ends with the person', async () => {
    clock = new Date()
    const joined = await people().join(await people().invite('work'), 'Clover', passphrase)
    if (joined.outcome !== 'joined') throw new Error(joined.outcome)
    const clover = (await people().of(joined.key))!
    clock = new Date(clock.getTime() + 30 * DAY - 1000)
    expect((await people().of(joined.key))?.name).toBe('Clover')
    clock = new Date(clock.getTime() + 2000)
    expect(await people().of(joined.key)).toBeUndefined()
    const again = await people().signIn('Clover', passphrase)
    expect(await people().signIn('Clover', `${passphrase}!`)).toBeUndefined()
    expect(await people().signIn('Nobody', passphrase)).toBeUndefined()
    expect(await people().remove(clover.id)).toBe(true)
    expect(await people().of(again)).toBeUndefined()
  })

  it('the last who keeps the firm stays, and stays so', async () => {
    clock = new Date()
    for (const one of await people().all())
      if (one.role === 'keep' && one.name !== 'Rowan') await people().remove(one.id)
    const rowan = (await people().all()).find(({ name }) => name === 'Rowan')!
    expect([await people().remove(rowan.id), await people().change(rowan.id, 'look')]).toEqual([false, false])
    await people().join(await people().invite('keep'), 'Hazel', passphrase)
    expect(await people().change(rowan.id, 'look')).toBe(true)
    const hazel = (await people().all()).find(({ name }) => name === 'Hazel')!
    expect(await people().change(hazel.id, 'work')).toBe(false)
  })

  it('of a key only its hash is kept', async () => {
    const key = await people().invite('look')
    const rows = await program.store.db.query.invitations.findMany()
    expect(rows.some(({ hash }) => hash === hashOf(key))).toBe(true)
    expect(JSON.stringify(rows)).not.toContain(key)
  })

  // Last: it uses up what this address may try.
  it('after eight tries in a minute it says how long to wait', async () => {
    const ask = browser()
    let last = await ask('/api/me/sign-in', { name: 'Ash', passphrase: 'a guess' })
    for (let n = 0; n < 40 && last.status !== 429; n++)
      last = await ask('/api/me/sign-in', { name: 'Ash', passphrase: 'a guess' })
    expect(last.status).toBe(429)
    expect(last.said.failures[0].remedy).toMatch(/Wait \d+ seconds/)
    expect((await ask('/api/me')).status).toBe(200)
  })
})
