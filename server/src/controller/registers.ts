/**
 * The simulated building controller: two analogue outputs that can be set or ramped, two inputs, and the lines of text by
 * which they are reached (docs/controller.md). It knows nothing of sockets or of the clock; both are given.
 */

export type Unit = 'V' | 'mA'

interface Output {
  unit: Unit
  from: number
  to: number
  /** Moments between which it ramps, seconds. */
  since: number
  until: number
}

export const OUTPUTS = 2
export const INPUTS = 2
const MOST: Readonly<Record<Unit, number>> = { V: 10, mA: 20 }
const LONGEST = 3600

export class Registers {
  readonly #outputs: Output[] = Array.from({ length: OUTPUTS }, () => ({
    unit: 'V',
    from: 0,
    to: 0,
    since: 0,
    until: 0,
  }))
  readonly #inputs: number[] = Array.from({ length: INPUTS }, () => 0)

  /**
   * Answers one line of the protocol.
   * @param now seconds of any steady clock
   */
  answer(line: string, now: number): string {
    const [word = '', ...rest] = line.trim().split(/\s+/)
    try {
      switch (word.toUpperCase()) {
        case 'HELLO':
          return `OK CIVIL-LANTERN-CONTROLLER 1 OUTPUTS ${OUTPUTS} INPUTS ${INPUTS}`
        case 'OUT':
          return `OK ${this.#out(index(rest[0], OUTPUTS), now)}`
        case 'SET':
          return `OK ${this.#ramp(rest[0], rest[1], rest[2], '0', now)}`
        case 'RAMP':
          return `OK ${this.#ramp(rest[0], rest[1], rest[2], rest[3], now)}`
        case 'IN': {
          const at = index(rest[0], INPUTS)
          return `OK IN ${at + 1} ${this.#inputs[at]!.toFixed(3)} V`
        }
        case 'SENSE': {
          const at = index(rest[0], INPUTS)
          this.#inputs[at] = number(rest[1], -30, 30)
          return `OK IN ${at + 1} ${this.#inputs[at]!.toFixed(3)} V`
        }
        default:
          return `NO word "${word.slice(0, 20)}" is not known: HELLO, OUT, SET, RAMP, IN or SENSE`
      }
    } catch (error) {
      return `NO ${error instanceof Error ? error.message : 'unreadable'}`
    }
  }

  #ramp(which?: string, value?: string, unit?: string, seconds?: string, now = 0): string {
    const at = index(which, OUTPUTS)
    const to = unitOf(unit)
    const wanted = number(value, 0, MOST[to])
    const over = number(seconds, 0, LONGEST)
    const output = this.#outputs[at]!
    // A change of unit cannot be ramped from a value of the other.
    const from = output.unit === to ? this.#now(output, now) : 0
    this.#outputs[at] = { unit: to, from, to: wanted, since: now, until: now + over }
    return this.#out(at, now)
  }

  #out(at: number, now: number): string {
    const output = this.#outputs[at]!
    const left = Math.max(0, output.until - now)
    const ramp = left > 0 ? ` TO ${output.to.toFixed(3)} IN ${left.toFixed(1)}` : ''
    return `OUT ${at + 1} ${this.#now(output, now).toFixed(3)} ${output.unit}${ramp}`
  }

  #now({ from, to, since, until }: Output, now: number): number {
    return now >= until ? to : from + ((to - from) * (now - since)) / (until - since)
  }
}

function index(text: string | undefined, count: number): number {
  const at = Number(text)
  if (!Number.isInteger(at) || at < 1 || at > count) throw new RangeError(`number "${text ?? ''}": say 1 to ${count}`)
  return at - 1
}

function number(text: string | undefined, least: number, most: number): number {
  const value = Number(text)
  if (text === undefined || text === '' || !Number.isFinite(value) || value < least || value > most)
    throw new RangeError(`value "${text ?? ''}": say ${least} to ${most}`)
  return value
}

function unitOf(text: string | undefined): Unit {
  if (text?.toUpperCase() === 'V') return 'V'
  if (text?.toUpperCase() === 'MA') return 'mA'
  throw new RangeError(`unit "${text ?? ''}": say V or mA`)
}
