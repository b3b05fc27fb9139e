import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo/index.ts'
import { readIn } from './ask.ts'
import { Finder } from './finder.ts'
import { inReach, tools } from './means.ts'

const { asks } = new Finder(demoJobs['kestrel-point']!())
const formsOf = (...means: Parameters<typeof inReach>) => new Set(asks.filter(inReach(...means)).map(({ ask }) => ask))
const forms = new Set(asks.map(({ ask }) => ask))

describe('what is offered', () => {
  it('is everything to whoever has it all, and may', () => expect(formsOf({})).toEqual(forms))

  it('takes no tool that is not there, and leaves all that needs none', () => {
    for (const { tool, for: form } of tools) {
      const left = formsOf({ without: [tool] })
      expect(left.has(form)).toBe(false)
      expect(left.size).toBe(forms.size - 1)
    }
  })

  it('under dead work only is no lead, stick or finger at what is live, and still every look and all dead work', () => {
    const dead = asks.filter(inReach({ deadOnly: true }))
    const live = dead.filter(({ power }) => power)
    expect(live.filter(({ ask }) => readIn(ask) || ask === 'stick' || ask === 'wiggle')).toEqual([])
    expect(new Set(live.map(({ ask }) => ask))).toEqual(
      new Set(['runs', 'flame', 'lever', 'position', 'display', 'pipe']),
    )
    expect(dead.filter(({ power }) => !power)).toEqual(asks.filter(({ power }) => !power))
  })
})
