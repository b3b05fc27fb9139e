import { connect } from 'node:net'
import { createInterface } from 'node:readline'
import type { Unit } from './registers.ts'

/** How long the controller may take to answer before it counts as not there, milliseconds. */
const PATIENCE = 1000

/** Says lines to the controller and gathers one answer for each; undefined where nobody answers. */
export function exchange(port: number, lines: readonly string[]): Promise<string[] | undefined> {
  return new Promise((done) => {
    const answers: string[] = []
    const socket = connect({ port, host: '127.0.0.1' })
    const finish = (result: string[] | undefined) => {
      socket.destroy()
      done(result)
    }
    socket.setTimeout(PATIENCE, () => finish(undefined))
    socket.on('error', () => finish(undefined))
    socket.on('close', () => finish(answers.length === lines.length ? answers : undefined))
    socket.on('connect', () => socket.write(`${lines.join('\n')}\n`))
    const said = createInterface({ input: socket })
    // The reader passes the socket's errors on; unheard, one would end the server.
    said.on('error', () => finish(undefined))
    said.on('line', (line) => {
      if (answers.push(line) === lines.length) finish(answers)
    })
  })
}

export interface OutputNow {
  readonly value: number
  readonly unit: Unit
  /** Where a ramp is going, and the seconds it still takes. */
  readonly to?: number
  readonly left?: number
}

/** Reads an answer such as `OK OUT 1 5.000 V TO 10.000 IN 12.5`. */
export function readOutput(line: string): OutputNow | undefined {
  const match = /^OK OUT \d+ (\S+) (V|mA)(?: TO (\S+) IN (\S+))?$/.exec(line)
  if (!match) return undefined
  const [, value, unit, to, left] = match
  return {
    value: Number(value),
    unit: unit as Unit,
    ...(to === undefined ? {} : { to: Number(to), left: Number(left) }),
  }
}

export const readInput = (line: string): number | undefined => {
  const match = /^OK IN \d+ (\S+) V$/.exec(line)
  return match ? Number(match[1]) : undefined
}
