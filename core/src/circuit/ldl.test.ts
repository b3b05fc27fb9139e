import fc from 'fast-check'
import { expect, it } from 'vitest'
import { Ldl } from './ldl.ts'
import { eliminate } from './ordering.ts'

/** A connected network of admittances, each node leaking a little to earth: the matrix of its nodal equations, factored. */
function factored(size: number, links: readonly (readonly [number, number, number, number])[]) {
  const pairs = links.map(([a, b, re, im]) => [a % size, b % size, re, im] as const).filter(([a, b]) => a !== b)
  const chain = Array.from({ length: size - 1 }, (_, i) => [i, i + 1, 1, 0.25] as const)
  const all = [...chain, ...pairs]
  const pattern = eliminate(
    size,
    all.flatMap(([a, b]) => [Math.max(a, b), Math.min(a, b)]),
  )
  const ldl = new Ldl(pattern)
  const at = (node: number) => pattern.stepOf[node]!
  const add = (entry: number, re: number, im: number) => {
    ldl.re[entry] = ldl.re[entry]! + re
    ldl.im[entry] = ldl.im[entry]! + im
  }
  for (let node = 0; node < size; node++) add(at(node), 1e-3, 0)
  for (const [a, b, re, im] of all) {
    add(at(a), re, im)
    add(at(b), re, im)
    add(ldl.entry(at(a), at(b)), -re, -im)
  }
  const zeros = () => new Float64Array(size)
  ldl.factor(zeros(), zeros(), zeros(), zeros())
  /** The same by solving all of it. */
  const solved = (a: number, b: number) => {
    const [bRe, bIm, yRe, yIm, xRe, xIm] = Array.from({ length: 6 }, zeros) as [
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
    ]
    if (a >= 0) bRe[at(a)] = 1
    if (b >= 0) bRe[at(b)] = bRe[at(b)]! - 1
    ldl.forward(bRe, bIm, yRe, yIm)
    ldl.backward(yRe, yIm, xRe, xIm)
    const part = (x: Float64Array) => (a >= 0 ? x[at(a)]! : 0) - (b >= 0 ? x[at(b)]! : 0)
    return { re: part(xRe), im: part(xIm) }
  }
  return { across: (a: number, b: number) => ldl.across(a < 0 ? -1 : at(a), b < 0 ? -1 : at(b)), solved }
}

const link = fc.tuple(
  fc.nat(19),
  fc.nat(19),
  fc.double({ min: 0.01, max: 10, noNaN: true }),
  fc.double({ min: -1, max: 1, noNaN: true }),
)

it('what lies between two nodes is the same by the paths to the root as by solving everything, and again the same', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 20 }),
      fc.array(link, { maxLength: 25 }),
      fc.nat(400),
      (size, links, pick) => {
        const { across, solved } = factored(size, links)
        const [a, b] = [pick % size, Math.floor(pick / size) % size]
        for (const [one, other] of [
          [a, b],
          [b, a],
          [a, -1],
          [-1, b],
          [a, b],
        ] as const) {
          const [fast, whole] = [across(one, other), solved(one, other)]
          expect(fast.re).toBeCloseTo(whole.re, 9)
          expect(fast.im).toBeCloseTo(whole.im, 9)
        }
        expect(across(a, a)).toEqual({ re: 0, im: 0 })
      },
    ),
    { numRuns: 200 },
  ))

it('two equal resistances in series are twice one, to earth too', () => {
  const { across } = factored(3, [])
  const one = across(0, 1)
  expect(across(0, 2).re / one.re).toBeCloseTo(2, 2)
  expect(across(0, -1).re).toBeGreaterThan(300)
})
