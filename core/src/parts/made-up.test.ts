import { expect, it } from 'vitest'
import { openDocument, plainFile, readJobFile, writeJobFile } from '../formats/job-file.ts'
import { writeSpice } from '../formats/spice.ts'
import { documentOf } from '../job/document.ts'
import { loopsOf } from '../loops/loops.ts'
import { verdictOf } from '../loops/verdict.ts'
import { probe, read } from '../meter/meter.ts'
import { Simulation } from '../motion/simulation.ts'
import { kestrel, wireAt } from '../testing/benches.ts'
import { sentenceText } from '../words/words.ts'
import { contact, load } from './element.ts'
import { catalogue } from './index.ts'
import { type Feel, part } from './kind.ts'

/** A kind nobody has built: a slide that opens in two strokes and makes its switch at the end of the second. */
const slideValve = part({
  kind: 'valve/slide',
  name: 'Slide valve',
  class: 'valve',
  about: 'Made up for this test.',
  terminals: {
    a: { role: 'motor', marking: 'UP', circuit: 'low voltage', takes: 1 },
    b: { role: 'motor', marking: 'DN', circuit: 'low voltage', takes: 1 },
    x: { role: 'end switch', marking: 'X', circuit: 'call', takes: 1 },
    y: { role: 'end switch', marking: 'Y', circuit: 'call', takes: 1 },
  },
  figures: { va: { name: 'Motor', unit: 'VA', value: 5 }, strokes: { name: 'Strokes', unit: '', value: 2 } },
  state: { slide: 0, fed: false },
  roles: { actuator: 'motor', switches: [{ element: 'end', proves: 'open' }], travel: 'slide' },
  hookup: { feed: 'a', back: 'b', proof: ['x', 'y'] },
  inside: (f, site) => [
    load('motor', 'a', 'b', { volts: 24, va: f.va, powerFactor: 0.8, hertz: site.hertz }),
    contact('end', 'x', 'y', (s) => s.slide >= 1),
  ],
  motion: {
    rates: (f, s) => (s.fed ? (s.slide < 1 ? { slide: 1 / (8 * f.strokes) } : {}) : s.slide > 0 ? { slide: -0.5 } : {}),
    levels: () => ({ slide: [0, 1] }),
    jumps: (_f, s, feel) => {
      const fed = feel.over('motor') > 15
      return fed === s.fed ? undefined : { fed }
    },
  },
  urged: (_f, s) => s.fed,
  tells: [{ is: (_f, s) => s.slide >= 1, starts: 'thuds home' }],
  says: (_f, s) => (s.slide >= 1 ? 'home' : s.fed ? 'sliding' : 'down'),
})

it('a made-up kind takes one described value: it is simulated, drawn, judged, metered, written and saved', () => {
  const kinds = new Map([...catalogue, [slideValve.kind, slideValve]])
  const { job } = kestrel()
  job.parts.V2!.kind = slideValve.kind
  const renamed: Record<string, string> = { m1: 'a', m2: 'b', e1: 'x', e2: 'y' }
  for (const [was, is] of Object.entries(renamed)) {
    const { wire } = wireAt(job, `V2.${was}`)
    const end = wire.from.part === 'V2' ? wire.from : wire.to
    end.terminal = is
  }
  const bench = new Simulation(job, {}, { kinds })
  bench.set('TS2', 'calling', true)
  bench.settle()
  expect(bench.trace).toContainEqual(expect.objectContaining({ at: 16, part: 'V2', says: 'thuds home' }))
  expect(bench.stateOf('B1').called).toBe(true)

  const loops = loopsOf(bench, job)
  expect(sentenceText(verdictOf(bench, job, loops).sentence)).toBe(
    'Signal house calls: open and proven, boiler called.',
  )
  const stations = loops.zones[1]!.valve!.items.flatMap((item) => (item.form === 'station' ? [item] : []))
  expect(stations.at(-1)).toMatchObject({ part: 'V2', load: true, enter: { marking: 'UP' }, leave: { marking: 'DN' } })

  const [a, b] = [probe(bench, 'V2.a'), probe(bench, 'V2.b')]
  if (!a.ok || !b.ok) throw new Error('no such terminal')
  expect(read(bench, 'loz', a.value, b.value).value).toBeGreaterThan(24)
  expect(writeSpice(bench.circuit, 'made up')).toContain('* V2.motor')
  const document = documentOf(job)
  // Written it is whole; a program whose catalogue lacks it refuses the file by its name.
  const written = JSON.parse(writeJobFile(document))
  expect(openDocument(written.document)).toEqual({ ok: true, value: plainFile(document) })
  expect(readJobFile(writeJobFile(document))).toMatchObject({ ok: false, failures: [{ code: 'job/kind' }] })
})

it.each<[string, (feel: Feel) => number, string]>([
  ['terminal', (feel) => feel.volts('q', 'a'), 'valve/slide has no terminal q'],
  ['element', (feel) => feel.amps('coil'), 'valve/slide has no element coil'],
])('a kind that feels at a %s it has not is named', (_what, feels, says) => {
  const wrong = { ...slideValve, motion: { jumps: (_f: unknown, _s: unknown, feel: Feel) => void feels(feel) } }
  const { job } = kestrel()
  job.parts.NEW = { kind: wrong.kind, label: 'New', place: 'boiler' }
  expect(() => new Simulation(job, {}, { kinds: new Map([...catalogue, [wrong.kind, wrong]]) })).toThrow(says)
})
