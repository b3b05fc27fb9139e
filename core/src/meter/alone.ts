import type { Job } from '../job/schema.ts'
import type { PartKind } from '../parts/kind.ts'
import { blankJob } from '../parts/new-job.ts'
import { benchGear, benchSetter } from '../parts/usual.ts'

/** What the part and the switch of its bench are called there. */
export const PART = 'X'
export const SWITCH = 'SW'
/** The signal setter beside a part that follows a signal. */
export const SETTER = 'SET'

export interface Alone {
  readonly dead: Job
  /** Missing where the kind does not say how it is fed. */
  readonly fed?: Job
  /** The conductor by which it is told to move: the one a hand clips on and takes off. */
  readonly lead: string
}

/** The part alone, and the part fed by a source of its rated volts where its hook-up says how. */
export function aloneOnBench(kind: PartKind): Alone {
  const line = Object.values(kind.terminals).some(({ circuit }) => circuit === 'line voltage')
  const blank = blankJob('Bench', line ? '230' : '120')
  const hang = (job: Job, id: string, what: string) => {
    job.parts[id] = { kind: what, label: id, place: 'boiler' }
  }
  const dead: Job = { ...blank, parts: { [PART]: { kind: kind.kind, label: PART, place: 'boiler' } } }
  const { hookup } = kind
  const mains = 'l' in kind.terminals && 'n' in kind.terminals
  if (!hookup && !mains) return { dead, lead: '' }
  const fed: Job = { ...blank, parts: { ...dead.parts }, wires: {} }
  let lead = ''
  const join = (from: string, to: string) => {
    const id = `w${Object.keys(fed.wires).length}`
    const end = (point: string) => ({ part: point.split('.')[0]!, terminal: point.split('.')[1]! })
    fed.wires[id] = {
      from: end(from),
      to: end(to),
      colour: 'grey',
      size: 1.5,
      length: 0.1,
      label: '',
    }
    return id
  }
  const gear = benchGear[line ? 'line' : 'low']
  const [, live1, neutral1] = gear.supply
  hang(fed, 'M', gear.supply[0])
  hang(fed, SWITCH, gear.isolator[0])
  const [, lineIn, ...through] = gear.isolator
  join(`M.${live1}`, `${SWITCH}.${lineIn}`)
  let hot: string
  let back: string
  if (gear.transformer) {
    const [transformer, p1, p2, h, c] = gear.transformer
    hang(fed, 'XF', transformer)
    join(`${SWITCH}.${through[0]}`, `XF.${p1}`)
    join(`M.${neutral1}`, `XF.${p2}`)
    hot = `XF.${h}`
    back = `XF.${c}`
  } else {
    join(`M.${neutral1}`, `${SWITCH}.${through[0]}`)
    hot = `${SWITCH}.${through[1]}`
    back = `${SWITCH}.${through[2]}`
  }
  if (!hookup) {
    lead = join(hot, `${PART}.l`)
    join(back, `${PART}.n`)
    return { dead, fed, lead }
  }
  const { feed, permanent, live, common, call } = hookup
  if (kind.roles.listens !== undefined) {
    const [setter, plus, minus] = benchSetter
    hang(fed, SETTER, setter)
    lead = join(`${SETTER}.${plus}`, `${PART}.${feed}`)
    join(`${SETTER}.${minus}`, back)
  } else lead = join(hot, `${PART}.${feed}`)
  for (const terminal of new Set([permanent, live])) if (terminal && terminal !== feed) join(hot, `${PART}.${terminal}`)
  for (const terminal of new Set([hookup.back, common])) if (terminal) join(back, `${PART}.${terminal}`)
  if (call) {
    // A thermostat is judged with a valve behind it, as on the wall.
    const [valve, motor, motorBack] = gear.valve
    hang(fed, 'V', valve)
    join(`${PART}.${call}`, `V.${motor}`)
    join(`V.${motorBack}`, back)
  }
  return { dead, fed, lead }
}
