/** Seconds as a technician reads a watch: `0:14`, `1:50`, `12:05`; tenths under ten seconds where they matter. */
export function clockWords(seconds: number): string {
  const whole = Math.round(seconds)
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}
