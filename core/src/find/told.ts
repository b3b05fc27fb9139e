/** What is told of when it began: what it makes likelier, and how much. Usual figures of the trade; the first form that fits counts. */
export interface Telling {
  readonly id: string
  readonly says: string
  readonly favours: readonly { readonly form: RegExp; readonly times: number }[]
}

const wiring = /^(wire|pair|lead|link):|\/loose\d+$|\/[a-z0-9]+\+[a-z0-9]+\/short$/
const joints = /^wire:.+\.(from|to)\/(open|ohms)$|\/loose\d+$|^part:.+\/ohms$/
const parts = /^part:[^/]+\/(?!figure)[A-Za-z]+$/
const outage = /\/(blown|tripped|gone|lockOut|setTooLow|noPower|neverCharges|dead|heatingOff|batteryDead)$/
/** What trips and stays so until somebody presses its button, and what makes a flame safeguard do so. */
const reset = /^part:[^/]+\/(lockOut|noFlame|dirty|limitTripped|tripped)$/
const crowded = /\/(weak|transformerWeak|hot|seizedOpen|headStaysOpen|bodyPasses|switchNeverOpens)$|^supply\/low$/

/** One of them with each complaint, or none. */
export const tellings: readonly Telling[] = [
  { id: 'yesterday', says: 'worked until now', favours: [{ form: parts, times: 3 }] },
  { id: 'wired', says: 'since it was wired or worked on', favours: [{ form: wiring, times: 10 }] },
  {
    id: 'comes-and-goes',
    says: 'comes and goes',
    favours: [
      { form: /\/goes$/, times: 20 },
      { form: joints, times: 3 },
    ],
  },
  { id: 'outage', says: 'since the power was cut', favours: [{ form: outage, times: 5 }] },
  { id: 'crowded', says: 'only while others run', favours: [{ form: crowded, times: 6 }] },
  { id: 'reset', says: 'something waits to be reset', favours: [{ form: reset, times: 10 }] },
]

/**
 * How much likelier a suspect is by what was told; one where that says nothing of it, or nobody has said anything.
 * @example timesTold('wired', 'wire:w21.to/open') // 10
 */
export const timesTold = (told: string | undefined, suspect: string): number =>
  tellings.find(({ id }) => id === told)?.favours.find(({ form }) => form.test(suspect))?.times ?? 1
