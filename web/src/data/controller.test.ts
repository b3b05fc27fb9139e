import { afterEach, expect, it } from 'vitest'
import type { ControllerNow } from './api.ts'
import { useController } from './controller.tsx'

const there: ControllerNow = { there: true, port: 1502, outputs: [], inputs: [] }
const nobody: ControllerNow = { there: false, port: 1502 }
const six = { output: 1, value: 6, unit: 'V', seconds: 0 } as const
const two = { output: 2, value: 2, unit: 'V', seconds: 0 } as const

const link = () => useController.getState()
afterEach(() => link().connect(false))

it('an order said while an exchange is under way waits for the next one', () => {
  link().connect(true)
  link().say(six)
  link().took(undefined, there)
  expect(link().orders).toEqual([six])
  link().say(two)
  link().took(link().orders[0], there)
  expect(link().orders).toEqual([two])
})

it('an order is kept where nobody answers, and gone where it was refused', () => {
  link().connect(true)
  link().say(six)
  link().took(six, nobody)
  expect(link().orders).toEqual([six])
  link().took(link().orders[0], undefined, 'Output 1 takes 0 to 10 V.')
  expect(link()).toMatchObject({ orders: [], refusal: 'Output 1 takes 0 to 10 V.' })
})

it('connecting again forgets what waited', () => {
  link().connect(true)
  link().say(six)
  link().connect(true)
  expect(link().orders).toEqual([])
})
