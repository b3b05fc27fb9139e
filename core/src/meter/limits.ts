/** The most volts at a point that is dead, as a tester shows them. */
export const DEAD_VOLTS = 1

/** The most that counts as low voltage here, volts. */
export const LOW_VOLTS = 50
