/** Standard fuse sizes, amps. */
const SIZES = [1, 1.6, 2, 2.5, 3, 4, 5, 6.3, 7.5, 10, 15, 20] as const

/** The fuse that protects a 24 V secondary: rated VA / 24, next standard size up, amps. */
export const fuseFor = (va: number): number => SIZES.find((size) => size >= va / 24 - 1e-9) ?? 20
