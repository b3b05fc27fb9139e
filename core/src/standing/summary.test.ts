import { describe, expect, it } from 'vitest'
import { kestrelPoint } from '../demo/kestrel-point.ts'
import { circuitIn, documentOf } from '../job/document.ts'
import { blankJob } from '../parts/new-job.ts'
import { type Entry, nextEntry } from '../record/entry.ts'
import { copyOf } from '../testing/benches.ts'
import { summaryOf } from './summary.ts'

const job = kestrelPoint()
const wired = documentOf(job, circuitIn(job))
function told(...bodies: Entry['body'][]): Entry[] {
  const entries: Entry[] = []
  for (const [i, body] of bodies.entries())
    entries.push(
      nextEntry(
        { id: `summary-${i}-of-it`, by: 'Ash', device: 'phone', clock: `2026-03-01T10:0${i}:00.000Z`, revision: 1 },
        entries,
        body,
      ),
    )
  return entries
}
const complaint = { kind: 'case', does: 'opened', complaint: 'Gallery stays cold' }

describe('a job summed up', () => {
  it('stands at the survey while nothing is wired, at the furthest stage that is done after', () => {
    expect(summaryOf(documentOf(blankJob('New', '120')), [])).toMatchObject({
      here: 'survey',
      tone: 'neutral',
      waits: 0,
    })
    const { here, tone, says } = summaryOf(wired, [])
    expect([here, tone]).toEqual(['load', 'well'])
    expect(says).toContain('VA')
  })

  it('an open complaint comes before everything, and goes when it is closed', () => {
    const open = told(complaint)
    expect(summaryOf(wired, open)).toMatchObject({ here: 'find', tone: 'fault', waits: 1, findings: 1 })
    expect(summaryOf(wired, open).says).toContain('Gallery stays cold')
    const back = told(complaint, { kind: 'back', of: 'summary-0-of-it' })
    expect(summaryOf(wired, back)).toMatchObject({ here: 'load', waits: 0 })
  })

  it('what the rules find comes before what the transformer carries', () => {
    const wrong = copyOf(wired)
    const wire = Object.entries(wrong.planned.wires).find(([, { to, from }]) =>
      [from, to].some(({ part, terminal }) => part === 'V1' && terminal === 'm1'),
    )![0]
    delete wrong.planned.wires[wire]
    expect(summaryOf(wrong, [])).toMatchObject({ here: 'scheme', tone: 'fault' })
  })

  it('the last thing said is the latest that was not taken back', () => {
    const note = (text: string) => ({ kind: 'note', text })
    expect(summaryOf(wired, told(note('first'), note('second'))).last!.says).toContain('second')
    expect(
      summaryOf(wired, told(note('first'), note('second'), { kind: 'back', of: 'summary-1-of-it' })).last!.says,
    ).toContain('first')
  })

  it('people, parts, places and words can be searched for', () => {
    const { search } = summaryOf(wired, told({ kind: 'note', text: 'Nest in the flue' }))
    for (const word of ['ash', 'valve 3', 'oil store, by the door', 'nest in the flue', 'duty warden'])
      expect(search).toContain(word)
  })
})
