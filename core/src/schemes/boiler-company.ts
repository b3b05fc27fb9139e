import type { Job } from '../job/schema.ts'
import { catalogue } from '../parts/index.ts'
import type { Bus, Wirer } from './wirer.ts'

/** The line buses of a plant, to be landed when everything has joined them. */
export interface Mains {
  readonly live: Bus
  readonly neutral: Bus
  readonly earth: Bus
}

type Company = (wirer: Wirer, place: string) => void

const pumpOnC: Company = (wirer, place) => {
  const { live, neutral, earth } = wirer.lineColours
  const line = { line: true }
  wirer.hang('P1', 'pump/circulator', 'System pump', place)
  wirer.wire('B1.c1', 'P1.l', live, 2, line)
  wirer.wire('B1.c2', 'P1.n', neutral, 2, line)
  wirer.wire('B1.e', 'P1.e', earth, 2, line)
}

const burnerOnB: Company = (wirer, place) => {
  const { live, neutral, earth } = wirer.lineColours
  const line = { line: true }
  wirer.hang('BR1', 'burner/line', 'Burner', place)
  wirer.wire('B1.b1', 'BR1.l', live, 1, line)
  wirer.wire('B1.b2', 'BR1.n', neutral, 1, line)
  wirer.wire('B1.e', 'BR1.e', earth, 1, line)
}

/** What hangs on a boiler's own terminals, by its kind. */
const companies: Readonly<Record<string, Company>> = {
  'boiler/dry-call': burnerOnB,
  'boiler/oil': (wirer, place) => {
    burnerOnB(wirer, place)
    wirer.hang('EYE1', 'safety/flame-eye', 'Flame eye', place)
    wirer.wire('EYE1.f1', 'B1.f1', 'yellow', 0.6)
    wirer.wire('EYE1.f2', 'B1.f2', 'yellow', 0.6)
  },
  'boiler/valve-supply': gasCompany,
  'boiler/valve-supply-no-plug': gasCompany,
  'boiler/gas': gasCompany,
}

/** Has the control a plug for the vent damper? Without one it hangs on the valve supply and passes the call on. */
export const hasDamperPlug = (kind: string) => catalogue.get(kind)?.terminals.d1 !== undefined

function gasCompany(wirer: Wirer, place: string) {
  wirer.hang('D1', 'safety/damper', 'Vent damper', place)
  wirer.hang('SP1', 'safety/spill', 'Spill switch', place)
  wirer.hang('RO1', 'safety/roll-out', 'Roll-out switch', place)
  wirer.hang('GV1', 'burner/gas-valve', 'Gas valve', place)
  if (hasDamperPlug(wirer.parts.B1?.kind ?? '')) {
    wirer.wire('B1.d1', 'D1.d1', 'red', 1.5)
    wirer.wire('B1.d2', 'D1.d2', 'blue', 1.5)
    wirer.wire('B1.d3', 'D1.d3', 'yellow', 1.5)
  }
  wirer.wire('B1.b1', 'SP1.in', 'orange', 1)
  wirer.wire('SP1.out', 'RO1.in', 'orange', 1)
  wirer.wire('RO1.out', 'GV1.g1', 'orange', 1)
  wirer.wire('B1.b2', 'GV1.g2', 'brown', 1)
}

/** Hangs the boiler on the mains and everything that belongs to it. */
export function hangBoiler(job: Job, wirer: Wirer, mains: Mains) {
  const { kind, place, postRun, lowLimit } = job.survey.boiler
  if (kind === '') return
  const knows = (figure: string) => catalogue.get(kind)?.figures[figure] !== undefined
  const figures = {
    ...(postRun !== undefined && knows('postRun') ? { postRun } : {}),
    ...(lowLimit && knows('lowLimit') ? { lowLimit } : {}),
  }
  wirer.hang('B1', kind, 'Boiler', place, Object.keys(figures).length > 0 ? figures : undefined)
  mains.live.join('B1.l')
  mains.neutral.join('B1.n')
  mains.earth.join('B1.e', { length: 3 })
}

/**
 * Burner and safeties of the boiler, and its pump where it has an output for one and nothing else starts the pump: the
 * system circulator is started by one thing only.
 */
export function hangCompany(job: Job, wirer: Wirer, { pump }: { pump: boolean }) {
  const { kind, place } = job.survey.boiler
  const hasOutput = catalogue.get(kind)?.terminals.c1 !== undefined
  if (pump && hasOutput) pumpOnC(wirer, place)
  companies[kind]?.(wirer, place)
}
