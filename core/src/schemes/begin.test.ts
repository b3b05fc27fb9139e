import { expect, it } from 'vitest'
import { findingsOf } from '../checks/index.ts'
import { validateDocument } from '../doors.ts'
import { documentOf } from '../job/document.ts'
import { beginnings, begunFrom } from './begin.ts'
import { fitOf, schemes } from './index.ts'

it.each(schemes.map((scheme) => [scheme.id, scheme] as const))(
  '%s: a job begun from it fits it, is a good document, and no rule objects',
  (_id, scheme) => {
    const job = begunFrom(scheme, 'Tide mill')
    expect(fitOf(scheme, job)).toEqual({ fits: true })
    expect(job.scheme).toEqual({ id: scheme.id })
    expect(Object.keys(job.zones)).toHaveLength(2)
    expect(validateDocument(documentOf(job)).ok).toBe(true)
    expect(findingsOf(job).filter(({ severity }) => severity !== 'tidy')).toEqual([])
  },
)

it('every way is begun in one practice, and both practices have some', () => {
  expect(beginnings('120').length + beginnings('230').length).toBe(schemes.length)
  expect(beginnings('230').length).toBeGreaterThan(4)
})
