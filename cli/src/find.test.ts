import { type AskForm, Finder, type Means } from '@civil-lantern/core'
import { demoJobs } from '@civil-lantern/core/demo'
import { describe, expect, it } from 'vitest'
import { complaintIn, toolsIn } from './complaint.ts'
import { Answerer, findBy, requestOf, shownBy } from './find.ts'

const job = demoJobs['fenwick-orchard']!()
const node = JSON.stringify(process.execPath)
/** A command that answers every line the same, whatever is asked. */
const always = (answer: object) =>
  `${node} -e ${JSON.stringify(`process.stdin.on('data', (d) => String(d).trim().split('\\n').forEach(() => console.log('${JSON.stringify(answer)}')))`)}`

describe('what is complained of', () => {
  it('by the names of zones in a text, whatever their case, or by id or name in JSON', () => {
    expect(complaintIn(job, 'the TASTING ROOM is cold').cold).toEqual(['zone2'])
    expect(complaintIn(job, '{"cold":["Press floor"],"heats":["zone2"]}')).toMatchObject({
      cold: ['zone1'],
      heats: ['zone2'],
    })
  })

  it.each([
    ['', 'is empty'],
    ['   ', 'is empty'],
    ['it is cold', 'names no zone of this job. It has: Press floor, Tasting room'],
    ['{"cold":["attic"]}', 'no zone "attic"'],
    ['{"cold":[]}', 'no cold zone'],
    ['{"heats":["zone1"]}', 'no cold zone, and none that heats uncalled'],
    ['{', 'is no JSON'],
  ])('%j is refused in words', (text, why) => expect(() => complaintIn(job, text)).toThrow(why))
})

it('when it began is told by one of a few words, or refused with them', () => {
  expect(complaintIn(job, '{"cold":["zone1"],"told":"wired"}').told).toBe('wired')
  expect(complaintIn(job, '{"cold":["zone1"]}').told).toBeUndefined()
  expect(() => complaintIn(job, '{"cold":["zone1"],"told":"full moon"}')).toThrow('is one of yesterday, wired')
})

it('a zone that heats though nobody calls is a complaint by itself', () =>
  expect(complaintIn(job, '{"uncalled":["Press floor"]}')).toMatchObject({ cold: [], uncalled: ['zone1'] }))

describe('rooms on calls, out of JSON', () => {
  const told = (rooms: string) => complaintIn(job, `{"cold":["zone1"],"rooms":${rooms}}`)

  it('are read by name or id, calls empty for nobody', () => {
    const read = told(
      '[{"zone":"Press floor","calls":["zone1","Tasting room"],"heats":true},{"zone":"zone2","calls":[],"heats":false}]',
    )
    expect(read.rooms).toEqual([
      { is: 'room', zone: 'zone1', calls: ['zone1', 'zone2'], heats: true },
      { is: 'room', zone: 'zone2', calls: [], heats: false },
    ])
    expect(complaintIn(job, '{"cold":["zone1"]}').rooms).toEqual([])
  })

  it.each([
    ['{"zone":"zone1"}', '"rooms" holds {"zone":"zone1"}'],
    ['[7]', '"rooms" holds 7'],
    ['[{"zone":"zone1","calls":"zone1","heats":true}]', 'calls empty for nobody'],
    ['[{"zone":"zone1","calls":[],"heats":"yes"}]', '"rooms" holds'],
    ['[{"zone":"attic","calls":[],"heats":true}]', 'no zone "attic"'],
    ['[{"zone":"zone1","calls":["attic"],"heats":true}]', 'no zone "attic"'],
  ])('%s is refused in words', (rooms, why) => expect(() => told(rooms)).toThrow(why))
})

describe('what an answer says', () => {
  const wrong = (words: string) => ({ wrong: expect.stringContaining(words) })
  it.each([
    ['volts', { value: 24.6 }, 24.6],
    ['volts', { value: -3 }, 3],
    ['volts', { low: 3, high: 24 }, 13.5],
    ['volts', { value: null, shows: 'OL' }, wrong('cannot be OL')],
    ['volts', { value: '24' }, wrong('needs "value"')],
    ['volts', { low: 3 }, wrong('needs "value"')],
    ['volts', { value: 1000 }, 1000],
    ['volts', { value: 1e9 }, wrong('more than a meter shows')],
    ['amps', { value: 0.32 }, 0.32],
    ['amps', { value: null }, wrong('in amps cannot be OL')],
    ['amps', { value: 1000.5 }, wrong('1000.5 A is more than a meter shows')],
    ['volts', { refused: 'too high up' }, wrong('too high up')],
    ['runs', { seen: 'runs' }, 'yes'],
    ['runs', { seen: 'starts and stops' }, 'yes'],
    ['runs', { seen: 'stands' }, 'no'],
    ['runs', { seen: 'purple' }, wrong('is one of yes, no, runs')],
    ['runs', {}, wrong('not null')],
    ['lever', { seen: 'slack' }, 'slack'],
    ['lever', { seen: 'slack: the gear has stripped' }, 'slack'],
    ['lever', { seen: 'limp' }, 'slack'],
    ['lever', { seen: 'cannot tell' }, wrong('is one of firm')],
    ['ohms', { value: null, shows: 'OL' }, Number.POSITIVE_INFINITY],
    ['ohms', { value: 1e9 }, 1e9],
    ['alone', { value: 1.1e9 }, wrong('more than a meter shows')],
    ['core', { seen: 'broken' }, 'broken'],
    ['joint', { seen: 'cap missing' }, 'loose'],
    // A reading watched while something is moved: a fifth of it is a swing.
    ['wiggle', { done: true }, 'steady'],
    ['wiggle', { low: 19.3, high: 24 }, 'steady'],
    ['wiggle', { low: 19.1, high: 24 }, 'comes and goes'],
    ['wiggle', { low: 0, high: 24 }, 'comes and goes'],
    ['wiggle', { seen: 'jumps' }, 'comes and goes'],
    ['wiggle', { refused: 'no hand free' }, { wrong: 'refused: no hand free' }],
  ] as const)('%s %j', (ask, answer, shown) => expect(shownBy({ ask }, answer)).toEqual(shown))
})

describe('a command that answers', () => {
  it.each([
    ['ends', 'true', 'has ended'],
    ['says nothing', 'sleep 5', 'no line in 0.3 s'],
    ['talks nonsense', 'echo hello; cat >/dev/null', 'no JSON: hello'],
    ['answers a number', 'echo 7; cat >/dev/null', 'no JSON: 7'],
  ])('and %s is told so', async (_does, command, why) => {
    const answerer = new Answerer(command)
    expect(await answerer.ask({ ask: 'see' }, 0.3)).toContain(why)
    answerer.close()
  })

  it('is asked one thing at a time and answers in turn', async () => {
    const answerer = new Answerer(always({ value: 3 }))
    expect(await answerer.ask({ ask: 'read' }, 5)).toEqual({ value: 3 })
    expect(await answerer.ask({ ask: 'read' }, 5)).toEqual({ value: 3 })
    answerer.close()
  })
})

describe('how a question is put', () => {
  const { asks } = new Finder(job)
  const put = (form: AskForm, power = true) => {
    const ask = asks.find((one) => one.ask === form)!
    return { ask, said: requestOf(job, { do: 'ask', ask, stand: { calls: ['zone2'], power }, minutes: 1 }) }
  }

  it('a clamp by its wire and its turns, leads by their terminals', () => {
    const clamp = put('amps')
    expect(clamp.said).toMatchObject({ ask: 'read', mode: 'amps', wire: clamp.ask.wire, turns: 1, calls: ['zone2'] })
    expect(clamp.said).not.toHaveProperty('from')
    expect(put('volts').said).toMatchObject({ ask: 'read', mode: 'loz', power: true, lifted: [] })
    const alone = put('alone', false)
    expect(alone.said).toMatchObject({
      mode: 'ohms',
      power: false,
      lifted: [alone.ask.from],
      callNames: ['Tasting room'],
    })
    expect(put('lever').said).toMatchObject({ ask: 'see', what: 'lever' })
  })
})

describe('the search', () => {
  const search = async (command: string, more: Means = {}) => {
    const said: {
      request?: { ask: string; mode?: string; power?: boolean }
      passedOver?: string
      solved?: boolean
      why?: string
    }[] = []
    const code = await findBy(job, [], { cold: ['zone2'], heats: [], uncalled: [], rooms: [] }, command, {
      ...more,
      patience: 5,
      print: (line) => said.push(line),
    })
    return { code, said, end: said.at(-1)! }
  }

  it('with dead work only asks for no reading on a live circuit', async () => {
    const { said } = await search(always({ seen: 'runs' }), { deadOnly: true })
    expect(said.some(({ request }) => request?.ask === 'read' && request.power)).toBe(false)
    expect(said.some(({ request }) => request?.ask === 'read')).toBe(true)
    expect(said.some(({ request }) => request?.ask === 'see')).toBe(true)
  })

  it('without a clamp asks for none', async () => {
    const { said } = await search(always({ value: 26, seen: 'runs' }), { without: ['clamp'] })
    expect(said.some(({ request }) => request?.mode === 'amps')).toBe(false)
    expect(said.some(({ request }) => request?.mode === 'loz')).toBe(true)
  })

  it('takes the tools that are not there by their names', () => {
    expect([toolsIn(undefined), toolsIn(''), toolsIn('stick, clamp')]).toEqual([[], [], ['stick', 'clamp']])
    expect(() => toolsIn('clamp,ladder')).toThrow('--without takes clamp or stick, not "ladder".')
  })

  it('passes over what is no answer, says why, and comes to an end', async () => {
    const { code, said, end } = await search(always({ value: 1e9, seen: 'purple' }))
    expect(said[0]!.passedOver).toBeDefined()
    expect([code, end.solved]).toEqual([1, false])
  })

  it('keeps its trail where the command dies', async () => {
    const { code, said, end } = await search('read line; echo "{\\"value\\":26,\\"seen\\":\\"runs\\"}"')
    expect([code, end.why]).toEqual([1, 'The command has ended.'])
    expect(said.length).toBe(2)
  })
})
