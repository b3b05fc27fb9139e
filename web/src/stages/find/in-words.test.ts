import { demoJobs } from '@civil-lantern/core/demo'
import { describe, expect, it } from 'vitest'
import {
  againInWords,
  beforeRepair,
  callsInWords,
  evidenceInWords,
  isWell,
  optionsNote,
  percent,
  restInWords,
  roomInWords,
  searchInWords,
  severalInWords,
  standInWords,
  timesInWords,
} from './in-words.ts'

const unit = (says: string, share: number, id = says) => ({ unit: id, says, share, members: [] })
const proposed = { ask: {}, stand: [], minutes: 1, bits: 1, answers: [] } as never

describe('the search in words', () => {
  it('says the repair with how sure it is, never wholly', () => {
    const repair = unit('Valve 2: head', 0.999)
    expect(searchInWords({ units: [repair], repair, look: [], next: undefined, others: [], here: [] })).toBe(
      'Put right: Valve 2: head (over 99\u00a0% sure).',
    )
  })

  it('counts who is left, leaving out what is hardly possible', () => {
    const units = [unit('Thermostat 4', 0.58), unit('Splice S4', 0.4), unit('Fuse', 0.019)]
    const open = { repair: undefined, look: [], others: [], here: [] }
    expect(searchInWords({ units, next: proposed, ...open })).toBe('2 suspects left. Thermostat 4: 58\u00a0%.')
    expect(searchInWords({ units, next: undefined, ...open, look: units.slice(0, 2) })).toContain(
      '2 things show the same readings. Look at Thermostat 4 first.',
    )
    expect(searchInWords({ units, next: undefined, ...open })).toContain('Nothing more can be asked')
  })

  it('below the list counts the same ones as left, and the others as good as out', () => {
    const units = [0.3, 0.2, 0.15, 0.1, 0.1, 0.06, 0.05, 0.03, 0.01].map((share, i) => unit(`Splice S${i}`, share))
    const open = { repair: undefined, look: [], others: [], here: [] }
    expect(searchInWords({ units, next: proposed, ...open })).toMatch(/^6 suspects left\./)
    expect(restInWords(units, 4)).toBe('and 2 more, 16\u00a0% together; 3 as good as out, 9\u00a0% together')
    expect(restInWords(units, 5)).toBe('and 1 more, 6\u00a0%; 3 as good as out, 9\u00a0% together')
    expect(restInWords(units, 6)).toBe('3 as good as out, 9\u00a0% together')
    expect(restInWords(units, 8)).toBe('1 as good as out, 1\u00a0%')
    expect(restInWords([unit('a', 0.5), unit('b', 0.5)], 1)).toBe('and 1 more, 50\u00a0%')
  })

  it('names the likeliest fault while less than half speaks for none', () => {
    const open = { repair: undefined, look: [], others: [], here: [], next: proposed }
    const none = (share: number) => [unit('No fault', share, 'nothing wrong'), unit('Thermostat 4', 1 - share)]
    expect(searchInWords({ units: none(0.49), ...open })).toBe('2 suspects left. Thermostat 4: 51\u00a0%.')
    expect(searchInWords({ units: none(0.5), ...open })).toBe('2 suspects left. No fault: 50\u00a0%.')
  })

  it('asks for the stem before a head or a motor is changed, and for nothing else', () => {
    for (const unit of ['V2/head', 'V2/motor']) expect(beforeRepair(unit)).toContain('Turn the stem')
    for (const unit of ['V2/body', 'S4', 'TS2/whole']) expect(beforeRepair(unit)).toBeUndefined()
  })

  it('says the chance of a second visit with what it is counted from', () => {
    expect(againInWords({ again: 3, of: 12 })).toBe('3 of 12 in the firm’s log wanted it again.')
    expect(againInWords({ again: 0, of: 0 })).toBe('None of these in the firm’s log yet.')
  })

  it('says who called when a room was seen to heat, but where it was its own call', () => {
    const job = demoJobs['kestrel-point']!()
    const says = (heats: boolean, calls?: readonly string[]) =>
      roomInWords(job, { is: 'room', zone: 'signal', heats, ...(calls ? { calls } : {}) })
    expect([says(true), says(false, ['signal'])]).toEqual(['heats', 'stays cold'])
    expect([says(true, []), says(false, [])]).toEqual(['heats though nobody calls', 'stays cold while nobody calls'])
    expect(says(true, ['signal', 'oil'])).toBe(`heats while ${callsInWords(job, ['signal', 'oil'])}`)
    expect(callsInWords(job, ['signal', 'oil'])).toBe('Signal house and Oil store call')
    expect(says(true, ['oil'])).toBe('heats while Oil store calls alone')
  })

  it('says what was seen, a reading in its unit, and how loud it speaks', () => {
    const job = demoJobs['kestrel-point']!()
    const ask = (id: string, form: 'volts' | 'ohms' | 'amps' | 'lever') =>
      ({ id, ask: form, power: true, place: 'boiler', minutes: 1, says: `Ask ${id}.` }) as const
    const asks = [ask('a', 'volts'), ask('b', 'ohms'), ask('c', 'amps'), ask('d', 'lever')]
    const stand = { calls: [], power: true }
    const says = (id: string, shown: number | string) =>
      evidenceInWords(job, asks, { is: 'shown', ask: id, stand, shown })
    expect(says('a', 26.1)).toEqual({ about: 'Ask a.', shown: '26.1\u00a0V' })
    expect(says('b', Number.POSITIVE_INFINITY).shown).toBe('OL')
    expect([says('b', 58).shown, says('c', 0.3).shown, says('d', 'slack').shown]).toEqual([
      '58\u00a0Ω',
      '0.3\u00a0A',
      'slack',
    ])
    expect(evidenceInWords(job, asks, { is: 'repair', unit: 'V2/head' })).toEqual({
      about: 'Put right:',
      shown: 'Valve 2, head',
    })
    expect(evidenceInWords(job, asks, { is: 'room', zone: 'signal', heats: false }).about).toBe('Signal house')
    expect([12.34, 3.33, 250, 1 / 4, 1 / 400].map(timesInWords)).toEqual([
      '12 times likelier',
      '3.3 times likelier',
      'over 100 times likelier',
      '4.0 times less likely',
      'over 100 times less likely',
    ])
  })

  it('notes what was offered, recommended and chosen', () => {
    const option = (id: 'head' | 'body', says: string) => ({ id, says, minutes: 20, drains: false, again: 0, of: 0 })
    const options = [option('head', 'Head of Valve 2'), option('body', 'Head and body')]
    expect(optionsNote(options, { head: ' 140 ' }, 'body', 'head')).toBe(
      'Offered: Head of Valve 2, 20 min, 140; Head and body, 20 min. Recommended: Head and body. Chosen: Head of Valve 2.',
    )
    expect(optionsNote(options, {}, undefined, 'body')).not.toContain('Recommended')
  })

  it('says when nothing fits, and where to look instead', () => {
    const units = [unit('Something', 0.6, 'none of these'), unit('Valve 2', 0.2)]
    expect(searchInWords({ units, repair: undefined, look: [], next: proposed, others: [], here: [] })).toContain(
      'fits nothing on the list. Look at the wiring at Valve 2',
    )
  })

  it('is over when nothing speaks for a fault any more, just above four fifths', () => {
    const state = { repair: undefined, look: [], next: undefined, others: [], here: [] }
    const well = (share: number) => [unit('Nothing is wrong', share, 'nothing wrong'), unit('Fuse', 1 - share)]
    expect(searchInWords({ units: well(0.81), ...state })).toContain('Nothing speaks for a fault')
    expect(searchInWords({ units: well(0.8), ...state })).not.toContain('Nothing speaks for a fault')
    expect(isWell({ units: [unit('Fuse', 0.9)] })).toBe(false)
  })

  it.each([
    [0.995, 'over 99\u00a0%'],
    [0.994, '99\u00a0%'],
    [0.01, '1\u00a0%'],
    [0.009, 'under 1\u00a0%'],
  ])('%f is %s', (share, says) => expect(percent(share)).toBe(says))

  it('names who has to call', () => {
    const job = demoJobs['kestrel-point']!()
    expect(standInWords(job, { stand: { calls: ['signal'], power: true } })).toContain('Only Signal house calls')
    expect(standInWords(job, { stand: { calls: ['signal', 'gallery'], power: true } })).toContain(
      'Signal house and Gallery call',
    )
    expect(standInWords(job, { stand: { calls: [], power: true } })).toContain('Nobody calls')
    expect(standInWords(job, { stand: { calls: [], power: false } })).toContain('proven dead')
  })
})

it('says why only some of what was seen counts, each way in words of its own', () => {
  const all = (['since', 'zone', 'two'] as const).map(severalInWords)
  expect(new Set(all).size).toBe(3)
  expect(all[0]).toContain('since the last repair that helped')
  expect(all[2]).toContain('Two at once')
})
