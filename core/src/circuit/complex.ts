/** A phasor: RMS value, real and imaginary part. */
export interface Phasor {
  readonly re: number
  readonly im: number
}

/** Nothing in a plant is so large or so small that its square would be lost, and this takes a fraction of `Math.hypot`. */
export const size = ({ re, im }: Phasor) => Math.sqrt(re * re + im * im)
export const plus = (a: Phasor, b: Phasor): Phasor => ({ re: a.re + b.re, im: a.im + b.im })
export const minus = (a: Phasor, b: Phasor): Phasor => ({ re: a.re - b.re, im: a.im - b.im })
export const times = (a: Phasor, b: Phasor): Phasor => ({
  re: a.re * b.re - a.im * b.im,
  im: a.re * b.im + a.im * b.re,
})
export const over = (a: Phasor, b: Phasor): Phasor => {
  const norm = b.re * b.re + b.im * b.im
  return { re: (a.re * b.re + a.im * b.im) / norm, im: (a.im * b.re - a.re * b.im) / norm }
}
export const one: Phasor = { re: 1, im: 0 }
export const zero: Phasor = { re: 0, im: 0 }
