import { describe, expect, it } from 'vitest'
import { StandInWall } from '../find/stand-in-wall.ts'
import { checkSupposition } from '../suppose/index.ts'
import { repairedBy } from '../suppose/put-right.ts'
import { complaints, demoJobs } from './index.ts'

describe.each(Object.entries(complaints))('%s', (id, three) => {
  const job = demoJobs[id]!()
  it.each(three.map((one) => [one.id, one] as const))(
    '%s is true of its wall, and comes right by its repairs',
    (_id, one) => {
      for (const hidden of one.hidden) expect(checkSupposition(job, hidden).ok).toBe(true)
      const wall = new StandInWall(job, one.hidden)
      // Where nothing is wrong, what people say of this morning is not so now.
      for (const zone of one.cold) expect([zone, wall.heats(zone)]).toEqual([zone, one.hidden.length === 0])
      for (const zone of one.heats) expect([zone, wall.heats(zone)]).toEqual([zone, true])
      expect(wall.isWell).toBe(one.hidden.length === 0)
      expect(wall.repair('V99/head')).toBe(false)
      for (const hidden of one.hidden) expect(wall.repair(repairedBy(job, hidden))).toBe(true)
      expect([wall.isWell, wall.wrong]).toEqual([true, []])
    },
  )
})

it('every demo job has one of each level at the least, and none gives itself away by its words', () => {
  expect(Object.keys(complaints).sort()).toEqual(Object.keys(demoJobs).sort())
  for (const three of Object.values(complaints)) {
    expect(three.slice(0, 3).map(({ level }) => level)).toEqual(['easy', 'harder', 'nasty'])
    for (const { says, hidden } of three)
      for (const { id } of hidden) expect(says.toLowerCase()).not.toContain(id.split('/')[1]!.toLowerCase())
  }
})
