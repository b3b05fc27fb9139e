import { expect, it } from 'vitest'
import { roughly } from './roughly.ts'

it.each([
  [0.2, '1 s'],
  [99.9, '100 s'],
  [100, '2 min'],
  [149, '2 min'],
  [151, '3 min'],
  [5399, '90 min'],
  [5400, '2 h'],
  [7200, '2 h'],
])('%f s is %s', (seconds, says) => expect(roughly(seconds)).toBe(says))
