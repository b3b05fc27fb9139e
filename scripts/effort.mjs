import { readFileSync } from 'node:fs'

/** Clock ticks per second in the process table. */
const TICKS = 100

/** CPU seconds of all children waited for so far, and of theirs; undefined where the system has no process table. */
export function childSeconds() {
  try {
    // The name stands in brackets and may hold spaces; what follows it does not.
    const fields = readFileSync('/proc/self/stat', 'utf8')
      .replace(/^.*\)\s/s, '')
      .split(' ')
    return (Number(fields[13]) + Number(fields[14])) / TICKS
  } catch {
    return undefined
  }
}

/**
 * CPU seconds of a fixed piece of work of the kind the tests do: elimination in a dense matrix of doubles, over and over.
 * The least of three goes. What a run took over this compares runs on machines of unlike speed.
 */
export function calibrationSeconds() {
  return Math.min(...[1, 2, 3].map(work))
}

function work() {
  const size = 60
  const from = process.cpuUsage()
  let kept = 0
  for (let round = 0; round < 1500; round++) {
    const m = Float64Array.from({ length: size * size }, (_, i) => ((i * 7919 + round) % 101) + 1)
    for (let i = 0; i < size; i++) m[i * size + i] += 6000
    for (let k = 0; k < size; k++)
      for (let i = k + 1; i < size; i++) {
        const factor = m[i * size + k] / m[k * size + k]
        for (let j = k; j < size; j++) m[i * size + j] -= factor * m[k * size + j]
      }
    kept += m[size * size - 1]
  }
  const { user, system } = process.cpuUsage(from)
  return kept > 0 ? (user + system) / 1e6 : 0
}
