import { expect, it } from 'vitest'
import { csv } from './csv.ts'

it.each([
  ['plain', 'plain'],
  ['a, b', '"a, b"'],
  ['say "so"', '"say ""so"""'],
  ['two\nlines', '"two\nlines"'],
  ['=1+1', "'=1+1"],
  ['@cmd', "'@cmd"],
  ['-3.5', '-3.5'],
  ['-3.5 V', "'-3.5 V"],
  ['+1', '+1'],
  ['', ''],
])('%j becomes %j', (text, made) => expect(csv([[text]])).toBe(`${made}\r\n`))

it('rows end as spreadsheets expect', () =>
  expect(
    csv([
      ['a', 'b'],
      ['1', '2'],
    ]),
  ).toBe('a,b\r\n1,2\r\n'))
