import { expect, it } from 'vitest'
import { inMinutes } from './countdown.ts'

it('a time in minutes and seconds never has sixty of them', () =>
  expect([0, 0.4, 59.4, 59.6, 60, 89.6, 600].map(inMinutes)).toEqual([
    '0:00',
    '0:00',
    '0:59',
    '1:00',
    '1:00',
    '1:30',
    '10:00',
  ]))
