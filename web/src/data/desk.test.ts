import { documentOf, type Job, kindOf, makeEdit, nextEntry } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { MemoryBox } from '../testing/memory-outbox.ts'
import { aPage, type Page, rest } from '../testing/page.ts'
import { Desk } from './desk.ts'
import { EntryLog } from './entry-log.ts'
import { JobSession } from './job-session.ts'
import { layAside, useNotTaken } from './not-taken.ts'

let page: Page
let said: string[] = []
let desks: Desk[] = []

/** A desk whose server takes everything, with or without a first visit behind it. */
async function aDesk({ been = false, named = true } = {}) {
  const plan = demoJobs['kestrel-point']!()
  const document = documentOf(plan, been ? { parts: plan.parts, cables: plan.cables, wires: plan.wires } : null)
  let entries: unknown[] = []
  let revision = 1
  page.answers(({ method, path, body }) => {
    if (path.includes('/entries')) {
      if (method === 'POST') entries = [...entries, ...(body.entries as unknown[])]
      const since = Number(body.since ?? new URL(path, 'http://server').searchParams.get('since'))
      return { says: { entries: entries.slice(since), upTo: entries.length, count: entries.length } }
    }
    if (method === 'POST') return { says: { revision: ++revision } }
    return { says: { id: 'k', revision: 1, document, tried: null } }
  })
  if (named) page.store.setItem('lantern:who', JSON.stringify('Ash'))
  const box = new MemoryBox().window()
  const desk = new Desk(await JobSession.open('k', box), await EntryLog.open('k', box))
  desk.notice = (words) => said.push(words)
  desks.push(desk)
  await rest()
  return desk
}

const colour = (wire: string, to: string) => (draft: Job) => {
  draft.wires[wire]!.colour = to
}
const bodies = (desk: Desk) => desk.state().entries.map(({ body }) => body)

beforeEach(() => {
  vi.useFakeTimers()
  page = aPage()
  said = []
})
afterEach(() => {
  for (const desk of desks) desk.close()
  desks = []
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

it('before anybody has been there the plan is shown, and what is tried is tried on it', async () => {
  const desk = await aDesk()
  expect(desk.state()).toMatchObject({ shows: 'planned', as: 'planned' })
  desk.suppose({ id: 'wire:w3/open' }, true, 'Wire 3 broken')
  expect(desk.state()).toMatchObject({ shows: 'tried', as: 'planned' })
  expect(desk.state().circuit.supposed).toEqual([{ id: 'wire:w3/open' }])
  desk.show('planned')
  expect(desk.state().circuit.supposed).toEqual([])
})

it('a colour changed on the plan is an edit; changed on the wall it is an entry, and the plan stays', async () => {
  const desk = await aDesk({ been: true })
  expect(desk.state()).toMatchObject({ shows: 'found', as: 'found' })
  desk.edit('Pink', colour('w3', 'pink'))
  await rest()
  expect(desk.state().job.wires.w3!.colour).toBe('pink')
  expect(desk.state().plan.wires.w3!.colour).not.toBe('pink')
  expect(bodies(desk)).toHaveLength(1)
  expect(desk.state().revision).toBe(1)
  desk.show('planned')
  desk.edit('Violet', colour('w3', 'violet'))
  await rest()
  expect(desk.state().plan.wires.w3!.colour).toBe('violet')
  expect(desk.state().found.job.wires.w3!.colour).toBe('pink')
  expect(bodies(desk)).toHaveLength(1)
  expect(desk.state().revision).toBe(2)
})

it('what is only tried changes no circuit, and says so; its site may be changed all the same', async () => {
  const desk = await aDesk({ been: true })
  desk.show('tried')
  desk.edit('Pink', colour('w3', 'pink'))
  expect(said).toEqual(['What is tried is only supposed. Show planned or as found to change the circuit.'])
  desk.edit('Call first', (draft) => {
    draft.site.notes = 'Call first'
  })
  expect(desk.state().document.site.notes).toBe('Call first')
  expect(bodies(desk)).toEqual([])
})

it('where a part hangs is no fact of the wall: moved while the wall is shown, it moves in the plan', async () => {
  const desk = await aDesk({ been: true })
  desk.edit('Move', (draft) => {
    draft.parts.V2!.at = { x: 4, y: 7 }
  })
  await rest()
  expect(desk.state().plan.parts.V2!.at).toEqual({ x: 4, y: 7 })
  expect(desk.state().found.job.parts.V2!.at).toEqual({ x: 4, y: 7 })
  expect(bodies(desk)).toEqual([])
})

it('undo takes back the last thing, whatever it was: a trial, an entry, an edit; redo does it again', async () => {
  const desk = await aDesk({ been: true })
  desk.edit('Site', (draft) => {
    draft.site.notes = 'Dog'
  })
  await rest()
  desk.edit('Pink', colour('w3', 'pink'))
  await rest()
  const was = desk.state().plan.wires.w3!.colour
  desk.hand('V3', 'lever', 'parked', 'Lever 3')
  expect(desk.state().undo).toBe('Lever 3')
  desk.undo()
  expect(desk.state().tried.hands.V3).toBeUndefined()
  desk.undo()
  expect(desk.state().found.job.wires.w3!.colour).toBe(was)
  desk.undo()
  expect(desk.state().document.site.notes).not.toBe('Dog')
  for (let i = 0; i < 3; i++) desk.redo()
  await rest()
  expect(desk.state().document.site.notes).toBe('Dog')
  expect(desk.state().found.job.wires.w3!.colour).toBe('pink')
  expect(desk.state().tried.hands.V3).toEqual({ lever: 'parked' })
  desk.undo()
  desk.undo()
  expect(desk.state().found.job.wires.w3!.colour).toBe(was)
})

it('a trial seen on the wall is an entry and no trial any more; a lift is an act', async () => {
  const desk = await aDesk({ been: true })
  desk.hand('V3', 'lever', 'parked', 'Lever 3')
  desk.seeHand('V3', 'lever', 'Seen')
  await rest()
  expect(bodies(desk)).toEqual([{ kind: 'seen', what: 'hand', part: 'V3', state: 'lever', value: 'parked' }])
  expect(desk.state().tried.hands.V3).toEqual({})
  expect(desk.state().found.hands.V3).toEqual({ lever: 'parked' })
  desk.seeHand('V3', 'lever', 'Seen again')
  await rest()
  expect(bodies(desk)).toHaveLength(1)
  for (const id of ['wire:w3.from/lifted', 'wire:w4/open']) {
    desk.suppose({ id }, true, id)
    desk.seeSupposed({ id }, 'Seen')
    await rest()
  }
  expect(bodies(desk).slice(1)).toEqual([
    { kind: 'action', does: 'lift', of: 'wire:w3.from' },
    { kind: 'seen', what: 'condition', is: { id: 'wire:w4/open' }, so: true },
  ])
  expect(desk.state().tried.supposed).toEqual([])
})

it('a device without a name asks once, and what waited for the name is then entered', async () => {
  const desk = await aDesk({ been: true, named: false })
  desk.enter([{ kind: 'note', text: 'cold' }], 'Note')
  expect(desk.state()).toMatchObject({ asksWho: true, entries: [] })
  desk.called('Ash')
  await rest()
  expect(desk.state().asksWho).toBe(false)
  expect(desk.state().entries.map(({ by, body }) => [by, body.text])).toEqual([['Ash', 'cold']])
  desk.enter([{ kind: 'note', text: 'warm' }], 'Note')
  await rest()
  expect(bodies(desk)).toHaveLength(2)
})

it('who gives no name enters nothing', async () => {
  const desk = await aDesk({ been: true, named: false })
  desk.enter([{ kind: 'note', text: 'cold' }], 'Note')
  desk.notCalled()
  desk.called('Ash')
  await rest()
  expect(bodies(desk)).toEqual([])
})

it.each([
  ['new work', 0],
  ['service', 1],
] as const)('a first visit for %s begins with a wall of its own, once', async (purpose, some) => {
  const desk = await aDesk()
  desk.openVisit(purpose)
  await rest()
  expect(desk.state().shows).toBe('found')
  expect(Math.sign(Object.keys(desk.state().found.job.wires).length)).toBe(some)
  const { before } = desk.state().document
  desk.openVisit('new work')
  await rest()
  expect(desk.state().document.before).toBe(before)
  expect(bodies(desk).map(({ kind, does }) => `${kind} ${does}`)).toEqual(['visit opens', 'visit opens'])
})

it('a wall to be traced begins with its devices and cables: no conductor, and no connector of the plan', async () => {
  const desk = await aDesk()
  desk.openVisit('tracing')
  await rest()
  const { plan, found } = desk.state()
  const connectors = (job: Job) => Object.values(job.parts).filter((part) => kindOf(part)?.roles.connector).length
  expect([connectors(plan) > 0, connectors(found.job)]).toEqual([true, 0])
  expect(Object.keys(found.job.parts)).toHaveLength(Object.keys(plan.parts).length - connectors(plan))
  expect([found.job.wires, found.job.cables]).toEqual([{}, plan.cables])
  expect(bodies(desk)[0]).toMatchObject({ kind: 'visit', does: 'opens', for: 'service' })
})

it('a reading is entered with how the plant stands; a note is not; both belong to the visit that is open', async () => {
  const desk = await aDesk()
  desk.openVisit('service')
  await rest()
  const visit = desk.state().entries[0]!.id
  desk.stand = async () => ({ calls: { keepers: { on: true } } })
  desk.enter([{ kind: 'reading', mode: 'volts', a: 'V1.m1', b: 'V1.m2', value: 26, shows: '26 V' }], 'Reading')
  await rest()
  desk.enter([{ kind: 'note', text: 'cold' }], 'Note')
  await rest()
  const [, reading, note] = desk.state().entries
  expect([reading!.stand, note!.stand]).toEqual([{ calls: { keepers: { on: true } } }, undefined])
  expect([reading!.visit, note!.visit]).toEqual([visit, visit])
})

it('a bench that does not answer costs no entry', async () => {
  const desk = await aDesk({ been: true })
  desk.stand = () => Promise.reject(new Error('ended'))
  desk.enter([{ kind: 'note', text: 'cold' }], 'Note')
  await rest()
  expect(bodies(desk)).toHaveLength(1)
})

it('what changes no circuit puts no other circuit on the bench', async () => {
  const desk = await aDesk({ been: true })
  const { circuit } = desk.state()
  desk.edit('Site', (draft) => {
    draft.site.notes = 'Dog'
  })
  await rest()
  expect(desk.state().circuit.key).toBe(circuit.key)
  desk.enter([{ kind: 'note', text: 'cold' }], 'Note')
  await rest()
  expect(desk.state().circuit.key).toBe(circuit.key)
  desk.hand('V3', 'lever', 'parked', 'Lever 3')
  expect(desk.state().circuit.key).not.toBe(circuit.key)
})

it('what is tried is kept with this browser', async () => {
  const desk = await aDesk({ been: true })
  desk.suppose({ id: 'wire:w3/open' }, true, 'Wire 3 broken')
  desk.close()
  const again = await aDesk({ been: true })
  expect(again.state().tried.supposed).toEqual([{ id: 'wire:w3/open' }])
  expect(again.state().shows).toBe('found')
})

it('what a step of a proof comes to: its readings in their own stand, and one entry that names them, all of that proof', async () => {
  const desk = await aDesk({ been: true })
  desk.stand = async () => ({ calls: { keepers: { on: true } } })
  const reading = { kind: 'reading', mode: 'loz', value: 3, shows: '3 V' }
  const stand = { calls: { signal: { on: true } } }
  desk.enter([reading, reading], 'Step', () => undefined, {
    proof: 'proof-of-the-day',
    stand,
    binds: (ids) => ({ kind: 'step', step: 'alone:signal', readings: [...ids] }),
  })
  await rest()
  const entries = desk.state().entries
  const step = entries.find(({ body }) => body.kind === 'step')!
  const readings = entries.filter(({ body }) => body.kind === 'reading')
  expect(step.body.readings).toEqual(readings.map(({ id }) => id))
  expect(readings.map((one) => one.stand)).toEqual([stand, stand])
  expect(new Set(entries.map(({ proof }) => proof))).toEqual(new Set(['proof-of-the-day']))
  // One undo takes all of it back.
  desk.undo()
  await rest()
  expect(
    bodies(desk)
      .filter(({ kind }) => kind === 'back')
      .map(({ of }) => of)
      .toSorted(),
  ).toEqual([...readings, step].map(({ id }) => id).toSorted())
  // The next thing entered is of no proof, and stands as the bench does.
  desk.enter([reading], 'Reading')
  await rest()
  const last = desk.state().entries.at(-1)!
  expect([last.proof, last.stand]).toEqual([undefined, { calls: { keepers: { on: true } } }])
})

it('the stand-in is asked with who calls, and its refusal is said; nothing is entered here', async () => {
  const desk = await aDesk()
  page.answers(({ path }) =>
    path.endsWith('/stand-in/answer')
      ? { status: 400, says: { failures: [{ says: 'There is no part "V9".', remedy: 'Name another.' }] } }
      : { says: { entries: [], upTo: 0, count: 0 } },
  )
  desk.askStandIn({ kind: 'seen', what: 'word', of: 'part:V9', look: 'runs', word: '' }, 'runs', {
    calls: ['signal'],
    power: true,
  })
  await rest()
  const asked = page.asked.find(({ path }) => path.endsWith('/stand-in/answer'))!
  expect(asked.body).toMatchObject({
    ask: 'runs',
    stand: ['signal'],
    entry: { stand: { calls: { signal: { on: true }, oil: { on: false } } } },
  })
  expect(said).toEqual(['There is no part "V9". Name another.'])
  const point = (at: string) => ({ point: at, says: at, place: '' })
  // Leads that were off for it are in its stand: only so is it known for a reading of the part alone.
  desk.askStandIn(
    { kind: 'reading', mode: 'ohms', from: point('V2.m1'), to: point('V2.m2'), value: null, shows: '' },
    'alone',
    { calls: [], power: false },
    'V2.m1',
  )
  await rest()
  expect(page.asked.filter(({ path }) => path.endsWith('/stand-in/answer')).at(-1)!.body).toMatchObject({
    ask: 'alone',
    stand: [],
    power: false,
    entry: { stand: { power: { on: false }, lifted: ['V2.m1'] } },
  })
  expect(bodies(desk)).toEqual([])
})

it('what was not taken is sent again or let go; what still does not fit lies there as before', async () => {
  const desk = await aDesk({ been: true })
  const lies = () => useNotTaken.getState().k!.map(({ id }) => id)
  const edit = makeEdit(desk.state().plan, 'Dog', 'dog', (draft) => {
    draft.site.notes = 'Dog bites'
  })!.edit
  const misfit = {
    ...edit,
    id: 'misfit',
    patches: [{ op: 'replace' as const, path: ['zones', 'nowhere', 'name'], value: 'x' }],
  }
  const entry = nextEntry({ id: 'note', by: 'Ash', device: 'd', clock: '2026-03-01T10:00:00.000Z', revision: 1 }, [], {
    kind: 'note',
    text: 'Lid cracked',
  })
  const all = [
    { id: 'dog', what: 'edit', of: edit, why: 'No.' },
    { id: 'misfit', what: 'edit', of: misfit, why: 'No.' },
    { id: 'note', what: 'entry', of: entry, why: 'No.' },
    { id: 'gone', what: 'entry', of: 'whatever', why: 'No.' },
  ] as const
  for (const one of all) await layAside(desk.session.box, 'k', one)
  for (const one of all.slice(0, 3)) desk.sendAgain(one)
  await rest()
  expect(lies()).toEqual(['misfit', 'gone'])
  expect(desk.state().document.site.notes).toBe('Dog bites')
  expect(bodies(desk).map(({ text }) => text)).toEqual(['Lid cracked'])
  desk.letGo(all[3])
  await rest()
  expect(lies()).toEqual(['misfit'])
  // Laid aside once more it lies there once.
  await layAside(desk.session.box, 'k', all[1])
  expect(lies()).toEqual(['misfit'])
})
