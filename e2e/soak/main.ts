import { soak } from './soak.ts'

/** `npm run soak -- --minutes 10 --seed 7`: everything fails for so long; what came of it is printed. */
const option = (name: string, otherwise: number) => {
  const at = process.argv.indexOf(`--${name}`)
  const value = at < 0 ? otherwise : Number(process.argv[at + 1])
  if (!(value > 0)) {
    console.error(`--${name} wants a number above nothing.`)
    process.exit(2)
  }
  return value
}
const soaked = await soak(option('minutes', 10) * 60, option('seed', Date.now() % 10_000))
console.log(JSON.stringify(soaked, null, 2))
const whole = soaked.lost.length + soaked.lostEntries.length + soaked.strange.length === 0
process.exit(whole && soaked.documents === 1 && soaked.waiting + soaked.devicesCrashed === 0 ? 0 : 1)
