import { expect, it } from 'vitest'
import { wired } from '../testing/benches.ts'
import type { Dark } from './dark.ts'
import { darkInWords } from './dark-in-words.ts'

const job = wired({ scheme: 's6', zones: 1, twoLead: true })
job.parts.V4 = { kind: 'valve/motor-4', label: 'Valve 4', place: 'boiler' }
job.parts.V7 = { kind: 'valve/not-known', label: 'Valve 7', place: 'boiler' }

it.each<[string, Dark, string]>([
  ['a motor', { at: 'load', part: 'V1', element: 'motor' }, 'Valve 1'],
  ['an end switch', { at: 'contact', part: 'V4', element: 'endSwitch' }, 'the end switch of Valve 4'],
  ['a motor beside one', { at: 'load', part: 'V4', element: 'motor' }, 'Valve 4'],
  ['a relay that stands in for one', { at: 'contact', part: 'K1', element: 'no' }, 'the NO contact of Relay 1'],
  ['another contact', { at: 'contact', part: 'TS1', element: 'contact' }, 'Thermostat 1'],
  ['a part of a kind nobody knows', { at: 'contact', part: 'V7', element: 'endSwitch' }, 'Valve 7'],
  ['a terminal', { at: 'nowhere', part: 'V1', terminal: 'm1' }, 'Valve 1 M1'],
  ['a part as a whole', { at: 'nowhere', part: 'V1' }, 'Valve 1'],
])('%s is named as such', (_what, dark, text) => {
  const said = darkInWords(job, dark)
  expect(said.text).toBe(text)
  expect(said).toMatchObject({ part: dark.part, wrong: true })
})
