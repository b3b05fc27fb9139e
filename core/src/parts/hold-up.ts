/** Seconds for which electronics ride through without supply, on what their smoothing holds: 20 to 100 ms. */
export const ELECTRONICS = 0.05
