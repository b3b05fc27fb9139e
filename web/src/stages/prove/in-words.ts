import type { AtPlace, Expectation, ExpectedReading, ProofRun, Script, Step } from '@civil-lantern/core'

/** The verdict of a proof: how far, and how it went. */
export function proofSays(run: ProofRun | undefined, script: Pick<Script, 'steps' | 'coverage'> | undefined): string {
  if (!run) {
    if (!script) return 'Working out the script.'
    return `Not commissioned yet: ${script.steps.length} steps, which try ${Math.round((100 * script.coverage.done) / Math.max(1, script.coverage.of))} % of its contacts and loads.`
  }
  const what = run.for === 'whole' ? 'Proof' : run.for === 'closing' ? 'Closing check' : 'Check of the change'
  const failed = run.failed === 0 ? '' : run.failed === 1 ? ' One failed.' : ` ${run.failed} failed.`
  if (run.signed)
    return `${what} signed by ${String(run.signed.body.name)}: ${run.passed} of ${run.steps.length} as expected.`
  if (run.next === undefined)
    return failed === '' ? `${what}: every step is done, nothing failed.` : `${what}: every step is done.${failed}`
  return `${what} at step ${run.outcomes.size + 1} of ${run.steps.length};${failed === '' ? ' nothing failed.' : failed.toLowerCase()}`
}

/** What has to be done at the wall before a proof proves anything; nothing where all hangs as planned. @param left conductors that do not */
export const firstInWords = (left: number): string | undefined =>
  left === 0
    ? undefined
    : `${left === 1 ? 'One conductor does' : `${left} conductors do`} not hang as planned yet. A proof says nothing of what is landed after it.`

/** What is expected of a step, by what is looked for: open and shut, running and standing. */
export function grouped(expects: readonly Expectation[]): { says: string; of: readonly Expectation[] }[] {
  const words: Readonly<Record<Expectation['looks'], readonly [string, string]>> = {
    open: ['Open', 'Shut'],
    half: ['Half open', 'Not half open'],
    runs: ['Runs', 'Stands still'],
    runsOn: ['Runs on', 'Does not run on'],
    called: ['Called', 'Not called'],
    burns: ['Burns', 'Dark'],
  }
  const groups = new Map<string, Expectation[]>()
  for (const one of expects) {
    const says = words[one.looks][one.so ? 0 : 1]
    groups.set(says, [...(groups.get(says) ?? []), one])
  }
  return [...groups].map(([says, of]) => ({ says, of }))
}

/** The bounds of a reading as they are read off a meter. */
export function boundsInWords({ mode, least, most }: Pick<ExpectedReading, 'mode' | 'least' | 'most'>): string {
  const unit = mode === 'ohms' || mode === 'beep' ? 'Ω' : 'V'
  const number = (value: number) =>
    unit === 'Ω' && value >= 1000 ? `${Math.round(value / 1000)} k` : String(Number(value.toFixed(value < 10 ? 1 : 0)))
  if (most === null) return `over ${number(least)}${unit}, or OL`
  if (least === 0) return `up to ${number(most)} ${unit}`
  return `${number(least)} to ${number(most)} ${unit}`
}

/** Minutes to get to a place, do the step there and read it: a usual figure. */
const AT_A_PLACE = 0.8

/** Minutes a script takes: the waits, and the time at each place. */
export const minutesOf = (steps: readonly Step[]): number =>
  Math.round(steps.reduce((sum, { waits, places }) => sum + waits.usual / 60 + places.length * AT_A_PLACE, 0))

/** Who stands at a place, in words. */
export function whoStands({ posts }: Pick<ProofRun, 'posts'>, place: string): string {
  const names = [...posts.values()].filter((post) => post.place === place).map(({ by }) => by || 'somebody')
  return names.length === 0 ? 'nobody stands there' : names.join(' and ')
}

/** What is to be done at one place of a step. */
export function atPlaceInWords(
  { turns, switches, expects, reads }: AtPlace,
  zone: (id: string) => string,
  label: (part: string) => string,
): string {
  const looks = [...new Set(expects.map(({ part }) => label(part)))]
  const says = [
    ...switches.map(({ part, open }) => `${open ? 'open' : 'close'} ${label(part)}`),
    ...[true, false].flatMap((way) => {
      const some = turns.filter(({ on }) => on === way).map(({ zone: id }) => zone(id))
      const what = some.length > 3 ? `${some.length} thermostats` : some.join(', ')
      return some.length > 0 ? [`turn ${what} ${way ? 'up' : 'down'}`] : []
    }),
    ...(looks.length > 0 ? [`look at ${looks.length > 4 ? `${looks.length} parts` : looks.join(', ')}`] : []),
    ...(reads.length > 0 ? [reads.length === 1 ? 'one reading' : `${reads.length} readings`] : []),
  ].join('; ')
  return `${says.charAt(0).toUpperCase()}${says.slice(1)}.`
}
