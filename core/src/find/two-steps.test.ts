import { expect, it } from 'vitest'
import type { Ask } from './ask.ts'
import type { Where } from './minutes.ts'
import { LITTLE, type Open, proposalOf, ranked, worth } from './proposals.ts'
import { NOBODY } from './stand.ts'
import type { StandTable } from './table.ts'
import { lookedAhead } from './two-steps.ts'

/** An ask somewhere, and what each of four suspects shows at it. */
type Asked = readonly [id: string, place: string, minutes: number, shows: string]

const open: Open = {
  suspects: [0, 1, 2, 3].map((unit) => ({ id: `s${unit}`, unit, share: 0.25 })),
  units: [0, 1, 2, 3].map((unit) => ({ says: `unit ${unit}`, share: 0.25 })),
  bits: 2,
}

/** The order in which asks are proposed, one step ahead and two. */
function orders(...asked: Asked[]) {
  const where: Where = { stand: NOBODY }
  const asks = asked.map(([id, place, minutes]): Ask => ({ id, ask: 'runs', power: true, place, minutes, says: '' }))
  const table: StandTable = {
    stand: NOBODY,
    waits: 0,
    asks,
    rows: new Map(
      open.suspects.map(({ id }, i) => [
        id,
        [{ shows: asked.map(([, , , shows]) => shows[i]!), heats: new Set<string>() }],
      ]),
    ),
  }
  const one = ranked(asked.flatMap((_, column) => proposalOf(open, table, column, where) ?? []))
  const two = lookedAhead(open, one, where, ({ ask }) => ({ table, column: asks.indexOf(ask) }))
  const ids = (some: typeof two) => some.map(({ ask }) => ask.id).join(' ')
  return { one: ids(one), two: ids(two), best: worth(one[0]!) }
}

it('of two that tell the same for a minute, the one where the next is at hand comes first', () => {
  const { one, two } = orders(
    ['at the boiler', 'boiler', 1, 'aabb'],
    ['in the attic', 'attic', 1, 'aabb'],
    ['the other half', 'attic', 2, 'abab'],
  )
  expect(one.startsWith('at the boiler')).toBe(true)
  expect(two).toBe('in the attic at the boiler the other half')
})

it('where one tells plainly more than the next, and enough, nothing is turned round; just under that share they are a tie', () => {
  const withMinutes = (minutes: number) =>
    orders(
      ['boiler', 'boiler', 1, 'aabb'],
      ['attic', 'attic', minutes, 'aabb'],
      ['other', 'attic', 2, 'abab'],
    ).two.split(' ')[0]
  expect(withMinutes(1.03)).toBe('boiler')
  expect(withMinutes(1.01)).toBe('attic')
})

it('where nothing tells a twentieth of a bit a minute, two steps decide, whatever one alone says', () => {
  const { best, two } = orders(
    ['boiler', 'boiler', 26, 'aabb'],
    ['attic', 'attic', 26.8, 'aabb'],
    ['other', 'attic', 27, 'abab'],
  )
  expect(best).toBeLessThan(LITTLE)
  expect(two.split(' ')[0]).toBe('attic')
})

it('what is decided after the first answer asks for no second', () => {
  // Both settle the same; the second ask is dear where the first one leads to, and is never needed.
  const { two } = orders(['all', 'boiler', 30, 'abcd'], ['half', 'attic', 16, 'aabb'], ['rest', 'attic', 16.2, 'abab'])
  expect(two.startsWith('all')).toBe(true)
})

it('one ask by itself, or none, is left as it is', () => {
  expect(orders(['only', 'boiler', 100, 'aabb']).two).toBe('only')
  expect(lookedAhead(open, [], {}, () => expect.unreachable())).toEqual([])
})
